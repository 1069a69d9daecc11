package gavlin.core.tile;

import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;

/**
 * Makes a part of a picture repeat without a seam: what lies beyond its right edge is laid over its left one, and cut along the line where both differ
 * least, so that the picture goes on over the wrap; then the same below and above (Efros and Freeman 2001, "Image Quilting for Texture Synthesis and
 * Transfer", §2.1, the minimum error boundary cut). Four channels or three, straight samples.
 */
final class Weave {
    /** Of the tile's shorter side. */
    private static final double OVERLAP = 0.25;

    private static final int MOST_OVERLAP = 96;
    /** px over which both sides of the cut are mixed: a hard cut would be a line of its own. */
    private static final int SOFT = 3;

    private Weave() {}

    /** px that a part must be wider and higher than its tile. */
    static int overlap(Size tile) {
        return (int) Math.max(2, Math.min(MOST_OVERLAP, OVERLAP * Math.min(tile.width(), tile.height())));
    }

    /** @param part wider and higher than the tile by its overlap */
    static Pixels of(Pixels part, Size tile) {
        int overlap = overlap(tile);
        if (part.size().width() != tile.width() + overlap || part.size().height() != tile.height() + overlap) {
            throw new IllegalArgumentException("a part of " + part.size() + " is none for a tile of " + tile);
        }
        Pixels across = wrapped(part, tile.width(), overlap);
        return transposed(wrapped(transposed(across), tile.height(), overlap));
    }

    /** The first {@code length} columns, of which the first {@code overlap} go on from the last. */
    private static Pixels wrapped(Pixels part, int length, int overlap) {
        int lines = part.size().height();
        int channels = part.channels();
        int[] cut = cut(part, length, overlap);
        Size size = new Size(length, lines);
        byte[] out = new byte[(int) size.pixels() * channels];
        for (int y = 0; y < lines; y++) {
            int from = y * part.size().width() * channels;
            System.arraycopy(part.samples(), from, out, y * length * channels, length * channels);
            for (int x = 0; x < overlap; x++) {
                // Right at the wrap it is wholly what lies beyond the edge, at the overlap's end wholly the part
                // itself.
                int soft = Math.max(1, Math.min(SOFT, Math.min(cut[y], overlap - 1 - cut[y])));
                double own = Math.max(0, Math.min(1, 0.5 + (x - cut[y]) / (2.0 * soft)));
                for (int c = 0; c < channels; c++) {
                    double beyond = part.samples()[from + (length + x) * channels + c] & 0xff;
                    double here = part.samples()[from + x * channels + c] & 0xff;
                    out[(y * length + x) * channels + c] = (byte) Math.round(own * here + (1 - own) * beyond);
                }
            }
        }
        return new Pixels(size, channels, out);
    }

    /** For each line, where in the overlap both differ least; from one to the next by a px at most, also from the last to the first. */
    private static int[] cut(Pixels part, int length, int overlap) {
        int[] free = path(part, length, overlap, -1);
        return path(part, length, overlap, free[free.length / 2]);
    }

    /** @param ends where it begins and ends; −1 for anywhere */
    private static int[] path(Pixels part, int length, int overlap, int ends) {
        int lines = part.size().height();
        double[][] cost = new double[lines][overlap];
        for (int y = 0; y < lines; y++) {
            for (int x = 0; x < overlap; x++) {
                double least = 0;
                if (y > 0) {
                    least = cost[y - 1][x];
                    least = x > 0 ? Math.min(least, cost[y - 1][x - 1]) : least;
                    least = x + 1 < overlap ? Math.min(least, cost[y - 1][x + 1]) : least;
                } else if (ends >= 0 && x != ends) {
                    least = Double.MAX_VALUE / 4;
                }
                // The outermost px are no place for a cut: nothing would be mixed there.
                boolean edge = x < 1 || x > overlap - 2;
                cost[y][x] = least + difference(part, y, x, length + x) + (edge && overlap > 4 ? 1e9 : 0);
            }
        }
        int[] path = new int[lines];
        int at = ends >= 0 ? ends : lowest(cost[lines - 1], 0, overlap - 1);
        for (int y = lines - 1; y >= 0; y--) {
            path[y] = at;
            if (y > 0) {
                at = lowest(cost[y - 1], Math.max(0, at - 1), Math.min(overlap - 1, at + 1));
            }
        }
        return path;
    }

    private static int lowest(double[] costs, int from, int to) {
        int best = from;
        for (int i = from; i <= to; i++) {
            best = costs[i] < costs[best] ? i : best;
        }
        return best;
    }

    private static double difference(Pixels part, int y, int x, int other) {
        int channels = part.channels();
        int row = y * part.size().width();
        double sum = 0;
        for (int c = 0; c < channels; c++) {
            double d = (part.samples()[(row + x) * channels + c] & 0xff)
                    - (part.samples()[(row + other) * channels + c] & 0xff);
            sum += d * d;
        }
        return sum;
    }

    private static Pixels transposed(Pixels of) {
        int width = of.size().width();
        int height = of.size().height();
        int channels = of.channels();
        byte[] out = new byte[of.samples().length];
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                System.arraycopy(of.samples(), (y * width + x) * channels, out, (x * height + y) * channels, channels);
            }
        }
        return new Pixels(new Size(height, width), channels, out);
    }
}
