package gavlin.core.codec;

import java.util.ArrayList;
import java.util.List;

/**
 * A part of a WebP (RFC 9649 §2.3).
 *
 * @param name four characters
 * @param data where its payload begins in the file
 * @param length of the payload, bytes; an odd one is followed by a byte that says nothing
 */
record WebpChunk(String name, long data, long length) {
    private static final int HEAD = 8;

    static final String ALPHA = "ALPH";

    /** The first stands behind RIFF, the file's size and WEBP. */
    static final int FIRST = 12;

    /** @throws PictureRefused when it reaches beyond {@code end} */
    static WebpChunk at(Bytes file, long at, long end) {
        String name = file.latin(at, 4);
        long length = file.u32le(at + 4);
        if (at + HEAD + length > end) {
            throw PictureRefused.corrupt("the part " + name.strip() + " is cut off");
        }
        return new WebpChunk(name, at + HEAD, length);
    }

    /** All between two places. */
    static List<WebpChunk> between(Bytes file, long from, long end) {
        List<WebpChunk> chunks = new ArrayList<>();
        for (long at = from; at < end; ) {
            WebpChunk chunk = at(file, at, end);
            chunks.add(chunk);
            at = chunk.end();
        }
        return chunks;
    }

    /** Where the next one begins. */
    long end() {
        return data + length + (length & 1);
    }

    /** Whether it holds pixels: without an animation, at most one of each in a file. */
    boolean isPicture() {
        return name.equals(ALPHA) || name.equals("VP8 ") || name.equals("VP8L");
    }

    byte[] payload(Bytes file) {
        return file.copy(data, length);
    }
}
