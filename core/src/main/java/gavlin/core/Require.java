package gavlin.core;

/** The one place that checks arguments: {@code width must be 1..16384 px, was 0}. */
public final class Require {
    private Require() {}

    /** @throws BadInput unless {@code min <= value <= max} */
    public static int range(String field, int value, int min, int max, String unit) {
        if (value < min || value > max) {
            throw new BadInput(field, field + " must be " + min + ".." + max + withUnit(unit) + ", was " + value);
        }
        return value;
    }

    /** @throws BadInput unless {@code value} is finite and {@code min <= value <= max} */
    public static double range(String field, double value, double min, double max, String unit) {
        if (!(value >= min && value <= max)) { // also catches NaN
            throw new BadInput(
                    field, field + " must be " + plain(min) + ".." + plain(max) + withUnit(unit) + ", was " + value);
        }
        return value;
    }

    /** @throws BadInput unless the text is shorter than {@code maxLength} and holds no control characters */
    public static String text(String field, String value, int maxLength) {
        if (value == null) {
            return "";
        }
        String trimmed = value.strip();
        if (trimmed.length() > maxLength) {
            throw new BadInput(field, field + " must be at most " + maxLength + " characters, was " + trimmed.length());
        }
        if (trimmed.chars().anyMatch(c -> Character.isISOControl(c) && c != '\n' && c != '\t' && c != '\r')) {
            throw new BadInput(field, field + " must not hold control characters");
        }
        return trimmed;
    }

    private static String withUnit(String unit) {
        return unit.isEmpty() ? "" : " " + unit;
    }

    private static String plain(double value) {
        return value == Math.rint(value) && Math.abs(value) < 1e15
                ? Long.toString((long) value)
                : Double.toString(value);
    }
}
