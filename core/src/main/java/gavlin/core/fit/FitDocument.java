package gavlin.core.fit;

import com.networknt.schema.Error;
import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import gavlin.core.BadInput;
import gavlin.core.codec.PictureType;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Position;
import gavlin.core.geometry.Rule;
import gavlin.core.operation.OperationType;
import gavlin.core.seat.Seat;
import gavlin.core.speech.Places;
import gavlin.core.speech.SchemaFaults;
import gavlin.core.weight.Encoding;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * A fit as it is outside the core: the versioned JSON document that is stored, answered, accepted and carried. {@code read(json())} gives
 * the same again.
 *
 * @param picture its id
 */
public record FitDocument(String picture, Fit fit) {
    public static final String FORMAT = "fit/1";

    private static final JsonMapper JSON = new JsonMapper();
    /** From each earlier format to the one after it. */
    private static final Map<String, UnaryOperator<ObjectNode>> UPGRADES = Map.of();

    private static final ObjectNode SCHEMA = composed();
    private static final Schema CHECK = SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
            .getSchema(SCHEMA.toString(), InputFormat.JSON);

    /** The JSON Schema of {@value #FORMAT}, as published: with the part of every operation there is. */
    public static String schemaText() {
        return SCHEMA.toPrettyString();
    }

    /**
     * Reads a document of this format or an earlier one.
     *
     * @throws UnknownFormat when a later version wrote it
     * @throws BadInput naming the first member that is not as the schema has it
     */
    public static FitDocument read(JsonNode json) {
        JsonNode present = upgraded(json);
        for (String pointer : SchemaFaults.hugeNumbers(present)) {
            throw new BadInput(
                    pointer.substring(1).replace('/', '.'), Places.of(present, pointer) + " " + SchemaFaults.HUGE);
        }
        List<Error> faults = CHECK.validate(present);
        if (!faults.isEmpty()) {
            // Of several, the deepest says most: a fault inside an operation also is one of the whole.
            Error fault = faults.stream()
                    .max(Comparator.comparingInt(e -> e.getInstanceLocation().getNameCount()))
                    .orElseThrow();
            String pointer = "/" + location(fault).replace('.', '/');
            String where = location(fault).isEmpty() ? "the fit document" : Places.of(present, pointer);
            throw new BadInput(member(fault), where + " " + SchemaFaults.says(fault));
        }
        return document(present);
    }

    /** The same of one that Gavlin itself wrote: it was checked then. */
    public static FitDocument readStored(JsonNode json) {
        return document(upgraded(json));
    }

    private static FitDocument document(JsonNode present) {
        JsonNode file = present.path("file");
        String type = file.path("type").asString(null);
        String encoding = file.path("encoding").asString(null);
        return new FitDocument(
                present.path("picture").asString(),
                new Fit(
                        Operations.prepare(present.path("prepare")),
                        frame(present.path("frame")),
                        Operations.finish(present.path("finish")),
                        type == null ? null : PictureType.ofWord(type),
                        encoding == null ? null : Encoding.parse(encoding),
                        StreamSupport.stream(present.path("letGo").spliterator(), false)
                                .map(JsonNode::asString)
                                .toList()));
    }

    private static JsonNode upgraded(JsonNode json) {
        JsonNode present = json;
        while (!present.path("format").asString("").equals(FORMAT)) {
            String format = present.path("format").asString("");
            UnaryOperator<ObjectNode> upgrade = UPGRADES.get(format);
            if (upgrade == null) {
                throw new UnknownFormat(format);
            }
            present = upgrade.apply((ObjectNode) present.deepCopy());
        }
        return present;
    }

    /** {@code frame.zoom}; empty for the whole. */
    private static String location(Error fault) {
        return fault.getInstanceLocation()
                .toString()
                .replaceFirst("^\\$", "")
                .replaceFirst("^[./]", "")
                .replace('/', '.');
    }

