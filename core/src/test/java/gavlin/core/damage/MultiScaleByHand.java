package gavlin.core.damage;

import gavlin.core.raster.Pixels;

/** Multi-scale SSIM as its authors wrote it, slowly. */
final class MultiScaleByHand {
    private static final double[] WEIGHTS = {0.0448, 0.2856, 0.3001, 0.2363, 0.1333};
    private static final double C1 = 6.5025;
    private static final double C2 = 58.5225;

    private MultiScaleByHand() {}

    static double between(Pixels a, Pixels b) {
        double[][] x = luma(a);
        double[][] y = luma(b);
        double product = 1;
        for (int scale = 0; scale < WEIGHTS.length; scale++) {
            product *= Math.pow(mean(x, y, scale == WEIGHTS.length - 1), WEIGHTS[scale]);
            x = half(x);
            y = half(y);
        }
        return product;
    }

    private static double mean(double[][] x, double[][] y, boolean withLuminance) {
        double sum = 0;
        int count = 0;
        for (int top = 0; top + 11 <= x.length; top++) {
            for (int left = 0; left + 11 <= x[0].length; left++) {
                sum += window(x, y, top, left, withLuminance);
                count++;
            }
        }
        return sum / count;
    }

    private static double window(double[][] x, double[][] y, int top, int left, boolean withLuminance) {
        double all = 0;
        double mx = 0;
        double my = 0;
        double xx = 0;
        double yy = 0;
        double xy = 0;
        for (int i = 0; i < 11; i++) {
            for (int j = 0; j < 11; j++) {
                double weight = Math.exp(-((i - 5) * (i - 5) + (j - 5) * (j - 5)) / (2 * 1.5 * 1.5));
                double a = x[top + i][left + j];
                double b = y[top + i][left + j];
                all += weight;
                mx += weight * a;
                my += weight * b;
                xx += weight * a * a;
                yy += weight * b * b;
                xy += weight * a * b;
            }
        }
        mx /= all;
        my /= all;
        double structure = (2 * (xy / all - mx * my) + C2) / (xx / all - mx * mx + yy / all - my * my + C2);
        return withLuminance ? structure * (2 * mx * my + C1) / (mx * mx + my * my + C1) : structure;
    }

    private static double[][] luma(Pixels pixels) {
        int width = pixels.size().width();
        double[][] out = new double[pixels.size().height()][width];
        byte[] in = pixels.samples();
        for (int i = 0; i < in.length / 3; i++) {
            out[i / width][i % width] =
                    0.299 * (in[3 * i] & 0xff) + 0.587 * (in[3 * i + 1] & 0xff) + 0.114 * (in[3 * i + 2] & 0xff);
        }
        return out;
    }

    private static double[][] half(double[][] in) {
        double[][] out = new double[in.length / 2][in[0].length / 2];
        for (int y = 0; y < out.length; y++) {
            for (int x = 0; x < out[0].length; x++) {
                out[y][x] =
                        (in[2 * y][2 * x] + in[2 * y][2 * x + 1] + in[2 * y + 1][2 * x] + in[2 * y + 1][2 * x + 1]) / 4;
            }
        }
        return out;
    }
}
