package gavlin.core.weight;

import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import java.util.Arrays;
import java.util.function.DoubleToIntFunction;

/**
 * A quarter of a large picture, in strips spread evenly over its height: encoded, it tells the whole file's size to some
 * percent at a quarter of the cost, so that a search starts near its end.
 *
 * @param share of the whole picture's pixels
 */
record Sample(Pixels strips, double share) {
    /** Rows of a strip: a whole number of the blocks of every encoder. */
    private static final int STRIP = 16;

    private static final int EVERY = 4;
    /** Below this a sample would cost nearly as much as the picture. */
    private static final long LEAST_PIXELS = 200_000;

    /** How far from the place found the first pair of a search goes, so that the answer mostly lies between them. */
    private static final double MARGIN = 0.02;

    /** Null when the picture is too small for it. */
    static Sample of(Pixels pixels) {
        Size size = pixels.size();
        if (size.pixels() < LEAST_PIXELS || size.height() < 2 * EVERY * STRIP) {
            return null;
        }
        int row = size.width() * pixels.channels();
        int strips = size.height() / (EVERY * STRIP);
        byte[] samples = new byte[strips * STRIP * row];
        for (int i = 0; i < strips; i++) {
            int from = (i * EVERY + EVERY / 2) * STRIP * row;
            System.arraycopy(pixels.samples(), from, samples, i * STRIP * row, STRIP * row);
        }
        Pixels taken = new Pixels(new Size(size.width(), strips * STRIP), pixels.channels(), samples);
        return new Sample(taken, (double) taken.size().pixels() / size.pixels());
    }

    /**
     * Two places on a scale between which the logarithm of the whole file's size probably passes the limit.
     *
     * @param scale two places to look at
     * @param overhead bytes of a file that don't depend on its pixels
     * @param bytes of the strips' file at a place
     */
    double[] around(double[] scale, double logLimit, int overhead, DoubleToIntFunction bytes) {
        double[] logs = Arrays.stream(scale)
                .parallel()
                .map(x -> Math.log(Math.max(1, bytes.applyAsInt(x) - overhead) / share + overhead))
                .toArray();
        double slope = (logs[1] - logs[0]) / (scale[1] - scale[0]);
        double at = slope <= 0 ? scale[0] : scale[0] + (logLimit - logs[0]) / slope;
        double low = Math.max(0, Math.min(1 - 2 * MARGIN, at - MARGIN));
        return new double[] {low, low + 2 * MARGIN};
    }
}
