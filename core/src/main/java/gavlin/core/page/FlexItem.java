package gavlin.core.page;

import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;

/**
 * What an item of a flex row asks along it (CSS Flexible Box 1, §7).
 *
 * @param basis px without padding and borders, or not a number where its content decides
 * @param more padding, borders and margins, px
 */
record FlexItem(double grow, double shrink, double basis, double more) {
    /** @param room px of the row @param borderBox whether its sizes count padding and borders @param around these, px @param margins px */
    static FlexItem of(
            Map<String, String> style, double room, boolean borderBox, double around, double margins, Screen screen) {
        double grow = 0;
        double shrink = 1;
        String basis = "auto";
        List<String> parts = Tracks.parts(style.getOrDefault("flex", ""));
        if (parts.equals(List.of("none"))) {
            shrink = 0;
        } else if (parts.equals(List.of("auto"))) {
            grow = 1;
        } else if (!parts.isEmpty()) {
            int numbers = 0;
            basis = "0";
            for (String part : parts) {
                if (part.matches("\\d*\\.?\\d+") && numbers < 2) {
                    grow = numbers == 0 ? Double.parseDouble(part) : grow;
                    shrink = numbers == 1 ? Double.parseDouble(part) : shrink;
                    numbers++;
                } else {
                    basis = part;
                }
            }
        }
        grow = number(style.get("flex-grow"), grow);
        shrink = number(style.get("flex-shrink"), shrink);
        basis = style.getOrDefault("flex-basis", basis);
        OptionalDouble px = Lengths.px(basis.equals("auto") ? style.get("width") : basis, room, screen);
        double inner = px.isEmpty() ? Double.NaN : Math.max(0, px.getAsDouble() - (borderBox ? around : 0));
        return new FlexItem(grow, shrink, inner, around + margins);
    }

    private static double number(String value, double otherwise) {
        return value != null && value.matches("\\d*\\.?\\d+") ? Double.parseDouble(value) : otherwise;
    }

    /**
     * The width of one of several items, px with padding and borders, without margins (§9.7); items whose content decides share evenly
     * what the others leave.
     *
     * @param room px that all of them have, gaps taken off
     */
    static double width(List<FlexItem> items, int which, double room, double margins) {
        double left = room;
        double grows = 0;
        double shrinks = 0;
        int unknown = 0;
        for (FlexItem item : items) {
            left -= item.more + (Double.isNaN(item.basis) ? 0 : item.basis);
            grows += item.grow;
            shrinks += Double.isNaN(item.basis) ? 0 : item.shrink * item.basis;
            unknown += Double.isNaN(item.basis) ? 1 : 0;
        }
        FlexItem item = items.get(which);
        double inner = item.more - margins;
        if (Double.isNaN(item.basis)) {
            return Math.max(0, left) / unknown + inner;
        }
        if (left >= 0) {
            return item.basis + (unknown == 0 && grows > 0 ? left * item.grow / Math.max(1, grows) : 0) + inner;
        }
        return Math.max(0, item.basis + (shrinks > 0 ? left * item.shrink * item.basis / shrinks : 0)) + inner;
    }
}
