package gavlin.core.brief;

import gavlin.core.geometry.Ratio;
import gavlin.core.geometry.Size;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a statement says about a size, as far as it can be read: {@code 260×278}, {@code 4:1}, {@code at least 1600 wide}. Each
 * side is a range of px, from 1 to {@value #ANY} when nothing is said of it.
 *
 * @param ratio null when none is stated
 */
public record StatedSize(int leastWidth, int mostWidth, int leastHeight, int mostHeight, Ratio ratio) {
    private static final int ANY = Size.MAX;
    private static final String NUMBER = "(\\d{1,5})";
    private static final Pattern BOTH = Pattern.compile("(?i)" + NUMBER + "\\s*(?:px)?\\s*[×x*]\\s*" + NUMBER);
    private static final Pattern RATIO = Pattern.compile("(?<![\\d:])" + NUMBER + "\\s*:\\s*" + NUMBER + "(?![\\d:])");
    private static final String BOUND = "(?i)(at least|min(?:imum)?\\.?|at most|max(?:imum)?\\.?|up to)?\\s*";
    private static final Pattern WIDTH = Pattern.compile(BOUND + NUMBER + "\\s*(?:px|pixels)?\\s*(?:wide|in width)");
    private static final Pattern HEIGHT =
            Pattern.compile(BOUND + NUMBER + "\\s*(?:px|pixels)?\\s*(?:high|tall|in height)");

    /** Empty when the words hold no size. */
    public static Optional<StatedSize> of(String says) {
        Matcher both = BOTH.matcher(says);
        if (both.find() && inRange(both.group(1)) && inRange(both.group(2))) {
            return Optional.of(of(new Size(Integer.parseInt(both.group(1)), Integer.parseInt(both.group(2)))));
        }
        int[] width = range(WIDTH.matcher(says));
        int[] height = range(HEIGHT.matcher(says));
        Matcher proportion = RATIO.matcher(says);
        Ratio ratio = proportion.find() && inRange(proportion.group(1)) && inRange(proportion.group(2))
                ? new Ratio(Integer.parseInt(proportion.group(1)), Integer.parseInt(proportion.group(2)))
                : null;
        StatedSize stated = new StatedSize(width[0], width[1], height[0], height[1], ratio);
        return stated.equals(new StatedSize(1, ANY, 1, ANY, null)) ? Optional.empty() : Optional.of(stated);
    }

    public static StatedSize of(Size size) {
        return new StatedSize(size.width(), size.width(), size.height(), size.height(), null);
    }

    /** The exact size, when that is what is stated. */
    public Optional<Size> size() {
        return leastWidth == mostWidth && leastHeight == mostHeight
                ? Optional.of(new Size(leastWidth, leastHeight))
                : Optional.empty();
    }

    /** Whether some size satisfies both. A ratio allows for half a pixel of rounding on each side. */
    public boolean agreesWith(StatedSize other) {
        boolean widths = leastWidth <= other.mostWidth && other.leastWidth <= mostWidth;
        boolean heights = leastHeight <= other.mostHeight && other.leastHeight <= mostHeight;
        return widths && heights && allows(other) && other.allows(this);
    }

    private boolean allows(StatedSize other) {
        if (ratio == null) {
            return true;
        }
        if (other.ratio != null) {
            return ratio.equals(other.ratio);
        }
        return other.size()
                .map(s -> ratio.proportion() >= (s.width() - 0.5) / (s.height() + 0.5)
                        && ratio.proportion() <= (s.width() + 0.5) / (s.height() - 0.5))
                .orElse(true);
    }

    private static int[] range(Matcher found) {
        if (!found.find() || !inRange(found.group(2))) {
            return new int[] {1, ANY};
        }
        int value = Integer.parseInt(found.group(2));
        String bound = found.group(1) == null ? "" : found.group(1).toLowerCase(java.util.Locale.ROOT);
        if (bound.startsWith("at least") || bound.startsWith("min")) {
            return new int[] {value, ANY};
        }
        return bound.isEmpty() ? new int[] {value, value} : new int[] {1, value};
    }

    private static boolean inRange(String digits) {
        int value = Integer.parseInt(digits);
        return value >= 1 && value <= ANY;
    }
}
