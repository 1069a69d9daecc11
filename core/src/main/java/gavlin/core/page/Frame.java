package gavlin.core.page;

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
 */
record Frame(String fit, String position, String source, String radius, String background) {
    private static final Pattern URL = Pattern.compile("url\\(\\s*['\"]?([^'\")]*)['\"]?\\s*\\)");
    private static final Pattern COLOUR = Pattern.compile("#([0-9a-fA-F]{6}|[0-9a-fA-F]{3})\\b");
    private static final Map<String, String> WORDS =
            Map.of("left", "0%", "right", "100%", "top", "0%", "bottom", "100%", "center", "50%");

    /** Empty for an element that takes no picture: neither an image nor a box with a picture behind it or a ratio of its own. */
    static Optional<Frame> of(Element element, Styles styles) {
        Map<String, String> style = styles.of(element);
        String radius = style.getOrDefault("border-radius", "");
        String ground = ground(element, styles);
        if (element.normalName().equals("img") || element.normalName().equals("video")) {
            String fit = style.getOrDefault("object-fit", "");
            String source = element.normalName().equals("img") ? element.attr("src") : element.attr("poster");
            return Optional.of(new Frame(
                    fit.matches("cover|contain") ? fit : null,
                    position(style.get("object-position"), "50% 50%"),
                    source,
                    radius.isEmpty() && element.parent() != null ? roundFrame(element, styles) : radius,
                    ground));
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
                ground));
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

    /** The colour behind, where the page says one plainly. */
    private static String ground(Element element, Styles styles) {
        for (Element at = element; at != null; at = at.parent()) {
            Map<String, String> style = styles.of(at);
            Matcher colour =
                    COLOUR.matcher(style.getOrDefault("background-color", style.getOrDefault("background", "")));
            if (colour.find()) {
                String hex = colour.group(1);
                return "#"
                        + (hex.length() == 6 ? hex : hex.replaceAll("(.)", "$1$1")).toUpperCase(java.util.Locale.ROOT);
            }
        }
        return "#FFFFFF";
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
