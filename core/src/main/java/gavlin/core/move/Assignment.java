package gavlin.core.move;

import gavlin.core.BadInput;
import java.util.Arrays;

/**
 * The assignment problem: to each row a column of its own, at the least sum of costs. Shortest augmenting paths with potentials
 * (Kuhn 1955, Munkres 1957; in this form R. Jonker and A. Volgenant, "A shortest augmenting path algorithm for dense and sparse
 * linear assignment problems", Computing 38, 1987), O(n³).
 */
public final class Assignment {
    private Assignment() {}

    /**
     * @param costs finite, as many columns in each row as there are rows, or more
     * @return the column of each row
     * @throws BadInput when there are fewer columns than rows, or a cost is not finite
     */
    public static int[] of(double[][] costs) {
        int rows = costs.length;
        int columns = rows == 0 ? 0 : costs[0].length;
        for (double[] row : costs) {
            if (row.length != columns || columns < rows || !Arrays.stream(row).allMatch(Double::isFinite)) {
                throw new BadInput(
                        "costs", "costs must be finite, with as many columns in every row as there are rows");
            }
        }
        double[] rowPotential = new double[rows + 1];
        double[] columnPotential = new double[columns + 1];
        int[] rowOf = new int[columns + 1]; // 1-based; 0 is no row
        int[] previous = new int[columns + 1];
        double[] distance = new double[columns + 1];
        boolean[] done = new boolean[columns + 1];
        for (int row = 1; row <= rows; row++) {
            Arrays.fill(distance, Double.POSITIVE_INFINITY);
            Arrays.fill(done, false);
            rowOf[0] = row;
            int at = 0;
            do {
                done[at] = true;
                double[] cost = costs[rowOf[at] - 1];
                double base = rowPotential[rowOf[at]];
                double least = Double.POSITIVE_INFINITY;
                int next = 0;
                for (int column = 1; column <= columns; column++) {
                    if (!done[column]) {
                        double reduced = cost[column - 1] - base - columnPotential[column];
                        if (reduced < distance[column]) {
                            distance[column] = reduced;
                            previous[column] = at;
                        }
                        if (distance[column] < least) {
                            least = distance[column];
                            next = column;
                        }
                    }
                }
                for (int column = 0; column <= columns; column++) {
                    if (done[column]) {
                        rowPotential[rowOf[column]] += least;
                        columnPotential[column] -= least;
                    } else {
                        distance[column] -= least;
                    }
                }
                at = next;
            } while (rowOf[at] != 0);
            while (at != 0) { // along the path, each column takes over its predecessor's row
                rowOf[at] = rowOf[previous[at]];
                at = previous[at];
            }
        }
        int[] columnOf = new int[rows];
        for (int column = 1; column <= columns; column++) {
            if (rowOf[column] != 0) {
                columnOf[rowOf[column] - 1] = column - 1;
            }
        }
        return columnOf;
    }
}
