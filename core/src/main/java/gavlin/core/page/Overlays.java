package gavlin.core.page;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.InPage;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jsoup.nodes.Element;

/**
 * What a page lays over a picture: boxes that stand absolutely in the picture's own box or in the one around it. Where no size is
 * declared, words are measured roughly, by the number of their letters: the fonts of a page are not among its files.
 */
final class Overlays {
    private static final Pattern COLOUR = Pattern.compile("#([0-9a-fA-F]{6}|[0-9a-fA-F]{3})\\b");
    private static final int MOST = 12;
    private static final int MOST_WORDS = 200;
    private final Styles styles;
    private final Screen screen;
    private final Letters letters;

    Overlays(Styles styles, Screen screen) {
        this.styles = styles;
        this.screen = screen;
        this.letters = new Letters(styles, screen);
    }

    /** @param box in px of the picture's box @param words what it says, or empty for something opaque @param ink #RRGGBB */
    record Over(String name, Box<InPage> box, String words, double fontPx, int weight, String ink) {}

    /** @param picture how large the place of the picture is */
    List<Over> over(Element element, Box<InPage> picture) {
        boolean image =
                element.normalName().equals("img") || element.normalName().equals("video");
        Element stage = image ? element.parent() : element;
        List<Over> found = new ArrayList<>();
        if (stage == null || image && !fills(element, stage)) {
            return found;
        }
        for (Element inner : stage.getAllElements()) {
            boolean itself = inner == stage
                    || inner == element
                    || !inner.select("img, video").isEmpty();
            if (!itself && absolute(inner) && standsIn(inner, stage) && found.size() < MOST) {
                laid(inner, picture).ifPresent(found::add);
            }
        }
        return found;
    }

    /** An image that fills the box around it, as far as that can be told: that box then is the picture's. */
    private boolean fills(Element image, Element stage) {
        Map<String, String> style = styles.of(image);
        boolean positioned =
                !styles.of(stage).getOrDefault("position", "static").equals("static");
        return positioned && "100%".equals(style.get("width"));
    }

    private boolean absolute(Element element) {
        Map<String, String> style = styles.of(element);
        return "absolute".equals(style.get("position")) && !"none".equals(style.get("display"));
    }

    /** Whether it stands in the stage itself and not in some box of its own inside it. */
    private boolean standsIn(Element inner, Element stage) {
        for (Element at = inner.parent(); at != null && at != stage; at = at.parent()) {
            if (!styles.of(at).getOrDefault("position", "static").equals("static")) {
                return false;
            }
        }
        return true;
    }

    private Optional<Over> laid(Element element, Box<InPage> picture) {
        Map<String, String> style = styles.of(element);
        String text = element.text().strip();
        Element lettered = lettered(element);
        double font = letters.font(lettered);
        double[] across = along(style, "left", "right", "width", 3, 1, picture.width(), letters.width(text, lettered));
        double[] down = along(
                style, "top", "bottom", "height", 0, 2, picture.height(), letters.height(text, across[1], lettered));
        boolean opaque = opaque(style);
        if (text.isEmpty() && !opaque) {
            return Optional.empty(); // nothing that could be seen
        }
        Box<InPage> box =
                new Box<InPage>(across[0], down[0], Math.max(0, across[1]), Math.max(0, down[1])).intersect(picture);
        if (box.isEmpty() || box.width() < 4 || box.height() < 4) {
            return Optional.empty();
        }
        Box<InPage> whole =
                new Box<>(Math.round(box.x()), Math.round(box.y()), Math.round(box.width()), Math.round(box.height()));
        String name = text.isEmpty() ? "bar" : text.length() > 40 ? text.substring(0, 39) + "…" : text;
        return Optional.of(new Over(
                name,
                whole,
                opaque ? "" : text.substring(0, Math.min(MOST_WORDS, text.length())),
                font,
                weight(element),
                ink(element)));
    }

    /** Start and length along one axis (CSS 2.2, §10.3.7 and §10.6.4). */
    private double[] along(
            Map<String, String> style,
            String start,
            String end,
            String side,
            int before,
            int after,
            double room,
            double text) {
        String inset = style.get("inset");
        OptionalDouble from = Lengths.px(style.getOrDefault(start, Lengths.side(inset, before)), room, screen);
        OptionalDouble to = Lengths.px(style.getOrDefault(end, Lengths.side(inset, after)), room, screen);
        OptionalDouble declared = Lengths.px(style.get(side), room, screen);
        double padding = "border-box".equals(style.get("box-sizing")) && declared.isPresent()
                ? 0
                : padding(style, before) + padding(style, after);
        if (from.isPresent() && to.isPresent() && declared.isEmpty()) {
            return new double[] {from.getAsDouble(), room - from.getAsDouble() - to.getAsDouble()};
        }
        double length = Math.min(room, declared.orElse(text) + padding);
        return new double[] {
            from.isPresent() ? from.getAsDouble() : to.isPresent() ? room - to.getAsDouble() - length : 0, length
        };
    }

    private double padding(Map<String, String> style, int side) {
        String one = style.get("padding-" + new String[] {"top", "right", "bottom", "left"}[side]);
        return Lengths.px(one != null ? one : Lengths.side(style.get("padding"), side), Double.NaN, screen)
                .orElse(0);
    }

    private static boolean opaque(Map<String, String> style) {
        String ground = style.getOrDefault("background-color", style.getOrDefault("background", ""));
        return COLOUR.matcher(ground).find()
                || ground.matches("(?s).*\\brgb\\([^/)]*\\).*")
                || ground.matches("black|white");
    }

    /** What its letters stand in: a heading in it, or itself. */
    private static Element lettered(Element element) {
        Element inner = element.ownText().isBlank() ? element.selectFirst("h1, h2, h3, p, span, a") : null;
        return inner == null ? element : inner;
    }

    private int weight(Element element) {
        for (Element at = element; at != null; at = at.parent()) {
            String weight = styles.of(at).getOrDefault("font-weight", "");
            if (weight.matches("[1-9]00") || weight.equals("bold")) {
                return weight.equals("bold") ? 700 : Integer.parseInt(weight);
            }
        }
        return element.select("h1, h2, h3, b, strong").isEmpty() ? 400 : 700;
    }

    private String ink(Element element) {
        for (Element at = element; at != null; at = at.parent()) {
            String colour = styles.of(at).getOrDefault("color", "");
            Matcher hex = COLOUR.matcher(colour);
            if (hex.find()) {
                String six =
                        hex.group(1).length() == 6 ? hex.group(1) : hex.group(1).replaceAll("(.)", "$1$1");
                return "#" + six.toUpperCase(java.util.Locale.ROOT);
            }
            if (colour.matches("white|black")) {
                return colour.equals("white") ? "#FFFFFF" : "#000000";
            }
        }
        return "#000000";
    }
}
