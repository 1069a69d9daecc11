package gavlin.core.geometry;

import gavlin.core.Require;

/** CSS object-position as two percentages, here fractions 0..1. */
public record Position(double x, double y) {
    public Position {
        Require.range("position.x", x, 0, 1, "");
        Require.range("position.y", y, 0, 1, "");
    }
}
