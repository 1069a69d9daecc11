package gavlin.core.testcard;

import gavlin.core.raster.Pixels;

/**
 * The six colours that a card's cells have: the corners of the colour cube that are neither black nor white. Which of them a pixel has is
 * told by the channels above the middle between its largest and its smallest, so that veils, shadows and JPEG hardly change it.
 */
final class Hue {
    static final int COUNT = 6;
    /** Of a pixel that has none: grey, pale, or nearly so. */
    static final byte NONE = -1;

    /** A cell's channels, 0..255. */
    private static final int HIGH = 0xe0;

    private static final int LOW = 0x20;
    /** Numbers and ticks are printed this much darker in their cell's own hue: they can be read and do not disturb. */
    private static final int PRINT_NUMERATOR = 5;

    private static final int PRINT_DENOMINATOR = 8;
    /** What the largest and the smallest channel of a pixel differ by that has a hue: a quarter of what they do in a cell, so that half a veil leaves it. */
    private static final int SPREAD = (HIGH - LOW) / 4;

    private Hue() {}

    /** @param channel 0 for red, 1 for green, 2 for blue */
    static int code(int hue, int channel) {
        return ((hue + 1) >> channel & 1) == 1 ? HIGH : LOW;
    }

    static int printedCode(int hue, int channel) {
        return code(hue, channel) * PRINT_NUMERATOR / PRINT_DENOMINATOR;
    }

    /** For each pixel, row by row, its hue or {@link #NONE}. One pass; a byte a pixel. */
    static byte[] of(Pixels pixels) {
        byte[] samples = pixels.samples();
        int channels = pixels.channels();
        byte[] hues = new byte[(int) pixels.size().pixels()];
        for (int i = 0, at = 0; i < hues.length; i++, at += channels) {
            int r = samples[at] & 0xff;
            int g = samples[at + 1] & 0xff;
            int b = samples[at + 2] & 0xff;
            int most = Math.max(r, Math.max(g, b));
            int least = Math.min(r, Math.min(g, b));
            int twiceMiddle = most + least;
            hues[i] = most - least < SPREAD
                    ? NONE
                    : (byte) ((2 * r > twiceMiddle ? 1 : 0)
                            + (2 * g > twiceMiddle ? 2 : 0)
                            + (2 * b > twiceMiddle ? 4 : 0)
                            - 1);
        }
        return hues;
    }
}
