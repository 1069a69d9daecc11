package gavlin.core.brief;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import gavlin.core.brief.SlotSheetFaults.Fault;
import gavlin.core.codec.PictureType;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.ObjectFit;
import gavlin.core.geometry.Ratio;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InShowing;
import gavlin.core.speech.SchemaFaults;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.StreamSupport;
import tools.jackson.core.JacksonException;
import tools.jackson.core.StreamReadConstraints;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.core.json.JsonFactory;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Reads slot sheets: JSON (RFC 8259), checked against the published JSON Schema and then for what a schema can't say. All
 * faults are reported together.
 */
public final class SlotSheetReader {
    public static final int MAX_BYTES = 2_000_000;
    private static final int MAX_DEPTH = 24;
    private static final String SCHEMA_FILE = "slot-sheet-1.schema.json";
    private static final JsonMapper JSON = JsonMapper.builder(JsonFactory.builder()
                    .streamReadConstraints(StreamReadConstraints.builder()
                            .maxNestingDepth(MAX_DEPTH)
                            .maxDocumentLength(MAX_BYTES)
                            .build())
                    .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
                    .build())
            .build();
    private static final Schema SCHEMA = SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
            .getSchema(schemaText(), InputFormat.JSON);

    /** Of rounded corners whose radius is not said, CSS px: common practice, no source. */
    private static final double USUAL_RADIUS = 8;

    private SlotSheetReader() {}

    /** The JSON Schema of version 1, as published. */
    public static String schemaText() {
        try (InputStream in = SlotSheetReader.class.getResourceAsStream("/gavlin/brief/" + SCHEMA_FILE)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException("the schema is missing from the build", e);
        }
    }

    /** @throws SlotSheetFaults with every fault and its place */
    public static SlotSheet read(String json) {
        return read(json, true);
    }

    /**
     * One that was without fault when it was stored. A limit that came later doesn't make a site unreadable: what is too large is refused when
     * its file is to be made.
     */
    public static SlotSheet readStored(String json) {
        return read(json, false);
    }

    private static SlotSheet read(String json, boolean withLimits) {
        if (json.length() > MAX_BYTES) {
            throw fault("", "is larger than " + MAX_BYTES + " bytes");
        }
        JsonNode sheet;
        try {
            sheet = JSON.readTree(json);
        } catch (JacksonException e) {
            throw fault(
                    "",
                    "is not JSON"
                            + (e.getLocation() == null || e.getLocation().getLineNr() < 1
                                    ? ""
                                    : "; it goes wrong in line "
                                            + e.getLocation().getLineNr() + ", at letter "
                                            + e.getLocation().getColumnNr()));
        }
        List<Fault> huge = SchemaFaults.hugeNumbers(sheet).stream()
                .map(pointer -> new Fault(pointer, SchemaFaults.HUGE))
                .toList();
        if (!huge.isEmpty()) {
            throw new SlotSheetFaults(sheet, huge); // the schema's own checks can't hold them
        }
        // Of several ways in which a value may be right, each is a message of its own: one fault all the same.
        Map<String, String> found = new LinkedHashMap<>();
        SCHEMA.validate(sheet)
                .forEach(error -> found.merge(
                        pointer(error.getInstanceLocation().toString()),
                        SchemaFaults.says(error),
                        (a, b) -> a.equals(b) ? a : a + ", or " + b));
        List<Fault> faults = new ArrayList<>();
        found.forEach((pointer, says) -> faults.add(new Fault(pointer, says)));
        SlotSheetCheck check = new SlotSheetCheck(sheet, faults);
        check.run();
        if (withLimits) {
            check.limits();
        }
        if (!faults.isEmpty()) {
            throw new SlotSheetFaults(sheet, faults);
        }
        return new SlotSheet(
                sheet.at("/theme/name").asString(),
                sheet.at("/theme/version").asString(""),
                VariantsReader.read(sheet),
                list(sheet.path("sections"))
                        .map(s -> new SlotSheet.Section(
                                s.path("id").asString(), s.path("name").asString()))
                        .toList(),
                list(sheet.path("settings"))
                        .map(setting -> new SlotSheet.Setting(
                                setting.path("colour").asString(),
                                setting.path("name").asString()))
                        .toList(),
                list(sheet.path("slots")).map(SlotSheetReader::slot).toList(),
                list(sheet.path("pages")).map(SlotSheetReader::page).toList());
    }

    private static Slot slot(JsonNode node) {
        Brief brief = brief(node);
        return new Slot(
                node.path("id").asString(),
                node.path("name").asString(),
                constant(Slot.Kind.class, node, "kind", null),
                brief,
                list(node.path("heights")).map(JsonNode::asInt).toList(),
                VariantsReader.exists(node.path("exists")),
                node.path("standsInFor").asString(null),
                node.path("sections").asString("").equals("may-override"),
                node.path("set").isObject()
                        ? new PictureSet(
                                node.at("/set/most").asInt(),
                                constant(PictureSet.Order.class, node.path("set"), "order", PictureSet.Order.IN_TURN))
                        : null,
                list(node.path("statements"))
                        .map(s -> new Statement(
                                s.path("says").asString(),
                                s.path("source").asString(),
                                s.path("date").asString(null),
                                s.path("measured").asBoolean(false)))
                        .toList(),
                node.path("decision").isObject() ? decision(node.path("decision")) : null,
                list(node.path("showings")).map(s -> showing(s, brief)).toList());
    }

