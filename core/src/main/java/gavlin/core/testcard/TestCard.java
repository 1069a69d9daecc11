package gavlin.core.testcard;

import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;

/**
 * A slot's test card: cells of six colours, each with the place of its corner printed into it, in slot px, and a tick every ten px. The
 * same slot, size and density make the same card; no two of them make the same.
 *
 * @param slot px at density 1
 * @param density of the file
 */
public record TestCard(Size slot, int density, CardCode code) {
    /** Along the slot's shorter side: few enough to be read at a tenth of the size, enough that half of them suffice. */
    private static final int CELLS_ACROSS = 7;

    private static final int LARGEST_CELL = 48;
    private static final int SMALLEST_CELL = 3;
    /** Smaller ones have no room for numbers, px of the file. */
    private static final int CELL_WITH_NUMBERS = 40;

    /** A digit's pixel is this part of a cell. */
    private static final int CELL_FOR_A_PIXEL = 20;

    private static final int TICK = 10;
    private static final int TICK_LENGTH = 3;
    /** Digits of three columns and five rows, a bit a pixel, the top row first. */
    private static final int[] DIGITS = {
        0b111101101101111,
        0b010110010010111,
        0b111001111100111,
        0b111001111001111,
        0b101101111001001,
        0b111100111001111,
        0b111100111101111,
        0b111001010010010,
        0b111101111101111,
        0b111101111001111
    };

    /** @param name tells this slot's card from every other: the same name, the same card */
    public static TestCard of(Size slot, int density, String name) {
        int cell = cell(slot);
        return new TestCard(
                slot,
                density,
                CardCode.of(
                        cells(slot.width(), cell),
                        cells(slot.height(), cell),
                        31L * (name + slot).hashCode() + density));
    }

    private static int cells(int length, int cell) {
        return (length + cell - 1) / cell;
    }

    private static int cell(Size slot) {
        int shorter = Math.min(slot.width(), slot.height());
        return Math.max(SMALLEST_CELL, Math.min(LARGEST_CELL, Math.round((float) shorter / CELLS_ACROSS)));
    }

    /** A cell's side in slot px. */
    int cell() {
        return cell(slot);
    }

    /** Px of the file. */
    public Size size() {
        return slot.times(density);
    }

    public Pixels draw() {
        Size size = size();
        int side = cell() * density;
        byte[] samples = new byte[(int) size.pixels() * 3];
        for (int y = 0, at = 0; y < size.height(); y++) {
            for (int x = 0; x < size.width(); x++, at += 3) {
                int hue = code.at(x / side, y / side);
                boolean printed = isPrinted(x, y, side);
                for (int c = 0; c < 3; c++) {
                    samples[at + c] = (byte) (printed ? Hue.printedCode(hue, c) : Hue.code(hue, c));
                }
            }
        }
        return new Pixels(size, 3, samples);
    }

    private boolean isPrinted(int x, int y, int side) {
        int inX = x % side;
        int inY = y % side;
        if (inY < TICK_LENGTH * density && x / density % TICK == 0
                || inX < TICK_LENGTH * density && y / density % TICK == 0) {
            return true;
        }
        // In the upper half, so that lines through the lower one meet plain cells.
        int scale = side / CELL_FOR_A_PIXEL;
        if (side < CELL_WITH_NUMBERS || inX < side / 8 || inY < side / 12) {
            return false;
        }
        int column = (inX - side / 8) / scale;
        int row = (inY - side / 12) / scale;
        return isDigit(x / side * cell(), column, row) || isDigit(y / side * cell(), column, row - 6);
    }

    /** @param x px from the left of a number whose digits are one pixel apart @param y px from its top */
    private static boolean isDigit(int number, int x, int y) {
        String digits = Integer.toString(number);
        if (y < 0 || y >= 5 || x / 4 >= digits.length() || x % 4 == 3) {
            return false;
        }
        return (DIGITS[digits.charAt(x / 4) - '0'] >> (14 - 3 * y - x % 4) & 1) == 1;
    }
}
