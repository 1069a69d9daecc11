package gavlin.core.page;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * Where an item of a grid lies.
 *
 * @param start from the grid's content edge, px
 * @param row from 0
 * @param width of all columns that it spans, with the gaps between them, px
 */
record GridItem(double start, int row, double width) {
    /** One after the other, each over as many columns as it spans (CSS Grid 2, §8.5). @param styles the items' own */
    static List<GridItem> all(double[] columns, double gap, List<Map<String, String>> styles) {
        List<GridItem> items = new ArrayList<>();
        int at = 0;
        for (Map<String, String> style : styles) {
            int span = Math.min(columns.length, span(style, columns.length));
            if (at % columns.length + span > columns.length) {
                at += columns.length - at % columns.length; // no room left in this row
            }
            int first = at % columns.length;
            double start = 0;
            double width = gap * (span - 1);
            for (int i = 0; i < first + span; i++) {
                start += i < first ? columns[i] + gap : 0;
                width += i >= first ? columns[i] : 0;
            }
            items.add(new GridItem(start, at / columns.length, width));
            at += span;
        }
        return items;
    }

    private static int span(Map<String, String> style, int all) {
        String column = style.getOrDefault("grid-column", "").strip();
        if (column.matches("1\\s*/\\s*-1")) {
            return all;
        }
        if (column.matches("(?:\\d+\\s*/\\s*)?span\\s+\\d{1,2}")) {
            return Math.max(1, Integer.parseInt(column.replaceAll(".*span\\s+", "")));
        }
        if (column.matches("\\d{1,2}\\s*/\\s*\\d{1,2}")) {
            String[] lines = column.split("\\s*/\\s*");
            return Math.max(1, Integer.parseInt(lines[1]) - Integer.parseInt(lines[0]));
        }
        return 1;
    }
}
