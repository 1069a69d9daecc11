package gavlin.core.page;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.InPage;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import org.jsoup.nodes.Element;

/**
 * The sizes of a page's boxes on one screen, as far as they follow from widths and ratios alone: no text is set, so a height that
 * text decides stays unknown. CSS 2.2 §10, CSS Sizing 4 §5 (aspect-ratio), and equal shares of flex rows and grids.
 */
final class Boxes {
    private static final double UNKNOWN = Double.NaN;

    private final Styles styles;
    private final Screen screen;
    private final Map<Element, Double> widths = new IdentityHashMap<>();
    /** By parent, what would be computed for each of its children again. */
    private final Map<Element, List<Element>> flowing = new IdentityHashMap<>();

    private final Map<Element, Map<Element, GridItem>> grids = new IdentityHashMap<>();
    private final Map<Element, Map<Element, Double>> rows = new IdentityHashMap<>();

    Boxes(Styles styles, Screen screen) {
        this.styles = styles;
        this.screen = screen;
    }

    /**
     * What a picture fills of an element, at the origin, CSS px: an image's content box, inside its padding and borders; the box inside
     * the borders of one with a picture behind it. Empty while a side is unknown or nothing is shown.
     */
    Optional<Box<InPage>> of(Element element) {
        for (Element at = element; at != null; at = at.parent()) {
            if ("none".equals(styles.of(at).get("display")) || at.hasAttr("hidden")) {
                return Optional.empty();
            }
        }
        boolean content = replaced(element);
        double whole = width(element);
        double width = whole - (content ? around(element, 1, 3) : borders(element, 1, 3));
        double height = height(element, whole, 0) - (content ? around(element, 0, 2) : borders(element, 0, 2));
        return width >= 1 && height >= 1 && Math.max(width, height) <= 16_384
                ? Optional.of(new Box<>(0, 0, Math.round(width), Math.round(height)))
                : Optional.empty();
    }

    /** What an element offers to those inside it, px. */
    double content(Element element) {
        if (element == null || element.parent() == null || element.normalName().equals("html")) {
            return screen.width();
        }
        return width(element) - around(element, 1, 3);
    }

    /** What an element's percentages refer to, px across: the box inside the borders for one that is laid absolutely. */
    private double offered(Element element) {
        Element holder = holder(element);
        boolean absolute = "absolute".equals(styles.of(element).get("position"));
        if (absolute && holder != null && holder.parent() != null) {
            return width(holder) - borders(holder, 1, 3);
        }
        boolean inGrid = holder != null
                && holder.parent() != null
                && styles.of(holder).getOrDefault("display", "").endsWith("grid")
                && !outOfFlow(styles.of(element));
        return inGrid ? gridItem(element, content(holder)).width() : content(holder);
    }

    /** Padding and borders on two sides. */
    private double around(Element element, int side, int other) {
        return padding(element, side) + padding(element, other) + borders(element, side, other);
    }

    /** Padding and border on one side. */
    double around(Element element, int side) {
        return padding(element, side) + border(element, side);
    }

    double border(Element element, int side) {
        return Borders.width(styles.of(element), side, screen);
    }

    /** From the border box's edge to what a picture fills. */
    double before(Element element, int side) {
        return replaced(element) ? around(element, side) : border(element, side);
    }

    String marginValue(Map<String, String> style, int side) {
        String one = style.get("margin-" + new String[] {"top", "right", "bottom", "left"}[side]);
        return one != null ? one : Lengths.side(style.get("margin"), side);
    }

    double rowGap(Element parent, double room) {
        Map<String, String> style = styles.of(parent);
        String gap = style.getOrDefault("gap", style.get("grid-gap"));
        return Lengths.px(style.getOrDefault("row-gap", Lengths.side(gap, 0)), room, screen)
                .orElse(0);
    }

    private double borders(Element element, int side, int other) {
        return Borders.width(styles.of(element), side, screen) + Borders.width(styles.of(element), other, screen);
    }

    double width(Element element) {
        Double known = widths.get(element);
        if (known == null) {
            known = clamped(element, naturalWidth(element));
            widths.put(element, known);
        }
        return known;
    }

    private double naturalWidth(Element element) {
        if (element.normalName().equals("html")) {
            return screen.width();
        }
        double offered = offered(element);
        Map<String, String> style = styles.of(element);
        if (inRow(element) && !replaced(element)) {
            return share(element, offered);
        }
        OptionalDouble declared = length(element, "width", offered);
        if (declared.isPresent()) {
            return declared.getAsDouble() + (borderBox(element) ? 0 : around(element, 1, 3));
        }
        if (replaced(element)) {
            OptionalDouble height = length(element, "height", UNKNOWN);
            double ratio = ratio(element);
            if (height.isPresent() && ratio > 0) {
                double inside = height.getAsDouble() - (borderBox(element) ? around(element, 0, 2) : 0);
                return inside * ratio + around(element, 1, 3);
            }
            OptionalDouble attribute = attribute(element, "width");
            return attribute.isPresent()
                    ? attribute.getAsDouble() + (borderBox(element) ? 0 : around(element, 1, 3))
                    : UNKNOWN;
        }
        if (stretched(style) || !outOfFlow(style)) {
            return share(element, offered);
        }
        return UNKNOWN;
    }