    private static Decision decision(JsonNode node) {
        return new Decision(
                new Size(node.at("/size/width").asInt(), node.at("/size/height").asInt()),
                list(node.path("over")).map(JsonNode::asString).toList(),
                node.path("why").asString(""),
                node.path("by").asString(""),
                node.path("date").asString(""));
    }

    private static Brief brief(JsonNode node) {
        JsonNode size = node.path("size");
        JsonNode ratio = node.path("ratio");
        JsonNode weight = node.path("weight");
        return new Brief(
                ratio.isString()
                        ? null
                        : new Size(
                                size.path("width").asInt(), size.path("height").asInt()),
                ratio.isString() ? Ratio.parse(ratio.asString()) : null,
                size.path("width").asInt(Size.MAX),
                node.has("densities")
                        ? list(node.path("densities"))
                                .map(JsonNode::asInt)
                                .sorted()
                                .toList()
                        : List.of(1),
                list(node.path("types"))
                        .map(JsonNode::asString)
                        .map(PictureType::ofWord)
                        .toList(),
                constant(Brief.Transparency.class, node, "transparency", Brief.Transparency.ALLOWED),
                weight.isObject() ? weight(weight) : null,
                constant(Rule.class, node, "rule", Rule.COVER),
                constant(Brief.Shape.class, node, "shape", Brief.Shape.RECTANGLE));
    }

    private static WeightLimit weight(JsonNode node) {
        Map<Integer, Double> atDensity = new TreeMap<>();
        node.path("atDensity")
                .properties()
                .forEach(e ->
                        atDensity.put(Integer.valueOf(e.getKey()), e.getValue().asDouble()));
        return new WeightLimit(
                node.path("limit").asDouble(),
                WeightLimit.Unit.valueOf(node.path("unit").asString()),
                atDensity);
    }

    private static Showing showing(JsonNode node, Brief brief) {
        String[] position =
                node.path("objectPosition").asString("50% 50%").replace("%", "").split(" ");
        return new Showing(
                node.path("id").asString(),
                node.path("name").asString(),
                node.path("page").asString(null),
                node.at("/screen/width").asInt(0),
                extent(node.path("box"), brief),
                extent(node.at("/box/to").isObject() ? node.at("/box/to") : node.path("box"), brief),
                new ObjectFit(
                        constant(Rule.class, node, "objectFit", Rule.COVER),
                        Double.parseDouble(position[0]) / 100,
                        Double.parseDouble(position[1]) / 100),
                node.path("positionIsFree").asBoolean(false),
                colour(node.path("background"), 0xffffff),
                list(node.path("alsoBehind"))
                        .map(each -> colour(each, 0xffffff))
                        .toList(),
                node.path("veil").isObject()
                        ? new Tint(
                                colour(node.at("/veil/ink"), 0),
                                node.at("/veil/strength").asDouble())
                        : null,
                list(node.path("obstructions"))
                        .map(SlotSheetReader::obstruction)
                        .toList(),
                VariantsReader.exists(node.path("exists")));
    }

    /** Width and height of a box at the origin; a height of "own" is the one that the picture itself has at that width. */
    private static Box<InShowing> extent(JsonNode node, Brief brief) {
        double width = node.path("width").asDouble();
        return new Box<>(
                0,
                0,
                width,
                node.path("height").isNumber() ? node.path("height").asDouble() : width / brief.proportion());
    }

    private static Obstruction obstruction(JsonNode node) {
        return new Obstruction(
                node.path("name").asString(),
                node.path("kind").asString().equals("words"),
                box(node.path("box")),
                radius(node),
                node.path("text").asString(""),
                node.path("size").asDouble(16),
                node.path("weight").asInt(400),
                colour(node.path("ink"), 0));
    }

    private static double radius(JsonNode obstruction) {
        return switch (obstruction.path("shape").asString("rectangle")) {
            case "circle" -> Obstruction.ROUND;
            case "rounded" -> obstruction.path("radius").asDouble(USUAL_RADIUS);
            default -> 0;
        };
    }

    private static PagePlan page(JsonNode node) {
        return new PagePlan(
                node.path("id").asString(),
                node.path("name").asString(),
                node.path("width").asInt(),
                node.path("height").asInt(),
                list(node.path("slots"))
                        .map(p -> new PagePlan.Place(
                                p.path("slot").asString(),
                                p.path("showing").asString(),
                                p.path("member").asInt(1) - 1,
                                p.path("x").asDouble(),
                                p.path("y").asDouble()))
                        .toList());
    }

    static Box<InShowing> box(JsonNode node) {
        return new Box<>(
                node.path("x").asDouble(),
                node.path("y").asDouble(),
                node.path("width").asDouble(),
                node.path("height").asDouble());
    }

    static java.util.stream.Stream<JsonNode> list(JsonNode array) {
        return StreamSupport.stream(array.spliterator(), false);
    }

    private static int colour(JsonNode node, int otherwise) {
        return node.isString() ? Integer.parseInt(node.asString().substring(1), 16) : otherwise;
    }

    private static <E extends Enum<E>> E constant(Class<E> type, JsonNode node, String member, E otherwise) {
        return node.has(member)
                ? Enum.valueOf(
                        type,
                        node.path(member).asString().toUpperCase(Locale.ROOT).replace('-', '_'))
                : otherwise;
    }

    private static String pointer(String location) {
        return location.startsWith("$") ? location.substring(1).replace('.', '/') : location;
    }

    private static SlotSheetFaults fault(String pointer, String says) {
        return new SlotSheetFaults(JSON.missingNode(), List.of(new Fault(pointer, says)));
    }
}
