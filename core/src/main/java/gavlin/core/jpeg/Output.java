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

    void octets(byte[] others) {
        bytes = Arrays.copyOf(bytes, Math.max(bytes.length, size + others.length));
        System.arraycopy(others, 0, bytes, size, others.length);
        size += others.length;
    }

    void pair(int value) {
        octet(value >> 8);
        octet(value);
    }

    void marker(int code) {
        octet(0xff);
        octet(code);
    }

    /** @param count 0..32 */
    void bits(long value, int count) {
        pending = pending << count | value & (1L << count) - 1;
        pendingBits += count;
        if (pendingBits >= 32) {
            pendingBits -= 32;
            four((int) (pending >>> pendingBits));
        }
    }

    private void four(int whole) {
        if (size + 8 > bytes.length) {
            bytes = Arrays.copyOf(bytes, 2 * bytes.length);
        }
        for (int shift = 24; shift >= 0; shift -= 8) {
            stuffed(whole >>> shift);
        }
    }

    private void stuffed(int octet) {
        bytes[size++] = (byte) octet;
        if ((byte) octet == -1) {
            bytes[size++] = 0;
        }
    }

    /** Fills the last byte with ones. */
    void endBits() {
        int missing = (4 * 8 - pendingBits) % 8;
        int left = pendingBits + missing;
        pending = pending << missing | 0x7f & (1 << missing) - 1;
        pendingBits = 0;
        bytes = Arrays.copyOf(bytes, Math.max(bytes.length, size + left));
        for (int shift = left - 8; shift >= 0; shift -= 8) {
            stuffed((int) (pending >>> shift));
        }
    }

    byte[] toBytes() {
        return Arrays.copyOf(bytes, size);
    }
}
