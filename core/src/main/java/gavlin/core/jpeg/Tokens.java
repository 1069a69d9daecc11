package gavlin.core.jpeg;

import java.util.Arrays;

/** What a scan says, before its codes are known: symbols, each with some bits behind it, and bits alone. */
final class Tokens {
    private static final int HAS_SYMBOL = 1 << 8;
    private static final int COUNT_AT = 9;
    private static final int EXTRA_AT = 14;

    private final int[] counts = new int[HuffmanCode.SYMBOLS];
    private int[] tokens = new int[1 << 12];
    private int size;
    private long extraBits;

    /** @param extra its lowest bits follow the symbol; {@code bits} 0..16 */
    void symbol(int symbol, int bits, int extra) {
        counts[symbol]++;
        add(symbol | HAS_SYMBOL, bits, extra);
    }

    void bits(int bits, int extra) {
        add(0, bits, extra);
    }

    private void add(int token, int bits, int extra) {
        if (size == tokens.length) {
            tokens = Arrays.copyOf(tokens, 2 * size);
        }
        extraBits += bits;
        tokens[size++] = token | bits << COUNT_AT | (extra & (1 << bits) - 1) << EXTRA_AT;
    }

    int[] counts() {
        return counts;
    }

    /** Bits that the scan takes with a code, its table not counted. */
    long bits(HuffmanCode code) {
        long bits = extraBits;
        for (int symbol = 0; symbol < counts.length; symbol++) {
            bits += (long) counts[symbol] * code.length(symbol);
        }
        return bits;
    }

    void write(HuffmanCode code, Output out) {
        for (int i = 0; i < size; i++) {
            writeOne(i, code, out);
        }
    }

    void writeOne(int i, HuffmanCode code, Output out) {
        int token = tokens[i];
        int bits = token >> COUNT_AT & 0x1f;
        long extra = token >>> EXTRA_AT;
        if ((token & HAS_SYMBOL) != 0) {
            int symbol = token & 0xff;
            extra |= (long) code.code(symbol) << bits;
            bits += code.length(symbol);
        }
        out.bits(extra, bits);
    }
}
