package gavlin.core.speech;

import java.math.BigDecimal;
import java.util.Collection;
import java.util.List;

/** Values as people say them. */
public final class Said {
    private Said() {}

    /** "png", "png or webp", "png, webp or jpeg"; "none" of nothing. */
    public static String either(Collection<?> values) {
        List<String> words = values.stream().map(String::valueOf).toList();
        return switch (words.size()) {
            case 0 -> "none";
            case 1 -> words.get(0);
            default -> String.join(", ", words.subList(0, words.size() - 1)) + " or " + words.get(words.size() - 1);
        };
    }

    /** A number without a floating-point tail: at most four digits after the point. */
    public static String plain(double value) {
        if (Double.isNaN(value) || Double.isInfinite(value)) {
            return "no number";
        }
        if (Math.abs(value) >= 1e15) {
            return "a huge number";
        }
        double rounded = Math.round(value * 1e4) / 1e4;
        return rounded == Math.rint(rounded)
                ? Long.toString((long) rounded)
                : BigDecimal.valueOf(rounded).stripTrailingZeros().toPlainString();
    }

    /** A share as per cent, to a tenth where that says more: {@code 38.4 %}. */
    public static String percent(double share) {
        return plain(Math.round(share * 1000) / 10.0) + " %";
    }
}
