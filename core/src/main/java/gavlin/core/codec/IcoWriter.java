package gavlin.core.codec;

import gavlin.core.BadInput;
import gavlin.core.geometry.Size;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;

/** Writes ICO: a directory of 6 bytes, 16 for each picture, then PNG files (known to every browser; no formal standard). */
public final class IcoWriter {
    /** What the head adds to the PNG inside. */
    public static final int HEAD_BYTES = 22;

    private IcoWriter() {}

    /** @param png at most 256×256 px */
    public static byte[] wrap(byte[] png, Size size) {
        if (size.width() > 256 || size.height() > 256) {
            throw new BadInput("type", "an ICO holds at most 256×256 px, the slot asks " + size.label());
        }
        ByteBuffer out = ByteBuffer.allocate(HEAD_BYTES + png.length).order(ByteOrder.LITTLE_ENDIAN);
        out.putShort((short) 0).putShort((short) 1).putShort((short) 1);
        out.put((byte) size.width()).put((byte) size.height()).put((byte) 0).put((byte) 0); // 256 is written as 0
        out.putShort((short) 1).putShort((short) 32).putInt(png.length).putInt(HEAD_BYTES);
        return out.put(png).array();
    }
}
