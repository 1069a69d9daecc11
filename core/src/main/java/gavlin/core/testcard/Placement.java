package gavlin.core.testcard;

import gavlin.core.raster.Pixels;
import java.util.ArrayList;
import java.util.List;

/**
 * A card found in a screenshot: where it lies, and which of its cells are seen there.
 *
 * @param seen for each cell of the code, row by row, whether its hue is where it should be
 */
record Placement(TestCard card, Axis across, Axis down, boolean[] seen, int count) {
    /** Every how many lines of a screenshot cells are looked for. */
    private static final int LINES_APART = 2;
    /** Where in a cell its hue is looked at: away from its neighbours. */
    static final double WITHIN = 0.55;

    /** Where lines through a cell meet nothing printed, neither in it nor in the next one. */
    private static final double CLEAR = 0.85;

    private static final int REFINEMENTS = 3;
    /** Edges further from the line through all are left out of it, px. */
    private static final double OUTLIER = 0.75;
    /** At first, in cells. */
    private static final double FIRST = 0.15;

    /** Null when no part of the card is in it that leaves no doubt: a block of 3×3 cells. */
    static Placement find(TestCard card, Pixels screenshot, byte[] hues) {
        int width = screenshot.size().width();
        int height = screenshot.size().height();
        List<Cells> rows = new ArrayList<>();
        for (int y = 0; y < height; y += LINES_APART) {
            rows.addAll(Cells.in(hues, y * width, 1, width));
        }
        List<Axis> across = Axis.likely(rows, card.code());
        if (across.isEmpty()) {
            return null;
        }
        List<Cells> columns = new ArrayList<>();
        for (int x = 0; x < width; x += LINES_APART) {
            columns.addAll(Cells.in(hues, x, width, height));
        }
        Placement best = null;
        for (Axis down : Axis.likely(columns, card.code().transposed())) {
            for (Axis x : across) {
                Placement next = of(card, x, down, hues, width, height);
                if (best == null || next.count > best.count) {
                    best = next;
                }
            }
        }
        if (best == null || !best.hasBlock()) {
            return null;
        }
        for (int i = 0; i < REFINEMENTS; i++) {
            best = best.refined(screenshot, hues);
        }
        return best;
    }

    private static Placement of(TestCard card, Axis across, Axis down, byte[] hues, int width, int height) {
        CardCode code = card.code();
        boolean[] seen = new boolean[code.columns() * code.rows()];
        int count = 0;
        for (int row = 0; row < code.rows(); row++) {
            int y = (int) Math.floor(down.at(row + WITHIN));
            for (int column = 0; column < code.columns() && y >= 0 && y < height; column++) {
                int x = (int) Math.floor(across.at(column + WITHIN));
                if (x >= 0 && x < width && hues[y * width + x] == code.at(column, row)) {
                    seen[row * code.columns() + column] = true;
                    count++;
                }
            }
        }
        return new Placement(card, across, down, seen, count);
    }

    boolean isSeen(int column, int row) {
        return seen[row * card.code().columns() + column];
    }

    /** Whether a cell and those to its right and below it are seen: its lower right quarter is then seen whole. */
    boolean isInside(int column, int row) {
        return column + 1 < card.code().columns()
                && row + 1 < card.code().rows()
                && isSeen(column, row)
                && isSeen(column + 1, row)
                && isSeen(column, row + 1)
                && isSeen(column + 1, row + 1);
    }

    /** First column, first row, last column and last row, ends excluded, of the blocks of 2×2 cells that are seen. */
    int[] certain() {
        int[] box = {Integer.MAX_VALUE, Integer.MAX_VALUE, 0, 0};
        for (int row = 0; row + 2 <= card.code().rows(); row++) {
            for (int column = 0; column + 2 <= card.code().columns(); column++) {
                if (isInside(column, row)) {
                    box[0] = Math.min(box[0], column);
                    box[1] = Math.min(box[1], row);
                    box[2] = Math.max(box[2], column + 2);
                    box[3] = Math.max(box[3], row + 2);
                }
            }
        }
        return box;
    }

    private boolean hasBlock() {
        for (int row = 0; row + 3 <= card.code().rows(); row++) {
            for (int column = 0; column + 3 <= card.code().columns(); column++) {
                boolean all = true;
                for (int i = 0; i < 9; i++) {
                    all &= isSeen(column + i % 3, row + i / 3);
                }
                if (all) {
                    return true;
                }
            }
        }
        return false;
    }

    /** The same with its place told from all edges between cells that are seen, each to a fraction of a pixel. */
    private Placement refined(Pixels screenshot, byte[] hues) {
        CardCode code = card.code();
        List<double[]> x = new ArrayList<>();
        List<double[]> y = new ArrayList<>();
        for (int row = 0; row < code.rows(); row++) {
            for (int column = 0; column < code.columns(); column++) {
                if (!isSeen(column, row)) {
                    continue;
                }
                if (column + 1 < code.columns() && isSeen(column + 1, row)) {
                    add(x, column + 1, Edge.across(screenshot, across, column, down.at(row + CLEAR)));
                }
                if (row + 1 < code.rows() && isSeen(column, row + 1)) {
                    add(y, row + 1, Edge.down(screenshot, down, row, across.at(column + CLEAR)));
                }
            }
        }
        Axis finerX = through(x, across);
        Axis finerY = through(y, down);
        return of(
                card,
                finerX,
                finerY,
                hues,
                screenshot.size().width(),
                screenshot.size().height());
    }

    private static void add(List<double[]> to, int index, double place) {
        if (!Double.isNaN(place)) {
            to.add(new double[] {index, place});
        }
    }

    /** What there is of it otherwise where edges are too few. */
    private static Axis through(List<double[]> edges, Axis before) {
        Axis axis = before;
        for (double most = Math.max(4 * OUTLIER, FIRST * before.pitch()); most >= OUTLIER; most /= 2) {
            Axis.Fit fit = new Axis.Fit();
            for (double[] edge : edges) {
                if (Math.abs(axis.at(edge[0]) - edge[1]) <= most) {
                    fit.add(edge[0], edge[1]);
                }
            }
            Axis finer = fit.axis();
            if (finer == null || !(finer.pitch() > 0)) {
                return axis;
            }
            axis = finer;
        }
        return axis;
    }
}
