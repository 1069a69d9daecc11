package gavlin.core.solve;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.InPrepared;

/**
 * A rectangle with corners cut round, from none of them round to a full ellipse, and the areas that a search asks for millions
 * of times: in closed form, to a ten-millionth of the region, without allocation. Any unit of length, as long as all agree.
 */
final class Region {
    private static final int STEPS = 16_384;
    private static final double[] UNDER = under();

    final double left;
    final double top;
    final double right;
    final double bottom;
    /** Of the corners, along each axis. */
    final double rx;

    final double ry;
    private final double area;
    private final double perArea;
    private final boolean plain;

    private Region(Box<?> box, double rx, double ry) {
        this.left = box.x();
        this.top = box.y();
        this.right = box.right();
        this.bottom = box.bottom();
        this.rx = Math.min(rx, box.width() / 2);
        this.ry = Math.min(ry, box.height() / 2);
        this.area = box.area() - (4 - Math.PI) * this.rx * this.ry;
        this.perArea = 1 / area;
        this.plain = this.rx == 0 || this.ry == 0;
    }

    static Region rectangle(Box<?> box) {
        return new Region(box, 0, 0);
    }

    static Region ellipse(Box<?> box) {
        return new Region(box, box.width() / 2, box.height() / 2);
    }

    /** With circular corners, as CSS border-radius cuts them: never more than half the shorter side. */
    static Region rounded(Box<?> box, double radius) {
        double r = Math.min(radius, Math.min(box.width(), box.height()) / 2);
        return new Region(box, r, r);
    }

    /** The same shape where a point (x, y) becomes the origin and lengths so many times as long. */
    Region seenFrom(double x, double y, double scale) {
        Box<InPrepared> box =
                new Box<>((left - x) * scale, (top - y) * scale, (right - left) * scale, (bottom - top) * scale);
        return new Region(box, rx * scale, ry * scale);
    }

    boolean isRectangle() {
        return plain;
    }

    double area() {
        return area;
    }

    double perArea() {
        return perArea;
    }

    /** Whether their boxes have anything in common. */
    boolean meets(Region other) {
        return left < other.right && other.left < right && top < other.bottom && other.top < bottom;
    }

    Box<InPrepared> bounds() {
        return new Box<>(left, top, right - left, bottom - top);
    }

    /** The area common with the rectangle from (l, t) to (r, b); 0 when that is empty or turned inside out. */
    double areaWithin(double l, double t, double r, double b) {
        return commonArea(left, top, right, bottom, rx, ry, l, t, r, b);
    }

    /**
     * The same of the rectangle (left, top) to (right, bottom) with corners rounded by rx and ry, without an object for it. The radii are
     * at most half the sides.
     */
    static double commonArea(
            double left,
            double top,
            double right,
            double bottom,
            double rx,
            double ry,
            double l,
            double t,
            double r,
            double b) {
        double x0 = Math.max(l, left);
        double y0 = Math.max(t, top);
        double x1 = Math.min(r, right);
        double y1 = Math.min(b, bottom);
        if (x0 >= x1 || y0 >= y1) {
            return 0;
        }
        double common = (x1 - x0) * (y1 - y0);
        if (rx <= 0 || ry <= 0) {
            return common;
        }
        if (x0 == left && y0 == top && x1 == right && y1 == bottom) {
            return common - (4 - Math.PI) * rx * ry;
        }
        double perRx = 1 / rx;
        double perRy = 1 / ry;
        // From each corner's centre, outwards, in radii.
        double l0 = (left + rx - x1) * perRx;
        double l1 = (left + rx - x0) * perRx;
        double r0 = (x0 - right + rx) * perRx;
        double r1 = (x1 - right + rx) * perRx;
        double t0 = (top + ry - y1) * perRy;
        double t1 = (top + ry - y0) * perRy;
        double b0 = (y0 - bottom + ry) * perRy;
        double b1 = (y1 - bottom + ry) * perRy;
        double cut = cornerCut(l0, l1, t0, t1)
                + cornerCut(r0, r1, t0, t1)
                + cornerCut(l0, l1, b0, b1)
                + cornerCut(r0, r1, b0, b1);
        return common - cut * rx * ry;
    }

    /** What a unit circle cuts away of the rectangle [x0, x1] × [y0, y1] inside its first quadrant's square. */
    private static double cornerCut(double x0, double x1, double y0, double y1) {
        double a1 = Math.min(1, x1);
        double b1 = Math.min(1, y1);
        if (a1 <= 0 || b1 <= 0 || a1 * a1 + b1 * b1 <= 1) {
            return 0;
        }
        double a0 = Math.max(0, x0);
        double b0 = Math.max(0, y0);
        if (a0 >= a1 || b0 >= b1) {
            return 0;
        }
        double disc = disc(a1, b1) - (a0 > 0 ? disc(a0, b1) : 0) - (b0 > 0 ? disc(a1, b0) : 0);
        if (a0 > 0 && b0 > 0) {
            disc += disc(a0, b0);
        }
        return Math.max(0, (a1 - a0) * (b1 - b0) - disc);
    }

    /** Area of the unit disc's first quarter inside [0, x] × [0, y], both 0..1. */
    private static double disc(double x, double y) {
        if (x * x + y * y <= 1) {
            return x * y;
        }
        double c = Math.sqrt(1 - y * y); // from here on the arc is lower than y
        return y * c + under(x) - under(c);
    }

    /** The integral of √(1 − t²) from 0 to t, 0..1, out of a table: to 1e-7, and ten times as fast as the arc sine in it. */
    private static double under(double t) {
        double at = t * STEPS;
        int i = (int) at;
        return UNDER[i] + (at - i) * (UNDER[i + 1] - UNDER[i]);
    }

    private static double[] under() {
        double[] table = new double[STEPS + 2];
        for (int i = 0; i <= STEPS; i++) {
            double t = (double) i / STEPS;
            table[i] = (t * Math.sqrt(1 - t * t) + Math.asin(t)) / 2;
        }
        table[STEPS + 1] = table[STEPS];
        return table;
    }

    /** Where a horizontal line at {@code y} enters the region; not before {@link #exitAt} when it misses. */
    double enterAt(double y) {
        return left + inset(y);
    }

    double exitAt(double y) {
        return right - inset(y);
    }

    private double inset(double y) {
        if (y <= top || y >= bottom) {
            return right - left;
        }
        double beyond = Math.max(top + ry - y, y - (bottom - ry));
        if (beyond <= 0 || isRectangle()) {
            return 0;
        }
        double t = beyond / ry;
        return rx * (1 - Math.sqrt(Math.max(0, 1 - t * t)));
    }

    /** The heights at which its edge changes its nature. */
    double[] turns() {
        return isRectangle() ? new double[] {top, bottom} : new double[] {top, top + ry, bottom - ry, bottom};
    }
}
