package gavlin.web.fit;

import com.fasterxml.jackson.annotation.JsonAnySetter;
import gavlin.core.BadInput;
import gavlin.core.backing.Backing;
import gavlin.core.brief.Slot;
import gavlin.core.codec.PictureType;
import gavlin.core.colour.Colour;
import gavlin.core.fit.Fit;
import gavlin.core.fit.FitChange;
import gavlin.core.fit.FitChange.WindowPlace;
import gavlin.core.fit.FitDocument;
import gavlin.core.fit.Frame;
import gavlin.core.fit.Operations;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Point;
import gavlin.core.geometry.Position;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.grow.Grow;
import gavlin.core.operation.Prepared;
import gavlin.core.solve.KeepArea;
import gavlin.core.speech.FieldNames;
import gavlin.core.speech.Said;
import gavlin.core.turn.Turn;
import gavlin.core.weight.Encoding;
import gavlin.web.picture.StoredPicture;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.UnaryOperator;
import tools.jackson.databind.JsonNode;

/**
 * A fit as a person or program asks for it in short; what is left out is chosen by Gavlin. Any operation may be a member by its id, as in
 * the document.
 *
 * @param picture id; may be left out where the slot has one already
 * @param focal fractions of the upright picture
 * @param window instead of focal and zoom: where the window should be, px of the prepared picture; its height follows from the slot
 * @param backing {@code #RRGGBB}, or null for none
 * @param type such as {@code jpeg}, or null for the best
 * @param encoding one of the candidates' encodings, or null for the best
 * @param flipped whether it is mirrored left to right
 * @param degrees clockwise, -15..15
 * @param horizon instead of degrees: a line that should be level or plumb, fractions of the picture as it is turned now
 * @param growth px of the turned picture beyond each edge
 * @param height one of those that the slot offers, px
 * @param position object-position where it may be set, fractions
 * @param letGo ids or names of keep areas that need not be seen here
 * @param mark the chain for logos in short, or null
 * @param base the revision that was looked at, 0 for none: with it, nobody's work is written over unseen
 */
