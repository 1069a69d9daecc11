package gavlin.core.page;

import java.util.Locale;
import java.util.OptionalDouble;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** CSS lengths in px (CSS Values and Units 4, §5 and §6; 1em is taken as 16 px). */
final class Lengths {
    private static final double EM = 16;
    private static final Pattern LENGTH =
            Pattern.compile("([+-]?(?:\\d+\\.?\\d*|\\.\\d+))(px|em|rem|%|vw|dvw|svw|lvw|vh|dvh|svh|lvh|pt|cm|mm|in)?");
    /** The sums that layouts are made of; a product or a nested function is not computed. */
    private static final Pattern SUM = Pattern.compile("calc\\(\\s*([^()+]+?)\\s+([+-])\\s+([^()+]+?)\\s*\\)");

    private static final Pattern OF_SEVERAL = Pattern.compile("(min|max|clamp)\\(([^()]*)\\)");

    private Lengths() {}

    /** @param of what 100 % are, px; not a number when that is unknown. Empty for {@code auto} and whatever else is no length */
    static OptionalDouble px(String value, double of, Screen screen) {
        String text = value == null ? "" : value.strip().toLowerCase(Locale.ROOT);
        Matcher sum = SUM.matcher(text);
        if (sum.matches()) {
            OptionalDouble a = px(sum.group(1), of, screen);
            OptionalDouble b = px(sum.group(3), of, screen);
            return a.isPresent() && b.isPresent()
                    ? OptionalDouble.of(a.getAsDouble() + (sum.group(2).equals("+") ? 1 : -1) * b.getAsDouble())
                    : OptionalDouble.empty();
        }
        Matcher several = OF_SEVERAL.matcher(text);
        if (several.matches()) {
            return ofSeveral(several.group(1), several.group(2).split(","), of, screen);
        }
        Matcher length = LENGTH.matcher(text);
        if (!length.matches()) {
            return OptionalDouble.empty();
        }
        double number = Double.parseDouble(length.group(1));
        String unit = length.group(2) == null ? "" : length.group(2);
        double px = switch (unit) {
            case "px" -> number;
            case "em", "rem" -> number * EM;
            case "%" -> number / 100 * of;
            case "vw", "dvw", "svw", "lvw" -> number / 100 * screen.width();
            case "vh", "dvh", "svh", "lvh" -> number / 100 * screen.height();
            case "pt" -> number * 96 / 72;
            case "in" -> number * 96;
            case "cm" -> number * 96 / 2.54;
            case "mm" -> number * 96 / 25.4;
            default -> number == 0 ? 0 : Double.NaN;
        };
        return Double.isFinite(px) ? OptionalDouble.of(px) : OptionalDouble.empty();
    }

    private static OptionalDouble ofSeveral(String function, String[] parts, double of, Screen screen) {
        double[] values = new double[parts.length];
        for (int i = 0; i < parts.length; i++) {
            OptionalDouble value = px(parts[i], of, screen);
            if (value.isEmpty()) {
                return value;
            }
            values[i] = value.getAsDouble();
        }
        if (function.equals("clamp")) {
            return values.length == 3
                    ? OptionalDouble.of(Math.max(values[0], Math.min(values[1], values[2])))
                    : OptionalDouble.empty();
        }
        var all = java.util.Arrays.stream(values);
        return function.equals("min") ? all.min() : all.max();
    }

    /** The first of several values with spaces between them, as of {@code padding: 1em 2em}, by side: top, right, bottom, left. */
    static String side(String shorthand, int side) {
        if (shorthand == null) {
            return null;
        }
        String[] parts = shorthand.strip().split("\\s+");
        return switch (parts.length) {
            case 1 -> parts[0];
            case 2 -> parts[side % 2];
            case 3 -> parts[side == 3 ? 1 : side];
            default -> parts[side];
        };
    }
}
