package gavlin.core.fit;

import gavlin.core.brief.Brief;
import gavlin.core.brief.Showing;
import gavlin.core.brief.Slot;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InShowing;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.IntToDoubleFunction;

/** Whether a rendition that was made for one slot serves in another that it stands in for. */
public final class Suitability {
    /** With less of its box filled, a mark looks lost; with more cut, a picture looks wrong: common practice, no source. */
    private static final double LEAST_FILLED = 0.5;

    private static final double MOST_CUT = 0.1;
    /** With more of its edge below 3:1, a mark is hard to make out on its ground. */
    private static final double MOST_HIDDEN = 0.1;

    private Suitability() {}

    /**
     * What speaks against it, one sentence each; empty when it suits.
     *
     * @param file the rendition's size, px
     * @param hasClearPixels whether any of its pixels is not fully opaque
     * @param hiddenShare for a ground 0xRRGGBB, the share of the rendition's edge that does not stand out from it, 0..1
     */
    public static List<String> against(Slot place, Size file, boolean hasClearPixels, IntToDoubleFunction hiddenShare) {
        List<String> against = new ArrayList<>();
        if (place.brief().transparency() == Brief.Transparency.REQUIRED && !hasClearPixels) {
            against.add("Nothing in it is transparent: it would stand in a box of its own colour.");
        }
        for (Showing showing : place.showings()) {
            showing.looks(file).stream()
                    .map(look -> against(look, file, hiddenShare))
                    .filter(says -> !says.isEmpty())
                    .findFirst()
                    .ifPresent(says -> against.add(showing.name() + ": " + says));
        }
        return against;
    }

    private static String against(Showing showing, Size file, IntToDoubleFunction hiddenShare) {
        Box<InShowing> placed = showing.objectFit().place(file, showing.box());
        double scale = placed.width() / file.width();
        for (int ground : showing.grounds()) {
            double hidden = hiddenShare.applyAsDouble(ground);
            if (hidden > MOST_HIDDEN) {
                return format("%.0f %% of its edge has less than 3:1 on #%06X.", hidden * 100, ground);
            }
        }
        if (Enlargement.onPage(scale) != Enlargement.NONE) {
            return format("it would be enlarged %.1f times.", scale);
        }
        double filled = placed.area() / showing.box().area();
        if (showing.objectFit().rule() == Rule.CONTAIN && filled < LEAST_FILLED) {
            return format("it would fill only %.0f %% of the box.", filled * 100);
        }
        double cut = 1 - showing.box().area() / placed.area();
        if (showing.objectFit().rule() == Rule.COVER && cut > MOST_CUT) {
            return format("%.0f %% of it would be cut off.", cut * 100);
        }
        return "";
    }

    private static String format(String pattern, Object... values) {
        return String.format(Locale.ROOT, pattern, values);
    }
}
