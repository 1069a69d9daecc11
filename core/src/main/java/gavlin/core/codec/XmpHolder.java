package gavlin.core.codec;

import gavlin.core.BadInput;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.zip.CRC32;
import java.util.zip.InflaterInputStream;

/** Where a file keeps its XMP packet (ISO 16684-1; part 3 says where), and the same file with another packet. */
abstract sealed class XmpHolder {
    final Bytes file;

    /** The packet's place in the file, with its wrapping; both the place where one would go when there is none. */
    int from;

    int to;
    byte[] packet;

    private XmpHolder(Bytes file) {
        this.file = file;
    }

    /** @param header of the same file, a JPEG, PNG or WebP */
    static XmpHolder of(Bytes file, Header header) {
        return switch (header.type()) {
            case JPEG -> new Jpeg(file);
            case PNG -> new Png(file);
            case WEBP -> new Webp(file, header);
            default -> throw new IllegalArgumentException(header.type() + " is not looked into");
        };
    }

    /** Null when there is none. */
    byte[] packet() {
        return packet;
    }

    /** @throws BadInput when it is too long for this type */
    byte[] with(byte[] other) {
        byte[] wrapped = wrapped(other);
        ByteArrayOutputStream out = new ByteArrayOutputStream(file.length() + wrapped.length);
        out.write(file.array(), 0, from);
        out.writeBytes(wrapped);
        out.write(file.array(), to, file.length() - to);
        return out.toByteArray();
    }

    abstract byte[] wrapped(byte[] other);

    /** In an APP1 segment, behind JFIF's and EXIF's. */
    private static final class Jpeg extends XmpHolder {
        private static final String NAME = "http://ns.adobe.com/xap/1.0/\0";
        private static final int MOST = 65_533;

        Jpeg(Bytes file) {
            super(file);
            from = to = 2;
            int at = 2;
            while (at + 4 <= file.length()
                    && file.u8(at) == 0xff
                    && file.u8(at + 1) >= 0xe0
                    && file.u8(at + 1) <= 0xef) {
                int end = at + 2 + file.u16(at + 2);
                if (file.u8(at + 1) == 0xe1 && file.says(at + 4, NAME) && end <= file.length()) {
                    packet = file.copy(at + 4 + NAME.length(), end - at - 4 - NAME.length());
                    from = at;
                    to = end;
                    return;
                }
                if (file.u8(at + 1) <= 0xe1) {
                    from = to = Math.min(end, file.length());
                }
                at = end;
            }
        }

        @Override
        byte[] wrapped(byte[] other) {
            int length = 2 + NAME.length() + other.length;
            if (length > MOST) {
                throw new BadInput(
                        "regions", "the file's own properties leave no room; take the XMP file beside it instead");
            }
            return ByteBuffer.allocate(2 + length)
                    .put((byte) 0xff)
                    .put((byte) 0xe1)
                    .putShort((short) length)
                    .put(NAME.getBytes(StandardCharsets.ISO_8859_1))
                    .put(other)
                    .array();
        }
    }

    /** In an iTXt chunk; a new one behind IHDR. */
    private static final class Png extends XmpHolder {
        private static final String NAME = "XML:com.adobe.xmp\0";
        private static final int LARGEST = 8 << 20;

        Png(Bytes file) {
            super(file);
            from = to = 8 + 25;
            long at = 8;
            while (at + 12 <= file.length()) {
                long end = at + 12 + file.u32(at);
                if (file.says(at + 4, "iTXt") && file.says(at + 8, NAME) && end <= file.length()) {
                    packet = text((int) at + 8 + NAME.length(), (int) end - 4);
                    from = (int) at;
                    to = (int) end;
                    return;
                }
                at = end;
            }
        }

        /** Behind the keyword: whether it is compressed, how, a language and a translated keyword, both ended by zero. */
        private byte[] text(int start, int end) {
            int at = start + 2;
            for (int zeros = 0; zeros < 2 && at < end; at++) {
                zeros += file.u8(at) == 0 ? 1 : 0;
            }
            byte[] text = file.copy(at, Math.max(0, end - at));
            if (file.u8(start) == 0) {
                return text;
            }
            try (InflaterInputStream in = new InflaterInputStream(new ByteArrayInputStream(text))) {
                return in.readNBytes(LARGEST);
            } catch (IOException e) {
                return null;
            }
        }

        @Override
        byte[] wrapped(byte[] other) {
            byte[] head = (NAME + "\0\0\0\0").getBytes(StandardCharsets.ISO_8859_1);
            ByteBuffer chunk = ByteBuffer.allocate(12 + head.length + other.length);
            chunk.putInt(head.length + other.length).put("iTXt".getBytes(StandardCharsets.ISO_8859_1));
            chunk.put(head).put(other);
            CRC32 crc = new CRC32();
            crc.update(chunk.array(), 4, chunk.position() - 4);
            return chunk.putInt((int) crc.getValue()).array();
        }
    }

    /** In a chunk at the end of the extended layout (RFC 9649, §2.7), which a plain file is given. */
    private static final class Webp extends XmpHolder {
        private static final int XMP_FLAG = 0x04;
        private static final int ALPHA_FLAG = 0x10;

        private final Header header;

        Webp(Bytes file, Header header) {
            super(file);
            this.header = header;
            from = to = file.length();
            long at = 12;
            while (at + 8 <= file.length()) {
                long length = file.u32le(at + 4);
                long end = at + 8 + length + (length & 1);
                if (file.says(at, "XMP ") && at + 8 + length <= file.length()) {
                    packet = file.copy(at + 8, length);
                    from = (int) at;
                    to = (int) Math.min(end, file.length());
                    return;
                }
                at = end;
            }
        }

        @Override
        byte[] wrapped(byte[] other) {
            ByteBuffer chunk = little(8 + other.length + (other.length & 1));
            return chunk.put("XMP ".getBytes(StandardCharsets.ISO_8859_1))
                    .putInt(other.length)
                    .put(other)
                    .array();
        }

        @Override
        byte[] with(byte[] other) {
            byte[] whole = super.with(other);
            byte[] extended = file.says(12, "VP8X") ? whole : extended(whole);
            extended[20] |= XMP_FLAG;
            little(extended).putInt(4, extended.length - 8);
            return extended;
        }

        /** With the chunk in front that says what the file holds. */
        private byte[] extended(byte[] plain) {
            ByteBuffer out = little(plain.length + 18);
            out.put(plain, 0, 12)
                    .put("VP8X".getBytes(StandardCharsets.ISO_8859_1))
                    .putInt(10);
            out.putInt(header.channels() == 4 ? ALPHA_FLAG : 0);
            put24(out, header.stored().width() - 1);
            put24(out, header.stored().height() - 1);
            return out.put(plain, 12, plain.length - 12).array();
        }

        private static void put24(ByteBuffer out, int value) {
            out.put((byte) value).put((byte) (value >> 8)).put((byte) (value >> 16));
        }

        private static ByteBuffer little(int length) {
            return ByteBuffer.allocate(length).order(ByteOrder.LITTLE_ENDIAN);
        }

        private static ByteBuffer little(byte[] bytes) {
            return ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
        }
    }
}
