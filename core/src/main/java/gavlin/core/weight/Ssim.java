package gavlin.core.weight;

import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import java.util.stream.IntStream;

/**
 * Structural similarity (Z. Wang, A. C. Bovik, H. R. Sheikh, E. P. Simoncelli 2004, IEEE Trans. Image Process.
 * 13(4):600–612, eq. 13): an 11×11 Gaussian of σ 1.5, K1 0.01, K2 0.03, range 255, on the luma of coded sRGB (ITU-R BT.601
 * weights), averaged over the places where the whole window lies inside the picture.
 *
 * <p>1 is identical. A picture with alpha is compared on black and on white, and the lower value counts. Pictures
 * smaller than the window are compared with as much of the window as they hold.
 */
public final class Ssim {
    /** From here on damage is not seen: common practice, no source. */
    public static final double SOUND = 0.95;

    private static final int WINDOW = 11;
    private static final double SIGMA = 1.5;
    private static final float C1 = (float) Math.pow(0.01 * 255, 2);
    private static final float C2 = (float) Math.pow(0.03 * 255, 2);

    private Ssim() {}

    /** @throws IllegalArgumentException when the sizes differ */
    public static double between(Pixels a, Pixels b) {
        return original(a).likeness(b);
    }

    /** What others are compared with, prepared once. */
    public static Original original(Pixels pixels) {
        return new Original(pixels);
    }

    /** A picture with what every comparison needs of it at hand: on black and on white when it has alpha. */
    public static final class Original {
        private final Pixels pixels;
        private final Plane onBlack;
        private final Plane onWhite;

        private Original(Pixels pixels) {
            this.pixels = pixels;
            this.onBlack = new Plane(luma(pixels.over(0)));
            this.onWhite = pixels.channels() == 4 ? new Plane(luma(pixels.over(0xffffff))) : null;
        }

        /** @throws IllegalArgumentException when the sizes differ */
        public double likeness(Pixels other) {
            Size size = pixels.size();
            if (!size.equals(other.size())) {
                throw new IllegalArgumentException("sizes differ: " + size + " and " + other.size());
            }
            if (onWhite == null && other.channels() == 3) {
                return onBlack.likeness(luma(other));
            }
            double black = onBlack.likeness(luma(other.over(0)));
            Plane white = onWhite == null ? onBlack : onWhite;
            return Math.min(black, white.likeness(luma(other.over(0xffffff))));
        }
    }

    /** Brightness 0..255, a row an array, with its weighted mean and variance in every window. */
    private static final class Plane {
        private final float[][] luma;
        private final float[] down;
        private final float[] across;
        private final float[][] mean;
        private final float[][] variance;

        Plane(float[][] luma) {
            this.luma = luma;
            this.down = gaussian(Math.min(WINDOW, luma.length));
            this.across = gaussian(Math.min(WINDOW, luma[0].length));
            int rows = luma.length - down.length + 1;
            this.mean = new float[rows][];
            this.variance = new float[rows][];
            IntStream.range(0, rows).parallel().forEach(y -> {
                float[] sum = new float[luma[0].length];
                float[] squares = new float[luma[0].length];
                for (int k = 0; k < down.length; k++) {
                    addWeighted(sum, luma[y + k], sum.length, down[k]);
                    addProducts(squares, luma[y + k], luma[y + k], sum.length, down[k]);
                }
                mean[y] = acrossWindows(sum, across);
                variance[y] = acrossWindows(squares, across);
                for (int x = 0; x < mean[y].length; x++) {
                    variance[y][x] -= mean[y][x] * mean[y][x];
                }
            });
        }

        double likeness(float[][] other) {
            double[] sums = new double[mean.length];
            IntStream.range(0, sums.length).parallel().forEach(y -> sums[y] = rowSum(other, y));
            double total = 0;
            for (double sum : sums) { // in order, so that the result does not depend on threads
                total += sum;
            }
            return total / ((double) mean.length * mean[0].length);
        }

        private double rowSum(float[][] other, int y) {
            int width = other[0].length;
            float[] sum = new float[width];
            float[] squares = new float[width];
            float[] products = new float[width];
            for (int k = 0; k < down.length; k++) {
                addWeighted(sum, other[y + k], width, down[k]);
                addProducts(squares, other[y + k], other[y + k], width, down[k]);
                addProducts(products, luma[y + k], other[y + k], width, down[k]);
            }
            float[] means = acrossWindows(sum, across);
            float[] meanSquares = acrossWindows(squares, across);
            float[] meanProducts = acrossWindows(products, across);
            double total = 0;
            for (int x = 0; x < means.length; x++) {
                float ma = mean[y][x];
                float mb = means[x];
                float varianceB = meanSquares[x] - mb * mb;
                float covariance = meanProducts[x] - ma * mb;
                total += (2 * ma * mb + C1)
                        * (2 * covariance + C2)
                        / ((ma * ma + mb * mb + C1) * (variance[y][x] + varianceB + C2));
            }
            return total;
        }
    }

    private static float[] acrossWindows(float[] row, float[] weights) {
        float[] out = new float[row.length - weights.length + 1];
        float[] shifted = new float[out.length];
        for (int k = 0; k < weights.length; k++) {
            System.arraycopy(row, k, shifted, 0, out.length);
            addWeighted(out, shifted, out.length, weights[k]);
        }
        return out;
    }

    /** Whole arrays without offsets, here and below: only so does the compiler make vector instructions of it. */
    private static void addProducts(float[] out, float[] a, float[] b, int count, float weight) {
        for (int x = 0; x < count; x++) {
            out[x] += weight * a[x] * b[x];
        }
    }

    private static void addWeighted(float[] out, float[] in, int count, float weight) {
        for (int x = 0; x < count; x++) {
            out[x] += weight * in[x];
        }
    }

    private static float[] gaussian(int taps) {
        float[] weights = new float[taps];
        double sum = 0;
        for (int i = 0; i < taps; i++) {
            double d = i - (taps - 1) / 2.0;
            weights[i] = (float) Math.exp(-d * d / (2 * SIGMA * SIGMA));
            sum += weights[i];
        }
        for (int i = 0; i < taps; i++) {
            weights[i] /= (float) sum;
        }
        return weights;
    }

    private static float[][] luma(Pixels pixels) {
        byte[] in = pixels.samples();
        int width = pixels.size().width();
        float[][] out = new float[pixels.size().height()][];
        IntStream.range(0, out.length).parallel().forEach(y -> {
            float[] row = new float[width];
            for (int x = 0, i = 3 * y * width; x < width; x++, i += 3) {
                row[x] = 0.299f * (in[i] & 0xff) + 0.587f * (in[i + 1] & 0xff) + 0.114f * (in[i + 2] & 0xff);
            }
            out[y] = row;
        });
        return out;
    }
}