    /** What an element's percentages refer to: the positioned box around it when it is laid absolutely, its parent otherwise. */
    Element holder(Element element) {
        Element at = element.parent();
        if ("absolute".equals(styles.of(element).get("position"))) {
            while (at != null && at.parent() != null && !positioned(at)) {
                at = at.parent();
            }
        }
        return "fixed".equals(styles.of(element).get("position")) ? null : at;
    }

    private boolean positioned(Element element) {
        String position = styles.of(element).get("position");
        return position != null && !position.equals("static");
    }

    /** A part of a flex row; all that is offered otherwise: of a grid that is the element's own column. */
    private double share(Element element, double offered) {
        if (!inRow(element)) {
            return offered - margin(element, 1) - margin(element, 3);
        }
        Map<Element, Double> row = rows.get(element.parent());
        if (row == null) {
            row = rowOf(element.parent(), offered);
            rows.put(element.parent(), row);
        }
        return row.getOrDefault(element, UNKNOWN);
    }

    private Map<Element, Double> rowOf(Element parent, double offered) {
        List<Element> row = inFlow(parent);
        List<FlexItem> items = row.stream()
                .map(item -> FlexItem.of(
                        styles.of(item),
                        offered,
                        borderBox(item),
                        around(item, 1, 3),
                        margin(item, 1) + margin(item, 3),
                        screen))
                .toList();
        double room = offered - gap(parent, offered) * (row.size() - 1);
        Map<Element, Double> widths = new IdentityHashMap<>();
        for (int i = 0; i < items.size(); i++) {
            Element item = row.get(i);
            widths.put(item, FlexItem.width(items, i, room, margin(item, 1) + margin(item, 3)));
        }
        return widths;
    }

    boolean inRow(Element element) {
        Map<String, String> row = element.parent() == null ? Map.of() : styles.of(element.parent());
        return row.getOrDefault("display", "").endsWith("flex")
                && !row.getOrDefault("flex-direction", row.getOrDefault("flex-flow", "row"))
                        .startsWith("column")
                && !row.getOrDefault("flex-wrap", row.getOrDefault("flex-flow", ""))
                        .contains("wrap")
                && !outOfFlow(styles.of(element));
    }

    double gap(Element parent, double room) {
        Map<String, String> style = styles.of(parent);
        String gap = style.getOrDefault("gap", style.get("grid-gap"));
        return Lengths.px(style.getOrDefault("column-gap", Lengths.side(gap, 1)), room, screen)
                .orElse(0);
    }

    /** A box's children that are neither hidden nor laid absolutely. */
    List<Element> inFlow(Element parent) {
        return flowing.computeIfAbsent(
                parent,
                p -> isDeep(p)
                        ? List.of()
                        : p.children().stream()
                                .filter(child -> {
                                    Map<String, String> style = styles.of(child);
                                    String position = style.getOrDefault("position", "");
                                    return !"none".equals(style.get("display"))
                                            && !position.equals("absolute")
                                            && !position.equals("fixed");
                                })
                                .toList());
    }

    /** What lies deeper is not laid out: no page that people make does, and every level is a call. */
    private static boolean isDeep(Element element) {
        int depth = 0;
        for (Element at = element; at != null && depth <= PageReading.MAX_DEPTH; at = at.parent()) {
            depth++;
        }
        return depth > PageReading.MAX_DEPTH;
    }

    /** Where an item of a grid lies in it. */
    GridItem gridItem(Element element, double room) {
        Map<Element, GridItem> items = grids.get(element.parent());
        if (items == null) {
            items = gridItems(element.parent(), room);
            grids.put(element.parent(), items);
        }
        return items.getOrDefault(element, new GridItem(0, 0, room));
    }

    private Map<Element, GridItem> gridItems(Element grid, double room) {
        double gap = gap(grid, room);
        double[] columns = Tracks.widths(styles.of(grid).get("grid-template-columns"), room, gap, screen);
        List<Element> elements = inFlow(grid);
        List<GridItem> items =
                GridItem.all(columns, gap, elements.stream().map(styles::of).toList());
        Map<Element, GridItem> places = new IdentityHashMap<>();
        for (int i = 0; i < items.size(); i++) {
            places.put(elements.get(i), items.get(i));
        }
        return places;
    }

