package gavlin.core.colour;

import java.util.function.DoubleUnaryOperator;

/**
 * A transfer curve as tables: code values to linear light and back. Every 8-bit code comes back as itself, and the way
 * back rounds at the midpoints between two codes in the coded domain.
 */
public final class Curve {
    /** Bits of a float that are left out to find its cell: 2048 cells for each doubling, each with one edge at most. */
    private static final int CELL_SHIFT = 12;
    /** 2⁻²⁴: anything darker is code 0. */
    private static final float LEAST = 0x1p-24f;

    private static final int FIRST_CELL = Float.floatToRawIntBits(LEAST) >>> CELL_SHIFT;
    private static final int CELLS = (Float.floatToRawIntBits(1f) >>> CELL_SHIFT) - FIRST_CELL;

    private final DoubleUnaryOperator decode;
    private final float[] linear8;
    /** Linear value at which code {@code i} gives way to {@code i + 1}; the last is never reached. */
    private final float[] upperEdge = new float[256];
    /** Code of the least value in each cell: a place to start from. */
    private final byte[] guess = new byte[CELLS];

    private volatile float[] linear16;

    /** @param decode linear light 0..1 of a coded value 0..1; must rise, from 0 to 1 */
    public Curve(DoubleUnaryOperator decode) {
        this.decode = decode;
        this.linear8 = table(256);
        for (int i = 0; i < 255; i++) {
            upperEdge[i] = (float) decode.applyAsDouble((i + 0.5) / 255);
        }
        upperEdge[255] = Float.MAX_VALUE;
        for (int cell = 0, code = 0; cell < CELLS; cell++) {
            float value = Float.intBitsToFloat(cell + FIRST_CELL << CELL_SHIFT);
            while (value >= upperEdge[code]) {
                code++;
            }
            guess[cell] = (byte) code;
        }
    }

    /** Linear light of each 8-bit code. A fresh copy would cost; callers only read. */
    public float[] linear8() {
        return linear8;
    }

    /** Linear light of each 16-bit code, made when first asked for; callers only read. */
    public float[] linear16() {
        if (linear16 == null) {
            linear16 = table(65_536);
        }
        return linear16;
    }

    /** The nearest 8-bit code, 0..255; values beyond 0..1 are clamped. */
    public int code8(float linear) {
        if (!(linear >= LEAST)) {
            return 0;
        }
        if (linear >= 1) {
            return 255;
        }
        int code = guess[(Float.floatToRawIntBits(linear) >>> CELL_SHIFT) - FIRST_CELL] & 0xff;
        while (linear >= upperEdge[code]) {
            code++;
        }
        return code;
    }

    /** The nearest 16-bit code, 0..65535; values beyond 0..1 are clamped. */
    public int code16(float linear) {
        float[] table = linear16();
        int low = 0;
        int high = table.length - 1;
        while (high - low > 1) {
            int middle = low + high >>> 1;
            if (table[middle] <= linear) {
                low = middle;
            } else {
                high = middle;
            }
        }
        return linear - table[low] < table[high] - linear ? low : high;
    }

    private float[] table(int codes) {
        float[] table = new float[codes];
        for (int i = 0; i < codes; i++) {
            table[i] = (float) decode.applyAsDouble(i / (double) (codes - 1));
        }
        return table;
    }
}
