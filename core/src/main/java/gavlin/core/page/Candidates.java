package gavlin.core.page;

import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jsoup.nodes.Element;

/** The files that a page offers for one place: {@code srcset} with {@code sizes}, {@code picture} and {@code image-set} (HTML, §4.8.4). */
final class Candidates {
    private static final Pattern DENSITY = Pattern.compile("(?<![\\w.])([1-4](?:\\.\\d+)?)x\\b");
    private static final Pattern WIDTH = Pattern.compile("\\s(\\d{1,5})w\\b");
    /** So much of a density's width a file must have to be meant for it. */
    private static final double NEARLY = 0.9;

    private static final int MOST = 4;

    private Candidates() {}

    /** The highest density that is offered, 1 to 4, for a box that is at most so wide. */
    static int density(Element element, Map<String, String> style, double widest) {
        String offered = element.attr("srcset") + " " + element.attr("data-srcset");
        if (element.parent() != null && element.parent().normalName().equals("picture")) {
            offered += element.parent().select("source[srcset]").stream()
                    .map(source -> " " + source.attr("srcset"))
                    .collect(Collectors.joining());
        }
        String sets = style.getOrDefault("background-image", style.getOrDefault("background", ""));
        if (sets.contains("image-set(")) {
            offered += " " + sets;
        }
        double density = 1;
        for (Matcher x = DENSITY.matcher(offered); x.find(); ) {
            density = Math.max(density, Double.parseDouble(x.group(1)));
        }
        for (Matcher w = WIDTH.matcher(offered); w.find(); ) {
            density = Math.max(density, Double.parseDouble(w.group(1)) / widest / NEARLY);
        }
        return (int) Math.max(1, Math.min(MOST, Math.floor(density)));
    }
}
