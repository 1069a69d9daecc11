package gavlin.core.damage;

import gavlin.core.raster.Pixels;
import java.util.stream.IntStream;

/**
 * Brightness 0..255 of an original, a row an array, with its weighted mean and variance in every window, so that others
 * are compared with it at half the cost.
 */
final class Plane {
    static final int WINDOW = 11;
    private static final double SIGMA = 1.5;
    private static final float C1 = (float) Math.pow(0.01 * 255, 2);
    private static final float C2 = (float) Math.pow(0.03 * 255, 2);
    /** By place, K2 is twice as much: grain as faint as a camera's is not looked for, as nobody does. */
    private static final float C2_BY_PLACE = 4 * C2;

    private final float[][] luma;
    private final float[] down;
    private final float[] across;
    private final float[][] mean;
    private final float[][] variance;

    /**
     * @param ssim the mean over all windows
     * @param structure the mean of its second factor alone, contrast and structure
     * @param windows that factor in each window, milder with faint grain: row by row, left to right
     */
    record Likeness(double ssim, double structure, float[][] windows) {}

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

    Likeness likeness(float[][] other) {
        double[] ssim = new double[mean.length];
        double[] structure = new double[mean.length];
        float[][] windows = new float[mean.length][];
        IntStream.range(0, mean.length).parallel().forEach(y -> {
            float[] row = new float[mean[y].length];
            compareRow(other, y, ssim, structure, row);
            windows[y] = row;
        });
        double count = (double) mean.length * mean[0].length;
        return new Likeness(sum(ssim) / count, sum(structure) / count, windows);
    }

    /** In order, so that the result does not depend on threads. */
    private static double sum(double[] rows) {
        double total = 0;
        for (double row : rows) {
            total += row;
        }
        return total;
    }

    /** Sums up over a row's windows, and fills in what each has. */
    private void compareRow(float[][] other, int y, double[] ssim, double[] structure, float[] windows) {
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
        for (int x = 0; x < means.length; x++) {
            float ma = mean[y][x];
            float mb = means[x];
            float variances = variance[y][x] + meanSquares[x] - mb * mb;
            float covariance = 2 * (meanProducts[x] - ma * mb);
            float likeness = (covariance + C2) / (variances + C2);
            structure[y] += likeness;
            ssim[y] += likeness * ((2 * ma * mb + C1) / (ma * ma + mb * mb + C1));
            windows[x] = (covariance + C2_BY_PLACE) / (variances + C2_BY_PLACE);
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

    /** Of coded sRGB by the weights of ITU-R BT.601. */
    static float[][] luma(Pixels pixels) {
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

    /** Half as wide and high, by the mean of 2×2; the last odd row or column is left out. */
    static float[][] halved(float[][] rows) {
        float[][] out = new float[rows.length / 2][];
        IntStream.range(0, out.length).parallel().forEach(y -> {
            float[] upper = rows[2 * y];
            float[] lower = rows[2 * y + 1];
            float[] row = new float[upper.length / 2];
            for (int x = 0; x < row.length; x++) {
                row[x] = (upper[2 * x] + upper[2 * x + 1] + lower[2 * x] + lower[2 * x + 1]) / 4;
            }
            out[y] = row;
        });
        return out;
    }
}
