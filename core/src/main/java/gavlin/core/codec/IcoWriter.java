package gavlin.core.codec;

import gavlin.core.BadInput;
import gavlin.core.geometry.Size;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Arrays;
import java.util.List;

/** Writes ICO: a directory of 6 bytes, 16 for each picture, then PNG files (known to every browser; no formal standard). */
public final class IcoWriter {
    /** What the head adds to the PNG inside. */
    public static final int HEAD_BYTES = 22;

    private static final int DIRECTORY_BYTES = 6;
    private static final int ENTRY_BYTES = 16;

    private IcoWriter() {}

    /** @param png at most 256×256 px */
    public static byte[] wrap(byte[] png, Size size) {
        if (size.width() > 256 || size.height() > 256) {
            throw new BadInput("type", "an ICO holds at most 256×256 px, the slot asks " + size.label());
        }
        return of(List.of(png), List.of(size));
    }

    /** Several pictures in one file. @param pngs square, by their sides, px: at most 256 */
    public static byte[] of(byte[][] pngs, int[] sides) {
        return of(
                List.of(pngs),
                Arrays.stream(sides).mapToObj(side -> new Size(side, side)).toList());
    }

    private static byte[] of(List<byte[]> pngs, List<Size> sizes) {
        int at = DIRECTORY_BYTES + ENTRY_BYTES * pngs.size();
        int all = at + pngs.stream().mapToInt(png -> png.length).sum();
        ByteBuffer out = ByteBuffer.allocate(all).order(ByteOrder.LITTLE_ENDIAN);
        out.putShort((short) 0).putShort((short) 1).putShort((short) pngs.size());
        for (int i = 0; i < pngs.size(); i++) {
            Size size = sizes.get(i);
            out.put((byte) size.width()).put((byte) size.height()).put((byte) 0).put((byte) 0); // 256 is written as 0
            out.putShort((short) 1)
                    .putShort((short) 32)
                    .putInt(pngs.get(i).length)
                    .putInt(at);
            at += pngs.get(i).length;
        }
        pngs.forEach(out::put);
        return out.array();
    }
}
