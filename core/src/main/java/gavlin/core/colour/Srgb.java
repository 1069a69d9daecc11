package gavlin.core.colour;

/**
 * The transfer curve of sRGB, IEC 61966-2-1: code values to linear light and back. Tables are exact: every 8-bit code
 * comes back as itself, and the way back rounds at the midpoints between two codes in the coded domain.
 */
public final class Srgb {
    private static final float[] LINEAR_8 = linearTable(256);
    private static final float[] LINEAR_16 = linearTable(65_536);
    /** Linear value at which code {@code i} gives way to {@code i + 1}; the last is never reached. */
    private static final float[] UPPER_EDGE = upperEdges();

    private static final int GUESS_STEPS = 1024;
    /** Code at the square root of a linear value, which spreads the dark codes evenly: never off by more than one. */
    private static final byte[] GUESS = guesses();

    private Srgb() {}

    /** Linear light 0..1 of a coded value 0..1. */
    public static double decode(double coded) {
        return coded <= 0.04045 ? coded / 12.92 : Math.pow((coded + 0.055) / 1.055, 2.4);
    }

    /** Coded value 0..1 of linear light 0..1. */
    public static double encode(double linear) {
        return linear <= 0.0031308 ? linear * 12.92 : 1.055 * Math.pow(linear, 1 / 2.4) - 0.055;
    }

    /** Linear light of each 8-bit code. A fresh copy would cost; callers only read. */
    public static float[] linear8() {
        return LINEAR_8;
    }

    /** Linear light of each 16-bit code; callers only read. */
    public static float[] linear16() {
        return LINEAR_16;
    }

    /** The nearest 8-bit code, 0..255; values beyond 0..1 are clamped. */
    public static int code8(float linear) {
        if (!(linear > 0)) {
            return 0;
        }
        if (linear >= 1) {
            return 255;
        }
        int code = GUESS[(int) ((float) Math.sqrt(linear) * GUESS_STEPS)] & 0xff;
        while (linear >= UPPER_EDGE[code]) {
            code++;
        }
        while (code > 0 && linear < UPPER_EDGE[code - 1]) {
            code--;
        }
        return code;
    }

    private static float[] linearTable(int codes) {
        float[] table = new float[codes];
        for (int i = 0; i < codes; i++) {
            table[i] = (float) decode(i / (double) (codes - 1));
        }
        return table;
    }

    private static float[] upperEdges() {
        float[] edges = new float[256];
        for (int i = 0; i < 255; i++) {
            edges[i] = (float) decode((i + 0.5) / 255);
        }
        edges[255] = Float.MAX_VALUE;
        return edges;
    }

    private static byte[] guesses() {
        byte[] codes = new byte[GUESS_STEPS + 1];
        for (int i = 0; i <= GUESS_STEPS; i++) {
            double root = i / (double) GUESS_STEPS;
            codes[i] = (byte) Math.round(encode(root * root) * 255);
        }
        return codes;
    }
}
