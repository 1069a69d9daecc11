package gavlin.core.codec;

import gavlin.core.geometry.Size;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;

/** Puts a WebP together out of its chunks (RFC 9649 §2.4 and §2.7), in the order in which they are given. */
final class WebpFile {
    static final int ICC_FLAG = 0x20;
    static final int ALPHA_FLAG = 0x10;
    static final int EXIF_FLAG = 0x08;
    static final int XMP_FLAG = 0x04;

    private final ByteArrayOutputStream body = new ByteArrayOutputStream();

    /** What a file begins with that holds more than one picture without alpha. */
    WebpFile extended(Size canvas, int flags) {
        ByteBuffer header = ByteBuffer.allocate(10).order(ByteOrder.LITTLE_ENDIAN);
        header.putInt(flags);
        put24(header, canvas.width() - 1);
        put24(header, canvas.height() - 1);
        return chunk("VP8X", header.array());
    }

    WebpFile chunk(String name, byte[] data) {
        body.writeBytes(head(name, data.length));
        body.writeBytes(data);
        if (data.length % 2 == 1) {
            body.write(0);
        }
        return this;
    }

    byte[] bytes() {
        ByteBuffer file = ByteBuffer.allocate(WebpChunk.FIRST + body.size());
        file.put(head("RIFF", 4 + body.size()));
        file.put("WEBP".getBytes(StandardCharsets.US_ASCII)).put(body.toByteArray());
        return file.array();
    }

    private static byte[] head(String name, int length) {
        return ByteBuffer.allocate(8)
                .order(ByteOrder.LITTLE_ENDIAN)
                .put(name.getBytes(StandardCharsets.ISO_8859_1))
                .putInt(length)
                .array();
    }

    private static void put24(ByteBuffer out, int value) {
        out.put((byte) value).put((byte) (value >> 8)).put((byte) (value >> 16));
    }
}
