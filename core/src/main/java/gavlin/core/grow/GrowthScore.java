package gavlin.core.grow;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.raster.Pixels;
import java.util.Arrays;

/**
 * How well grown edges go with the picture; of several, the worst.
 *
 * @param join the mean step over the join, as a share of the 95th percentile of the picture's own steps in that direction: up to 1 it is one of
 *     many, above it is seen
 * @param repeat how much of what is grown repeats itself: how much its luma is like itself, moved along the way it grows, after that has
 *     fallen, 0..1; 0 for something flat
 */
public record GrowthScore(double join, double repeat) {
    private static final double USUAL = 0.95;
    /** By so much the likeness has to come back to be a return and no chance. */
    private static final double RISE = 0.05;
    /** Variance of luma below which nothing is there to be repeated, in squares of a code. */
    private static final double FLAT = 2;

    /** @param inner where the picture itself lies in the grown one */
    public static GrowthScore of(Pixels grown, Box<InSlot> inner) {
        Size size = grown.size();
        int left = (int) Math.round(inner.x());
        int right = (int) Math.round(inner.right());
        int top = (int) Math.round(inner.y());
        int bottom = (int) Math.round(inner.bottom());
        double[] luma = luma(grown);
        double ownAcross = Detail.of(luma, size, true, left, right, size.height()).variance;
        double ownDown = Detail.of(luma, size, false, top, bottom, size.width()).variance;
        double join = 0;
        double repeat = 0;
        if (left > 0) {
            join = Math.max(join, join(luma, size, true, left, left, right, top, bottom));
            repeat = Math.max(repeat, repeat(luma, size, true, 0, left, ownAcross));
        }
        if (right < size.width()) {
            join = Math.max(join, join(luma, size, true, right, left, right, top, bottom));
            repeat = Math.max(repeat, repeat(luma, size, true, right, size.width(), ownAcross));
        }
        if (top > 0) {
            join = Math.max(join, join(luma, size, false, top, top, bottom, left, right));
            repeat = Math.max(repeat, repeat(luma, size, false, 0, top, ownDown));
        }
        if (bottom < size.height()) {
            join = Math.max(join, join(luma, size, false, bottom, top, bottom, left, right));
            repeat = Math.max(repeat, repeat(luma, size, false, bottom, size.height(), ownDown));
        }
        return new GrowthScore(join, repeat);
    }

    private static double[] luma(Pixels pixels) {
        double[] luma = new double[(int) pixels.size().pixels()];
        for (int i = 0; i < luma.length; i++) {
            int at = i * pixels.channels();
            luma[i] = 0.299 * (pixels.samples()[at] & 0xff)
                    + 0.587 * (pixels.samples()[at + 1] & 0xff)
                    + 0.114 * (pixels.samples()[at + 2] & 0xff);
        }
        return luma;
    }

    /** @param at the first position behind the join @param from of the picture itself, along the axis @param first of its lines */
    private static double join(double[] luma, Size size, boolean across, int at, int from, int to, int first, int end) {
        double[] own = new double[Math.max(1, (to - from - 1) * (end - first))];
        double over = 0;
        int n = 0;
        for (int line = first; line < end; line++) {
            over += Math.abs(value(luma, size, across, at, line) - value(luma, size, across, at - 1, line));
            for (int i = from + 1; i < to; i++) {
                own[n++] = Math.abs(value(luma, size, across, i, line) - value(luma, size, across, i - 1, line));
            }
        }
        Arrays.sort(own);
        return over / Math.max(1, end - first) / Math.max(1, own[(int) (USUAL * (own.length - 1))]);
    }

    /**
     * The highest likeness after it has fallen: what is only smooth falls and does not come back. What stays the same along a line, as a horizon
     * does, is left out of it.
     */
    private static double repeat(double[] luma, Size size, boolean across, int from, int to, double own) {
        int lines = across ? size.height() : size.width();
        Detail detail = Detail.of(luma, size, across, from, to, lines);
        if (detail.variance < FLAT) {
            // Nothing happens along its lines: a plain colour, or the same line again and again where the picture has
            // more to show.
            return detail.all < FLAT || own < FLAT ? 0 : 1;
        }
        double least = 1;
        double back = 0;
        for (int lag = 1; lag <= (to - from) / 2; lag++) {
            double now = 1 - difference(luma, size, across, from, to, lag, lines) / (2 * detail.variance);
            if (now < least) {
                least = now;
                back = 0;
            }
            back = now > least + RISE ? Math.max(back, now) : back;
        }
        return Math.max(0, back);
    }

    /** Variances of luma. @param variance within the lines along the axis @param all of everything */
    private record Detail(double variance, double all) {
        static Detail of(double[] luma, Size size, boolean across, int from, int to, int lines) {
            double within = 0;
            double sum = 0;
            double squares = 0;
            int n = to - from;
            for (int line = 0; line < lines; line++) {
                double here = 0;
                double square = 0;
                for (int i = from; i < to; i++) {
                    double value = value(luma, size, across, i, line);
                    here += value;
                    square += value * value;
                }
                within += square / n - here / n * (here / n);
                sum += here;
                squares += square;
            }
            double count = (double) lines * n;
            return new Detail(within / lines, squares / count - sum / count * (sum / count));
        }
    }

    /** The mean square of the difference to itself, moved: of two that have nothing in common, twice the variance. */
    private static double difference(double[] luma, Size size, boolean across, int from, int to, int lag, int lines) {
        double sum = 0;
        for (int line = 0; line < lines; line++) {
            for (int i = from; i + lag < to; i++) {
                double step = value(luma, size, across, i + lag, line) - value(luma, size, across, i, line);
                sum += step * step;
            }
        }
        return sum / lines / (to - from - lag);
    }

    private static double value(double[] luma, Size size, boolean across, int along, int line) {
        return across ? luma[line * size.width() + along] : luma[along * size.width() + line];
    }
}
