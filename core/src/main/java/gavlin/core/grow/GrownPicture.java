package gavlin.core.grow;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Renderable;

/**
 * A picture with its mirror image beyond its edges. Each rendition is mirrored at whole pixels of its own, so that no value is found
 * between pixels twice and every join is continuous.
 */
record GrownPicture(Renderable<InPrepared> before, Grow grow) implements Renderable<InPrepared> {
    private static final double ROUNDING = 1e-6;

    @Override
    public Size size() {
        return grow.of(before.size());
    }

    @Override
    public boolean hasAlpha() {
        return before.hasAlpha();
    }

    @Override
    public Pixels render(Framing<InPrepared> framing, Size out) {
        Box<InPrepared> window = framing.window().moved(-grow.left(), -grow.top());
        if (before.size().<InPrepared>box().contains(window, ROUNDING)) {
            return before.render(new Framing<>(window, framing.placed()), out);
        }
        return Pixels.filling(framing.placed(), out, size -> mirrored(window, size));
    }

    /** @param window px of the picture before; reaches beyond it */
    private Pixels mirrored(Box<InPrepared> window, Size out) {
        Mirror across = Mirror.of(window.x(), window.width(), before.size().width(), out.width());
        Mirror down = Mirror.of(window.y(), window.height(), before.size().height(), out.height());
        Size size = new Size(across.count(), down.count());
        Box<InSlot> there = new Box<>(across.first(), down.first(), size.width(), size.height());
        Box<InPrepared> inside =
                there.carry(out.box(), window).intersect(before.size().box());
        Pixels part = before.render(new Framing<>(inside, size.box()), size);
        return part.rearranged(out, across.columns(), down.columns());
    }

    /**
     * Along one axis of a rendition: which of its pixels are rendered, and which of those stands where.
     *
     * @param first that is rendered; may lie outside the rendition
     * @param columns for each of the rendition's, counted from the first that is rendered
     */
    private record Mirror(int first, int count, int[] columns) {
        static Mirror of(double from, double length, int picture, int out) {
            double scale = out / length;
            int edge = (int) Math.ceil((0 - from) * scale - ROUNDING);
            int end = Math.max(edge + 1, (int) Math.floor((picture - from) * scale + ROUNDING));
            int[] columns = new int[out];
            int first = Integer.MAX_VALUE;
            int last = Integer.MIN_VALUE;
            for (int x = 0; x < out; x++) {
                columns[x] = edge + thereAndBack(x - edge, end - edge);
                first = Math.min(first, columns[x]);
                last = Math.max(last, columns[x]);
            }
            for (int x = 0; x < out; x++) {
                columns[x] -= first;
            }
            return new Mirror(first, last - first + 1, columns);
        }

        /** The index that stands at {@code i} when the indices 0..length−1 go on in both directions, there and back. */
        static int thereAndBack(int i, int length) {
            int at = Math.floorMod(i, 2 * length);
            return at < length ? at : 2 * length - 1 - at;
        }
    }
}
