package gavlin.core.geometry;

import gavlin.core.Require;

/**
 * A picture mirrored left to right and straightened by some degrees, cut to the largest upright rectangle of its own proportions that
 * lies inside it. Its px are as large as the picture's.
 *
 * @param flipped mirrored first
 * @param degrees clockwise, -15..15
 */
public record Turn(boolean flipped, double degrees) {
    public static final Turn NONE = new Turn(false, 0);
    public static final double MOST_DEGREES = 15;

    public Turn {
        Require.range("degrees", degrees, -MOST_DEGREES, MOST_DEGREES, "°");
    }

    public boolean changesNothing() {
        return !flipped && degrees == 0;
    }

    /**
     * The turn that makes a line level that a person drew along the horizon, or plumb when it is steeper than 45°.
     *
     * @param across from the line's one end to the other, px to the right
     * @param down px down
     * @throws gavlin.core.BadInput when it leans more than 15 degrees
     */
    public static double levelling(double across, double down) {
        double angle = Math.toDegrees(Math.atan2(down, across));
        double quarter = 90 * Math.rint(angle / 90);
        return Require.range("degrees", quarter - angle, -MOST_DEGREES, MOST_DEGREES, "°");
    }

    /** What is left of a picture, px. */
    public Size of(Size picture) {
        double k = shrinking(picture);
        return new Size((int) Math.max(1, Math.floor(picture.width() * k + 1e-9)), (int)
                Math.max(1, Math.floor(picture.height() * k + 1e-9)));
    }

    /** The sides of the inner rectangle over those of the picture: its corners touch the picture's edges. */
    private double shrinking(Size picture) {
        double a = Math.toRadians(Math.abs(degrees));
        double longer = Math.max(picture.proportion(), 1 / picture.proportion());
        return 1 / (Math.cos(a) + longer * Math.sin(a));
    }

    /** Where a point of the turned picture lies in the picture itself; px of each. */
    public double[] toPicture(Size picture, double x, double y) {
        Size turned = of(picture);
        double a = Math.toRadians(degrees);
        double dx = x - turned.width() / 2.0;
        double dy = y - turned.height() / 2.0;
        double px = dx * Math.cos(a) + dy * Math.sin(a);
        double py = -dx * Math.sin(a) + dy * Math.cos(a);
        return new double[] {picture.width() / 2.0 + (flipped ? -px : px), picture.height() / 2.0 + py};
    }

    /** Where a point of the picture lies in the turned one; px of each. */
    public double[] fromPicture(Size picture, double x, double y) {
        Size turned = of(picture);
        double a = Math.toRadians(degrees);
        double px = (x - picture.width() / 2.0) * (flipped ? -1 : 1);
        double py = y - picture.height() / 2.0;
        return new double[] {
            turned.width() / 2.0 + px * Math.cos(a) - py * Math.sin(a),
            turned.height() / 2.0 + px * Math.sin(a) + py * Math.cos(a)
        };
    }

    /** The same of a point as fractions; at the turned picture's edge where it was cut away. */
    public FocalPoint fromPicture(Size picture, FocalPoint point) {
        if (changesNothing()) {
            return point;
        }
        Size turned = of(picture);
        double[] at = fromPicture(picture, point.x() * picture.width(), point.y() * picture.height());
        return new FocalPoint(clamp(at[0] / turned.width()), clamp(at[1] / turned.height()));
    }

    /** The upright box around a box of the picture, in the turned one; px of each. */
    public Box fromPicture(Size picture, Box box) {
        return changesNothing() ? box : hull((x, y) -> fromPicture(picture, x, y), box);
    }

    /** The upright box around a box of the turned picture, in the picture itself; px of each. */
    public Box toPicture(Size picture, Box box) {
        return changesNothing() ? box : hull((x, y) -> toPicture(picture, x, y), box);
    }

    private interface Mapping {
        double[] of(double x, double y);
    }

    private static Box hull(Mapping mapping, Box box) {
        double left = Double.POSITIVE_INFINITY;
        double top = Double.POSITIVE_INFINITY;
        double right = Double.NEGATIVE_INFINITY;
        double bottom = Double.NEGATIVE_INFINITY;
        for (int i = 0; i < 4; i++) {
            double[] at = mapping.of(i % 2 == 0 ? box.x() : box.right(), i < 2 ? box.y() : box.bottom());
            left = Math.min(left, at[0]);
            top = Math.min(top, at[1]);
            right = Math.max(right, at[0]);
            bottom = Math.max(bottom, at[1]);
        }
        return new Box(left, top, right - left, bottom - top);
    }

    private static double clamp(double value) {
        return Math.max(0, Math.min(1, value));
    }
}
