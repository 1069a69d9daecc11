package gavlin.core.weight;

import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import java.util.function.DoubleToIntFunction;
import java.util.function.DoubleUnaryOperator;

/**
 * A quarter of a large picture, in bands over its whole width, so that nothing beside nothing is missed: encoded, it tells
 * the whole file's size to some percent at a quarter of the cost, and a search starts near its end.
 *
 * @param share of the whole picture's pixels
 */
record Sample(Subject bands, double share) {
    /** Rows of a band, px: whole blocks of every encoder. */
    private static final int ROWS = 16;
    /** One band of so many is taken. */
    private static final int EVERY = 4;

    /** Below this a sample would cost nearly as much as the picture. */
    private static final long LEAST_PIXELS = 200_000;

    /** How far from the place found the first pair of a search goes, so that the answer mostly lies between them. */
    private static final double MARGIN = 0.015;
    /** A twentieth of the limit: nearer than a sample tells. */
    private static final double NEAR = 0.05;

    private static final int MOST_ENCODES = 6;

    /** Null when the picture is too small or too low for it. */
    static Sample of(Pixels pixels) {
        Size size = pixels.size();
        int bands = size.height() / ROWS / EVERY;
        if (size.pixels() < LEAST_PIXELS || bands < 2) {
            return null;
        }
        int bandBytes = ROWS * size.width() * pixels.channels();
        byte[] samples = new byte[bands * bandBytes];
        for (int band = 0; band < bands; band++) {
            int from = (band * EVERY + EVERY / 2) * bandBytes;
            System.arraycopy(pixels.samples(), from, samples, band * bandBytes, bandBytes);
        }
        Pixels taken = new Pixels(new Size(size.width(), bands * ROWS), pixels.channels(), samples);
        return new Sample(new Subject(taken), (double) taken.size().pixels() / size.pixels());
    }

    /**
     * Two places on a scale between which the logarithm of the whole file's size probably passes the limit.
     *
     * @param usual two places to begin with
     * @param overhead bytes of a file that don't depend on its pixels
     * @param bytes of the bands' file at a place
     */
    double[] around(double[] usual, double logLimit, int overhead, DoubleToIntFunction bytes) {
        double at = at(usual, logLimit, x -> Math.log(Math.max(1, bytes.applyAsInt(x) - overhead) / share + overhead));
        double low = Math.max(0, Math.min(1 - 2 * MARGIN, at - MARGIN));
        return new double[] {low, low + 2 * MARGIN};
    }

    /**
     * The greatest place on a scale where the logarithm of a size keeps a limit, to a twentieth of the size.
     *
     * @param usual two places to begin with
     * @param logBytes at a place
     */
    double at(double[] usual, double logLimit, DoubleUnaryOperator logBytes) {
        QualitySearch<Double> search = new QualitySearch<>(
                logBytes::applyAsDouble, size -> size, logLimit, logLimit - NEAR, MARGIN, MOST_ENCODES);
        return search.run(usual).chosen().x();
    }
}
