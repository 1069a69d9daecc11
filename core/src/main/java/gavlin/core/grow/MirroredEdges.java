package gavlin.core.grow;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;

/**
 * Grows a picture by its own mirror image at each edge, slice after slice, each flipped against the last, so that every join is
 * continuous.
 */
public final class MirroredEdges {
    private MirroredEdges() {}

    /**
     * @param part what there is of the picture
     * @param at where its top left corner lies in the whole, px; with its size it lies inside
     */
    public static Pixels around(Pixels part, int atX, int atY, Size whole) {
        int channels = part.channels();
        int width = part.size().width();
        int[] columns = new int[whole.width()];
        for (int x = 0; x < columns.length; x++) {
            columns[x] = mirrored(x - atX, width) * channels;
        }
        byte[] from = part.samples();
        byte[] to = new byte[(int) whole.pixels() * channels];
        for (int y = 0, o = 0; y < whole.height(); y++) {
            int row = mirrored(y - atY, part.size().height()) * width * channels;
            for (int column : columns) {
                for (int c = 0; c < channels; c++) {
                    to[o++] = from[row + column + c];
                }
            }
        }
        return new Pixels(whole, channels, to);
    }

    /** The index that stands at {@code i} when the indices 0..length−1 go on in both directions, there and back. */
    static int mirrored(int i, int length) {
        int at = Math.floorMod(i, 2 * length);
        return at < length ? at : 2 * length - 1 - at;
    }

    /** The whole pixels of {@code whole} that lie inside a box; one at least. */
    public static Box wholePixels(Box box, Size whole) {
        double left = Math.min(whole.width() - 1, Math.ceil(box.x() - 1e-6));
        double top = Math.min(whole.height() - 1, Math.ceil(box.y() - 1e-6));
        double right = Math.max(left + 1, Math.floor(box.right() + 1e-6));
        double bottom = Math.max(top + 1, Math.floor(box.bottom() + 1e-6));
        return new Box(Math.max(0, left), Math.max(0, top), right - left, bottom - top).intersect(whole.box());
    }
}
