package gavlin.core.lift;

import gavlin.core.mark.Inks;

/**
 * One pixel taken apart: C = αF + (1−α)B (Porter &amp; Duff 1984), in coded values, as programs blend them that draw marks. Holds its
 * last answer: no allocation for a pixel.
 */
final class Unmixing {
    private static final double MOST_ALPHA = 1.06;
    /** Codes by which an ink that is nearer in place may be worse than the best. */
    private static final double SLACK = 4;

    private static final double LIKELY = 12;

    /**
     * What a channel counts: red, green and blue alike, or, where a picture was compressed with halved chroma, luma for far more than
     * chroma, which is blurred over edges (ITU-T T.871: Y, Cb and Cr).
     */
    private static final double[] ALIKE = {1, 1, 1};

    private static final double[] LUMA_FIRST = {1, 0.12, 0.12};

    private final int[] inks;
    private final double tolerated;
    private final boolean lossy;
    private final double[] weights;
    private final double[] f = new double[3];
    private final double[] c = new double[3];
    double alpha;
    int colour;
    /** How far the mix is from the pixel, codes, as a distance of three channels. */
    double rest;

    /** @param tolerated a mix that is further from the pixel, codes, is none @param lossy whether edges were blurred by compression */
    Unmixing(Inks inks, double tolerated, boolean lossy) {
        this.inks = inks.rgb();
        this.tolerated = tolerated;
        this.lossy = lossy;
        this.weights = lossy ? LUMA_FIRST : ALIKE;
    }

    /**
     * @param pixel 0xRRGGBB @param ground behind it
     * @param near the solid colour nearest in place, or −1 where none is known
     * @return whether the pixel is a mix of the ground and inks
     */
    boolean unmix(int pixel, int ground, int near) {
        rest = Double.MAX_VALUE;
        int best = -1;
        double bestAlpha = 0;
        if (lossy && near >= 0) { // its colour may be off: the place decides
            alpha = Math.max(0, Math.min(1, along(pixel, ground, near)));
            colour = near;
            rest = off(pixel, ground, near, alpha);
            return true;
        }
        for (int ink : inks) {
            double a = along(pixel, ground, ink);
            double off = off(pixel, ground, ink, a);
            if (a <= MOST_ALPHA && off < rest) {
                rest = off;
                best = ink;
                bestAlpha = a;
            }
        }
        if (near >= 0) {
            double a = along(pixel, ground, near);
            double off = off(pixel, ground, near, a);
            if (off <= rest + SLACK && a <= MOST_ALPHA || off <= tolerated && best < 0) {
                rest = Math.min(rest, off);
                best = near;
                bestAlpha = a;
            }
        }
        if (best >= 0 && rest <= tolerated) {
            alpha = Math.max(0, Math.min(1, bestAlpha));
            colour = best;
            return true;
        }
        return !lossy && unmixTwo(pixel, ground, near);
    }

    /** Of the inks that a pixel could be of in part, the most frequent that is nearly as near as the best; −1 for none. */
    int likeliest(int pixel, int ground) {
        double least = Double.MAX_VALUE;
        for (int ink : inks) {
            double a = along(pixel, ground, ink);
            least = a <= MOST_ALPHA ? Math.min(least, off(pixel, ground, ink, a)) : least;
        }
        for (int ink : inks) {
            double a = along(pixel, ground, ink);
            if (a <= MOST_ALPHA && off(pixel, ground, ink, a) <= least + LIKELY) {
                return ink;
            }
        }
        return -1;
    }

    /** A pixel where two inks meet on the ground: C − B = a(F − B) + b(G − B), both positive, together one at most. */
    private boolean unmixTwo(int pixel, int ground, int near) {
        double least = Double.MAX_VALUE;
        int count = inks.length + (near >= 0 ? 1 : 0);
        for (int i = 0; i < count; i++) {
            for (int k = i + 1; k < count; k++) {
                int first = i < inks.length ? inks[i] : near;
                int second = k < inks.length ? inks[k] : near;
                double[] f = minus(first, ground);
                double[] g = minus(second, ground);
                double[] c = minus(pixel, ground);
                double ff = dot(f, f);
                double gg = dot(g, g);
                double fg = dot(f, g);
                double det = ff * gg - fg * fg;
                if (det < 1e-3 * ff * gg) {
                    continue; // one colour in two strengths
                }
                double a = (dot(c, f) * gg - dot(c, g) * fg) / det;
                double b = (dot(c, g) * ff - dot(c, f) * fg) / det;
                if (a < -0.02 || b < -0.02 || a + b > MOST_ALPHA || a + b <= 0) {
                    continue;
                }
                double off = 0;
                for (int n = 0; n < 3; n++) {
                    double d = c[n] - a * f[n] - b * g[n];
                    off += d * d;
                }
                if (Math.sqrt(off) < least) {
                    least = Math.sqrt(off);
                    alpha = Math.min(1, a + b);
                    colour = mixed(first, second, Math.max(0, a), Math.max(0, b));
                }
            }
        }
        rest = least;
        return least <= tolerated;
    }

    private static int mixed(int first, int second, double a, double b) {
        int rgb = 0;
        for (int shift = 16; shift >= 0; shift -= 8) {
            double value = ((first >> shift & 0xff) * a + (second >> shift & 0xff) * b) / (a + b);
            rgb |= (int) Math.round(value) << shift;
        }
        return rgb;
    }

    /** How far from the ground to the ink a pixel is, at the nearest place of that line: its α. */
    private double along(int pixel, int ground, int ink) {
        from(ground, ink, f);
        from(ground, pixel, c);
        double down = 0;
        double up = 0;
        for (int n = 0; n < 3; n++) {
            up += weights[n] * c[n] * f[n];
            down += weights[n] * f[n] * f[n];
        }
        return down == 0 ? 2 : up / down;
    }

    private double off(int pixel, int ground, int ink, double alpha) {
        from(ground, ink, f);
        from(ground, pixel, c);
        double sum = 0;
        for (int n = 0; n < 3; n++) {
            double d = c[n] - alpha * f[n];
            sum += weights[n] * d * d;
        }
        return Math.sqrt(sum);
    }

    private void from(int ground, int colour, double[] into) {
        double r = (colour >> 16 & 0xff) - (ground >> 16 & 0xff);
        double g = (colour >> 8 & 0xff) - (ground >> 8 & 0xff);
        double b = (colour & 0xff) - (ground & 0xff);
        into[0] = lossy ? 0.299 * r + 0.587 * g + 0.114 * b : r;
        into[1] = lossy ? -0.1687 * r - 0.3313 * g + 0.5 * b : g;
        into[2] = lossy ? 0.5 * r - 0.4187 * g - 0.0813 * b : b;
    }

    private static double[] minus(int a, int b) {
        return new double[] {
            (a >> 16 & 0xff) - (b >> 16 & 0xff), (a >> 8 & 0xff) - (b >> 8 & 0xff), (a & 0xff) - (b & 0xff)
        };
    }

    private static double dot(double[] a, double[] b) {
        return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
    }
}
