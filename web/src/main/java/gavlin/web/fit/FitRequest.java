package gavlin.web.fit;

import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.core.brief.Slot;
import gavlin.core.codec.PictureType;
import gavlin.core.fit.Fit;
import gavlin.core.fit.Setting;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Growth;
import gavlin.core.geometry.Position;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Turn;
import gavlin.core.weight.Encoding;
import gavlin.web.picture.StoredPicture;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/**
 * A fit as a person or program asks for it; what is left out is chosen by Gavlin.
 *
 * @param picture id; may be left out where the slot has one already
 * @param focal fractions of the upright picture
 * @param window instead of focal and zoom: where the window should be, px of the turned picture; its height follows from the slot
 * @param windowTurn the turn in whose px the window is given, where it is not the fit's own: what it shows then stays in its middle
 * @param backing {@code #RRGGBB}, or null for none
 * @param type such as {@code jpeg}, or null for the best
 * @param encoding one of the candidates' encodings, or null for the best
 * @param flipped whether it is mirrored left to right
 * @param degrees clockwise, -15..15
 * @param horizon instead of degrees: a line that should be level or plumb, fractions of the picture as it is turned now
 * @param growth px of the turned picture beyond each edge
 * @param height one of those that the slot offers, px
 * @param position object-position where it may be set, fractions
 * @param letGo names of keep areas that need not be seen here
 * @param base the revision that was looked at: with it, nobody's work is written over unseen
 */
public record FitRequest(
        String picture,
        Point focal,
        Double zoom,
        WindowPlace window,
        TurnOf windowTurn,
        String rule,
        String backing,
        String type,
        String encoding,
        Boolean flipped,
        Double degrees,
        Line horizon,
        Growth growth,
        Integer height,
        Point position,
        List<String> letGo,
        Integer base) {
    public record Point(Double x, Double y) {}

    public record Line(Double x1, Double y1, Double x2, Double y2) {}

    public record WindowPlace(Double x, Double y, Double width) {}

    public record TurnOf(Boolean flipped, Double degrees) {}

    /** As Gavlin would place it. */
    public static FitRequest of(String picture) {
        return of(picture, null, null);
    }

    /** Around a point, with a zoom. */
    public static FitRequest of(String picture, Point focal, Double zoom) {
        return new FitRequest(
                picture, focal, zoom, null, null, null, null, null, null, null, null, null, null, null, null, null,
                null);
    }

    /** Whether Gavlin is to choose what is shown. */
    boolean leavesTheWindowOpen() {
        return focal == null && zoom == null && window == null;
    }

    Fit toFit(Slot slot, StoredPicture source) {
        Rule wanted = rule == null ? slot.brief().rule() : constant("rule", Rule.values(), rule);
        Integer colour = backing == null || backing.isBlank() ? null : colour(backing);
        PictureType wantedType = type == null || type.isBlank() ? null : PictureType.ofWord(type);
        Encoding wantedEncoding = encoding == null || encoding.isBlank() ? null : Encoding.parse(encoding);
        double wantedZoom = wanted == Rule.CONTAIN && window != null ? 1 : zoom == null ? 1 : zoom;
        Fit fit = new Fit(
                FocalPoint.CENTRE,
                wantedZoom,
                wanted,
                colour,
                wantedType,
                wantedEncoding,
                setting(slot, source, wanted));
        if (window == null || wanted == Rule.CONTAIN) {
            FocalPoint point = focal == null
                    ? source.regions().focal()
                    : new FocalPoint(required("focal.x", focal.x), required("focal.y", focal.y));
            return fit.around(point, source.size());
        }
        double width = Require.range("window.width", required("window.width", window.width), 1, Size.MAX, "px");
        double x = Require.range("window.x", required("window.x", window.x), -Size.MAX, Size.MAX, "px");
        double y = Require.range("window.y", required("window.y", window.y), -Size.MAX, Size.MAX, "px");
        if (windowTurn == null) {
            return fit.at(slot, source.size(), x, y, width);
        }
        Turn given =
                new Turn(Boolean.TRUE.equals(windowTurn.flipped), windowTurn.degrees == null ? 0 : windowTurn.degrees);
        double height = width / fit.slotOf(slot).brief().sizeFor(source.size()).proportion();
        double[] middle = given.toPicture(source.size(), x + width / 2, y + height / 2);
        double[] there = fit.setting().turn().fromPicture(source.size(), middle[0], middle[1]);
        return fit.at(slot, source.size(), there[0] - width / 2, there[1] - height / 2, width);
    }

    private Setting setting(Slot slot, StoredPicture source, Rule wanted) {
        if (height != null && !slot.heights().contains(height)) {
            throw new BadInput(
                    "height",
                    slot.heights().isEmpty()
                            ? "the theme offers no heights for this slot"
                            : "height must be one of " + slot.heights() + ", was " + height);
        }
        boolean own = height != null
                && slot.brief().size() != null
                && slot.brief().size().height() == height;
        return new Setting(
                turn(source),
                wanted == Rule.CONTAIN || growth == null ? Growth.NONE : limited(growth, source.size()),
                own ? null : height,
                position == null
                        ? null
                        : new Position(required("position.x", position.x), required("position.y", position.y)),
                letGo == null
                        ? List.of()
                        : letGo.stream()
                                .map(name -> Require.text("letGo", name, 60))
                                .toList());
    }

    private Turn turn(StoredPicture source) {
        boolean mirrored = Boolean.TRUE.equals(flipped);
        double now = degrees == null ? 0 : degrees;
        if (horizon == null) {
            return new Turn(mirrored, now);
        }
        Size turned = new Turn(mirrored, now).of(source.size());
        double across = (required("horizon.x2", horizon.x2) - required("horizon.x1", horizon.x1)) * turned.width();
        double down = (required("horizon.y2", horizon.y2) - required("horizon.y1", horizon.y1)) * turned.height();
        if (!(Math.hypot(across, down) >= 1)) {
            throw new BadInput("horizon", "the line along the horizon has no length");
        }
        return new Turn(mirrored, Math.round((now + Turn.levelling(across, down)) * 100) / 100.0);
    }

    /** No more is grown than there is of the picture. */
    private static Growth limited(Growth growth, Size picture) {
        Require.range("growth.top", growth.top(), 0, picture.height(), "px");
        Require.range("growth.bottom", growth.bottom(), 0, picture.height(), "px");
        Require.range("growth.left", growth.left(), 0, picture.width(), "px");
        Require.range("growth.right", growth.right(), 0, picture.width(), "px");
        return growth;
    }

    private static double required(String field, Double value) {
        if (value == null) {
            throw new BadInput(field, field + " is missing");
        }
        return value;
    }

    private static int colour(String text) {
        if (!text.matches("#[0-9A-Fa-f]{6}")) {
            throw new BadInput("backing", "expected a colour such as #17313A for backing, received " + text);
        }
        return Integer.parseInt(text.substring(1), 16);
    }

    private static <E extends Enum<E>> E constant(String field, E[] values, String word) {
        return Arrays.stream(values)
                .filter(v ->
                        v.name().equals(word.toUpperCase(Locale.ROOT)) && word.equals(word.toLowerCase(Locale.ROOT)))
                .findFirst()
                .orElseThrow(() -> new BadInput(
                        field,
                        "expected one of " + Arrays.toString(values).toLowerCase(Locale.ROOT) + " for " + field
                                + ", received " + word));
    }
}
