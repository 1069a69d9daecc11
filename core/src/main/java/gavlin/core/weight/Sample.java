package gavlin.core.weight;

import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import java.util.function.DoubleToIntFunction;

/**
 * A quarter of a large picture, in tiles spread evenly over it: encoded, it tells the whole file's size to some percent at
 * a quarter of the cost, so that a search starts near its end.
 *
 * @param share of the whole picture's pixels
 */
record Sample(Pixels tiles, double share) {
    /** Rows and columns of a tile, px: whole blocks of every encoder; wide, as each encoder looks to the left. */
    private static final int ROWS = 32;

    private static final int COLUMNS = 128;
    /** One tile of so many is taken. */
    private static final int EVERY = 4;
    /** Which of them in each band of tiles: no two bands below each other take the same. */
    private static final int[] PHASE = {0, 2, 1, 3};

    /** Below this a sample would cost nearly as much as the picture. */
    private static final long LEAST_PIXELS = 200_000;

    /** How far from the place found the first pair of a search goes, so that the answer mostly lies between them. */
    private static final double MARGIN = 0.02;
    /** A twentieth of the limit: nearer than a sample tells. */
    private static final double NEAR = 0.05;

    private static final int MOST_ENCODES = 6;

    /** Null when the picture is too small for it. */
    static Sample of(Pixels pixels) {
        Size size = pixels.size();
        int across = size.width() / (EVERY * COLUMNS);
        int down = size.height() / ROWS;
        if (size.pixels() < LEAST_PIXELS || across == 0 || down < EVERY) {
            return null;
        }
        int channels = pixels.channels();
        int tileBytes = COLUMNS * channels;
        byte[] samples = new byte[down * ROWS * across * tileBytes];
        for (int y = 0; y < down * ROWS; y++) {
            for (int i = 0; i < across; i++) {
                int column = (i * EVERY + PHASE[y / ROWS % EVERY]) * COLUMNS;
                int from = (y * size.width() + column) * channels;
                System.arraycopy(pixels.samples(), from, samples, (y * across + i) * tileBytes, tileBytes);
            }
        }
        Pixels taken = new Pixels(new Size(across * COLUMNS, down * ROWS), channels, samples);
        return new Sample(taken, (double) taken.size().pixels() / size.pixels());
    }

    /**
     * Two places on a scale between which the logarithm of the whole file's size probably passes the limit.
     *
     * @param usual two places to begin with
     * @param overhead bytes of a file that don't depend on its pixels
     * @param bytes of the tiles' file at a place
     */
    double[] around(double[] usual, double logLimit, int overhead, DoubleToIntFunction bytes) {
        QualitySearch<Double> search = new QualitySearch<>(
                x -> Math.log(Math.max(1, bytes.applyAsInt(x) - overhead) / share + overhead),
                size -> size,
                logLimit,
                logLimit - NEAR,
                MARGIN,
                MOST_ENCODES);
        double at = search.run(usual).chosen().x();
        double low = Math.max(0, Math.min(1 - 2 * MARGIN, at - MARGIN));
        return new double[] {low, low + 2 * MARGIN};
    }
}
