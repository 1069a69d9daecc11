package gavlin.core.geometry;

import com.fasterxml.jackson.annotation.JsonIgnore;
import gavlin.core.BadInput;
import java.util.Locale;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A rectangle in doubles; origin top left, x right, y down; pixel i covers [i, i+1). Its type names the space it
 * lies in.
 */
public record Box<S extends Space>(double x, double y, double width, double height) {
    private static final String NUMBER = "(\\d+(?:\\.\\d+)?)";
    private static final Pattern NOTATION =
            Pattern.compile(NUMBER + "x" + NUMBER + "(?:([+-]\\d+(?:\\.\\d+)?)([+-]\\d+(?:\\.\\d+)?))?");

    public Box {
        if (!Double.isFinite(x) || !Double.isFinite(y) || !(width >= 0) || !(height >= 0)) {
            throw new BadInput(
                    "box",
                    "a box needs finite x and y, and width and height of at least 0; was " + x + ", " + y + ", " + width
                            + ", " + height);
        }
    }

    /** Reads {@code "940x198+12+30"}: width, height, then x and y, which may be left out when both are 0. */
    public static <S extends Space> Box<S> parse(String text) {
        Matcher parts = NOTATION.matcher(text);
        if (!parts.matches()) {
            throw new BadInput("box", "expected a box such as 940x198+12+30, received " + text);
        }
        return new Box<>(
                parts.group(3) == null ? 0 : Double.parseDouble(parts.group(3)),
                parts.group(4) == null ? 0 : Double.parseDouble(parts.group(4)),
                Double.parseDouble(parts.group(1)),
                Double.parseDouble(parts.group(2)));
    }

    /** Of no size, at the origin. */
    public static <S extends Space> Box<S> empty() {
        return new Box<>(0, 0, 0, 0);
    }

    public double right() {
        return x + width;
    }

    public double bottom() {
        return y + height;
    }

    public double area() {
        return width * height;
    }

    @JsonIgnore
    public boolean isEmpty() {
        return width == 0 || height == 0;
    }

    /** The part common to both; {@link #empty()} when there is none. */
    public Box<S> intersect(Box<S> other) {
        double left = Math.max(x, other.x);
        double top = Math.max(y, other.y);
        double w = Math.min(right(), other.right()) - left;
        double h = Math.min(bottom(), other.bottom()) - top;
        return w > 0 && h > 0 ? new Box<>(left, top, w, h) : empty();
    }

    /** The smallest box that holds both. */
    public Box<S> hull(Box<S> other) {
        double left = Math.min(x, other.x);
        double top = Math.min(y, other.y);
        return new Box<>(left, top, Math.max(right(), other.right()) - left, Math.max(bottom(), other.bottom()) - top);
    }

    /** The upright box around what becomes of a box's corners. */
    public static <A extends Space, B extends Space> Box<B> around(Box<A> box, Function<Point<A>, Point<B>> mapping) {
        double left = Double.POSITIVE_INFINITY;
        double top = Double.POSITIVE_INFINITY;
        double right = Double.NEGATIVE_INFINITY;
        double bottom = Double.NEGATIVE_INFINITY;
        for (int i = 0; i < 4; i++) {
            Point<B> at = mapping.apply(new Point<>(i % 2 == 0 ? box.x : box.right(), i < 2 ? box.y : box.bottom()));
            left = Math.min(left, at.x());
            top = Math.min(top, at.y());
            right = Math.max(right, at.x());
            bottom = Math.max(bottom, at.y());
        }
        return new Box<>(left, top, right - left, bottom - top);
    }

    /** Whether the other lies inside, give or take {@code tolerance} on each side. */
    public boolean contains(Box<S> other, double tolerance) {
        return other.x >= x - tolerance
                && other.y >= y - tolerance
                && other.right() <= right() + tolerance
                && other.bottom() <= bottom() + tolerance;
    }

    /** The same shifted. */
    public Box<S> moved(double dx, double dy) {
        return new Box<>(x + dx, y + dy, width, height);
    }

    public Point<S> middle() {
        return new Point<>(x + width / 2, y + height / 2);
    }

    /** The box that holds this one's place in {@code to} as this one is placed in {@code from}. */
    public <T extends Space> Box<T> carry(Box<S> from, Box<T> to) {
        double sx = to.width / from.width;
        double sy = to.height / from.height;
        return new Box<>(to.x + (x - from.x) * sx, to.y + (y - from.y) * sy, width * sx, height * sy);
    }

    @Override
    public String toString() {
        return number(width) + "x" + number(height) + signed(x) + signed(y);
    }

    private static String signed(double value) {
        return (value < 0 ? "" : "+") + number(value);
    }

    /** To three decimals, without those that say nothing. */
    private static String number(double value) {
        double rounded = Math.rint(value * 1000) / 1000;
        return rounded == Math.rint(rounded) && Math.abs(rounded) < 1e15
                ? Long.toString((long) rounded)
                : String.format(Locale.ROOT, "%.3f", rounded);
    }
}
