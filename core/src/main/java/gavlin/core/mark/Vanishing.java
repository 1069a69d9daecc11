package gavlin.core.mark;

import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;

/**
 * What of a mark is finer than a pixel of its file: strokes that an opening by such a square takes away, and gaps that a closing fills
 * (Serra, "Image Analysis and Mathematical Morphology", 1982), measured on a finer rendering of the same.
 */
public final class Vanishing {
    /** Pixels of the finer rendering along one of the file. */
    public static final int FINER = 4;

    private static final int HALF = 128;

    /** A mark is small when its file's shorter side has no more px. */
    private static final int SMALL = 64;
    /** Of a file: a longer strip has room for what it shows, along itself. */
    private static final long MOST_PIXELS = 100_000;

    private Vanishing() {}

    /** Whether it is measured on files of this size: only small marks lose anything. */
    public static boolean isMeasuredOn(Size file) {
        return Math.min(file.width(), file.height()) <= SMALL && file.pixels() <= MOST_PIXELS;
    }

    /** @param fine {@value #FINER} times the file's size @return the share of the mark's area, 0..1; 0 for one without clear pixels */
    public static double share(Pixels fine) {
        if (fine.channels() != 4 || fine.transparentPixels() == 0) {
            return 0;
        }
        int width = fine.size().width();
        int height = fine.size().height();
        boolean[] there = new boolean[width * height];
        int area = 0;
        for (int i = 0; i < there.length; i++) {
            there[i] = (fine.samples()[i * 4 + 3] & 0xff) >= HALF;
            area += there[i] ? 1 : 0;
        }
        boolean[] opened = fitting(there, width, height, true);
        boolean[] gaps = fitting(there, width, height, false);
        int lost = 0;
        for (int i = 0; i < there.length; i++) {
            lost += there[i] ? opened[i] ? 0 : 1 : gaps[i] ? 0 : 1;
        }
        return area == 0 ? 0 : Math.min(1, (double) lost / area);
    }

    /** Where a square of one pixel of the file fits into what is there, or into what isn't; beyond the edge nothing is there. */
    private static boolean[] fitting(boolean[] there, int width, int height, boolean kind) {
        int margin = kind ? 0 : FINER;
        boolean[] covered = new boolean[width * height];
        for (int y = -margin; y <= height - FINER + margin; y++) {
            for (int x = -margin; x <= width - FINER + margin; x++) {
                if (fits(there, width, height, x, y, kind)) {
                    cover(covered, width, height, x, y);
                }
            }
        }
        return covered;
    }

    private static boolean fits(boolean[] there, int width, int height, int left, int top, boolean kind) {
        for (int y = top; y < top + FINER; y++) {
            for (int x = left; x < left + FINER; x++) {
                boolean inside = x >= 0 && y >= 0 && x < width && y < height;
                if ((inside && there[y * width + x]) != kind) {
                    return false;
                }
            }
        }
        return true;
    }

    private static void cover(boolean[] covered, int width, int height, int left, int top) {
        for (int y = Math.max(0, top); y < Math.min(height, top + FINER); y++) {
            for (int x = Math.max(0, left); x < Math.min(width, left + FINER); x++) {
                covered[y * width + x] = true;
            }
        }
    }
}
