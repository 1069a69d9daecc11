package gavlin.web.account;

import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What a browser calls itself, in two words that people know: which one, and on what. */
final class Browser {
    /** In this order, since each also claims to be those after it. */
    private static final Pattern NAME = Pattern.compile("(Edg|OPR|Firefox|FxiOS|CriOS|Chrome|Safari)[A-Za-z]*/");

    private static final Pattern SYSTEM = Pattern.compile("(iPhone|iPad|Android|Windows|Macintosh|CrOS|Linux)");

    private Browser() {}

    /** @param userAgent as sent, or null */
    static String named(String userAgent) {
        if (userAgent == null || userAgent.isBlank()) {
            return "a program that does not say what it is";
        }
        String name = first(NAME, userAgent);
        String system = first(SYSTEM, userAgent);
        String plain = switch (name) {
            case "Edg" -> "Edge";
            case "OPR" -> "Opera";
            case "FxiOS" -> "Firefox";
            case "CriOS" -> "Chrome";
            case "" -> userAgent.replaceAll("[^\\x20-\\x7e]", "").replaceFirst("(.{40}).*", "$1…");
            default -> name;
        };
        return system.isEmpty() ? plain : plain + " on " + (system.equals("Macintosh") ? "a Mac" : system);
    }

    private static String first(Pattern pattern, String text) {
        String best = "";
        int rank = Integer.MAX_VALUE;
        Matcher found = pattern.matcher(text);
        while (found.find()) {
            int at = pattern.pattern().indexOf(found.group(1));
            if (at < rank) {
                rank = at;
                best = found.group(1);
            }
        }
        return best;
    }
}
