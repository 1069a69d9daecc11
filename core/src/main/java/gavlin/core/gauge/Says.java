package gavlin.core.gauge;

import gavlin.core.codec.PictureType;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;

/** Numbers and lists in a gauge's sentence. */
final class Says {
    private Says() {}

    static String format(String pattern, Object... values) {
        return String.format(Locale.ROOT, pattern, values);
    }

    static double round(double value, int digits) {
        double scale = Math.pow(10, digits);
        return Math.round(value * scale) / scale;
    }

    static String labels(List<PictureType> types) {
        return types.stream().map(PictureType::label).collect(Collectors.joining(", "));
    }
}
