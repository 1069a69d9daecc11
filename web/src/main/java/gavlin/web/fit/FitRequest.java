package gavlin.web.fit;

import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.core.brief.Slot;
import gavlin.core.codec.PictureType;
import gavlin.core.fit.Fit;
import gavlin.core.fit.RenditionPlan;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Size;
import gavlin.core.weight.Encoding;
import gavlin.web.picture.StoredPicture;
import java.util.Arrays;
import java.util.Locale;

/**
 * A fit as a person or program asks for it; what is left out is chosen by Gavlin.
 *
 * @param picture id; may be left out where the slot has one already
 * @param focal fractions of the picture
 * @param window instead of focal and zoom: where the window should be, source px; its height follows from the slot
 * @param backing {@code #RRGGBB}, or null for none
 * @param type such as {@code jpeg}, or null for the best
 * @param encoding one of the candidates' encodings, or null for the best
 */
public record FitRequest(
        String picture,
        Point focal,
        Double zoom,
        WindowPlace window,
        String rule,
        String backing,
        String type,
        String encoding) {
    public record Point(Double x, Double y) {}

    public record WindowPlace(Double x, Double y, Double width) {}

    /** As Gavlin would place it. */
    public static FitRequest of(String picture) {
        return new FitRequest(picture, null, null, null, null, null, null, null);
    }

    Fit toFit(Slot slot, StoredPicture source) {
        Fit usual = Fit.chosenFor(slot);
        Rule wanted = rule == null ? usual.rule() : constant("rule", Rule.values(), rule);
        Integer colour = backing == null || backing.isBlank() ? null : colour(backing);
        PictureType wantedType = type == null || type.isBlank() ? null : PictureType.ofWord(type);
        Encoding wantedEncoding = encoding == null || encoding.isBlank() ? null : Encoding.parse(encoding);
        double wantedZoom = wanted == Rule.CONTAIN && window != null ? 1 : zoom == null ? usual.zoom() : zoom;
        if (window == null || wanted == Rule.CONTAIN) {
            FocalPoint point = focal == null
                    ? usual.focal()
                    : new FocalPoint(required("focal.x", focal.x), required("focal.y", focal.y));
            return new Fit(point, wantedZoom, wanted, colour, wantedType, wantedEncoding);
        }
        return byWindow(slot, source.size(), new Fit(FocalPoint.CENTRE, 1, wanted, colour, wantedType, wantedEncoding));
    }

    /** The focal point and zoom whose window is the wanted one, as nearly as the picture's edges allow. */
    private Fit byWindow(Slot slot, Size picture, Fit rest) {
        Size out = slot.brief().sizeFor(picture);
        double width = Require.range("window.width", required("window.width", window.width), 1, picture.width(), "px");
        double x = Require.range("window.x", required("window.x", window.x), -picture.width(), picture.width(), "px");
        double y = Require.range("window.y", required("window.y", window.y), -picture.height(), picture.height(), "px");
        double zoom = Framing.zoomForWidth(picture, out, width);
        Fit anywhere = rest.at(FocalPoint.CENTRE, zoom);
        Box box = anywhere.frame(slot, picture, out).window();
        FocalPoint aim = gavlin.core.brief.OpenArea.aim(slot.showings(), out);
        double left = Math.max(0, Math.min(picture.width() - box.width(), x));
        double top = Math.max(0, Math.min(picture.height() - box.height(), y));
        FocalPoint focal = new FocalPoint(
                Math.max(0, Math.min(1, (left + aim.x() * box.width()) / picture.width())),
                Math.max(0, Math.min(1, (top + aim.y() * box.height()) / picture.height())));
        return rest.at(focal, zoom);
    }

    static RenditionPlan plan(Slot slot, Fit fit, StoredPicture picture, int density) {
        return RenditionPlan.of(slot, fit, picture.facts(), density);
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
