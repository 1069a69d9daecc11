package gavlin.core.mark;

import gavlin.core.colour.CieLab;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import java.util.Arrays;
import java.util.function.IntPredicate;

/**
 * The colour behind a mark at every place: flat, or a gradient gentle enough to be a quadratic surface. Fitted by weighted least squares
 * with weights that fall off with the distance (Cauchy; Holland &amp; Welsch, "Robust regression using iteratively reweighted
 * least-squares", 1977), so that a mark that touches the border does not colour it.
 *
 * @param surfaces for red, green and blue: six coefficients of 1, x, y, x², xy, y² for x and y in −1..1, codes 0..255
 * @param colour in the middle, 0xRRGGBB; everywhere, where it is flat
 * @param noise how far its own pixels are from it, codes: the median of the distances
 * @param spread CIEDE2000 within which nearly all of its own pixels lie
 * @param share of the places looked at that belong to it, 0..1
 */
public record Ground(
        Size size, double[][] surfaces, boolean flat, int colour, double noise, double spread, double share) {
    private static final int TERMS = 6;
    private static final int SAMPLES = 6000;
    /** From where the fall-off begins to where it ends, codes. */
    private static final double[] SCALES = {64, 32, 16, 8, 5, 4, 3, 3};
    /** Within which a place belongs to it, codes, beside what noise it has. */
    private static final double NEAR = 6;
    /** A gradient is only one where it fits this much better than a flat colour, codes. */
    private static final double WORTH = 0.4;

    /** Of what stands along the border. Clear pixels say nothing. */
    public static Ground alongBorder(Pixels pixels) {
        int width = pixels.size().width();
        int height = pixels.size().height();
        int around = 2 * (width + height);
        int step = Math.max(1, around / SAMPLES);
        int[] places = new int[around / step + 1];
        int count = 0;
        for (int i = 0; i < around && count < places.length; i += step) {
            int at = i < width
                    ? i
                    : i < 2 * width
                            ? (height - 1) * width + i - width
                            : i < 2 * width + height
                                    ? (i - 2 * width) * width
                                    : (i - 2 * width - height) * width + width - 1;
            places[count++] = at;
        }
        return of(pixels, Arrays.copyOf(places, count));
    }

    /** Of the pixels that are known to belong to it, spread over the picture; itself where they are few. */
    public Ground refined(Pixels pixels, IntPredicate belongs) {
        if (flat) {
            return this;
        }
        int count = (int) pixels.size().pixels();
        int step = Math.max(1, count / (SAMPLES * 4));
        int[] places = new int[count / step + 1];
        int found = 0;
        for (int i = step / 2; i < count; i += step) {
            if (belongs.test(i)) {
                places[found++] = i;
            }
        }
        return found < SAMPLES / 20 ? this : of(pixels, Arrays.copyOf(places, found));
    }

    private static Ground of(Pixels pixels, int[] all) {
        int[] places = Arrays.stream(all).filter(i -> opaque(pixels, i)).toArray();
        double[][] flat = new double[3][TERMS];
        for (int c = 0; c < 3; c++) {
            int channel = c;
            int[] codes = Arrays.stream(places)
                    .map(i -> pixels.samples()[i * pixels.channels() + channel] & 0xff)
                    .sorted()
                    .toArray();
            flat[c][0] = codes.length == 0 ? 255 : codes[codes.length / 2];
        }
        Ground even = new Ground(pixels.size(), flat, true, -1, 0, 0, 0).measured(pixels, places);
        double[][] surfaces = new double[3][];
        for (int c = 0; c < 3; c++) {
            surfaces[c] = flat[c].clone();
            for (double scale : SCALES) {
                surfaces[c] = fitted(pixels, places, c, surfaces[c], scale);
            }
        }
        Ground bent = new Ground(pixels.size(), surfaces, false, -1, 0, 0, 0).measured(pixels, places);
        boolean better = bent.share > even.share + 0.02 || bent.share >= even.share && bent.noise < even.noise - WORTH;
        return better ? bent : even;
    }

    private static boolean opaque(Pixels pixels, int i) {
        return pixels.channels() == 3 || pixels.samples()[i * 4 + 3] == -1;
    }

    private static double[] fitted(Pixels pixels, int[] places, int channel, double[] before, double scale) {
        int width = pixels.size().width();
        double[][] normal = new double[TERMS][TERMS + 1];
        double[] terms = new double[TERMS];
        for (int i : places) {
            terms(pixels.size(), i % width, i / width, terms);
            double code = pixels.samples()[i * pixels.channels() + channel] & 0xff;
            double off = (code - dot(before, terms)) / scale;
            double weight = 1 / (1 + off * off);
            for (int r = 0; r < TERMS; r++) {
                for (int k = 0; k < TERMS; k++) {
                    normal[r][k] += weight * terms[r] * terms[k];
                }
                normal[r][TERMS] += weight * terms[r] * code;
            }
        }
        for (int r = 0; r < TERMS; r++) {
            normal[r][r] += 1e-6 * (1 + places.length); // what the places don't say stays level
        }
        return solved(normal);
    }

    /** Gaussian elimination with pivots. */
    private static double[] solved(double[][] m) {
        for (int c = 0; c < TERMS; c++) {
            int pivot = c;
            for (int r = c + 1; r < TERMS; r++) {
                pivot = Math.abs(m[r][c]) > Math.abs(m[pivot][c]) ? r : pivot;
            }
            double[] swap = m[c];
            m[c] = m[pivot];
            m[pivot] = swap;
            for (int r = 0; r < TERMS; r++) {
                double factor = r == c ? 0 : m[r][c] / m[c][c];
                for (int k = c; factor != 0 && k <= TERMS; k++) {
                    m[r][k] -= factor * m[c][k];
                }
            }
        }
        double[] solution = new double[TERMS];
        for (int c = 0; c < TERMS; c++) {
            solution[c] = m[c][TERMS] / m[c][c];
        }
        return solution;
    }

    private Ground measured(Pixels pixels, int[] places) {
        double[] off = new double[places.length];
        for (int n = 0; n < places.length; n++) {
            int ground = at(places[n]);
            int at = places[n] * pixels.channels();
            for (int c = 0; c < 3; c++) {
                off[n] = Math.max(off[n], Math.abs((pixels.samples()[at + c] & 0xff) - (ground >> 16 - 8 * c & 0xff)));
            }
        }
        double near = Math.max(NEAR, 3 * median(off));
        int[] own = java.util.stream.IntStream.range(0, off.length)
                .filter(n -> off[n] <= Math.min(near, 4 * NEAR))
                .toArray();
        double[] differences = Arrays.stream(own)
                .mapToDouble(n -> CieLab.ofSrgb(rgb(pixels, places[n])).difference(CieLab.ofSrgb(at(places[n]))))
                .sorted()
                .toArray();
        return new Ground(
                size,
                surfaces,
                flat,
                at((int) (size.pixels() / 2 + size.width() / 2) % (int) size.pixels()),
                median(Arrays.stream(own).mapToDouble(n -> off[n]).toArray()),
                differences.length == 0 ? 0 : differences[(int) (differences.length * 0.995)],
                places.length == 0 ? 1 : (double) own.length / places.length);
    }

    private static double median(double[] values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        return sorted.length == 0 ? 0 : sorted[sorted.length / 2];
    }

    /** 0xRRGGBB of one pixel of a picture. */
    public static int rgb(Pixels pixels, int i) {
        int at = i * pixels.channels();
        byte[] samples = pixels.samples();
        return (samples[at] & 0xff) << 16 | (samples[at + 1] & 0xff) << 8 | samples[at + 2] & 0xff;
    }

    /** 0xRRGGBB behind a pixel, by its number. */
    public int at(int i) {
        if (flat && colour >= 0) {
            return colour;
        }
        int width = size.width();
        double x = 2.0 * (i % width) / Math.max(1, width - 1) - 1;
        double y = 2.0 * (i / width) / Math.max(1, size.height() - 1) - 1;
        int rgb = 0;
        for (double[] s : surfaces) {
            rgb = rgb << 8 | code(s[0] + x * (s[1] + x * s[3] + y * s[4]) + y * (s[2] + y * s[5]));
        }
        return rgb;
    }

    private static int code(double value) {
        return (int) Math.max(0, Math.min(255, Math.round(value)));
    }

    private static void terms(Size size, int px, int py, double[] terms) {
        double x = 2.0 * px / Math.max(1, size.width() - 1) - 1;
        double y = 2.0 * py / Math.max(1, size.height() - 1) - 1;
        terms[0] = 1;
        terms[1] = x;
        terms[2] = y;
        terms[3] = x * x;
        terms[4] = x * y;
        terms[5] = y * y;
    }

    private static double dot(double[] a, double[] b) {
        double sum = 0;
        for (int i = 0; i < a.length; i++) {
            sum += a[i] * b[i];
        }
        return sum;
    }
}