    /** Of the border box, px; not a number where text decides it. */
    double height(Element element, double width, int depth) {
        Map<String, String> style = styles.of(element);
        double whole = depth < 8 && element.parent() != null && percentHigh(element) ? inside(element, depth) : UNKNOWN;
        double more = borderBox(element) ? 0 : around(element, 0, 2);
        OptionalDouble declared = length(element, "height", whole);
        double height = declared.isPresent() ? declared.getAsDouble() + more : UNKNOWN;
        double ratio = ratio(element);
        if (Double.isNaN(height) && ratio > 0) {
            boolean byBorder = borderBox(element) && !replaced(element);
            height = byBorder ? width / ratio : (width - around(element, 1, 3)) / ratio + around(element, 0, 2);
        }
        if (Double.isNaN(height) && stretched(style)) {
            height = whole;
        }
        // A box held open by its padding alone, the older way to give it a ratio.
        double held = around(element, 0, 2);
        if ((Double.isNaN(height) || height == 0)
                && held > 0
                && held > width * 0.1
                && element.ownText().isBlank()) {
            height = held;
        }
        double least = Lengths.px(style.get("min-height"), UNKNOWN, screen).orElse(UNKNOWN);
        double most = Lengths.px(style.get("max-height"), UNKNOWN, screen).orElse(UNKNOWN);
        if (!Double.isNaN(least)) {
            height = Double.isNaN(height) ? least + more : Math.max(height, least + more);
        }
        return Double.isNaN(most) || Double.isNaN(height) ? height : Math.min(height, most + more);
    }

    /** What 100 % of an element's height are, px. */
    private double inside(Element element, int depth) {
        Element holder = holder(element) == null ? element.parent() : holder(element);
        double outer = height(holder, width(holder), depth + 1);
        boolean absolute = styles.of(element).getOrDefault("position", "").matches("absolute|fixed");
        return outer - (absolute ? borders(holder, 0, 2) : around(holder, 0, 2));
    }

    private boolean percentHigh(Element element) {
        Map<String, String> style = styles.of(element);
        return style.getOrDefault("height", "").endsWith("%") || stretched(style);
    }

    /** Width over height as declared, or as a picture's own attributes give it; 0 when neither does. */
    private double ratio(Element element) {
        String declared = styles.of(element)
                .getOrDefault("aspect-ratio", "")
                .replace("auto", "")
                .strip();
        String[] sides = declared.split("/");
        try {
            if (!declared.isEmpty()) {
                return Double.parseDouble(sides[0].strip())
                        / (sides.length > 1 ? Double.parseDouble(sides[1].strip()) : 1);
            }
        } catch (NumberFormatException e) {
            return 0;
        }
        OptionalDouble width = attribute(element, "width");
        OptionalDouble height = attribute(element, "height");
        return replaced(element) && width.isPresent() && height.isPresent() && height.getAsDouble() > 0
                ? width.getAsDouble() / height.getAsDouble()
                : 0;
    }

    private double clamped(Element element, double width) {
        double offered = offered(element);
        double more = borderBox(element) ? 0 : around(element, 1, 3);
        double most = length(element, "max-width", offered).orElse(Double.POSITIVE_INFINITY) + more;
        double least = length(element, "min-width", offered).orElse(-more) + more;
        return Double.isNaN(width) ? UNKNOWN : Math.max(least, Math.min(most, width));
    }

    private OptionalDouble length(Element element, String property, double of) {
        return Lengths.px(styles.of(element).get(property), of, screen);
    }

    private static OptionalDouble attribute(Element element, String name) {
        String value = element.attr(name).strip();
        return value.matches("\\d{1,5}(px)?")
                ? OptionalDouble.of(Double.parseDouble(value.replace("px", "")))
                : OptionalDouble.empty();
    }

    static boolean replaced(Element element) {
        return element.normalName().equals("img") || element.normalName().equals("video");
    }

    private boolean borderBox(Element element) {
        return "border-box".equals(styles.of(element).get("box-sizing"));
    }

    private static boolean outOfFlow(Map<String, String> style) {
        return style.getOrDefault("position", "").matches("absolute|fixed")
                || style.getOrDefault("display", "").startsWith("inline")
                || style.getOrDefault("float", "none").matches("left|right");
    }

    /** Laid over all of what is around it. */
    private static boolean stretched(Map<String, String> style) {
        boolean both = zero(style.get("left"))
                && zero(style.get("right"))
                && zero(style.get("top"))
                && zero(style.get("bottom"));
        return style.getOrDefault("position", "").matches("absolute|fixed") && (both || zero(style.get("inset")));
    }

    private static boolean zero(String value) {
        return value != null && value.matches("0(px|%)?");
    }

    private double padding(Element element, int side) {
        return side(element, "padding", side);
    }

    double margin(Element element, int side) {
        return side(element, "margin", side);
    }

    private double side(Element element, String property, int side) {
        Map<String, String> style = styles.of(element);
        String one = style.get(property + "-" + new String[] {"top", "right", "bottom", "left"}[side]);
        String value = one != null ? one : Lengths.side(style.get(property), side);
        // Percentages of padding and margin refer to the width around, on all four sides.
        double of = value != null && value.contains("%") ? content(element.parent()) : UNKNOWN;
        return Lengths.px(value, of, screen).orElse(0);
    }
}
