package gavlin.core.page;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Point;
import gavlin.core.geometry.Space.InPage;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import org.jsoup.nodes.Element;
import org.jsoup.nodes.Node;
import org.jsoup.nodes.TextNode;

/**
 * Where boxes stand on a page: block flow with collapsing margins, floats, flex rows, grids and boxes laid absolutely (CSS 2.2, §9 and
 * §10). Text is not set: its height is estimated by the number of its letters, so that what stands below text stands there roughly.
 */
final class Flow {
    static final int DEEPEST = 120;

    private final Styles styles;
    private final Screen screen;
    private final Boxes boxes;
    private final Letters letters;
    private final Map<Element, Double> heights = new IdentityHashMap<>();
    private final Map<Element, Laid> children = new IdentityHashMap<>();

    Flow(Styles styles, Screen screen, Boxes boxes) {
        this.styles = styles;
        this.screen = screen;
        this.boxes = boxes;
        this.letters = new Letters(styles, screen);
    }

    /** The upper left corner of what a picture fills of an element, CSS px; empty where a width on the way is unknown. */
    Optional<Point<InPage>> of(Element element) {
        double[] at = corner(element, 0);
        double x = at[0] + boxes.before(element, 3);
        double y = at[1] + boxes.before(element, 0);
        return Double.isFinite(x) && Double.isFinite(y)
                ? Optional.of(new Point<>(Math.round(x), Math.round(y)))
                : Optional.empty();
    }

    /** The corner of the border box. */
    private double[] corner(Element element, int depth) {
        Element parent = element.parent();
        if (parent == null || element.normalName().equals("html") || depth > DEEPEST) {
            return new double[] {0, 0};
        }
        Map<String, String> style = styles.of(element);
        String position = style.getOrDefault("position", "static");
        if (position.matches("absolute|fixed")) {
            return absolute(element, style, depth);
        }
        double[] at = corner(parent, depth + 1);
        double[] inside = inFlow(element, parent);
        double x = at[0] + boxes.around(parent, 3) + inside[0];
        double y = at[1] + boxes.around(parent, 0) + inside[1];
        if (position.equals("relative")) {
            x += Lengths.px(style.get("left"), Double.NaN, screen).orElse(0);
            y += Lengths.px(style.get("top"), Double.NaN, screen).orElse(0);
        }
        return new double[] {x, y};
    }

    private double[] absolute(Element element, Map<String, String> style, int depth) {
        Box<InPage> room = roomOf(element, depth);
        return new double[] {
            room.x() + start(style, "left", "right", 3, 1, room.width(), boxes.width(element)),
            room.y() + start(style, "top", "bottom", 0, 2, room.height(), height(element))
        };
    }

    /** What an element laid absolutely lies in: the padding box of the one that holds it, or the screen (CSS 2.2, §10.1). */
    Box<InPage> roomOf(Element element) {
        return roomOf(element, 0);
    }

    private Box<InPage> roomOf(Element element, int depth) {
        Element holder = boxes.holder(element);
        if (holder == null || holder.parent() == null) {
            return new Box<>(0, 0, screen.width(), screen.height());
        }
        double[] at = corner(holder, depth + 1);
        return new Box<>(
                at[0] + boxes.border(holder, 3),
                at[1] + boxes.border(holder, 0),
                boxes.width(holder) - boxes.border(holder, 1) - boxes.border(holder, 3),
                height(holder) - boxes.border(holder, 0) - boxes.border(holder, 2));
    }

    private double start(
            Map<String, String> style, String from, String to, int first, int last, double room, double length) {
        String inset = style.get("inset");
        OptionalDouble start = Lengths.px(style.getOrDefault(from, Lengths.side(inset, first)), room, screen);
        OptionalDouble end = Lengths.px(style.getOrDefault(to, Lengths.side(inset, last)), room, screen);
        return start.isPresent() ? start.getAsDouble() : end.isPresent() ? room - end.getAsDouble() - length : 0;
    }

    /** How the children of a box lie: each from the corner of its content box, and how high they are together, px. */
    private record Laid(Map<Element, double[]> at, double height) {
        private static final Laid NOTHING = new Laid(Map.of(), 0);
    }

