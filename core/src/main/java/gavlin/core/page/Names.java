package gavlin.core.page;

import java.util.HashSet;
import java.util.Locale;
import java.util.Set;
import org.jsoup.nodes.Element;

/** Names for what a page calls by ids and classes only. */
final class Names {
    /** Class names that say how something is laid, not what it is; from memory of how pages are written. */
    private static final String WORD =
            "(col|row|container|wrap|wrapper|inner|outer|img|image|picture|photo|media|w|h|is|has|js|d|mt|mb|m|p|flex|grid|block|figure|thumb|lazy|lazyload|full|wide|responsive|fluid|size|align|aligncenter|alignleft|alignright|cover|rounded|circle)";

    /** One of them, with a number, a size or another of them behind it: {@code col-md-6}, {@code img-fluid}. */
    private static final String LAYOUT = "(?i)" + WORD + "([-_](" + WORD + "|[0-9a-z]{1,4})|[0-9]{1,3}){0,4}";

    private final Set<String> taken = new HashSet<>();

    record Name(String id, String name) {}

    /** A name that no other element has been given. */
    Name of(Element element) {
        String words = "";
        for (Element at = element;
                at != null && words.isEmpty() && !at.normalName().equals("body");
                at = at.parent()) {
            words = words(at);
        }
        if (words.isEmpty()) {
            words = element.normalName().equals("img") ? "picture" : "box";
        }
        String id = words.replace(' ', '-');
        String unique = id;
        for (int n = 2; !taken.add(unique); n++) {
            unique = id + "-" + n;
        }
        String number = unique.length() > id.length() ? " " + unique.substring(id.length() + 1) : "";
        return new Name(unique, Character.toUpperCase(words.charAt(0)) + words.substring(1) + number);
    }

    private static String words(Element element) {
        if (!element.id().isEmpty() && !plain(element.id()).isEmpty()) {
            return plain(element.id());
        }
        return element.classNames().stream()
                .filter(name -> !name.matches(LAYOUT))
                .map(Names::plain)
                .filter(name -> !name.isEmpty())
                .findFirst()
                .orElse(element.normalName().matches("header|footer|nav|aside") ? element.normalName() : "");
    }

    /** Lower-case words with single spaces, 40 letters at most. */
    private static String plain(String name) {
        String words = name.replaceAll("([a-z])([A-Z])", "$1 $2")
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", " ")
                .strip();
        String cut = words.length() > 40 ? words.substring(0, 40).strip() : words;
        return cut.matches(".*[a-z]{2}.*") ? cut : "";
    }
}
