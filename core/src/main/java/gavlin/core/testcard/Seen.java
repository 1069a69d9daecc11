package gavlin.core.testcard;

import gavlin.core.raster.Pixels;
import java.util.Arrays;

/**
 * Which pixels of a screenshot show the card, and the frame that these make.
 *
 * @param left px of the screenshot; of the part that is looked at, as {@code top}, {@code width} and {@code height}
 * @param shows row by row
 */
record Seen(int left, int top, int width, int height, boolean[] shows) {
    /** Pixels between two cells have a colour on the way from one to the other, this near to it (8-bit codes). */
    private static final int NEAR = 70;

    /** Nearer to one end of that way is one of the two alone. */
    private static final double PURE = 0.08;
    /** How far from an edge between cells a pixel may be mixed, px. */
    private static final double MIXED = 2;

    /** A line of the frame shows more cells than one, or this share of the longest line. */
    private static final double CELLS = 1.5;

    private static final double SHARE = 0.6;
    /** The next line outwards belongs to it as long as it shows this share of the one before: at the top of a circle it is shorter. */
    private static final double SHORTER = 0.4;

    /** In px of the screenshot, ends excluded. */
    record Frame(int left, int top, int right, int bottom) {
        int width() {
            return right - left;
        }

        int height() {
            return bottom - top;
        }
    }

    static Seen of(Placement found, Pixels screenshot, byte[] hues) {
        TestCard card = found.card();
        double cellsAcross = (double) card.slot().width() / card.cell();
        double cellsDown = (double) card.slot().height() / card.cell();
        int[] certain = found.certain();
        int left = clamp(
                found.across().at(Math.max(0, certain[0] - 1)),
                screenshot.size().width());
        int right = clamp(
                Math.ceil(found.across().at(Math.min(cellsAcross, certain[2] + 1))),
                screenshot.size().width());
        int top = clamp(
                found.down().at(Math.max(0, certain[1] - 1)), screenshot.size().height());
        int bottom = clamp(
                Math.ceil(found.down().at(Math.min(cellsDown, certain[3] + 1))),
                screenshot.size().height());
        int width = right - left;
        int height = bottom - top;
        boolean[] shows = new boolean[width * height];
        double[] x = indices(left, width, found.across());
        double[] y = indices(top, height, found.down());
        double mixedX = MIXED / found.across().pitch();
        double mixedY = MIXED / found.down().pitch();
        CardCode code = card.code();
        for (int row = 0; row < height; row++) {
            int cellY = inside(y[row], code.rows());
            int nextY = neighbour(y[row], mixedY, cellY, code.rows());
            for (int column = 0; column < width; column++) {
                int cellX = inside(x[column], code.columns());
                int at = (top + row) * screenshot.size().width() + left + column;
                int hue = code.at(cellX, cellY);
                boolean same = hues[at] == hue || isPrinted(screenshot, at, hue);
                if (!same) {
                    int nextX = neighbour(x[column], mixedX, cellX, code.columns());
                    same = nextX != cellX && isBetween(screenshot, at, hue, code.at(nextX, cellY))
                            || nextY != cellY && isBetween(screenshot, at, hue, code.at(cellX, nextY))
                            || nextX != cellX
                                    && nextY != cellY
                                    && (isBetween(screenshot, at, code.at(nextX, cellY), code.at(nextX, nextY))
                                            || isBetween(screenshot, at, code.at(cellX, nextY), code.at(nextX, nextY)));
                }
                shows[row * width + column] = same;
            }
        }
        return new Seen(left, top, width, height, shows);
    }

    private static int clamp(double px, int most) {
        return (int) Math.max(0, Math.min(most, px));
    }

    private static double[] indices(int from, int count, Axis axis) {
        double[] indices = new double[count];
        for (int i = 0; i < count; i++) {
            indices[i] = (from + i + 0.5 - axis.start()) / axis.pitch();
        }
        return indices;
    }

    private static int inside(double index, int count) {
        return Math.max(0, Math.min(count - 1, (int) Math.floor(index)));
    }

    /** The cell on the other side of a near edge; the same where none is near. */
    private static int neighbour(double index, double near, int cell, int count) {
        int other = index - cell < near ? cell - 1 : cell + 1 - index < near ? cell + 1 : cell;
        return Math.max(0, Math.min(count - 1, other));
    }

    /** Whether a pixel's colour is near that of a cell's print: compression blurs what is thin. */
    private static boolean isPrinted(Pixels screenshot, int pixel, int hue) {
        int at = pixel * screenshot.channels();
        int off = 0;
        for (int c = 0; c < 3; c++) {
            int d = (screenshot.samples()[at + c] & 0xff) - Hue.printedCode(hue, c);
            off += d * d;
        }
        return off <= NEAR * NEAR;
    }

    /** Whether a pixel's colour lies near the line between two hues' colours in a card that nothing lies over. */
    private static boolean isBetween(Pixels screenshot, int pixel, int hue, int other) {
        int at = pixel * screenshot.channels();
        double along = 0;
        double length = 0;
        for (int c = 0; c < 3; c++) {
            int way = Hue.code(other, c) - Hue.code(hue, c);
            along += way * ((screenshot.samples()[at + c] & 0xff) - Hue.code(hue, c));
            length += way * way;
        }
        if (length == 0) {
            return false;
        }
        double t = along / length;
        if (t < PURE || t > 1 - PURE) {
            return false; // one of them alone: that is not mixed
        }
        double off = 0;
        for (int c = 0; c < 3; c++) {
            double d = (screenshot.samples()[at + c] & 0xff)
                    - (Hue.code(hue, c) + t * (Hue.code(other, c) - Hue.code(hue, c)));
            off += d * d;
        }
        return off <= NEAR * NEAR;
    }

    /** The box of what is seen; null where that is nothing. @param pitchX px a cell */
    Frame frame(double pitchX, double pitchY) {
        int[] vertical = extent(height, width, width, 1, pitchX);
        int[] horizontal = extent(width, height, 1, width, pitchY);
        return vertical == null || horizontal == null
                ? null
                : new Frame(left + horizontal[0], top + vertical[0], left + horizontal[1], top + vertical[1]);
    }

    /** First line and the one after the last, of those that run across one side. */
    private int[] extent(int lines, int length, int lineStep, int step, double pitch) {
        int[] longest = new int[lines];
        for (int line = 0; line < lines; line++) {
            int run = 0;
            for (int i = 0; i < length; i++) {
                if (shows[line * lineStep + i * step]) {
                    run++;
                    longest[line] = Math.max(longest[line], run);
                } else {
                    run = 0;
                }
            }
        }
        int most = Arrays.stream(longest).max().orElse(0);
        double enough = Math.min(CELLS * pitch, SHARE * most);
        int first = 0;
        while (first < lines && longest[first] < enough) {
            first++;
        }
        int last = lines - 1;
        while (last >= first && longest[last] < enough) {
            last--;
        }
        if (most == 0 || last < first) {
            return null;
        }
        while (first > 0 && longest[first - 1] >= Math.max(1, SHORTER * longest[first])) {
            first--;
        }
        while (last + 1 < lines && longest[last + 1] >= Math.max(1, SHORTER * longest[last])) {
            last++;
        }
        return new int[] {first, last + 1};
    }

    /** Whether a pixel of the screenshot shows the card. */
    boolean at(int x, int y) {
        return x >= left && y >= top && x < left + width && y < top + height && shows[(y - top) * width + x - left];
    }
}
