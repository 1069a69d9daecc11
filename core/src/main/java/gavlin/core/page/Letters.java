package gavlin.core.page;

import java.util.OptionalDouble;
import org.jsoup.nodes.Element;

/** How much room text takes, roughly: by the number of its letters, for a page's fonts are not among its files. */
final class Letters {
    /** The width of a letter and the height of a line, in parts of the font size: common practice, no source. */
    private static final double LETTER = 0.5;

    private static final double LINE = 1.15;
    private static final double USUAL = 16;
    private static final double LARGEST = 400;
    private static final double NARROWEST = 20;

    private final Styles styles;
    private final Screen screen;

    Letters(Styles styles, Screen screen) {
        this.styles = styles;
        this.screen = screen;
    }

    /** CSS px; inherited (CSS Fonts 4, §2.5). */
    double font(Element element) {
        for (Element at = element; at != null; at = at.parent()) {
            OptionalDouble px = Lengths.px(styles.of(at).get("font-size"), USUAL, screen);
            if (px.isPresent()) {
                return Math.max(1, Math.min(LARGEST, px.getAsDouble()));
            }
        }
        return USUAL;
    }

    /** In one line, px. */
    double width(String text, Element element) {
        return text.length() * font(element) * LETTER;
    }

    /** Of a text in a box so wide, px; of one line where the width is not known. */
    double height(String text, double room, Element element) {
        double lines = Math.max(1, Math.ceil(width(text, element) / Math.max(NARROWEST, room)));
        return (Double.isFinite(lines) ? lines : 1) * lineHeight(element);
    }

    /** px; inherited. */
    double lineHeight(Element element) {
        double font = font(element);
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
}
