package gavlin.core.move;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import gavlin.core.BadInput;
import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;

class AssignmentTest {
    /** The worked example of the scipy.optimize.linear_sum_assignment documentation (from memory): columns 1, 0, 2, cost 5. */
    @Test
    void workedExample_hasItsKnownAnswer() {
        double[][] costs = {{4, 1, 3}, {2, 0, 5}, {3, 2, 2}};
        assertArrayEquals(new int[] {1, 0, 2}, Assignment.of(costs));
        assertEquals(5, sum(costs, Assignment.of(costs)));
    }

    @Test
    void randomCosts_areAssigned_asWellAsByTryingAll() {
        Random random = new Random(7);
        for (int i = 0; i < 500; i++) {
            int rows = 1 + random.nextInt(6);
            int columns = rows + random.nextInt(3);
            double[][] costs = new double[rows][columns];
            for (double[] row : costs) {
                Arrays.setAll(row, c -> random.nextInt(20) - 5);
            }
            int[] chosen = Assignment.of(costs);
            assertEquals(rows, Arrays.stream(chosen).distinct().count());
            assertEquals(leastByTryingAll(costs, 0, new boolean[columns]), sum(costs, chosen), 1e-9);
        }
    }

    @Test
    void costs_thatCannotBeAssigned_areRefused() {
        assertThrows(BadInput.class, () -> Assignment.of(new double[][] {{1}, {2}}));
        assertThrows(BadInput.class, () -> Assignment.of(new double[][] {{Double.NaN}}));
        assertEquals(0, Assignment.of(new double[0][0]).length);
    }

    private static double leastByTryingAll(double[][] costs, int row, boolean[] taken) {
        if (row == costs.length) {
            return 0;
        }
        double least = Double.POSITIVE_INFINITY;
        for (int column = 0; column < taken.length; column++) {
            if (!taken[column]) {
                taken[column] = true;
                least = Math.min(least, costs[row][column] + leastByTryingAll(costs, row + 1, taken));
                taken[column] = false;
            }
        }
        return least;
    }

    private static double sum(double[][] costs, int[] chosen) {
        double sum = 0;
        for (int i = 0; i < chosen.length; i++) {
            sum += costs[i][chosen[i]];
        }
        return sum;
    }
}
