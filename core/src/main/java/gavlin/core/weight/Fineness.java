package gavlin.core.weight;

/**
 * A scale of 0..1 from the coarsest file worth making to the finest, on which equal steps change a file's size by nearly
 * equal factors: the step of the quantiser on a logarithmic scale. The encoders' own quality scales bend it.
 */
final class Fineness {
    /** Qualities 42 and 76, between which most files of photographs under a limit lie. */
    static final double[] JPEG_FIRST = {0.37, 0.6};

    static final double[] WEBP_FIRST = {0.6, 0.8};

    /** Scale of the quantiser's tables at JPEG qualities 10 and 95. */
    private static final double JPEG_COARSEST = 5;

    private static final double JPEG_FINEST = 0.1;
    /** What libwebp makes of its qualities 1 and 95, see below. */
    private static final double WEBP_COARSEST = Math.cbrt(1 / 150.0);

    private static final double WEBP_FINEST = Math.cbrt(0.9);

    private Fineness() {}

    /**
     * libjpeg's quality, which scales the example tables of ITU-T T.81 Annex K by 50/q below 50 and by 2 − q/50 above
     * (jcparam.c, jpeg_quality_scaling; from memory, checked by the round qualities in the test).
     */
    static double jpegQuality(double fineness) {
        double scale = JPEG_COARSEST * Math.pow(JPEG_FINEST / JPEG_COARSEST, fineness);
        return scale >= 1 ? 50 / scale : 100 - 50 * scale;
    }

    /**
     * libwebp's quality, whose quantiser follows the cube root of q·⅔ below 75 and of 2q − 1 above (quant_enc.c,
     * QualityToCompression; from memory).
     */
    static double webpQuality(double fineness) {
        double root = WEBP_COARSEST + (WEBP_FINEST - WEBP_COARSEST) * fineness;
        double linear = root * root * root;
        return linear < 0.5 ? linear * 150 : (linear + 1) * 50;
    }
}
