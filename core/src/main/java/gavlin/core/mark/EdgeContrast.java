package gavlin.core.mark;

import gavlin.core.colour.Contrast;
import gavlin.core.raster.Pixels;
import java.util.Arrays;

/**
 * How a mark stands out from a ground: the contrast ratio measured along the mark's own edge, against the 3:1 that WCAG 2.2,
 * §1.4.11 asks of graphics. The edge is every pixel that is more than half there beside one that is not; its colour is the mark's
 * own, not its blend with the ground.
 */
public final class EdgeContrast {
    private static final int HALF = 128;

    /** The worst part of an edge counts, not its worst pixel. */
    private static final double WORST_PART = 0.1;

    /** Relative luminance of each pixel of the edge, 0..1, from the darkest. */
    private final float[] edge;

    private EdgeContrast(float[] edge) {
        this.edge = edge;
    }

    /** The edge of a mark; without any where nothing in it is clear. */
    public static EdgeContrast of(Pixels mark) {
        float[] found = new float[mark.channels() == 4 ? (int) mark.size().pixels() : 0];
        int count = 0;
        for (int y = 0, i = 0; i < found.length; y++) {
            for (int x = 0; x < mark.size().width(); x++, i++) {
                if (there(mark, x, y) && besideNothing(mark, x, y)) {
                    found[count++] = (float) Contrast.luminance(colour(mark, x, y));
                }
            }
        }
        float[] edge = Arrays.copyOf(found, count);
        Arrays.sort(edge);
        return new EdgeContrast(edge);
    }

    /** The contrast ratio to a ground that all but the worst tenth of the edge reach, 1..21; 21 for a mark without an edge. */
    public double reachedOn(int ground) {
        if (edge.length == 0) {
            return 21;
        }
        double behind = Contrast.luminance(ground);
        double[] ratios = new double[edge.length];
        for (int i = 0; i < edge.length; i++) {
            ratios[i] = Contrast.ratioOf(edge[i], behind);
        }
        Arrays.sort(ratios);
        return ratios[(int) (WORST_PART * (ratios.length - 1))];
    }

    /** @return the share of the edge below 3:1, 0..1; 0 for a picture without any clear pixel, which has no edge of its own */
    public static double hiddenShare(Pixels mark, int ground) {
        if (mark.channels() != 4) {
            return 0;
        }
        int width = mark.size().width();
        int height = mark.size().height();
        double groundLuminance = Contrast.luminance(ground) + 0.05;
        long edge = 0;
        long hidden = 0;
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                if (there(mark, x, y) && besideNothing(mark, x, y)) {
                    double luminance = Contrast.luminance(colour(mark, x, y)) + 0.05;
                    double ratio = Math.max(luminance, groundLuminance) / Math.min(luminance, groundLuminance);
                    edge++;
                    hidden += ratio < Contrast.LARGE_TEXT ? 1 : 0;
                }
            }
        }
        return edge == 0 ? 0 : (double) hidden / edge;
    }

    private static boolean besideNothing(Pixels mark, int x, int y) {
        return x > 0 && !there(mark, x - 1, y)
                || y > 0 && !there(mark, x, y - 1)
                || x + 1 < mark.size().width() && !there(mark, x + 1, y)
                || y + 1 < mark.size().height() && !there(mark, x, y + 1);
    }

    private static boolean there(Pixels mark, int x, int y) {
        return (mark.samples()[at(mark, x, y) + 3] & 0xff) >= HALF;
    }

    private static int colour(Pixels mark, int x, int y) {
        int at = at(mark, x, y);
        return (mark.samples()[at] & 0xff) << 16 | (mark.samples()[at + 1] & 0xff) << 8 | mark.samples()[at + 2] & 0xff;
    }

    private static int at(Pixels mark, int x, int y) {
        return (y * mark.size().width() + x) * 4;
    }
}
