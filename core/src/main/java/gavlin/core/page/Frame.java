package gavlin.core.page;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jsoup.nodes.Element;

/**
 * How an element shows a picture.
 *
 * @param fit {@code cover} or {@code contain}; null where the whole picture fills a box of its own proportions
 * @param position as object-position, two percentages
 * @param source the picture's address as the page names it, or empty
 * @param radius as declared, or empty
 * @param grounds the colours behind, #RRGGBB: one, or a gradient's
 */
record Frame(String fit, String position, String source, String radius, List<String> grounds) {
    /** As many as a slot sheet holds of them. */
    private static final int MOST_GROUNDS = 9;

    private static final Pattern URL = Pattern.compile("url\\(\\s*['\"]?([^'\")]*)['\"]?\\s*\\)");
    private static final Pattern COLOUR = Pattern.compile("#([0-9a-fA-F]{6}|[0-9a-fA-F]{3})\\b");
    private static final Map<String, String> WORDS =
            Map.of("left", "0%", "right", "100%", "top", "0%", "bottom", "100%", "center", "50%");

    /** Empty for an element that takes no picture: neither an image nor a box with a picture behind it or a ratio of its own. */
    static Optional<Frame> of(Element element, Styles styles) {
        Map<String, String> style = styles.of(element);
        String radius = style.getOrDefault("border-radius", "");
        List<String> grounds = grounds(element, styles);
        if (element.normalName().equals("img") || element.normalName().equals("video")) {
            String fit = style.getOrDefault("object-fit", "");
            String source = element.normalName().equals("img") ? element.attr("src") : element.attr("poster");
            return Optional.of(new Frame(
                    fit.matches("cover|contain") ? fit : null,
                    position(style.get("object-position"), "50% 50%"),
                    source,
                    radius.isEmpty() && element.parent() != null ? roundFrame(element, styles) : radius,
                    grounds));
        }
        String shorthand = style.getOrDefault("background", "");
        Matcher url = URL.matcher(style.getOrDefault("background-image", shorthand));
        boolean picture = url.find() && !url.group(1).startsWith("data:image/svg");
        boolean holdsPicture = !element.select("img, video").isEmpty();
        boolean frame = style.containsKey("aspect-ratio") && !holdsPicture;
        if (!picture && !frame) {
            return Optional.empty();
        }
        String size =
                style.getOrDefault("background-size", shorthand.matches("(?s).*/\\s*contain.*") ? "contain" : "cover");
        return Optional.of(new Frame(
                size.contains("contain") ? "contain" : "cover",
                position(style.get("background-position"), position(betweenUrlAndSlash(shorthand), "50% 50%")),
                picture ? url.group(1) : "",
                radius,
                grounds));
    }

    boolean circle() {
        return radius.matches("(50|100)%.*|(9999?|1000)px.*");
    }

    boolean rounded() {
        return !radius.isEmpty() && !radius.matches("0(px|%)?");
    }

    /** The type that the name of the present picture says, lower case, or empty. */
    String type() {
        Matcher end = Pattern.compile("(?i)\\.(jpe?g|png|webp|gif|svg|ico|avif)(?:[?#].*)?$")
                .matcher(source);
        return end.find() ? end.group(1).toLowerCase(java.util.Locale.ROOT).replace("jpg", "jpeg") : "";
    }

    /** A picture is often rounded by the box right around it. */
    private static String roundFrame(Element element, Styles styles) {
        Map<String, String> around = styles.of(element.parent());
        return around.getOrDefault("overflow", "").equals("hidden") ? around.getOrDefault("border-radius", "") : "";
    }

    /** The colours behind, where the page says them plainly: a gradient's stops in their order. */
    private static List<String> grounds(Element element, Styles styles) {
        for (Element at = element; at != null; at = at.parent()) {
            Map<String, String> style = styles.of(at);
            String shorthand = style.getOrDefault("background", "");
            String image = style.getOrDefault("background-image", shorthand);
            String declared = image.contains("gradient(") ? image : style.getOrDefault("background-color", shorthand);
            List<String> found = COLOUR.matcher(declared)
                    .results()
                    .map(colour -> colour.group(1))
                    .map(hex -> "#" + (hex.length() == 6 ? hex : hex.replaceAll("(.)", "$1$1")))
                    .map(hex -> hex.toUpperCase(java.util.Locale.ROOT))
                    .distinct()
                    .limit(MOST_GROUNDS)
                    .toList();
            if (!found.isEmpty()) {
                return found;
            }
        }
        return List.of("#FFFFFF");
    }

    private static String betweenUrlAndSlash(String shorthand) {
        Matcher between = Pattern.compile("url\\([^)]*\\)\\s*([^/]*)/").matcher(shorthand);
        return between.find() ? between.group(1) : null;
    }

    /** Two percentages out of percentages and words (CSS Values 4, §8.1); the usual ones for anything else. */
    private static String position(String declared, String usual) {
        if (declared == null) {
            return usual;
        }
        String x = null;
        String y = null;
        for (String part : declared.strip().toLowerCase(java.util.Locale.ROOT).split("\\s+")) {
            String value = WORDS.getOrDefault(part, part.matches("-?\\d{1,3}(\\.\\d+)?%") ? part : null);
            if (value == null) {
                continue;
            }
            if (part.equals("top") || part.equals("bottom") || x != null && y == null) {
                y = value;
            } else {
                x = value;
            }
        }
        return x == null && y == null ? usual : (x == null ? "50%" : x) + " " + (y == null ? "50%" : y);
    }
}
