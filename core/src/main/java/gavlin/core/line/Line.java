package gavlin.core.line;

import gavlin.core.Require;
import gavlin.core.colour.Colour;
import gavlin.core.geometry.Size;
import gavlin.core.operation.Finish;
import gavlin.core.operation.Operation;
import gavlin.core.operation.OperationType;
import gavlin.core.operation.Surroundings;
import gavlin.core.raster.Over;
import gavlin.core.raster.Pixels;

/**
 * A frame line along the edge of the file, or of the largest part of it that nothing covers in any showing: under a menu bar nobody would
 * see it.
 *
 * @param width px of the file at density 1; 0 for none
 * @param ink null for black
 */
public record Line(int width, Colour ink) implements Finish {
    public static final Line NONE = new Line(0, Colour.BLACK);
    public static final OperationType<Line> TYPE = new OperationType<>("line", 40, Line.class, NONE);
    private static final int WIDEST = 64;

    public Line {
        Require.range("line.width", width, 0, WIDEST, "px");
        ink = ink == null ? Colour.BLACK : ink;
    }

    @Override
    public OperationType<Line> type() {
        return TYPE;
    }

    /** It belongs to the picture as the person wants it, whatever the slot. */
    @Override
    public Line carried() {
        return this;
    }

    @Override
    public String changeFrom(Operation before) {
        return changesNothing() ? "line taken away" : "line of " + width + " px in " + ink;
    }

    @Override
    public boolean changesNothing() {
        return width == 0;
    }

    @Override
    public boolean looksAround() {
        return true;
    }

    @Override
    public Pixels finish(Pixels pixels, Surroundings around) {
        Size size = pixels.size();
        int left = (int) Math.ceil(around.open().x() - 1e-6);
        int top = (int) Math.ceil(around.open().y() - 1e-6);
        int right = Math.min(size.width(), (int) Math.floor(around.open().right() + 1e-6));
        int bottom = Math.min(size.height(), (int) Math.floor(around.open().bottom() + 1e-6));
        int thick = width * around.density();
        byte[] samples = pixels.samples().clone();
        for (int y = top; y < bottom; y++) {
            boolean whole = y < top + thick || y >= bottom - thick;
            fill(samples, pixels, y, left, whole ? right : Math.min(right, left + thick));
            fill(samples, pixels, y, whole ? right : Math.max(left, right - thick), right);
        }
        return new Pixels(size, pixels.channels(), samples);
    }

    private void fill(byte[] samples, Pixels pixels, int y, int from, int to) {
        for (int x = from; x < to; x++) {
            int at = (y * pixels.size().width() + x) * pixels.channels();
            Over.lay(samples, at, pixels.channels(), ink.rgb(), 1);
        }
    }
}