    /** Once for each box: pages have thousands of children in one. */
    private Laid laid(Element parent) {
        Laid known = children.get(parent);
        if (known == null) {
            children.put(parent, Laid.NOTHING); // a circle ends here
            List<Element> inside = boxes.inFlow(parent);
            double room = boxes.content(parent);
            if (parent.normalName().equals("tr") || !inside.isEmpty() && boxes.inRow(inside.get(0))) {
                known = row(parent, inside, room);
            } else if (styles.of(parent).getOrDefault("display", "").endsWith("grid")) {
                known = grid(parent, inside, room);
            } else {
                known = blocks(parent, room);
            }
            children.put(parent, known);
        }
        return known;
    }

    private double[] inFlow(Element element, Element parent) {
        return laid(parent).at.getOrDefault(element, new double[2]);
    }

    private Laid blocks(Element parent, double room) {
        Map<Element, double[]> at = new IdentityHashMap<>();
        List<Element> inside = boxes.inFlow(parent);
        Set<Element> flowing = Collections.newSetFromMap(new IdentityHashMap<>());
        flowing.addAll(inside);
        boolean column = column(parent);
        double gap = column ? boxes.rowGap(parent, room) : 0;
        double y = 0;
        double below = 0; // the margin of the one before, which collapses with the next one's
        double floatLeft = 0;
        double floatRight = 0;
        double floatFoot = 0;
        boolean first = collapses(parent);
        boolean isFirst = true;
        for (Node node : parent.childNodes()) {
            if (!(node instanceof Element child)) {
                double words = text(node, room, parent);
                y += words > 0 ? below + words : 0;
                below = words > 0 ? 0 : below;
                continue;
            }
            if (!flowing.contains(child)) {
                continue;
            }
            Map<String, String> style = styles.of(child);
            String side = style.getOrDefault("float", "none");
            if (side.equals("left") || side.equals("right")) {
                double width = boxes.width(child) + boxes.margin(child, 1) + boxes.margin(child, 3);
                if (floatLeft + floatRight + width > room + 0.5) {
                    y = Math.max(y + below, floatFoot);
                    floatLeft = 0;
                    floatRight = 0;
                    below = 0;
                }
                double top = y + below + boxes.margin(child, 0);
                double x = side.equals("left") ? floatLeft : room - floatRight - width;
                at.put(child, new double[] {x + boxes.margin(child, 3), top});
                floatFoot = Math.max(floatFoot, top + height(child) + boxes.margin(child, 2));
                floatLeft += side.equals("left") ? width : 0;
                floatRight += side.equals("right") ? width : 0;
                continue;
            }
            if (!style.getOrDefault("clear", "none").equals("none") && floatFoot > y + below) {
                y = floatFoot;
                below = 0;
                floatLeft = 0;
                floatRight = 0;
            }
            double top = y + between(column, first, isFirst, below, topMargin(child), gap);
            first = false;
            isFirst = false;
            at.put(child, new double[] {across(child, style, room), top});
            y = top + height(child);
            below = bottomMargin(child);
        }
        boolean keeps = !collapses(parent) || boxes.around(parent, 2) > 0;
        String overflow = styles.of(parent).getOrDefault("overflow", "visible");
        boolean holdsFloats = !overflow.equals("visible")
                || "flow-root".equals(styles.of(parent).get("display"));
        return new Laid(at, Math.max(y + (keeps ? below : 0), holdsFloats ? floatFoot : 0));
    }

    /** Of a flex row or a row of a table. */
    private Laid row(Element parent, List<Element> items, double room) {
        Map<Element, double[]> at = new IdentityHashMap<>();
        Map<String, String> style = styles.of(parent);
        double gap = boxes.gap(parent, room);
        double used = gap * (items.size() - 1);
        double high = 0;
        for (Element item : items) {
            used += outer(item);
            high = Math.max(high, height(item) + boxes.margin(item, 0) + boxes.margin(item, 2));
        }
        double free = Math.max(0, room - used);
        double own = boxes.height(parent, boxes.width(parent), 0);
        double inner = Double.isNaN(own) ? high : own - boxes.around(parent, 0) - boxes.around(parent, 2);
        int count = items.size();
        double[] spread = switch (style.getOrDefault("justify-content", "")) {
            case "center" -> new double[] {free / 2, 0};
            case "flex-end", "end", "right" -> new double[] {free, 0};
            case "space-between" -> new double[] {0, count > 1 ? free / (count - 1) : 0};
            case "space-around" -> new double[] {free / count / 2, free / count};
            case "space-evenly" -> new double[] {free / (count + 1), free / (count + 1)};
            default -> new double[] {0, 0};
        };
        double x = spread[0];
        for (Element item : items) {
            double left = inner - height(item) - boxes.margin(item, 0) - boxes.margin(item, 2);
            double y = switch (styles.of(item).getOrDefault("align-self", style.getOrDefault("align-items", ""))) {
                case "center" -> left / 2;
                case "flex-end", "end" -> left;
                default -> 0;
            };
            at.put(item, new double[] {x + boxes.margin(item, 3), y + boxes.margin(item, 0)});
            x += outer(item) + gap + spread[1];
        }
        return new Laid(at, high);
    }

