package gavlin.core.jpeg;

import java.util.Arrays;

/** Single bits in a row, waiting for the symbol that they follow. */
final class BitList {
    private static final int AT_ONCE = 16;

    private byte[] bits = new byte[256];
    private int size;

    void add(int bit) {
        if (size == bits.length) {
            bits = Arrays.copyOf(bits, 2 * size);
        }
        bits[size++] = (byte) bit;
    }

    boolean isEmpty() {
        return size == 0;
    }

    void moveTo(BitList other) {
        for (int i = 0; i < size; i++) {
            other.add(bits[i]);
        }
        size = 0;
    }

    void moveTo(Tokens tokens) {
        for (int i = 0; i < size; i += AT_ONCE) {
            int count = Math.min(AT_ONCE, size - i);
            int value = 0;
            for (int k = 0; k < count; k++) {
                value = value << 1 | bits[i + k];
            }
            tokens.bits(count, value);
        }
        size = 0;
    }
}
