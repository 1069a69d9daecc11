package gavlin.core.code;

import gavlin.core.brief.Showing;
import gavlin.core.geometry.Position;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Size;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;

/**
 * An image of a page, as its author writes it.
 *
 * @param html an {@code img} element (HTML Living Standard, "images")
 * @param css its style, for boxes of other proportions than the file's (CSS Images Module 3, §5.5 and §5.6)
 */
public record ImageCode(String html, String css) {
    /** One of the files that hold the same picture. */
    public record Source(String name, Size size) {}

    /**
     * @param sources the smallest first; one at least
     * @param showings that exist now
     * @param description for those who can't see it; empty for a picture that only decorates
     */
    public static ImageCode of(List<Source> sources, List<Showing> showings, String description, Position position) {
        Source first = sources.get(0);
        StringBuilder html = new StringBuilder("<img src=\"" + escaped(first.name) + "\"");
        if (sources.size() > 1) {
            html.append("\n     srcset=\"")
                    .append(sources.stream()
                            .map(s -> escaped(s.name) + " " + s.size.width() + "w")
                            .collect(Collectors.joining(",\n             ")))
                    .append('"');
            html.append("\n     sizes=\"")
                    .append(Sizes.of(showings, first.size))
                    .append('"');
        }
        html.append("\n     width=\"").append(first.size.width()).append("\" height=\"");
        html.append(first.size.height()).append("\"");
        html.append("\n     alt=\"").append(escaped(description)).append("\">");
        return new ImageCode(html.toString(), css(showings, position));
    }

    private static String css(List<Showing> showings, Position position) {
        boolean contained = !showings.isEmpty()
                && showings.stream().allMatch(s -> s.objectFit().rule() == Rule.CONTAIN);
        return "object-fit: " + (contained ? "contain" : "cover") + ";\nobject-position: " + says(position) + ";";
    }

    /** Such as {@code 50% 38%}. */
    public static String says(Position position) {
        return String.format(Locale.ROOT, "%.0f%% %.0f%%", position.x() * 100, position.y() * 100);
    }

    private static String escaped(String text) {
        return text.replace("&", "&amp;")
                .replace("\"", "&quot;")
                .replace("<", "&lt;")
                .replace(">", "&gt;");
    }
}
