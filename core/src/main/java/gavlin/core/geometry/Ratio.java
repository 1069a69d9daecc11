package gavlin.core.geometry;

import gavlin.core.BadInput;
import gavlin.core.Require;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A proportion in lowest terms, such as 4:1. */
public record Ratio(int across, int down) {
    private static final Pattern NOTATION = Pattern.compile("(\\d{1,5}):(\\d{1,5})");

    public Ratio {
        Require.range("ratio", across, 1, Size.MAX, "");
        Require.range("ratio", down, 1, Size.MAX, "");
        int divisor = greatestCommonDivisor(across, down);
        across /= divisor;
        down /= divisor;
    }

    public static Ratio parse(String text) {
        Matcher parts = NOTATION.matcher(text);
        if (!parts.matches()) {
            throw new BadInput("ratio", "expected a ratio such as 4:1, received " + text);
        }
        return new Ratio(Integer.parseInt(parts.group(1)), Integer.parseInt(parts.group(2)));
    }

    /** Width over height. */
    public double proportion() {
        return (double) across / down;
    }

    /**
     * The largest whole size of exactly this ratio inside {@code picture}: 4:1 from 3000×2000 is 3000×750.
     *
     * @param maxWidth no wider than this, px
     * @throws BadInput when not even one unit of the ratio goes into the picture
     */
    public Size largestInside(Size picture, int maxWidth) {
        int units = Math.min(Math.min(picture.width(), maxWidth) / across, picture.height() / down);
        if (units == 0) {
            throw new BadInput(
                    "ratio", "a picture of " + picture.label() + " px is too small for a size of ratio " + this);
        }
        return new Size(units * across, units * down);
    }

    private static int greatestCommonDivisor(int a, int b) {
        return b == 0 ? a : greatestCommonDivisor(b, a % b);
    }

    @Override
    public String toString() {
        return across + ":" + down;
    }
}
