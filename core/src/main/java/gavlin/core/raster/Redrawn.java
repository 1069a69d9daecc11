package gavlin.core.raster;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;

/**
 * A part of a drawing that was drawn for one rendition, twice as fine as that needs, so that it is reduced in linear light like every
 * other picture: an edge is never softer than its drawing. Renders nothing outside its part.
 *
 * @param size of the whole, px
 * @param region the part, px of the whole
 * @param drawn its pixels
 */
public record Redrawn(Size size, Box<InPicture> region, WorkingPicture drawn) implements Renderable<InPicture> {
    private static final double FINER = 2;
    /** Icons are made from more. */
    private static final double SMALL_FINER = 4;

    private static final double SMALL = 64;
    private static final long MOST_PIXELS = 24_000_000;

    /** As much as a kernel needs around a window. */
    public static Box<InPicture> region(Size size, Framing<InPicture> framing) {
        Box<InPicture> window = framing.window();
        double reach = Taps.LOBES * framing.detail();
        double left = Math.max(0, Math.floor(window.x() - reach));
        double top = Math.max(0, Math.floor(window.y() - reach));
        double right = Math.min(size.width(), Math.ceil(window.right() + reach));
        double bottom = Math.min(size.height(), Math.ceil(window.bottom() + reach));
        return new Box<>(left, top, Math.max(1, right - left), Math.max(1, bottom - top));
    }

    /** How many pixels a region is drawn with. */
    public static Size pixels(Box<InPicture> region, Framing<InPicture> framing) {
        boolean small = Math.min(framing.placed().width(), framing.placed().height()) < SMALL;
        double scale = (small ? SMALL_FINER : FINER) / framing.detail();
        double most =
                Math.min(Math.sqrt(MOST_PIXELS / region.area()), Size.MAX / Math.max(region.width(), region.height()));
        double bounded = Math.min(scale, most);
        return new Size((int) Math.max(1, Math.round(region.width() * bounded)), (int)
                Math.max(1, Math.round(region.height() * bounded)));
    }

    @Override
    public boolean hasAlpha() {
        return drawn.hasAlpha();
    }

    @Override
    public Pixels render(Framing<InPicture> framing, Size out) {
        double across = drawn.size().width() / region.width();
        double down = drawn.size().height() / region.height();
        Box<InPicture> window = framing.window();
        Box<InPicture> there = new Box<>(
                (window.x() - region.x()) * across,
                (window.y() - region.y()) * down,
                window.width() * across,
                window.height() * down);
        return drawn.render(new Framing<>(there, framing.placed()), out);
    }
}
