package gavlin.core.colour;

/** Relative luminance and contrast ratio, as WCAG 2.2 defines them. Colours are 0xRRGGBB, coded sRGB. */
public final class Contrast {
    /** Least ratio for text (WCAG 2.2, §1.4.3). */
    public static final double TEXT = 4.5;

    /** Least ratio for large text (§1.4.3) and for graphics (§1.4.11). */
    public static final double LARGE_TEXT = 3;

    /** Of graphics, against what they stand beside (§1.4.11). */
    public static final double GRAPHICS = 3;

    private Contrast() {}

    /** 0 black to 1 white: the linear channels by the weights of the sRGB primaries. */
    public static double luminance(int rgb) {
        float[] linear = Srgb.linear8();
        return 0.2126 * linear[rgb >> 16 & 0xff] + 0.7152 * linear[rgb >> 8 & 0xff] + 0.0722 * linear[rgb & 0xff];
    }

    /** 1 for equal luminance to 21 for black on white, whichever comes first. */
    public static double ratio(int rgb, int other) {
        return ratioOf(luminance(rgb), luminance(other));
    }

    /** The same of two luminances. */
    public static double ratioOf(double a, double b) {
        return (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05);
    }
}
