package gavlin.core.code;

import gavlin.core.brief.Showing;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Size;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;

/**
 * The {@code sizes} attribute (HTML Living Standard, "sizes attributes") of an image: how wide a browser draws it on each screen,
 * which is more than its box where object-fit cover cuts the sides off. Between two screens that are known, the wider one's
 * width counts, so that no screen is given too small a file.
 */
public final class Sizes {
    /** A box as wide as this part of its screen changes with the screen. */
    private static final double WHOLE_SCREEN = 0.985;

    private Sizes() {}

    /**
     * @param file px of the rendition
     * @return empty when no showing says how it is seen
     */
    public static String of(List<Showing> showings, Size file) {
        Map<Integer, List<Showing>> byScreen = showings.stream()
                .collect(Collectors.groupingBy(
                        s -> s.screenWidth() == 0 ? Integer.MAX_VALUE : s.screenWidth(),
                        TreeMap::new,
                        Collectors.toList()));
        List<Integer> screens = List.copyOf(byScreen.keySet());
        List<String> widths =
                byScreen.values().stream().map(seen -> width(seen, file)).toList();
        List<String> parts = new ArrayList<>();
        for (int i = 0; i < widths.size(); i++) {
            boolean last = i == widths.size() - 1;
            if (last) {
                parts.add(widths.get(i));
            } else if (!widths.get(i).equals(widths.get(i + 1))) {
                parts.add("(max-width: " + screens.get(i) + "px) " + widths.get(i));
            }
        }
        return String.join(", ", parts);
    }

    /** On one screen: of several boxes, the one that is drawn widest. */
    private static String width(List<Showing> showings, Size file) {
        Showing widest = showings.stream()
                .max((a, b) -> Double.compare(
                        drawn(a.at(a.widest().width()), file),
                        drawn(b.at(b.widest().width()), file)))
                .orElseThrow();
        if (widest.isRange()) {
            return range(widest, file);
        }
        double drawn = drawn(widest, file);
        double part = widest.screenWidth() == 0 ? 0 : widest.box().width() / widest.screenWidth();
        return part >= WHOLE_SCREEN && part <= 1 ? ceil(100 * drawn / widest.screenWidth()) + "vw" : ceil(drawn) + "px";
    }

    /** As wide as the screen up to its widest; never less than what its height asks for. */
    private static String range(Showing showing, Size file) {
        long narrow = ceil(drawn(showing.at(showing.box().width()), file));
        long wide = ceil(drawn(showing.at(showing.widest().width()), file));
        String format =
                narrow > Math.ceil(showing.box().width()) ? "max(%dpx, min(100vw, %dpx))" : "min(100vw, %2$dpx)";
        return String.format(Locale.ROOT, format, narrow, wide);
    }

    /** How wide the whole file is drawn, CSS px. */
    private static double drawn(Showing showing, Size file) {
        double byHeight = showing.box().height() * file.proportion();
        return showing.objectFit().rule() == Rule.COVER
                ? Math.max(showing.box().width(), byHeight)
                : Math.min(showing.box().width(), byHeight);
    }

    private static long ceil(double value) {
        return (long) Math.ceil(value - 1e-6);
    }
}
