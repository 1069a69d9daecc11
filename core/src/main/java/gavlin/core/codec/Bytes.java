package gavlin.core.codec;

import java.nio.charset.StandardCharsets;

/** Bounded reads from a file's bytes: never beyond the end, whatever a length field says. */
final class Bytes {
    private final byte[] all;

    Bytes(byte[] all) {
        this.all = all;
    }

    int length() {
        return all.length;
    }

    byte[] array() {
        return all;
    }

    int u8(long at) {
        require(at, 1);
        return all[(int) at] & 0xff;
    }

    int u16(long at) {
        return u8(at) << 8 | u8(at + 1);
    }

    int u16le(long at) {
        return u8(at + 1) << 8 | u8(at);
    }

    int u24le(long at) {
        return u16le(at) | u8(at + 2) << 16;
    }

    long u32(long at) {
        return (long) u16(at) << 16 | u16(at + 2);
    }

    long u32le(long at) {
        return (long) u16le(at + 2) << 16 | u16le(at);
    }

    /** Whether these Latin-1 characters stand at {@code at}; false beyond the end. */
    boolean says(long at, String text) {
        if (at < 0 || at + text.length() > all.length) {
            return false;
        }
        for (int i = 0; i < text.length(); i++) {
            if ((all[(int) at + i] & 0xff) != text.charAt(i)) {
                return false;
            }
        }
        return true;
    }

    String latin(long at, int length) {
        require(at, length);
        return new String(all, (int) at, length, StandardCharsets.ISO_8859_1);
    }

    long i32le(long at) {
        return (int) u32le(at);
    }

    byte[] copy(long at, long length) {
        require(at, length);
        return java.util.Arrays.copyOfRange(all, (int) at, (int) (at + length));
    }

    void require(long at, long length) {
        if (at < 0 || length < 0 || at + length > all.length) {
            throw PictureRefused.corrupt("it ends after " + all.length + " bytes, in the middle of a part");
        }
    }
}
