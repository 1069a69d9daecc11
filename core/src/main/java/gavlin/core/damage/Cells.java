package gavlin.core.damage;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InSlot;
import java.util.Arrays;
import java.util.List;
import java.util.function.DoubleBinaryOperator;

/**
 * A number for each cell of {@value #SIDE}×{@value #SIDE} px of a picture, row by row; the last ones may be cut off.
 *
 * @param size in cells
 */
record Cells(Size size, double[] values) {
    static final int SIDE = 16;

    /** Of each cell that a box touches one value, of all others another. */
    static Cells touched(Size picture, List<Box<InSlot>> boxes, double value, double otherwise) {
        Cells cells = of(picture, otherwise);
        for (Box<InSlot> box : boxes) {
            Box<InSlot> inside = box.intersect(picture.box());
            for (int y = (int) inside.y() / SIDE; y * SIDE < inside.bottom(); y++) {
                for (int x = (int) inside.x() / SIDE; x * SIDE < inside.right(); x++) {
                    cells.values[y * cells.size.width() + x] = value;
                }
            }
        }
        return cells;
    }

    static Cells of(Size picture, double value) {
        Size size = size(picture);
        double[] values = new double[(int) size.pixels()];
        Arrays.fill(values, value);
        return new Cells(size, values);
    }

    static Size size(Size picture) {
        return new Size((picture.width() + SIDE - 1) / SIDE, (picture.height() + SIDE - 1) / SIDE);
    }

    /**
     * The mean of the windows whose middles lie in each cell; a cell without any has the nearest one's.
     *
     * @param windows one for each place where a whole window lies inside the picture
     * @param scale picture px of one place
     */
    static Cells means(Size picture, float[][] windows, int scale) {
        int marginY = (picture.height() / scale - windows.length) / 2;
        int marginX = (picture.width() / scale - windows[0].length) / 2;
        int side = SIDE / scale;
        Cells cells = of(picture, 0);
        for (int row = 0; row < cells.size.height(); row++) {
            int top = within(row * side - marginY, windows.length - 1);
            int bottom = Math.max(top + 1, within((row + 1) * side - marginY, windows.length));
            for (int column = 0; column < cells.size.width(); column++) {
                int left = within(column * side - marginX, windows[0].length - 1);
                int right = Math.max(left + 1, within((column + 1) * side - marginX, windows[0].length));
                double sum = 0;
                for (int y = top; y < bottom; y++) {
                    for (int x = left; x < right; x++) {
                        sum += windows[y][x];
                    }
                }
                cells.values[row * cells.size.width() + column] = sum / ((bottom - top) * (right - left));
            }
        }
        return cells;
    }

    private static int within(int at, int last) {
        return Math.max(0, Math.min(last, at));
    }

    Cells with(Cells other, DoubleBinaryOperator operator) {
        double[] out = new double[values.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = operator.applyAsDouble(values[i], other.values[i]);
        }
        return new Cells(size, out);
    }

    /** The mean of the greatest twentieth, at least one. */
    double worstTwentieth() {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        int count = Math.max(1, sorted.length / 20);
        double sum = 0;
        for (int i = sorted.length - count; i < sorted.length; i++) {
            sum += sorted[i];
        }
        return sum / count;
    }
}