    private static String member(Error fault) {
        String path = location(fault);
        String property = fault.getProperty();
        return property == null ? path : path.isEmpty() ? property : path + "." + property;
    }

    private static Frame frame(JsonNode json) {
        JsonNode position = json.path("position");
        return new Frame(
                Rule.valueOf(json.path("rule").asString().toUpperCase(Locale.ROOT)),
                new FocalPoint<>(
                        json.at("/focal/x").asDouble(), json.at("/focal/y").asDouble()),
                json.path("zoom").asDouble(),
                json.path("height").isNumber()
                        ? Integer.valueOf(json.path("height").asInt())
                        : null,
                position.isObject()
                        ? new Position(
                                position.path("x").asDouble(0.5),
                                position.path("y").asDouble(0.5))
                        : null,
                seat(json.path("seat")));
    }

    private static Seat seat(JsonNode json) {
        if (!json.isString() && !json.isObject()) {
            return null;
        }
        String by = (json.isString() ? json : json.path("by")).asString("box");
        JsonNode visible = json.path("visible");
        JsonNode middle = json.path("middle");
        return new Seat(
                Seat.By.valueOf(by.toUpperCase(Locale.ROOT)),
                json.path("clear").asDouble(0),
                visible.isInt() ? Integer.valueOf(visible.asInt()) : null,
                middle.isObject()
                        ? new FocalPoint<>(
                                middle.path("x").asDouble(), middle.path("y").asDouble())
                        : null);
    }

    /** In full: every member, and of the operations those that change something. */
    public ObjectNode json() {
        ObjectNode json = JSON.createObjectNode();
        json.put("format", FORMAT);
        json.put("picture", picture);
        json.set("prepare", fit.prepare().json());
        ObjectNode frame = json.putObject("frame");
        frame.put("rule", fit.rule().word());
        frame.putObject("focal")
                .put("x", fit.frame().focal().x())
                .put("y", fit.frame().focal().y());
        frame.put("zoom", fit.frame().zoom());
        frame.put("height", fit.frame().height());
        Position position = fit.frame().position();
        if (position == null) {
            frame.putNull("position");
        } else {
            frame.putObject("position").put("x", position.x()).put("y", position.y());
        }
        if (fit.frame().seat() != null) {
            frame.set("seat", JSON.valueToTree(fit.frame().seat()));
        }
        json.set("finish", fit.finish().json());
        json.putObject("file")
                .put("type", fit.type() == null ? null : fit.type().word())
                .put("encoding", fit.encoding() == null ? null : fit.encoding().code());
        json.set("letGo", JSON.valueToTree(fit.letGo()));
        return json;
    }

    private static ObjectNode composed() {
        try (InputStream in = FitDocument.class.getResourceAsStream("fit-1.schema.json")) {
            ObjectNode schema = (ObjectNode) JSON.readTree(new String(in.readAllBytes(), StandardCharsets.UTF_8));
            add(Operations.PREPARE.stream(), (ObjectNode) schema.at("/properties/prepare/properties"));
            add(Operations.FINISH.stream(), (ObjectNode) schema.at("/properties/finish/properties"));
            return schema;
        } catch (IOException e) {
            throw new UncheckedIOException("the schema is missing from the build", e);
        }
    }

    private static void add(Stream<? extends OperationType<?>> types, ObjectNode to) {
        types.sorted(Comparator.comparingInt(OperationType::order))
                .forEach(type -> to.putObject(type.id())
                        .putArray("anyOf")
                        .add(type.schema())
                        .add(JSON.createObjectNode().put("type", "null")));
    }

    /** A document that a later version of Gavlin wrote: kept, and named, but not to be read by this one. */
    public static final class UnknownFormat extends BadInput {
        UnknownFormat(String format) {
            super(
                    "format",
                    format.isEmpty()
                            ? "a fit document says its format: expected " + FORMAT
                            : "this version of Gavlin reads " + FORMAT + ", received “" + format + "”");
        }
    }
}
