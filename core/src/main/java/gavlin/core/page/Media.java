package gavlin.core.page;

import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Whether a media query holds on a screen (Media Queries Level 4, §2 and §4): the medium, widths, heights and orientation.
 * What else it asks (a pointer, a preference) is taken not to hold.
 */
final class Media {
    private static final Pattern FEATURE = Pattern.compile("\\(\\s*([a-z-]+)\\s*(?::\\s*([^)]*))?\\)");

    private Media() {}

    /** @param list queries with commas between them; empty for any screen */
    static boolean holds(String list, Screen screen) {
        if (list.isBlank()) {
            return true;
        }
        for (String query : list.toLowerCase(Locale.ROOT).split(",")) {
            String rest = query.strip();
            boolean not = rest.startsWith("not ");
            rest = rest.replaceFirst("^(not|only)\\s+", "");
            if (one(rest, screen) != not) {
                return true;
            }
        }
        return false;
    }

    private static boolean one(String query, Screen screen) {
        String medium = query.replaceFirst("[\\s(].*", "");
        if (!medium.isEmpty() && !medium.equals("all") && !medium.equals("screen")) {
            return false;
        }
        for (String part : query.split("\\band\\b")) {
            if (part.contains("(") && !feature(part.strip().replaceFirst("^[a-z]+\\s*(?=\\()", ""), screen)) {
                return false;
            }
        }
        return true;
    }

    private static boolean feature(String text, Screen screen) {
        Matcher feature = FEATURE.matcher(text);
        if (!feature.matches()) {
            return false;
        }
        String value = feature.group(2) == null ? "" : feature.group(2).strip();
        return switch (feature.group(1)) {
            case "min-width", "min-device-width" -> screen.width() >= px(value, screen);
            case "max-width", "max-device-width" -> screen.width() <= px(value, screen);
            case "min-height" -> screen.height() >= px(value, screen);
            case "max-height" -> screen.height() <= px(value, screen);
            case "orientation" -> value.equals(screen.width() > screen.height() ? "landscape" : "portrait");
            case "prefers-color-scheme" -> value.equals("light");
            default -> false;
        };
    }

    private static double px(String value, Screen screen) {
        return Lengths.px(value, 0, screen).orElse(Double.NaN);
    }
}
