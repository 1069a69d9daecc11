package gavlin.core.testcard;

import gavlin.core.raster.Pixels;
import java.util.Arrays;

/**
 * Where a frame ends, to a fraction of a pixel: its outermost pixels are mixed of the card and of what lies beside it, by the area that each
 * has of them.
 *
 * @param across whether places are columns and lines are rows; the other way round otherwise
 */
record Rim(Pixels pixels, Seen seen, Axis axis, boolean across) {
    /** Px from the edge at which either side is itself. */
    private static final int AWAY = 2;

    /** Colours that differ less, in 8-bit codes, tell nothing. */
    private static final int DIFFERENT = 40;

    private static final int FEWEST = 3;

    /** What is told here lies this near to the whole pixel, or something else was seen. */
    private static final double FURTHEST = 1.5;

    /** Of an edge that is seen for less than half of its length, as a circle's, only the middle tells: this much of each end is left out. */
    private static final double ENDS_OF_A_CIRCLE = 0.45;

    /** @return first and last place along a row, px */
    static double[] across(Pixels pixels, Seen seen, Seen.Frame frame, Axis axis) {
        return new Rim(pixels, seen, axis, true).ends(frame.left(), frame.right(), frame.top(), frame.bottom());
    }

    /** The same along a column. */
    static double[] down(Pixels pixels, Seen seen, Seen.Frame frame, Axis axis) {
        return new Rim(pixels, seen, axis, false).ends(frame.top(), frame.bottom(), frame.left(), frame.right());
    }

    private double[] ends(int first, int last, int fromLine, int toLine) {
        return new double[] {edge(first, first - 1, 1, fromLine, toLine), edge(last, last, -1, fromLine, toLine)};
    }

    /**
     * The middle of what the lines that cross an edge say.
     *
     * @param at place of the edge, to a whole pixel
     * @param outside the first place beyond it
     * @param inward 1 or −1
     */
    private double edge(int at, int outside, int inward, int fromLine, int toLine) {
        int inner = outside + inward * (1 + AWAY);
        int outer = outside - inward * (AWAY - 1);
        int count = across ? pixels.size().width() : pixels.size().height();
        boolean leaves = Math.min(inner, outer) < 0 || Math.max(inner, outer) >= count;
        if (leaves || axis.hasEdge(Math.min(at, inner) - 1, Math.max(at, inner) + 1.5)) {
            return at;
        }
        int margin = (int) (isShort(outside + inward, fromLine, toLine) ? (toLine - fromLine) * ENDS_OF_A_CIRCLE : 0);
        double[] places = new double[toLine - fromLine];
        int n = 0;
        for (int line = fromLine + margin; line < toLine - margin; line++) {
            if (isSeen(line, inner) && !isSeen(line, outer)) {
                double share = share(line, inner, outer);
                if (!Double.isNaN(share)) {
                    places[n++] = inward > 0 ? inner + 1 - share : inner + share;
                }
            }
        }
        if (n < FEWEST) {
            return at;
        }
        double place = Arrays.stream(places, 0, n).sorted().toArray()[n / 2];
        return Math.abs(place - at) <= FURTHEST ? place : at;
    }

    private boolean isShort(int place, int fromLine, int toLine) {
        int shown = 0;
        for (int line = fromLine; line < toLine; line++) {
            shown += isSeen(line, place) ? 1 : 0;
        }
        return shown < (toLine - fromLine) / 2;
    }

    private boolean isSeen(int line, int place) {
        return across ? seen.at(place, line) : seen.at(line, place);
    }

    private int code(int line, int place, int channel) {
        int pixel = across
                ? line * pixels.size().width() + place
                : place * pixels.size().width() + line;
        return pixels.samples()[pixel * pixels.channels() + channel] & 0xff;
    }

    /** Px of card from the inner place, itself included, to the outer one; NaN where both look alike. */
    private double share(int line, int inner, int outer) {
        double length = 0;
        for (int c = 0; c < 3; c++) {
            int way = code(line, inner, c) - code(line, outer, c);
            length += way * way;
        }
        if (length < DIFFERENT * DIFFERENT) {
            return Double.NaN;
        }
        double share = 0;
        int toward = Integer.signum(outer - inner);
        for (int place = inner; place != outer; place += toward) {
            double done = 0;
            for (int c = 0; c < 3; c++) {
                done += (code(line, inner, c) - code(line, outer, c)) * (code(line, place, c) - code(line, outer, c));
            }
            share += Math.max(0, Math.min(1, done / length));
        }
        return share;
    }
}
