package gavlin.core.testcard;

import java.util.Arrays;
import java.util.HashSet;
import java.util.Random;
import java.util.Set;

/**
 * The hues of a card's cells: no cell has the hue of a neighbour beside, above or below it, and no block of 3×3 cells is there twice, so
 * that any part of the card says where on the card it is.
 *
 * @param hues row by row, {@code columns · rows} of them
 */
record CardCode(int columns, int rows, byte[] hues) {
    /** One cell more of each block that is there already is tried this often before it all begins anew: never needed so far. */
    private static final int TRIES = 64;

    /** The same seed makes the same code: {@link Random}'s sequence is part of Java's specification. */
    static CardCode of(int columns, int rows, long seed) {
        Random random = new Random(seed);
        while (true) {
            byte[] hues = new byte[columns * rows];
            if (filled(hues, columns, rows, random)) {
                return new CardCode(columns, rows, hues);
            }
        }
    }

    private static boolean filled(byte[] hues, int columns, int rows, Random random) {
        Set<Integer> blocks = new HashSet<>();
        for (int row = 0; row < rows; row++) {
            for (int column = 0; column < columns; column++) {
                int at = row * columns + column;
                boolean found = false;
                for (int t = 0; t < TRIES && !found; t++) {
                    hues[at] = (byte) random.nextInt(Hue.COUNT);
                    found = (column == 0 || hues[at] != hues[at - 1])
                            && (row == 0 || hues[at] != hues[at - columns])
                            && (column < 2 || row < 2 || blocks.add(block(hues, columns, column - 2, row - 2)));
                }
                if (!found) {
                    return false;
                }
            }
        }
        return true;
    }

    /** The block of 3×3 cells as a number: 6⁹ fits into an int. */
    private static int block(byte[] hues, int columns, int column, int row) {
        int number = 0;
        for (int y = row; y < row + 3; y++) {
            for (int x = column; x < column + 3; x++) {
                number = number * Hue.COUNT + hues[y * columns + x];
            }
        }
        return number;
    }

    int at(int column, int row) {
        return hues[row * columns + column];
    }

    /** Columns and rows changed over, so that one way of reading serves both. */
    CardCode transposed() {
        byte[] turned = new byte[hues.length];
        for (int row = 0; row < rows; row++) {
            for (int column = 0; column < columns; column++) {
                turned[column * rows + row] = hues[row * columns + column];
            }
        }
        return new CardCode(rows, columns, turned);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof CardCode that && that.columns == columns && Arrays.equals(that.hues, hues);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(hues);
    }
}
