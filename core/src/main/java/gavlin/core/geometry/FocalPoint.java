package gavlin.core.geometry;

import gavlin.core.Require;

/** A point that a crop is built around, as fractions 0..1 of the width and height of what its type names. */
public record FocalPoint<S extends Space>(double x, double y) {
    public FocalPoint {
        Require.range("focal.x", x, 0, 1, "");
        Require.range("focal.y", y, 0, 1, "");
    }

    public static <S extends Space> FocalPoint<S> centre() {
        return new FocalPoint<>(0.5, 0.5);
    }

    /** The nearest to a place, px of something of this size. */
    public static <S extends Space> FocalPoint<S> of(Point<S> at, Size size) {
        return new FocalPoint<>(clamp(at.x() / size.width()), clamp(at.y() / size.height()));
    }

    /** Px of something of this size. */
    public Point<S> in(Size size) {
        return new Point<>(x * size.width(), y * size.height());
    }

    private static double clamp(double value) {
        return Math.max(0, Math.min(1, value));
    }
}
