package gavlin.core.geometry;

import gavlin.core.Require;

/** The point of a picture that a crop is built around, as fractions 0..1 of its upright width and height. */
public record FocalPoint(double x, double y) {
    public static final FocalPoint CENTRE = new FocalPoint(0.5, 0.5);

    public FocalPoint {
        Require.range("focal.x", x, 0, 1, "");
        Require.range("focal.y", y, 0, 1, "");
    }
}
