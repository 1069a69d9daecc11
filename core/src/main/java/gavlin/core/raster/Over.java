package gavlin.core.raster;

/** Colour laid over pixels as a browser does: {@code source-over} in coded sRGB (W3C Compositing and Blending Level 1, §5.1). */
public final class Over {
    private Over() {}

    /**
     * Over one pixel of straight samples.
     *
     * @param at its first sample @param channels 3, or 4 with alpha, which becomes as opaque as what is laid on it @param rgb 0xRRGGBB @param alpha 0..1
     */
    public static void lay(byte[] samples, int at, int channels, int rgb, double alpha) {
        double over = alpha;
        double under = 1 - alpha;
        if (channels == 4) {
            double below = (samples[at + 3] & 0xff) / 255.0;
            double all = over + below * under;
            if (all == 0) {
                return;
            }
            over /= all;
            under = 1 - over;
            samples[at + 3] = (byte) Math.round(all * 255);
        }
        samples[at] = (byte) mix(samples[at] & 0xff, rgb >> 16 & 0xff, over, under);
        samples[at + 1] = (byte) mix(samples[at + 1] & 0xff, rgb >> 8 & 0xff, over, under);
        samples[at + 2] = (byte) mix(samples[at + 2] & 0xff, rgb & 0xff, over, under);
    }

    /** An opaque colour under so much of another, 0xRRGGBB. @param alpha 0..1 */
    public static int lay(int below, int rgb, double alpha) {
        double under = 1 - alpha;
        return mix(below >> 16 & 0xff, rgb >> 16 & 0xff, alpha, under) << 16
                | mix(below >> 8 & 0xff, rgb >> 8 & 0xff, alpha, under) << 8
                | mix(below & 0xff, rgb & 0xff, alpha, under);
    }

    private static int mix(int sample, int ink, double over, double under) {
        return (int) (sample * under + ink * over + 0.5);
    }
}
