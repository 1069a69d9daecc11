package gavlin.core.jpeg;

/**
 * The steps to which one kind of a component's cosines are rounded, in the file's order: the example tables of T.81 Annex K (K.1
 * for brightness, K.2 for colour), scaled as libjpeg's quality is (jcparam.c: by 50/q below 50, by 2 − q/50 above; from memory).
 *
 * @param wanted as the scale says
 * @param written whole numbers of 8 bits, as near as they can be
 */
record Steps(double[] wanted, int[] written) {
    private static final int MOST = 255;

    private static final int[] BRIGHTNESS = {
        16, 11, 10, 16, 24, 40, 51, 61, //
        12, 12, 14, 19, 26, 58, 60, 55, //
        14, 13, 16, 24, 40, 57, 69, 56, //
        14, 17, 22, 29, 51, 87, 80, 62, //
        18, 22, 37, 56, 68, 109, 103, 77, //
        24, 35, 55, 64, 81, 104, 113, 92, //
        49, 64, 78, 87, 103, 121, 120, 101, //
        72, 92, 95, 98, 112, 100, 103, 99
    };
    private static final int[] COLOUR = {
        17, 18, 24, 47, 99, 99, 99, 99, //
        18, 21, 26, 66, 99, 99, 99, 99, //
        24, 26, 56, 99, 99, 99, 99, 99, //
        47, 66, 99, 99, 99, 99, 99, 99, //
        99, 99, 99, 99, 99, 99, 99, 99, //
        99, 99, 99, 99, 99, 99, 99, 99, //
        99, 99, 99, 99, 99, 99, 99, 99, //
        99, 99, 99, 99, 99, 99, 99, 99
    };
    /** Grounds are given finer steps than in the examples: what the eye sees first of a coarse file is steps in a sky. By trial. */
    private static final double GROUND = 0.85;

    /** The examples are older than screens that show colour as finely as brightness. By trial as well. */
    private static final double COLOURS = 0.7;

    /** @param quality 1..100 */
    static Steps of(boolean brightness, double quality) {
        double scale = quality < 50 ? 50 / quality : 2 - quality / 50;
        int[] example = brightness ? BRIGHTNESS : COLOUR;
        double[] wanted = new double[Cosines.BLOCK];
        int[] written = new int[Cosines.BLOCK];
        for (int k = 0; k < written.length; k++) {
            wanted[k] = example[Cosines.ZIGZAG[k]] * scale * (brightness ? 1 : COLOURS) * (k == 0 ? GROUND : 1);
            written[k] = (int) Math.max(1, Math.min(MOST, Math.round(wanted[k])));
        }
        return new Steps(wanted, written);
    }
}
