package gavlin.core.page;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Point;
import gavlin.core.geometry.Space.InPage;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jsoup.nodes.Element;

/**
 * What a page lays over a picture: boxes that stand absolutely in the picture's own box or in the one around it, and bars from
 * elsewhere on the page that come to lie over it. Where no size is declared, words are measured roughly, by the number of their letters: the fonts of a page are not among its files.
 */
final class Overlays {
    private static final Pattern COLOUR = Pattern.compile("#([0-9a-fA-F]{6}|[0-9a-fA-F]{3})\\b");
    private static final int MOST = 12;
    private static final int MOST_WORDS = 200;
    private static final int MOST_FLOATING = 40;
    private final Styles styles;
    private final Screen screen;
    private final Letters letters;
    private final Flow flow;
    private final Element body;
    private final Map<Element, Integer> order = new IdentityHashMap<>();
    private List<Element> floating;

    Overlays(Styles styles, Screen screen, Flow flow, Element body) {
        this.styles = styles;
        this.screen = screen;
        this.letters = new Letters(styles, screen);
        this.flow = flow;
        this.body = body;
    }

    /** @param box in px of the picture's box @param words what it says, or empty for something opaque @param ink #RRGGBB */
    record Over(String name, Box<InPage> box, String words, double fontPx, int weight, String ink) {}

    /**
     * @param picture how large the place of the picture is
     * @param at where it stands on the page, or null where that is unknown
     */
    List<Over> over(Element element, Box<InPage> picture, Point<InPage> at) {
        List<Over> found = inside(element, picture);
        if (at != null) {
            for (Element bar : floating()) {
                if (found.size() < MOST && liesOver(bar, element)) {
                    Box<InPage> room = flow.roomOf(bar);
                    laid(bar, picture, new Box<>(room.x() - at.x(), room.y() - at.y(), room.width(), room.height()))
                            .filter(over -> over.box().width() < picture.width()
                                    || over.box().height() < picture.height()) // a curtain before the page, for a while
                            .ifPresent(found::add);
                }
            }
        }
        return found;
    }

    /** What is laid over the page, wherever it stands in the document: looked for once, with the order of all elements. */
    private List<Element> floating() {
        if (floating == null) {
            floating = new ArrayList<>();
            for (Element element : body.getAllElements()) {
                order.put(element, order.size());
                if (floating.size() < MOST_FLOATING && floats(element)) {
                    floating.add(element);
                }
            }
        }
        return floating;
    }

    private boolean floats(Element element) {
        return styles.of(element).getOrDefault("position", "").matches("absolute|fixed")
                && element.parents().size() <= Flow.DEEPEST
                && element.select("img, video").isEmpty()
                && Stream.concat(Stream.of(element), element.parents().stream())
                        .noneMatch(e -> "none".equals(styles.of(e).get("display")));
    }

    /** Whether it is from elsewhere on the page, and not painted under the picture (CSS 2.2, appendix E, as far as z-index says it). */
    private boolean liesOver(Element bar, Element picture) {
        Element stage = picture.parent();
        boolean related = bar.parents().contains(picture)
                || picture.parents().contains(bar)
                || stage != body && bar.parents().contains(stage);
        int above = layer(bar);
        int below = layer(picture);
        return !related
                && (above > below
                        || above == below && (!positioned(picture) || order.get(bar) > order.getOrDefault(picture, 0)));
    }

    /** The highest z-index from an element up to the page; 0 without one. */
    private int layer(Element element) {
        int layer = 0;
        for (Element e = element; e != null; e = e.parent()) {
            String z = styles.of(e).getOrDefault("z-index", "");
            layer = z.matches("-?\\d{1,9}") ? Integer.parseInt(z) : layer;
        }
        return layer;
    }

    private boolean positioned(Element element) {
        for (Element e = element; e != null; e = e.parent()) {
            if (!styles.of(e).getOrDefault("position", "static").equals("static")) {
                return true;
            }
        }
        return false;
    }

    private List<Over> inside(Element element, Box<InPage> picture) {
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
                laid(inner, picture, new Box<>(0, 0, picture.width(), picture.height()))
                        .ifPresent(found::add);
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

    /** @param room what it is placed in, px from the corner of the picture's place */
    private Optional<Over> laid(Element element, Box<InPage> picture, Box<InPage> room) {
        Map<String, String> style = styles.of(element);
        String text = element.text().strip();
        Element lettered = lettered(element);
        double font = letters.font(lettered);
        double[] across = along(style, "left", "right", "width", 3, 1, room.width(), letters.width(text, lettered));
        double[] down =
                along(style, "top", "bottom", "height", 0, 2, room.height(), letters.height(text, across[1], lettered));
        boolean opaque = opaque(style);
        if (text.isEmpty() && !opaque) {
            return Optional.empty(); // nothing that could be seen
        }
        Box<InPage> box = new Box<InPage>(
                        room.x() + across[0], room.y() + down[0], Math.max(0, across[1]), Math.max(0, down[1]))
                .intersect(new Box<>(0, 0, picture.width(), picture.height()));
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
        double length = declared.isPresent() ? declared.getAsDouble() + padding : Math.min(room, text + padding);
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
