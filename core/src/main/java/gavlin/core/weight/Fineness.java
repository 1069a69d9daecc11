package gavlin.core.weight;

/**
 * A scale of 0..1 from the coarsest file that an encoder makes to the finest, on which equal steps change a file's size by
 * nearly equal factors: the step of the quantiser on a logarithmic scale. The encoders' own quality scales bend it.
 */
final class Fineness {
    /** Qualities 42 and 76, between which most files of photographs under a limit lie. */
    static final double[] JPEG_FIRST = {0.44, 0.545};
    /** Quality 95: finer files are made only where damage is seen at this one. */
    static final double JPEG_AMPLE = 0.73;

    static final double[] WEBP_FIRST = {0.65, 0.8};
    /** Quality 95. */
    static final double WEBP_AMPLE = 0.965;

    /** Where most files of photographs under a limit lie. */
    static final double[] AVIF_FIRST = {0.5, 0.7};
    /** Beyond it finer files are made only where damage is seen at it. */
    static final double AVIF_AMPLE = 0.9;
    /** Steps that AVIF's encoder knows: libaom's quantizers 0..63, whose steps grow by nearly equal factors. */
    static final int AVIF_STEPS = 63;

    /** Scale of the quantiser's tables at JPEG quality 1. */
    private static final double JPEG_COARSEST = 50;
    /** At quality 99.5: no table has a step above 1 any more. */
    private static final double JPEG_FINEST = 0.01;

    private Fineness() {}

    /**
     * libjpeg's quality, which scales the example tables of ITU-T T.81 Annex K by 50/q below 50 and by 2 − q/50 above
     * (jcparam.c, jpeg_quality_scaling; from memory, checked by the round qualities in the test).
     */
    static double jpegQuality(double fineness) {
        double scale = JPEG_COARSEST * Math.pow(JPEG_FINEST / JPEG_COARSEST, fineness);
        return scale >= 1 ? 50 / scale : 100 - 50 * scale;
    }

    static double ofJpegQuality(double quality) {
        double scale = quality < 50 ? 50 / quality : (100 - quality) / 50;
        return Math.log(Math.max(JPEG_FINEST, scale) / JPEG_COARSEST) / Math.log(JPEG_FINEST / JPEG_COARSEST);
    }

    /** In whole numbers of 0..100, each of which is another step of the encoder. */
    static int avifQuality(double fineness) {
        return (int) Math.rint(Math.rint(fineness * AVIF_STEPS) * 100 / AVIF_STEPS);
    }

    static double ofWebpQuality(double quality) {
        return Math.cbrt(quality < 75 ? quality / 150 : quality / 50 - 1);
    }

    /**
     * libwebp's quality, whose quantiser follows the cube root of q·⅔ below 75 and of 2q − 1 above (quant_enc.c,
     * QualityToCompression; from memory).
     */
    static double webpQuality(double fineness) {
        double linear = fineness * fineness * fineness;
        return linear < 0.5 ? linear * 150 : (linear + 1) * 50;
    }

    /** Where an AVIF is about as heavy as a JPEG with halved colour: measured on photographs, skies and grain, most of which are within two steps. */
    static double avifOfJpeg(double fineness) {
        return (fineness - 0.11) / 0.645;
    }

    /**
     * Where a WebP is about as heavy as a JPEG with halved colour: the logarithms of their quantisers' steps are in proportion, as measured on
     * photographs. libwebp's steps rise by ones from 4 to 58, then by twos (quant_enc.c, kAcTable; from memory).
     */
    static double webpOfJpeg(double fineness) {
        double step = Math.exp((1.051 - fineness) / 0.17);
        double index = step <= 58 ? step - 4 : 54 + (step - 58) / 2;
        return 1 - index / 127;
    }
}
