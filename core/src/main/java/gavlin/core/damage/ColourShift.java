package gavlin.core.damage;

import gavlin.core.geometry.Size;
import java.util.stream.IntStream;

/**
 * How far colours moved, CIEDE2000, at a quarter of the density: finer than that people hardly see colour, and grain goes out
 * of the count.
 */
final class ColourShift {
    private final LabPlanes original;

    /** @param original at half the density, as the files */
    ColourShift(LabPlanes original) {
        this.original = original.halved();
    }

    /** The mean of each cell. */
    Cells in(LabPlanes half, Size picture) {
        LabPlanes file = half.halved();
        Cells cells = Cells.of(picture, 0);
        int side = Cells.SIDE / 4;
        int width = original.size().width();
        int height = original.size().height();
        IntStream.range(0, cells.size().height()).parallel().forEach(row -> {
            for (int column = 0; column < cells.size().width(); column++) {
                double sum = 0;
                int bottom = Math.min(height, (row + 1) * side);
                int right = Math.min(width, (column + 1) * side);
                for (int y = row * side; y < bottom; y++) {
                    for (int x = column * side; x < right; x++) {
                        int i = y * width + x;
                        sum += original.at(i).difference(file.at(i));
                    }
                }
                int count = (bottom - row * side) * (right - column * side);
                cells.values()[row * cells.size().width() + column] = sum / count;
            }
        });
        return cells;
    }
}
