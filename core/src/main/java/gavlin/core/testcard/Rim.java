package gavlin.core.testcard;

import gavlin.core.raster.Pixels;
import java.util.Arrays;

/**
 * Where a frame ends, to a fraction of a pixel: its outermost pixels are mixed of the card and of what lies beside it, by the area that each
 * has of them.
 */
final class Rim {
    /** Px from the edge at which either side is itself. */
    private static final int AWAY = 2;
    /** Colours that differ less, in 8-bit codes, tell nothing. */
    private static final int DIFFERENT = 40;

    private static final int FEWEST = 3;

    private Rim() {}

    /** @return first and last place along a row, px */
    static double[] across(Pixels pixels, Seen seen, Seen.Frame frame, Axis axis) {
        int width = pixels.size().width();
        return new double[] {
            edge(pixels, seen, frame.left(), frame.top(), frame.bottom(), 1, width, width, true, axis),
            edge(pixels, seen, frame.right(), frame.top(), frame.bottom(), 1, width, width, false, axis)
        };
    }

    /** The same along a column. */
    static double[] down(Pixels pixels, Seen seen, Seen.Frame frame, Axis axis) {
        int width = pixels.size().width();
        int height = pixels.size().height();
        return new double[] {
            edge(pixels, seen, frame.top(), frame.left(), frame.right(), width, 1, height, true, axis),
            edge(pixels, seen, frame.bottom(), frame.left(), frame.right(), width, 1, height, false, axis)
        };
    }

    /**
     * The middle of what the lines that cross an edge say; those in the middle of it, because a circle has no other.
     *
     * @param at px of the edge so far @param from of the lines @param step from pixel to pixel along one @param lineStep to the next line
     * @param count px of a line @param first whether the frame begins here
     */
    private static double edge(
            Pixels pixels,
            Seen seen,
            int at,
            int from,
            int to,
            int step,
            int lineStep,
            int count,
            boolean first,
            Axis axis) {
        int width = pixels.size().width();
        int inner = first ? at + AWAY : at - 1 - AWAY;
        int outer = first ? at - AWAY : at - 1 + AWAY;
        if (inner < 0
                || outer < 0
                || inner >= count
                || outer >= count
                || axis.hasEdge(Math.min(at, inner) - 1, Math.max(at, inner) + 1.5)) {
            return at;
        }
        double[] places = new double[to - from];
        int n = 0;
        int margin = (to - from) * 9 / 20;
        for (int line = from + (isShort(seen, at, from, to, step, first, width) ? margin : 0);
                line < to - (isShort(seen, at, from, to, step, first, width) ? margin : 0);
                line++) {
            int inside = line * lineStep + inner * step;
            int outside = line * lineStep + outer * step;
            if (!seen.at(inside % width, inside / width) || seen.at(outside % width, outside / width)) {
                continue;
            }
            double share = share(pixels, line * lineStep, inner, outer, step);
            if (!Double.isNaN(share)) {
                places[n++] = first ? inner + 1 - share : inner + share;
            }
        }
        if (n < FEWEST) {
            return at;
        }
        double place = Arrays.stream(places, 0, n).sorted().toArray()[n / 2];
        return Math.abs(place - at) <= 1.5 ? place : at;
    }

    /** Whether an edge is seen for less than half of its length: that of a circle. */
    private static boolean isShort(Seen seen, int at, int from, int to, int step, boolean first, int width) {
        int seenPx = 0;
        for (int line = from; line < to; line++) {
            int place = first ? at : at - 1;
            seenPx += (step == 1 ? seen.at(place, line) : seen.at(line, place)) ? 1 : 0;
        }
        return seenPx < (to - from) / 2;
    }

    /** Px of card from the inner pixel, itself included, to the outer one. */
    private static double share(Pixels pixels, int line, int inner, int outer, int step) {
        int channels = pixels.channels();
        byte[] samples = pixels.samples();
        double[] way = new double[3];
        double length = 0;
        for (int c = 0; c < 3; c++) {
            way[c] = (samples[(line + inner * step) * channels + c] & 0xff)
                    - (samples[(line + outer * step) * channels + c] & 0xff);
            length += way[c] * way[c];
        }
        if (length < DIFFERENT * DIFFERENT) {
            return Double.NaN;
        }
        double share = 0;
        int toward = Integer.signum(outer - inner);
        for (int i = inner; i != outer; i += toward) {
            double done = 0;
            for (int c = 0; c < 3; c++) {
                done += way[c]
                        * ((samples[(line + i * step) * channels + c] & 0xff)
                                - (samples[(line + outer * step) * channels + c] & 0xff));
            }
            share += Math.max(0, Math.min(1, done / length));
        }
        return share;
    }
}