    private double outer(Element item) {
        return boxes.width(item) + boxes.margin(item, 1) + boxes.margin(item, 3);
    }

    private Laid grid(Element parent, List<Element> items, double room) {
        Map<Element, double[]> at = new IdentityHashMap<>();
        double y = 0;
        double high = 0;
        int row = 0;
        for (Element item : items) {
            GridItem place = boxes.gridItem(item, room);
            if (place.row() != row) {
                y += high + boxes.rowGap(parent, room);
                high = 0;
                row = place.row();
            }
            at.put(item, new double[] {place.start() + boxes.margin(item, 3), y + boxes.margin(item, 0)});
            high = Math.max(high, height(item) + boxes.margin(item, 0) + boxes.margin(item, 2));
        }
        return new Laid(at, y + high);
    }

    private boolean column(Element element) {
        Map<String, String> style = styles.of(element);
        return style.getOrDefault("display", "").endsWith("flex")
                && style.getOrDefault("flex-direction", style.getOrDefault("flex-flow", ""))
                        .startsWith("column");
    }

    /** What stands between two boxes, one below the other: margins that collapse, or a column's gap and both of them. */
    private static double between(
            boolean column, boolean collapses, boolean isFirst, double below, double above, double gap) {
        if (column) {
            return below + above + (isFirst ? 0 : gap);
        }
        return collapses ? 0 : Math.max(below, above);
    }

    /** Auto margins take what is left (CSS 2.2, §10.3.3). */
    private double across(Element element, Map<String, String> style, double room) {
        double width = boxes.width(element);
        boolean left = "auto".equals(boxes.marginValue(style, 3));
        boolean right = "auto".equals(boxes.marginValue(style, 1));
        double free = Math.max(0, room - width);
        boolean centred = Boxes.replaced(element)
                && !"block".equals(style.get("display"))
                && "center".equals(styles.of(element.parent()).get("text-align"));
        return left && right || centred ? free / 2 : left ? free - boxes.margin(element, 1) : boxes.margin(element, 3);
    }

    /** Of the border box, px; estimated where text decides it. */
    private double height(Element element) {
        Double known = heights.get(element);
        if (known == null) {
            heights.put(element, 0.0); // a circle ends here
            double own = boxes.height(element, boxes.width(element), 0);
            known = Double.isNaN(own) ? boxes.around(element, 0) + boxes.around(element, 2) + contents(element) : own;
            heights.put(element, known);
        }
        return known;
    }

    private double contents(Element element) {
        return element.normalName().equals("br") ? letters.lineHeight(element) : laid(element).height;
    }

    /** Whether the first child's margin stands above the element instead of inside it (CSS 2.2, §8.3.1). */
    private boolean collapses(Element element) {
        Map<String, String> style = styles.of(element);
        return boxes.around(element, 0) == 0
                && style.getOrDefault("overflow", "visible").equals("visible")
                && !style.getOrDefault("display", "").matches(".*(?:flex|grid|flow-root|inline-block|table.*)")
                && !style.getOrDefault("position", "").matches("absolute|fixed")
                && style.getOrDefault("float", "none").equals("none")
                && !element.normalName().matches("html|td|th");
    }

    private double topMargin(Element element) {
        double margin = boxes.margin(element, 0);
        List<Element> children = boxes.inFlow(element);
        return collapses(element) && !children.isEmpty() && element.ownText().isBlank()
                ? Math.max(margin, topMargin(children.get(0)))
                : margin;
    }

    private double bottomMargin(Element element) {
        double margin = boxes.margin(element, 2);
        List<Element> children = boxes.inFlow(element);
        boolean open = collapses(element)
                && boxes.around(element, 2) == 0
                && Double.isNaN(boxes.height(element, boxes.width(element), 0));
        return open && !children.isEmpty() && element.ownText().isBlank()
                ? Math.max(margin, bottomMargin(children.get(children.size() - 1)))
                : margin;
    }

    private double text(Node node, double room, Element parent) {
        return node instanceof TextNode words && !words.isBlank()
                ? letters.height(words.text().strip(), room, parent)
                : 0;
    }
}
