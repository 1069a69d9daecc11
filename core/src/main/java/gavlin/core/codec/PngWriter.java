package gavlin.core.codec;

import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.zip.CRC32;

/**
 * Writes PNG (W3C, third edition): whole colours, or a palette with alpha; the sRGB chunk; title and rights as XMP in
 * iTXt.
 */
public final class PngWriter {
    private static final byte[] SIGNATURE = {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n'};

    private PngWriter() {}

    /** Every pixel exactly as it is. */
    public static byte[] write(Pixels pixels, Tags tags) {
        int width = pixels.size().width();
        boolean grey = pixels.isGrey();
        int colourType = (grey ? 0 : 2) + (pixels.channels() == 4 ? 4 : 0);
        byte[] samples = grey ? pixels.greys() : pixels.samples();
        int pixelBytes = samples.length / (int) pixels.size().pixels();
        return assemble(pixels, tags, 8, colourType, null, PngPacker.packed(samples, width * pixelBytes, pixelBytes));
    }

    /** About how many bytes that will be, in a fifth of the time. */
    public static int roughly(Pixels pixels) {
        return PngPacker.roughly(pixels.samples(), pixels.size().width() * pixels.channels(), pixels.channels());
    }

    /** Every pixel exactly as it is, at once in place of as small as it can be: for what is drawn again soon. */
    public static byte[] writeAtOnce(Pixels pixels) {
        return writeAtOnce(pixels, Tags.NONE);
    }

    static byte[] writeAtOnce(Pixels pixels, Tags tags) {
        int width = pixels.size().width();
        int channels = pixels.channels();
        return assemble(
                pixels,
                tags,
                8,
                channels == 4 ? 6 : 2,
                null,
                PngPacker.packedAtOnce(pixels.samples(), width * channels, channels));
    }

    /**
     * By a palette of at most 256 colours.
     *
     * @param palette straight 0xAARRGGBB
     * @param indices one for each pixel
     */
    public static byte[] write(Pixels pixels, Tags tags, int[] palette, byte[] indices) {
        Rows rows = Rows.of(pixels.size(), palette, indices);
        return assemble(pixels, tags, rows.depth, 3, palette, PngPacker.packedIndices(rows.bytes, rows.length));
    }

    /** About how many bytes that will be, in a third of the time. */
    public static int roughly(Pixels pixels, int[] palette, byte[] indices) {
        Rows rows = Rows.of(pixels.size(), palette, indices);
        return PngPacker.roughlyIndices(rows.bytes, rows.length) + 4 * palette.length;
    }

    /** Indices as PNG stores them. @param depth bits for each @param length of a row, bytes */
    private record Rows(int depth, int length, byte[] bytes) {
        static Rows of(Size size, int[] palette, byte[] indices) {
            int width = size.width();
            int depth = palette.length <= 2 ? 1 : palette.length <= 4 ? 2 : palette.length <= 16 ? 4 : 8;
            int length = (width * depth + 7) / 8;
            byte[] bytes = new byte[length * size.height()];
            for (int i = 0; i < indices.length; i++) {
                int bit = i % width * depth;
                bytes[i / width * length + bit / 8] |= (byte) ((indices[i] & 0xff) << 8 - depth - bit % 8);
            }
            return new Rows(depth, length, bytes);
        }
    }

    private static byte[] assemble(Pixels pixels, Tags tags, int depth, int colourType, int[] palette, byte[] data) {
        ByteArrayOutputStream out = new ByteArrayOutputStream(data.length + 2048);
        out.writeBytes(SIGNATURE);
        ByteBuffer header = ByteBuffer.allocate(13);
        header.putInt(pixels.size().width()).putInt(pixels.size().height());
        header.put((byte) depth).put((byte) colourType);
        chunk(out, "IHDR", header.array());
        chunk(out, "sRGB", new byte[] {0});
        if (palette != null) {
            palette(out, palette);
        }
        String xmp = tags.toXmp();
        if (tags.isBrief()) {
            if (!tags.isEmpty()) {
                chunk(out, "eXIf", tags.toExif());
            }
        } else if (!xmp.isEmpty()) {
            chunk(out, "iTXt", ("XML:com.adobe.xmp\0\0\0\0\0" + xmp).getBytes(StandardCharsets.UTF_8));
        }
        chunk(out, "IDAT", data);
        chunk(out, "IEND", new byte[0]);
        return out.toByteArray();
    }

    private static void palette(ByteArrayOutputStream out, int[] palette) {
        byte[] colours = new byte[3 * palette.length];
        byte[] alphas = new byte[palette.length];
        int withAlpha = 0;
        for (int i = 0; i < palette.length; i++) {
            colours[3 * i] = (byte) (palette[i] >> 16);
            colours[3 * i + 1] = (byte) (palette[i] >> 8);
            colours[3 * i + 2] = (byte) palette[i];
            alphas[i] = (byte) (palette[i] >>> 24);
            withAlpha = alphas[i] == -1 ? withAlpha : i + 1;
        }
        chunk(out, "PLTE", colours);
        if (withAlpha > 0) {
            chunk(out, "tRNS", Arrays.copyOf(alphas, withAlpha));
        }
    }

    private static void chunk(ByteArrayOutputStream out, String name, byte[] data) {
        byte[] named = new byte[4 + data.length];
        System.arraycopy(name.getBytes(StandardCharsets.US_ASCII), 0, named, 0, 4);
        System.arraycopy(data, 0, named, 4, data.length);
        CRC32 crc = new CRC32();
        crc.update(named);
        out.writeBytes(ByteBuffer.allocate(4).putInt(data.length).array());
        out.writeBytes(named);
        out.writeBytes(ByteBuffer.allocate(4).putInt((int) crc.getValue()).array());
    }
}
