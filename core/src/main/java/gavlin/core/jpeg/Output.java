package gavlin.core.jpeg;

import java.util.Arrays;

/** A file's bytes as they grow: whole ones, and bits, which are stuffed as T.81 F.1.2.3 asks for. */
final class Output {
    private byte[] bytes = new byte[1 << 14];
    private int size;
    private long pending;
    private int pendingBits;

    void octet(int value) {
        if (size == bytes.length) {
            bytes = Arrays.copyOf(bytes, 2 * size);
        }
        bytes[size++] = (byte) value;
    }

    void pair(int value) {
        octet(value >> 8);
        octet(value);
    }

    void marker(int code) {
        octet(0xff);
        octet(code);
    }

    /** @param count 0..16 */
    void bits(int value, int count) {
        pending = pending << count | value & (1L << count) - 1;
        pendingBits += count;
        while (pendingBits >= 8) {
            pendingBits -= 8;
            int whole = (int) (pending >> pendingBits) & 0xff;
            octet(whole);
            if (whole == 0xff) {
                octet(0);
            }
        }
    }

    /** Fills the last byte with ones. */
    void endBits() {
        bits(0x7f, (8 - pendingBits) % 8);
    }

    byte[] toBytes() {
        return Arrays.copyOf(bytes, size);
    }
}
