package gavlin.core.page;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.InPage;
import java.util.IdentityHashMap;
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

    Boxes(Styles styles, Screen screen) {
        this.styles = styles;
        this.screen = screen;
    }

    /** At the origin, CSS px; empty while a side is unknown or nothing is shown. */
    Optional<Box<InPage>> of(Element element) {
        for (Element at = element; at != null; at = at.parent()) {
            if ("none".equals(styles.of(at).get("display")) || at.hasAttr("hidden")) {
                return Optional.empty();
            }
        }
        double width = width(element);
        double height = height(element, width, 0);
        return width >= 1 && height >= 1 && Math.max(width, height) <= 16_384
                ? Optional.of(new Box<>(0, 0, Math.round(width), Math.round(height)))
                : Optional.empty();
    }

    /** What an element offers to those inside it, px. */
    private double content(Element element) {
        if (element == null || element.parent() == null || element.normalName().equals("html")) {
            return screen.width();
        }
        double width = width(element);
        boolean contentBox = length(element, "width", UNKNOWN).isPresent() && !borderBox(element);
        return contentBox ? width : width - padding(element, 1) - padding(element, 3);
    }

    private double width(Element element) {
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
        double offered = content(holder(element));
        Map<String, String> style = styles.of(element);
        OptionalDouble declared = length(element, "width", offered);
        if (declared.isPresent()) {
            return declared.getAsDouble() + (borderBox(element) ? 0 : padding(element, 1) + padding(element, 3));
        }
        OptionalDouble basis = Lengths.px(style.get("flex-basis"), offered, screen);
        if (basis.isPresent() && basis.getAsDouble() > 0) {
            return basis.getAsDouble();
        }
        if (replaced(element)) {
            OptionalDouble height = length(element, "height", UNKNOWN);
            double ratio = ratio(element);
            if (height.isPresent() && ratio > 0) {
                return height.getAsDouble() * ratio;
            }
            OptionalDouble attribute = attribute(element, "width");
            return attribute.isPresent() ? attribute.getAsDouble() : UNKNOWN;
        }
        if (stretched(style) || !outOfFlow(style)) {
            return share(element, offered) - margin(element, 1) - margin(element, 3);
        }
        return UNKNOWN;
    }

    /** What an element's percentages refer to: the positioned box around it when it is laid absolutely, its parent otherwise. */
    private Element holder(Element element) {
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

    /** A part of a flex row or a grid, when those in it share it evenly; all of it otherwise. */
    private double share(Element element, double offered) {
        Element parent = element.parent();
        Map<String, String> row = styles.of(parent);
        String display = row.getOrDefault("display", "");
        double gap = Lengths.px(
                        Lengths.side(row.getOrDefault("column-gap", row.getOrDefault("gap", row.get("grid-gap"))), 1),
                        offered,
                        screen)
                .orElse(0);
        if (display.endsWith("grid")) {
            int columns = columns(row.get("grid-template-columns"), offered, gap);
            return (offered - gap * (columns - 1)) / columns;
        }
        boolean inRow = display.endsWith("flex")
                && !row.getOrDefault("flex-direction", "row").startsWith("column");
        if (!inRow) {
            return offered;
        }
        int siblings = Math.max(1, parent.childrenSize());
        return (offered - gap * (siblings - 1)) / siblings;
    }

    /** Of {@code repeat(3, 1fr)}, {@code 1fr 1fr}, {@code repeat(auto-fill, minmax(200px, 1fr))}; 1 for anything else. */
    private int columns(String tracks, double offered, double gap) {
        if (tracks == null || tracks.length() > 400) {
            return 1;
        }
        var repeat = java.util.regex.Pattern.compile("repeat\\(\\s*(\\d{1,2}|auto-fi(?:ll|t))\\s*,\\s*(.*)\\)")
                .matcher(tracks.strip());
        if (!repeat.matches()) {
            return tracks.matches("\\s*(?:1fr\\s*)+") ? tracks.strip().split("\\s+").length : 1;
        }
        if (!repeat.group(1).startsWith("auto")) {
            return Math.max(1, Integer.parseInt(repeat.group(1)));
        }
        var least = java.util.regex.Pattern.compile("minmax\\(\\s*([^,()]+|min\\([^()]*\\))\\s*,.*")
                .matcher(repeat.group(2));
        double width =
                least.matches() ? Lengths.px(least.group(1), offered, screen).orElse(offered) : offered;
        return Math.max(1, (int) ((offered + gap) / (Math.max(1, width) + gap)));
    }

    private double height(Element element, double width, int depth) {
        Map<String, String> style = styles.of(element);
        double whole = depth < 8 && element.parent() != null && percentHigh(element)
                ? height(
                        holder(element) == null ? element.parent() : holder(element),
                        width(element.parent()),
                        depth + 1)
                : UNKNOWN;
        OptionalDouble declared = length(element, "height", whole);
        double height = declared.orElse(UNKNOWN);
        double ratio = ratio(element);
        if (Double.isNaN(height) && ratio > 0) {
            height = width / ratio;
        }
        if (Double.isNaN(height) && stretched(style)) {
            height = whole;
        }
        // A box held open by its padding alone, the older way to give it a ratio.
        double held = padding(element, 0) + padding(element, 2);
        if ((Double.isNaN(height) || height == 0)
                && held > 0
                && held > width * 0.1
                && element.ownText().isBlank()) {
            height = held;
        }
        double least = Lengths.px(style.get("min-height"), UNKNOWN, screen).orElse(UNKNOWN);
        double most = Lengths.px(style.get("max-height"), UNKNOWN, screen).orElse(UNKNOWN);
        if (!Double.isNaN(least)) {
            height = Double.isNaN(height) ? least : Math.max(height, least);
        }
        return Double.isNaN(most) || Double.isNaN(height) ? height : Math.min(height, most);
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
        double offered = content(holder(element));
        double most = length(element, "max-width", offered).orElse(Double.POSITIVE_INFINITY);
        double least = length(element, "min-width", offered).orElse(0);
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

    private static boolean replaced(Element element) {
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

    private double margin(Element element, int side) {
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
