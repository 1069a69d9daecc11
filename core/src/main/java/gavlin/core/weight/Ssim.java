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

    /** A picture with its brightness at hand: on black and on white when it has alpha. */
    public static final class Original {
        private final Pixels pixels;
        private final float[][] onBlack;
        private final float[][] onWhite;

        private Original(Pixels pixels) {
            this.pixels = pixels;
            this.onBlack = luma(pixels.over(0));
            this.onWhite = pixels.channels() == 4 ? luma(pixels.over(0xffffff)) : null;
        }

        /** @throws IllegalArgumentException when the sizes differ */
        public double likeness(Pixels other) {
            Size size = pixels.size();
            if (!size.equals(other.size())) {
                throw new IllegalArgumentException("sizes differ: " + size + " and " + other.size());
            }
            if (onWhite == null && other.channels() == 3) {
                return between(onBlack, luma(other), size);
            }
            double black = between(onBlack, luma(other.over(0)), size);
            float[][] white = onWhite == null ? onBlack : onWhite;
            return Math.min(black, between(white, luma(other.over(0xffffff)), size));
        }
    }

    /** @param a brightness 0..255, a row an array */
    private static double between(float[][] a, float[][] b, Size size) {
        float[] down = gaussian(Math.min(WINDOW, size.height()));
        float[] across = gaussian(Math.min(WINDOW, size.width()));
        int rows = size.height() - down.length + 1;
        int columns = size.width() - across.length + 1;
        double[] sums = new double[rows];
        IntStream.range(0, rows).parallel().forEach(y -> sums[y] = rowSum(a, b, y, down, across));
        double total = 0;
        for (double sum : sums) { // in order, so that the result does not depend on threads
            total += sum;
        }
        return total / ((double) rows * columns);
    }

    private static double rowSum(float[][] a, float[][] b, int y, float[] down, float[] across) {
        int width = a[0].length;
        float[][] vertical = new float[5][width];
        for (int k = 0; k < down.length; k++) {
            addMoments(a[y + k], b[y + k], width, down[k], vertical);
        }
        int columns = width - across.length + 1;
        float[][] mean = new float[5][columns];
        float[] shifted = new float[columns];
        for (int m = 0; m < 5; m++) {
            for (int k = 0; k < across.length; k++) {
                System.arraycopy(vertical[m], k, shifted, 0, columns);
                addWeighted(mean[m], shifted, columns, across[k]);
            }
        }
        double sum = 0;
        for (int x = 0; x < columns; x++) {
            float ma = mean[0][x];
            float mb = mean[1][x];
            float varianceA = mean[2][x] - ma * ma;
            float varianceB = mean[3][x] - mb * mb;
            float covariance = mean[4][x] - ma * mb;
            sum += (2 * ma * mb + C1)
                    * (2 * covariance + C2)
                    / ((ma * ma + mb * mb + C1) * (varianceA + varianceB + C2));
        }
        return sum;
    }

    /** Whole arrays without offsets, here and below: only so does the compiler make vector instructions of it. */
    private static void addMoments(float[] a, float[] b, int width, float weight, float[][] into) {
        float[] sumA = into[0];
        float[] sumB = into[1];
        float[] sumAA = into[2];
        float[] sumBB = into[3];
        float[] sumAB = into[4];
        for (int x = 0; x < width; x++) {
            sumA[x] += weight * a[x];
        }
        for (int x = 0; x < width; x++) {
            sumB[x] += weight * b[x];
        }
        for (int x = 0; x < width; x++) {
            sumAA[x] += weight * a[x] * a[x];
        }
        for (int x = 0; x < width; x++) {
            sumBB[x] += weight * b[x] * b[x];
        }
        for (int x = 0; x < width; x++) {
            sumAB[x] += weight * a[x] * b[x];
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
        float[][] out = new float[pixels.size().height()][width];
        for (int y = 0, i = 0; y < out.length; y++) {
            for (int x = 0; x < width; x++, i += 3) {
                out[y][x] = 0.299f * (in[i] & 0xff) + 0.587f * (in[i + 1] & 0xff) + 0.114f * (in[i + 2] & 0xff);
            }
        }
        return out;
    }
}
