package gavlin.core.page;

import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;

/** How wide the borders of a box are (CSS Backgrounds 3, §4): none where none is drawn. */
final class Borders {
    private static final String[] SIDES = {"top", "right", "bottom", "left"};
    private static final String DRAWN = "solid|dashed|dotted|double|groove|ridge|inset|outset";
    /** CSS px (§4.3: no values are given; these are what browsers use, from memory). */
    private static final Map<String, Double> WORDS = Map.of("thin", 1.0, "medium", 3.0, "thick", 5.0);

    private Borders() {}

    /** @param side 0 top, 1 right, 2 bottom, 3 left @return CSS px */
    static double width(Map<String, String> style, int side, Screen screen) {
        String one = "border-" + SIDES[side];
        String shorthand = style.containsKey(one) ? style.get(one) : style.getOrDefault("border", "");
        String drawn = firstOf(style.get(one + "-style"), Lengths.side(style.get("border-style"), side), shorthand);
        if (drawn == null || List.of(drawn.split("\\s+")).stream().noneMatch(word -> word.matches(DRAWN))) {
            return 0;
        }
        String width = firstOf(style.get(one + "-width"), Lengths.side(style.get("border-width"), side), shorthand);
        for (String word : width.split("\\s+")) {
            OptionalDouble px = Lengths.px(word, Double.NaN, screen);
            if (px.isPresent() && word.matches("[\\d.].*")) {
                return px.getAsDouble();
            }
            if (WORDS.containsKey(word)) {
                return WORDS.get(word);
            }
        }
        return WORDS.get("medium");
    }

    private static String firstOf(String... values) {
        for (String value : values) {
            if (value != null && !value.isBlank()) {
                return value;
            }
        }
        return null;
    }
}
