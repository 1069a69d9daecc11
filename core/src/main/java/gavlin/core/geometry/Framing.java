package gavlin.core.geometry;

import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.core.geometry.Space.InSlot;

/**
 * Where a picture lands in a slot: the window and the box of the slot that the window fills. Both have the same proportions, so nothing
 * is ever squashed.
 *
 * @param window the part of the picture that is shown, px of the picture; edges may be fractions of a pixel
 * @param placed where that part lands
 */
public record Framing<S extends Space>(Box<S> window, Box<InSlot> placed) {
    /** Beyond this a window would be smaller than a picture's detail can bear by any measure. */
    public static final double MAX_ZOOM = 64;

    /**
     * Cover: s = zoom · max(w/W, h/H) slot px per source px; the focal point lands at {@code aim} as nearly as the
     * picture's edges allow. Contain: s = min(w/W, h/H), the picture at {@code aim} of the space left over.
     *
     * @param aim where the focal point should land
     * @param zoom 1..{@value #MAX_ZOOM} for cover; exactly 1 for contain
     */
    public static <S extends Space> Framing<S> of(
            Size picture, Size slot, Rule rule, FocalPoint<S> focal, FocalPoint<InSlot> aim, double zoom) {
        Require.range("zoom", zoom, 1, MAX_ZOOM, "");
        double across = (double) slot.width() / picture.width();
        double down = (double) slot.height() / picture.height();
        if (rule == Rule.CONTAIN) {
            if (zoom != 1) {
                throw new BadInput("zoom", "zoom must be 1 with the rule contain, was " + zoom);
            }
            return new Framing<>(picture.box(), contain(picture, slot, Math.min(across, down), aim));
        }
        double scale = zoom * Math.max(across, down);
        double width = Math.min(picture.width(), slot.width() / scale);
        double height = Math.min(picture.height(), slot.height() / scale);
        double x = clamp(focal.x() * picture.width() - aim.x() * width, picture.width() - width);
        double y = clamp(focal.y() * picture.height() - aim.y() * height, picture.height() - height);
        return new Framing<>(new Box<>(x, y, width, height), slot.box());
    }

    private static Box<InSlot> contain(Size picture, Size slot, double scale, FocalPoint<InSlot> at) {
        double width = Math.min(slot.width(), picture.width() * scale);
        double height = Math.min(slot.height(), picture.height() * scale);
        return new Box<>((slot.width() - width) * at.x(), (slot.height() - height) * at.y(), width, height);
    }

    private static double clamp(double value, double max) {
        return Math.max(0, Math.min(max, value));
    }

    /** Source px per slot px: 1 is the picture's own detail, below 1 the picture is enlarged. */
    public double detail() {
        return window.width() / placed.width();
    }

    /** The share of the slot that the picture fills, 0..1. */
    public double filled(Size slot) {
        return placed.intersect(slot.box()).area() / slot.pixels();
    }

    /** The zoom at which a cover window is this wide, px, as nearly as zooms of 1 and more allow. */
    public static double zoomForWidth(Size picture, Size slot, double windowWidth) {
        double widest = Framing.of(picture, slot, Rule.COVER, FocalPoint.centre(), FocalPoint.centre(), 1)
                .window()
                .width();
        return Math.max(1, Math.min(MAX_ZOOM, widest / windowWidth));
    }
}
