package gavlin.core.codec;

import gavlin.core.raster.Pixels;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.zip.CRC32;
import java.util.zip.Deflater;

/**
 * Writes PNG (W3C, third edition): whole colours, or a palette with alpha; the sRGB chunk; title and rights as XMP in
 * iTXt. Filters are chosen per row, and the better of filtered and unfiltered data is kept, deflated with full effort.
 */
public final class PngWriter {
    private static final byte[] SIGNATURE = {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n'};

    private PngWriter() {}

    /** Every pixel exactly as it is. */
    public static byte[] write(Pixels pixels, Tags tags) {
        int width = pixels.size().width();
        boolean grey = pixels.channels() == 3 && isGrey(pixels.samples());
        int colourType = grey ? 0 : pixels.channels() == 3 ? 2 : 6;
        byte[] samples = grey ? everyThird(pixels.samples()) : pixels.samples();
        int pixelBytes = samples.length / (int) pixels.size().pixels();
        return assemble(pixels, tags, 8, colourType, null, deflated(samples, width * pixelBytes, pixelBytes));
    }

    /**
     * By a palette of at most 256 colours.
     *
     * @param palette straight 0xAARRGGBB
     * @param indices one for each pixel
     */
    public static byte[] write(Pixels pixels, Tags tags, int[] palette, byte[] indices) {
        int width = pixels.size().width();
        int depth = palette.length <= 2 ? 1 : palette.length <= 4 ? 2 : palette.length <= 16 ? 4 : 8;
        int rowBytes = (width * depth + 7) / 8;
        byte[] packed = new byte[rowBytes * pixels.size().height()];
        for (int i = 0; i < indices.length; i++) {
            int bit = i % width * depth;
            packed[i / width * rowBytes + bit / 8] |= (byte) ((indices[i] & 0xff) << 8 - depth - bit % 8);
        }
        return assemble(pixels, tags, depth, 3, palette, deflated(packed, rowBytes, 1));
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
        if (!xmp.isEmpty()) {
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

    private static byte[] deflated(byte[] samples, int rowBytes, int pixelBytes) {
        int rows = samples.length / rowBytes;
        byte[] plain = new byte[rows * (rowBytes + 1)];
        byte[] filtered = new byte[plain.length];
        byte[] above = new byte[rowBytes];
        byte[][] tries = new byte[PngFilters.KINDS][rowBytes + 1];
        for (int y = 0; y < rows; y++) {
            byte[] row = Arrays.copyOfRange(samples, y * rowBytes, (y + 1) * rowBytes);
            int best = 0;
            long least = Long.MAX_VALUE;
            for (int kind = 0; kind < PngFilters.KINDS; kind++) {
                long sum = PngFilters.apply(kind, row, above, pixelBytes, tries[kind]);
                if (sum < least) {
                    least = sum;
                    best = kind;
                }
            }
            System.arraycopy(tries[0], 0, plain, y * (rowBytes + 1), rowBytes + 1);
            System.arraycopy(tries[best], 0, filtered, y * (rowBytes + 1), rowBytes + 1);
            above = row;
        }
        byte[] a = deflate(filtered);
        byte[] b = deflate(plain);
        return a.length < b.length ? a : b;
    }

    private static byte[] deflate(byte[] data) {
        Deflater deflater = new Deflater(9);
        try {
            deflater.setInput(data);
            deflater.finish();
            ByteArrayOutputStream out = new ByteArrayOutputStream(data.length / 3 + 64);
            byte[] buffer = new byte[65_536];
            while (!deflater.finished()) {
                out.write(buffer, 0, deflater.deflate(buffer));
            }
            return out.toByteArray();
        } finally {
            deflater.end();
        }
    }

    private static boolean isGrey(byte[] rgb) {
        for (int i = 0; i < rgb.length; i += 3) {
            if (rgb[i] != rgb[i + 1] || rgb[i] != rgb[i + 2]) {
                return false;
            }
        }
        return true;
    }

    private static byte[] everyThird(byte[] rgb) {
        byte[] grey = new byte[rgb.length / 3];
        for (int i = 0; i < grey.length; i++) {
            grey[i] = rgb[3 * i];
        }
        return grey;
    }
}
