package gavlin.web.board;

import gavlin.core.brief.Brief;
import gavlin.core.codec.PictureType;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;

/** Numbers and lists as people read them. */
public final class Phrases {
    private static final String[] NUMBERS = {
        "No", "One", "Two", "Three", "Four", "Five", "Six", "Seven", "Eight", "Nine", "Ten", "Eleven", "Twelve"
    };

    private Phrases() {}

    /** {@code Three slots}, {@code One slot}, {@code 14 slots}. */
    public static String count(long number, String one, String many) {
        String digits = number < NUMBERS.length ? NUMBERS[(int) number] : Long.toString(number);
        return digits + " " + (number == 1 ? one : many);
    }

    public static String weight(long bytes) {
        return bytes >= 1_000_000
                ? String.format(Locale.ROOT, "%.1f MB", bytes / 1e6)
                : String.format(Locale.ROOT, "%.1f kB", bytes / 1e3);
    }

    public static String types(List<PictureType> types) {
        return types.stream().map(PictureType::label).collect(Collectors.joining(", "));
    }

    /** What a brief asks, in its one line: size, types, transparency. */
    public static String asks(Brief brief) {
        String transparency = brief.transparency() == Brief.Transparency.REQUIRED ? ", transparent" : "";
        return brief.sizeLabel() + " " + types(brief.types()) + transparency;
    }

    public static String limit(Brief brief) {
        return brief.weight() == null ? "no limit" : brief.weight().label();
    }

    /** {@code #RRGGBB} of 0xRRGGBB. */
    public static String colour(int rgb) {
        return String.format(Locale.ROOT, "#%06X", rgb);
    }
}
