package gavlin.core.geometry;

import gavlin.core.BadInput;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A rectangle in doubles; origin top left, x right, y down; pixel i covers [i, i+1). Which space it lies in (source,
 * slot, showing) is said by the name of whatever holds it.
 */
public record Box(double x, double y, double width, double height) {
    public static final Box EMPTY = new Box(0, 0, 0, 0);
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
    public static Box parse(String text) {
        Matcher parts = NOTATION.matcher(text);
        if (!parts.matches()) {
            throw new BadInput("box", "expected a box such as 940x198+12+30, received " + text);
        }
        return new Box(
                parts.group(3) == null ? 0 : Double.parseDouble(parts.group(3)),
                parts.group(4) == null ? 0 : Double.parseDouble(parts.group(4)),
                Double.parseDouble(parts.group(1)),
                Double.parseDouble(parts.group(2)));
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

    public boolean isEmpty() {
        return width == 0 || height == 0;
    }

    /** The part common to both; {@link #EMPTY} when there is none. */
    public Box intersect(Box other) {
        double left = Math.max(x, other.x);
        double top = Math.max(y, other.y);
        double w = Math.min(right(), other.right()) - left;
        double h = Math.min(bottom(), other.bottom()) - top;
        return w > 0 && h > 0 ? new Box(left, top, w, h) : EMPTY;
    }

    /** The smallest box that holds both. */
    public Box hull(Box other) {
        double left = Math.min(x, other.x);
        double top = Math.min(y, other.y);
        return new Box(left, top, Math.max(right(), other.right()) - left, Math.max(bottom(), other.bottom()) - top);
    }

    /** Whether the other lies inside, give or take {@code tolerance} on each side. */
    public boolean contains(Box other, double tolerance) {
        return other.x >= x - tolerance
                && other.y >= y - tolerance
                && other.right() <= right() + tolerance
                && other.bottom() <= bottom() + tolerance;
    }

    /** The box that holds this one's place in {@code to} as this one is placed in {@code from}. */
    public Box carry(Box from, Box to) {
        double sx = to.width / from.width;
        double sy = to.height / from.height;
        return new Box(to.x + (x - from.x) * sx, to.y + (y - from.y) * sy, width * sx, height * sy);
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