public record FitRequest(
        String picture,
        Fractions focal,
        Double zoom,
        Corner window,
        String rule,
        String backing,
        String type,
        String encoding,
        Boolean flipped,
        Double degrees,
        Line horizon,
        Grow growth,
        Integer height,
        Fractions position,
        List<String> letGo,
        Integer base,
        JsonNode mark,
        Map<String, JsonNode> operations)
        implements Asked {
    public record Fractions(Double x, Double y) {}

    public record Line(Double x1, Double y1, Double x2, Double y2) {}

    public record Corner(Double x, Double y, Double width) {}

    public FitRequest {
        operations = operations == null ? new LinkedHashMap<>() : operations;
    }

    /** What no other member is: an operation. */
    @JsonAnySetter
    void operation(String id, JsonNode value) {
        operations.put(id, value);
    }

    /** As Gavlin would place it. */
    public static FitRequest of(String picture) {
        return of(picture, null, null);
    }

    /** Around a point, with a zoom. */
    public static FitRequest of(String picture, Fractions focal, Double zoom) {
        return new FitRequest(
                picture, focal, zoom, null, null, null, null, null, null, null, null, null, null, null, null, null,
                null, null);
    }

    @Override
    public boolean leavesTheWindowOpen() {
        return focal == null && zoom == null && window == null;
    }

    @Override
    public Fit toFit(Slot slot, StoredPicture source, UnaryOperator<Fit> settling) {
        Rule usual = MarkRequest.of(mark).seat() != null
                ? Rule.CONTAIN
                : slot.brief().rule();
        Rule wanted = rule == null ? usual : constant("rule", Rule.values(), rule);
        double wantedZoom = wanted == Rule.CONTAIN && window != null ? 1 : zoom == null ? 1 : zoom;
        Position at = position == null
                ? null
                : new Position(required("position.x", position.x), required("position.y", position.y));
        Fit fit = Fit.of(new Frame(wanted, FocalPoint.centre(), wantedZoom, height, at))
                .with(type == null || type.isBlank() ? null : PictureType.ofWord(type), wantedEncoding())
                .with(turn(source))
                .with(new Backing(backing == null || backing.isBlank() ? null : Colour.parse("backing", backing)))
                .lettingGo(
                        letGo == null
                                ? List.of()
                                : letGo.stream().map(l -> idOf(l, source)).toList());
        if (growth != null && wanted == Rule.COVER) {
            fit = fit.with(growth);
        }
        fit = settling.apply(withMark(withOperations(fit), slot)).checkedFor(slot, source.size());
        if (window == null || wanted == Rule.CONTAIN) {
            FocalPoint<InPicture> point = focal == null
                    ? source.keepAreas().focal()
                    : new FocalPoint<>(required("focal.x", focal.x), required("focal.y", focal.y));
            return fit.around(point, source.size());
        }
        WindowPlace place = new WindowPlace(
                required("window.x", window.x), required("window.y", window.y), required("window.width", window.width));
        return new FitChange(null, place, null, null, null)
                .applyTo(new FitDocument(source.id(), fit), slot, source.size())
                .fit();
    }

    private Fit withMark(Fit fit, Slot slot) {
        return MarkRequest.of(mark).in(fit, slot);
    }

    private Encoding wantedEncoding() {
        return encoding == null || encoding.isBlank() ? null : Encoding.parse(encoding);
    }

    private Fit withOperations(Fit fit) {
        Fit then = fit;
        for (Map.Entry<String, JsonNode> each : operations.entrySet()) {
            then = Operations.with(then, each.getKey(), each.getValue());
        }
        return then;
    }

    /** Of an area that the picture has: its id or its name. An id that it had once is let go of nothing. */
    private static String idOf(String said, StoredPicture source) {
        List<KeepArea> areas = source.keepAreas().areas();
        if (said != null && said.matches("k[1-9][0-9]{0,8}")) {
            return said;
        }
        return areas.stream()
                .filter(a -> a.name().equals(said))
                .map(KeepArea::id)
                .findFirst()
                .orElseThrow(() -> new BadInput(
                        "letGo",
                        "expected ids or names of the picture's keep areas, "
                                + Said.either(areas.stream().map(KeepArea::name).toList()) + ", received " + said));
    }

    private Turn turn(StoredPicture source) {
        Turn turn = new Turn(Boolean.TRUE.equals(flipped), degrees == null ? 0 : degrees);
        if (horizon == null) {
            return turn;
        }
        Size turned = Prepared.asIs(source.size()).with(turn).size();
        Point<?> from = new Point<>(
                required("horizon.x1", horizon.x1) * turned.width(),
                required("horizon.y1", horizon.y1) * turned.height());
        Point<?> to = new Point<>(
                required("horizon.x2", horizon.x2) * turned.width(),
                required("horizon.y2", horizon.y2) * turned.height());
        if (!(Math.hypot(to.x() - from.x(), to.y() - from.y()) >= 1)) {
            throw new BadInput("horizon", "the line along the horizon has no length");
        }
        return turn.levelledAlong(to.x() - from.x(), to.y() - from.y());
    }

    private static double required(String field, Double value) {
        if (value == null) {
            throw new BadInput(field, FieldNames.of(field) + " is missing");
        }
        return value;
    }

    private static <E extends Enum<E>> E constant(String field, E[] values, String word) {
        return Arrays.stream(values)
                .filter(v ->
                        v.name().equals(word.toUpperCase(Locale.ROOT)) && word.equals(word.toLowerCase(Locale.ROOT)))
                .findFirst()
                .orElseThrow(() -> new BadInput(
                        field,
                        FieldNames.of(field) + " must be "
                                + Said.either(Arrays.asList(values)).toLowerCase(Locale.ROOT) + ", was " + word));
    }
}
