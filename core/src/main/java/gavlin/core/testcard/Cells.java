package gavlin.core.testcard;

import java.util.ArrayList;
import java.util.List;

/**
 * Rows of cells, as one line of a screenshot's pixels shows them: stretches of one hue each, of the same length, one beside the other.
 *
 * @param hues of the cells from left to right; the first and the last may be cut off
 * @param edges px where each meets the next, one fewer than cells
 */
record Cells(int[] hues, double[] edges) {
    /** Two whole cells and what is left of one on either side. */
    private static final int FEWEST_EDGES = 3;

    /** A stretch this much shorter than those beside it is where two colours run into one another. */
    private static final double BLENDED = 0.4;
    /** How much of a cell may be missing where two meet, or where something thin lies over one. */
    private static final double GAP = 0.45;

    /** How much the lengths of cells may differ, and in px. */
    private static final double UNEVEN = 0.15;

    private static final double UNEVEN_PX = 1.2;

    private record Stretch(int hue, int from, int to) {
        int length() {
            return to - from;
        }
    }

    /**
     * All rows of cells in one line.
     *
     * @param hues of a screenshot
     * @param from the line's first pixel @param step to the next @param count of them
     */
    static List<Cells> in(byte[] hues, int from, int step, int count) {
        List<Stretch> whole = joined(withoutBlends(stretches(hues, from, step, count)));
        List<Cells> found = new ArrayList<>();
        int begin = 0;
        while (begin < whole.size()) {
            int end = begin + 1;
            while (end < whole.size() && meet(whole.get(end - 1), whole.get(end))) {
                end++;
            }
            split(whole.subList(begin, end), found);
            begin = end;
        }
        return found;
    }

    private static List<Stretch> stretches(byte[] hues, int from, int step, int count) {
        List<Stretch> all = new ArrayList<>();
        int begin = 0;
        for (int i = 1; i <= count; i++) {
            byte hue = hues[from + begin * step];
            if (i == count || hues[from + i * step] != hue) {
                if (hue != Hue.NONE) {
                    all.add(new Stretch(hue, begin, i));
                }
                begin = i;
            }
        }
        return all;
    }

    private static List<Stretch> withoutBlends(List<Stretch> all) {
        List<Stretch> kept = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            int length = all.get(i).length();
            boolean short_ = i > 0
                    && i + 1 < all.size()
                    && length < BLENDED * all.get(i - 1).length()
                    && length < BLENDED * all.get(i + 1).length();
            if (!short_) {
                kept.add(all.get(i));
            }
        }
        return kept;
    }

    private static List<Stretch> joined(List<Stretch> all) {
        List<Stretch> joined = new ArrayList<>();
        for (Stretch next : all) {
            Stretch last = joined.isEmpty() ? null : joined.get(joined.size() - 1);
            if (last != null && last.hue == next.hue && next.from - last.to <= GAP * (last.length() + next.length())) {
                joined.set(joined.size() - 1, new Stretch(last.hue, last.from, next.to));
            } else {
                joined.add(next);
            }
        }
        return joined;
    }

    private static boolean meet(Stretch left, Stretch right) {
        return left.hue != right.hue
                && right.from - left.to <= Math.max(2, GAP * Math.min(left.length(), right.length()));
    }

    /** Cuts stretches that meet where their lengths stop being alike. */
    private static void split(List<Stretch> row, List<Cells> found) {
        double[] edges = new double[Math.max(0, row.size() - 1)];
        for (int i = 0; i < edges.length; i++) {
            edges[i] = (row.get(i).to + row.get(i + 1).from) / 2.0;
        }
        int begin = 0;
        for (int i = 1; i <= edges.length; i++) {
            if (i < edges.length && isEven(edges, begin, i)) {
                continue;
            }
            if (i - begin >= FEWEST_EDGES) {
                int[] hues = new int[i - begin + 1];
                for (int k = 0; k < hues.length; k++) {
                    hues[k] = row.get(begin + k).hue;
                }
                found.add(new Cells(hues, java.util.Arrays.copyOfRange(edges, begin, i)));
            }
            begin = Math.max(begin + 1, i - 1);
        }
    }

    private static boolean isEven(double[] edges, int begin, int i) {
        double length = edges[i] - edges[i - 1];
        double mean = i - 1 > begin ? (edges[i - 1] - edges[begin]) / (i - 1 - begin) : length;
        return Math.abs(length - mean) <= UNEVEN_PX + UNEVEN * mean;
    }
}
