package gavlin.core;

import gavlin.core.speech.FieldNames;
import gavlin.core.speech.Said;
import java.util.List;

/** The one place that checks arguments: {@code the width must be 1 to 16384 px, was 0}. */
public final class Require {
    private Require() {}

    /** @throws BadInput unless {@code min <= value <= max} */
    public static int range(String field, int value, int min, int max, String unit) {
        if (value < min || value > max) {
            throw new BadInput(
                    field, FieldNames.of(field) + " must be " + min + " to " + max + withUnit(unit) + ", was " + value);
        }
        return value;
    }

    /** @throws BadInput unless {@code value} is finite and {@code min <= value <= max} */
    public static double range(String field, double value, double min, double max, String unit) {
        if (!(value >= min && value <= max)) { // also catches NaN
            throw new BadInput(
                    field,
                    FieldNames.of(field) + " must be " + Said.plain(min) + " to " + Said.plain(max) + withUnit(unit)
                            + ", was " + Said.plain(value));
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
            throw new BadInput(
                    field,
                    FieldNames.of(field) + " must have at most " + maxLength + " characters, has " + trimmed.length());
        }
        if (trimmed.chars().anyMatch(c -> Character.isISOControl(c) && c != '\n' && c != '\t' && c != '\r')) {
            throw new BadInput(field, FieldNames.of(field) + " must not hold control characters");
        }
        return trimmed;
    }

    private static String withUnit(String unit) {
        return unit.isEmpty() ? "" : " " + unit;
    }

    /** One of these words; the first where nothing is said. @throws BadInput for another one */
    public static String oneOf(String field, String value, List<String> all) {
        if (value != null && !all.contains(value)) {
            throw new BadInput(field, field + " must be " + Said.either(all) + ", was " + value);
        }
        return value == null ? all.get(0) : value;
    }
}
