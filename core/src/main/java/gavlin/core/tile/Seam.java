package gavlin.core.tile;

import gavlin.core.raster.Pixels;

/**
 * Whether a tile shows where it repeats: the mean difference of a pixel and its neighbour over the wrap, against the mean of those inside, of
 * the worse of both directions. 1 where the seam is like any other place, more where it shows. 1 for a tile of one colour.
 *
 * @param across of the left and the right edge
 * @param down of the top and the bottom edge
 */
public record Seam(double across, double down) {
    public static Seam of(Pixels tile) {
        return new Seam(score(tile, true), score(tile, false));
    }

    public double worst() {
        return Math.max(across, down);
    }

    private static double score(Pixels tile, boolean across) {
        int length = across ? tile.size().width() : tile.size().height();
        int lines = across ? tile.size().height() : tile.size().width();
        double inside = 0;
        double wrap = 0;
        for (int line = 0; line < lines; line++) {
            for (int i = 0; i < length; i++) {
                int next = (i + 1) % length;
                double step = across ? difference(tile, i, line, next, line) : difference(tile, line, i, line, next);
                if (next == 0) {
                    wrap += step;
                } else {
                    inside += step;
                }
            }
        }
        double usual = length < 2 ? 0 : inside / (length - 1);
        return usual == 0 ? (wrap == 0 ? 1 : Double.POSITIVE_INFINITY) : wrap / usual;
    }

    private static double difference(Pixels tile, int x, int y, int otherX, int otherY) {
        int channels = tile.channels();
        int one = (y * tile.size().width() + x) * channels;
        int other = (otherY * tile.size().width() + otherX) * channels;
        double sum = 0;
        for (int c = 0; c < channels; c++) {
            sum += Math.abs((tile.samples()[one + c] & 0xff) - (tile.samples()[other + c] & 0xff));
        }
        return sum;
    }
}
