package gavlin.core.page;

import gavlin.core.geometry.Point;
import gavlin.core.geometry.Space.InPage;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import org.jsoup.nodes.Element;
import org.jsoup.nodes.Node;
import org.jsoup.nodes.TextNode;

/**
 * Where boxes stand on a page: block flow with collapsing margins, floats, flex rows, grids and boxes laid absolutely (CSS 2.2, §9 and
 * §10). Text is not set: its height is estimated by the number of its letters, so that what stands below text stands there roughly.
 */
final class Flow {
    /** Of a letter, in parts of the font size; of a line: common practice, no source. */
    private static final double LETTER = 0.5;

    private static final double LINE = 1.15;
    private static final double USUAL_FONT = 16;
    private static final int DEEPEST = 120;

    private final Styles styles;
    private final Screen screen;
    private final Boxes boxes;
    private final Map<Element, Double> heights = new IdentityHashMap<>();

    Flow(Styles styles, Screen screen, Boxes boxes) {
        this.styles = styles;
        this.screen = screen;
        this.boxes = boxes;
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
            return laid(element, style, depth);
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

    private double[] laid(Element element, Map<String, String> style, int depth) {
        Element holder = boxes.holder(element);
        boolean page = holder == null || holder.parent() == null;
        double[] at = page ? new double[] {0, 0} : corner(holder, depth + 1);
        double left = page ? 0 : at[0] + boxes.border(holder, 3);
        double top = page ? 0 : at[1] + boxes.border(holder, 0);
        double width = page ? screen.width() : boxes.width(holder) - boxes.border(holder, 1) - boxes.border(holder, 3);
        double height = page ? screen.height() : height(holder) - boxes.border(holder, 0) - boxes.border(holder, 2);
        return new double[] {
            left + start(style, "left", "right", 3, 1, width, boxes.width(element)),
            top + start(style, "top", "bottom", 0, 2, height, height(element))
        };
    }

    private double start(
            Map<String, String> style, String from, String to, int first, int last, double room, double length) {
        String inset = style.get("inset");
        OptionalDouble start = Lengths.px(style.getOrDefault(from, Lengths.side(inset, first)), room, screen);
        OptionalDouble end = Lengths.px(style.getOrDefault(to, Lengths.side(inset, last)), room, screen);
        return start.isPresent() ? start.getAsDouble() : end.isPresent() ? room - end.getAsDouble() - length : 0;
    }

    /** From the corner of the parent's content box. */
    private double[] inFlow(Element element, Element parent) {
        double room = boxes.content(parent);
        if (boxes.inRow(element)) {
            return inRow(element, parent, room);
        }
        if (parent.normalName().equals("tr")) {
            return new double[] {
                boxes.inFlow(parent).stream()
                        .takeWhile(cell -> cell != element)
                        .mapToDouble(boxes::width)
                        .sum(),
                0
            };
        }
        double gap = column(parent) ? boxes.rowGap(parent, room) : 0;
        if (styles.of(parent).getOrDefault("display", "").endsWith("grid")) {
            return inGrid(element, parent, room);
        }
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
            Map<String, String> style = styles.of(child);
            if ("none".equals(style.get("display"))
                    || style.getOrDefault("position", "").matches("absolute|fixed")) {
                continue;
            }
            String side = style.getOrDefault("float", "none");
            double width = boxes.width(child) + boxes.margin(child, 1) + boxes.margin(child, 3);
            if (side.matches("left|right")) {
                if (floatLeft + floatRight + width > room + 0.5) {
                    y = Math.max(y + below, floatFoot);
                    floatLeft = 0;
                    floatRight = 0;
                    below = 0;
                }
                double top = y + below + boxes.margin(child, 0);
                if (child == element) {
                    double x = side.equals("left")
                            ? floatLeft + boxes.margin(child, 3)
                            : room - floatRight - width + boxes.margin(child, 3);
                    return new double[] {x, top};
                }
                floatFoot = Math.max(floatFoot, top + height(child) + boxes.margin(child, 2));
                if (side.equals("left")) {
                    floatLeft += width;
                } else {
                    floatRight += width;
                }
                continue;
            }
            if (!style.getOrDefault("clear", "none").equals("none") && floatFoot > y + below) {
                y = floatFoot;
                below = 0;
                floatLeft = 0;
                floatRight = 0;
            }
            double above = topMargin(child);
            double top = y + between(column(parent), first, isFirst, below, above, gap);
            first = false;
            isFirst = false;
            if (child == element) {
                return new double[] {across(child, style, room), top};
            }
            y = top + height(child);
            below = bottomMargin(child);
        }
        return new double[] {0, y};
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

    private double[] inRow(Element element, Element parent, double room) {
        List<Element> row = boxes.inFlow(parent);
        double gap = boxes.gap(parent, room);
        double used = gap * (row.size() - 1);
        double x = 0;
        for (Element item : row) {
            used += boxes.width(item) + boxes.margin(item, 1) + boxes.margin(item, 3);
        }
        for (Element item : row) {
            if (item == element) {
                break;
            }
            x += boxes.width(item) + boxes.margin(item, 1) + boxes.margin(item, 3) + gap;
        }
        Map<String, String> style = styles.of(parent);
        double free = Math.max(0, room - used);
        double before = row.indexOf(element);
        x += switch (style.getOrDefault("justify-content", "")) {
            case "center" -> free / 2;
            case "flex-end", "end", "right" -> free;
            case "space-between" -> row.size() > 1 ? free / (row.size() - 1) * before : 0;
            case "space-around" -> free / row.size() * (before + 0.5);
            case "space-evenly" -> free / (row.size() + 1) * (before + 1);
            default -> 0;
        };
        double inner = height(parent) - boxes.around(parent, 0) - boxes.around(parent, 2);
        double own = height(element) + boxes.margin(element, 0) + boxes.margin(element, 2);
        double y = switch (styles.of(element).getOrDefault("align-self", style.getOrDefault("align-items", ""))) {
            case "center" -> (inner - own) / 2;
            case "flex-end", "end" -> inner - own;
            default -> 0;
        };
        return new double[] {x + boxes.margin(element, 3), y + boxes.margin(element, 0)};
    }

    private double[] inGrid(Element element, Element parent, double room) {
        double y = 0;
        double high = 0;
        int row = 0;
        for (Element item : boxes.inFlow(parent)) {
            double[] column = boxes.columnOf(item, room);
            if ((int) column[1] != row) {
                y += high + boxes.rowGap(parent, room);
                high = 0;
                row = (int) column[1];
            }
            if (item == element) {
                return new double[] {column[0] + boxes.margin(item, 3), y + boxes.margin(item, 0)};
            }
            high = Math.max(high, height(item) + boxes.margin(item, 0) + boxes.margin(item, 2));
        }
        return new double[] {0, y};
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
        double room = boxes.content(element);
        String display = styles.of(element).getOrDefault("display", "");
        List<Element> children = boxes.inFlow(element);
        if (element.normalName().equals("br")) {
            return font(element) * LINE;
        }
        boolean cells = element.normalName().equals("tr");
        if (!children.isEmpty() && (cells || boxes.inRow(children.get(0)))) {
            return children.stream()
                    .mapToDouble(c -> height(c) + boxes.margin(c, 0) + boxes.margin(c, 2))
                    .max()
                    .orElse(0);
        }
        if (display.endsWith("grid")) {
            double high = 0;
            double all = 0;
            int row = 0;
            for (Element item : children) {
                int at = (int) boxes.columnOf(item, room)[1];
                if (at != row) {
                    all += high + boxes.rowGap(element, room);
                    high = 0;
                    row = at;
                }
                high = Math.max(high, height(item) + boxes.margin(item, 0) + boxes.margin(item, 2));
            }
            return all + high;
        }
        double foot = 0;
        boolean holdsFloats =
                styles.of(element).getOrDefault("overflow", "visible").matches("hidden|auto|scroll")
                        || display.equals("flow-root");
        double y = 0;
        double below = 0;
        boolean first = collapses(element);
        boolean isFirst = true;
        double gap = column(element) ? boxes.rowGap(element, room) : 0;
        for (Node node : element.childNodes()) {
            if (!(node instanceof Element child)) {
                double words = text(node, room, element);
                y += words > 0 ? below + words : 0;
                below = words > 0 ? 0 : below;
            } else if (children.contains(child)) {
                boolean floats = styles.of(child).getOrDefault("float", "none").matches("left|right");
                double[] at = floats ? inFlow(child, element) : null;
                if (floats) {
                    foot = Math.max(foot, at[1] + height(child) + boxes.margin(child, 2));
                } else {
                    if (!styles.of(child).getOrDefault("clear", "none").equals("none") && foot > y + below) {
                        y = foot;
                        below = 0;
                    }
                    y += between(column(element), first, isFirst, below, topMargin(child), gap) + height(child);
                    first = false;
                    isFirst = false;
                    below = bottomMargin(child);
                }
            }
        }
        boolean keeps = !collapses(element) || boxes.around(element, 2) > 0;
        return Math.max(y + (keeps ? below : 0), holdsFloats ? foot : 0);
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
        if (!(node instanceof TextNode words) || words.isBlank()) {
            return 0;
        }
        double font = font(parent);
        double lines = Math.max(1, Math.ceil(words.text().strip().length() * font * LETTER / Math.max(20, room)));
        return Double.isFinite(lines) ? lines * lineHeight(parent, font) : font * LINE;
    }

    private double lineHeight(Element element, double font) {
        for (Element at = element; at != null; at = at.parent()) {
            String value = styles.of(at).get("line-height");
            if (value != null && value.matches("\\d*\\.?\\d+")) {
                return Double.parseDouble(value) * font;
            }
            OptionalDouble px = Lengths.px(value, font, screen);
            if (px.isPresent()) {
                return px.getAsDouble();
            }
        }
        return LINE * font;
    }

    private double font(Element element) {
        for (Element at = element; at != null; at = at.parent()) {
            OptionalDouble px = Lengths.px(styles.of(at).get("font-size"), USUAL_FONT, screen);
            if (px.isPresent()) {
                return px.getAsDouble();
            }
        }
        return USUAL_FONT;
    }
}
