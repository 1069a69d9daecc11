package gavlin.core.mend;

import gavlin.core.Require;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;

/**
 * A part of a picture that another part of it is laid over, with soft edges, in the tone that it has there. All in px of the picture.
 *
 * @param fromX left edge of what is copied, which is as large
 * @param fromY its upper edge
 */
public record Spot(int x, int y, int width, int height, int fromX, int fromY) {
    public static final int LEAST = 4;
    /** Over which it gives way to what is round it, of its shorter side. */
    private static final double SOFT = 0.12;

    public Spot {
        Require.range("mend.x", x, 0, Size.MAX, "px");
        Require.range("mend.y", y, 0, Size.MAX, "px");
        Require.range("mend.width", width, LEAST, Size.MAX, "px");
        Require.range("mend.height", height, LEAST, Size.MAX, "px");
        Require.range("mend.fromX", fromX, 0, Size.MAX, "px");
        Require.range("mend.fromY", fromY, 0, Size.MAX, "px");
    }

    Box<InPrepared> box() {
        return new Box<>(x, y, width, height);
    }

    Box<InPrepared> from() {
        return new Box<>(fromX, fromY, width, height);
    }

    /** How much of the copy is seen at a place, 0 at its edge, 1 in its middle. @param px of the picture @param py likewise */
    double weight(double px, double py) {
        double inward = Math.min(Math.min(px - x, x + width - px), Math.min(py - y, y + height - py));
        double t = Math.max(0, Math.min(1, inward / (SOFT * Math.min(width, height))));
        return t * t * (3 - 2 * t);
    }
}
