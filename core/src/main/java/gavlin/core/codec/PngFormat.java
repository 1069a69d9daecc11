package gavlin.core.codec;

import gavlin.core.codec.PictureReader.Extent;
import gavlin.core.codec.PictureRefused.Reason;
import gavlin.core.colour.Srgb;
import gavlin.core.geometry.Size;
import gavlin.core.raster.RowSink;
import java.io.ByteArrayOutputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.CRC32;
import java.util.zip.DataFormatException;
import java.util.zip.Inflater;

/**
 * PNG, W3C Recommendation, third edition (ISO/IEC 15948): every colour type and depth, tRNS, interlace, iCCP, sRGB and
 * gAMA, checksums checked. Written here because the JDK's reader ignores checksums, profiles and gamma and cannot hand
 * out rows.
 *
 * <p>Memory: two rows; an interlaced picture is held whole while it is put together.
 */
final class PngFormat implements PictureReader.Format {
    private static final long MAX_INTERLACED_BYTES = 400_000_000;
    /** Data in parts of 4 kB, as small as any program writes them, of the heaviest file allowed. */
    private static final int MOST_PARTS = 20_000;

    private static final int[] PASS_X = {0, 4, 0, 2, 0, 1, 0};
    private static final int[] PASS_Y = {0, 0, 4, 0, 2, 0, 1};
    private static final int[] STEP_X = {8, 8, 4, 4, 2, 2, 1};
    private static final int[] STEP_Y = {8, 8, 8, 4, 4, 2, 2};
    /** gAMA of 1/2.2, which every reader takes for sRGB (§11.3.2.2, §11.3.2.5). */
    private static final int SRGB_GAMMA = 45_455;

    /** What the chunks say. */
    private static final class Chunks {
        Size size;
        int depth;
        int colourType;
        boolean interlaced;
        byte[] palette;
        byte[] transparency;
        byte[] icc;
        boolean srgb;
        int gamma;
        final List<int[]> data = new ArrayList<>();

        int samplesPerPixel() {
            return switch (colourType) {
                case 2 -> 3;
                case 4 -> 2;
                case 6 -> 4;
                default -> 1;
            };
        }

        int channels() {
            return colourType >= 4 || transparency != null ? 4 : 3;
        }

        boolean isGrey() {
            return colourType == 0 || colourType == 4;
        }

        int bytesEach() {
            return depth == 16 ? 2 : 1;
        }

        int rowBytes(int width) {
            return (int) (((long) width * samplesPerPixel() * depth + 7) / 8);
        }
    }

    @Override
    public Header inspect(Bytes file, Limits limits) {
        Chunks chunks = walk(file, limits);
        return new Header(
                PictureType.PNG,
                chunks.size,
                chunks.channels(),
                chunks.bytesEach(),
                1,
                Metadata.orientation(file),
                IccTransform.fitting(chunks.icc, chunks.isGrey() ? 1 : 3),
                List.of());
    }

    @Override
    public void decode(Bytes file, Header header, Extent extent, RowSink sink) {
        Chunks chunks = walk(file, Limits.PASSED);
        IccTransform transform = IccTransform.toSrgb(header.icc(), chunks.isGrey() ? 1 : 3);
        byte[] curve = chunks.icc == null && !chunks.srgb ? gammaCurve(chunks.gamma) : null;
        int width = chunks.size.width();
        RowSink toSrgb = (y, row) -> {
            transform.convert(row, width, chunks.channels(), chunks.bytesEach());
            bend(row, curve, chunks.channels(), chunks.bytesEach());
            sink.row(y, row);
        };
        try (PngData data = new PngData(file, chunks.data)) {
            if (chunks.interlaced) {
                readInterlaced(chunks, data, toSrgb);
            } else {
                byte[] out = new byte[width * chunks.channels() * chunks.bytesEach()];
                PngRows rows = new PngRows(
                        data, chunks.rowBytes(width), Math.max(1, chunks.samplesPerPixel() * chunks.depth / 8));
                for (int y = 0; y < extent.to(); y++) {
                    byte[] row = rows.next();
                    if (y >= extent.from()) {
                        expand(chunks, row, width, out, 0, 1);
                        toSrgb.row(y, out);
                    }
                }
            }
        }
    }

    private static void readInterlaced(Chunks chunks, PngData data, RowSink sink) {
        int pixel = chunks.channels() * chunks.bytesEach();
        int row = chunks.size.width() * pixel;
        byte[] whole = new byte[row * chunks.size.height()];
        for (int pass = 0; pass < 7; pass++) {
            int width = (chunks.size.width() - PASS_X[pass] + STEP_X[pass] - 1) / STEP_X[pass];
            int height = (chunks.size.height() - PASS_Y[pass] + STEP_Y[pass] - 1) / STEP_Y[pass];
            if (width == 0 || height == 0) {
                continue;
            }
            PngRows rows =
                    new PngRows(data, chunks.rowBytes(width), Math.max(1, chunks.samplesPerPixel() * chunks.depth / 8));
            for (int i = 0; i < height; i++) {
                int at = (PASS_Y[pass] + i * STEP_Y[pass]) * row + PASS_X[pass] * pixel;
                expand(chunks, rows.next(), width, whole, at, STEP_X[pass]);
            }
        }
        byte[] out = new byte[row];
        for (int y = 0; y < chunks.size.height(); y++) {
            System.arraycopy(whole, y * row, out, 0, row);
            sink.row(y, out);
        }
    }

    /** Samples of any depth to straight RGB or RGBA, every {@code step}-th pixel of {@code out}. */
    private static void expand(Chunks chunks, byte[] in, int width, byte[] out, int at, int step) {
        int bytesEach = chunks.bytesEach();
        int pixel = chunks.channels() * bytesEach;
        int samples = chunks.samplesPerPixel();
        int max = (1 << chunks.depth) - 1;
        int[] value = new int[4];
        for (int x = 0; x < width; x++, at += step * pixel) {
            for (int s = 0; s < samples; s++) {
                value[s] = sample(in, chunks.depth, x * samples + s);
            }
            if (chunks.colourType == 3) {
                int entry = value[0];
                if (3 * entry + 2 >= chunks.palette.length) {
                    throw PictureRefused.corrupt("a pixel points beyond its palette");
                }
                System.arraycopy(chunks.palette, 3 * entry, out, at, 3);
                if (pixel == 4) {
                    out[at + 3] = entry < chunks.transparency.length ? chunks.transparency[entry] : -1;
                }
                continue;
            }
            int alpha = max;
            if (chunks.colourType >= 4) {
                alpha = value[samples - 1];
            } else if (chunks.transparency != null && isKey(chunks, value, samples)) {
                alpha = 0;
            }
            boolean grey = samples < 3;
            for (int c = 0; c < chunks.channels(); c++) {
                int v = c == 3 ? alpha : value[grey ? 0 : c];
                if (bytesEach == 2) {
                    out[at + 2 * c] = (byte) (v >> 8);
                    out[at + 2 * c + 1] = (byte) v;
                } else {
                    out[at + c] = (byte) (v * 255 / max);
                }
            }
        }
    }

    private static int sample(byte[] row, int depth, int index) {
        if (depth == 16) {
            return (row[2 * index] & 0xff) << 8 | row[2 * index + 1] & 0xff;
        }
        if (depth == 8) {
            return row[index] & 0xff;
        }
        int bit = index * depth;
        return row[bit >> 3] >> 8 - depth - (bit & 7) & (1 << depth) - 1;
    }

    /** tRNS for grey and colour is compared at full depth (§11.3.1.1). */
    private static boolean isKey(Chunks chunks, int[] value, int samples) {
        for (int s = 0; s < samples; s++) {
            int key = (chunks.transparency[2 * s] & 0xff) << 8 | chunks.transparency[2 * s + 1] & 0xff;
            if (value[s] != key) {
                return false;
            }
        }
        return true;
    }

    /** From code values of the file's gamma to codes of sRGB, 8 bit; null when there is nothing to do. */
    private static byte[] gammaCurve(int gamma) {
        if (gamma == 0 || Math.abs(gamma - SRGB_GAMMA) < 1000) {
            return null;
        }
        byte[] curve = new byte[256];
        for (int i = 0; i < 256; i++) {
            curve[i] = (byte) Math.round(255 * Srgb.encode(Math.pow(i / 255.0, 100_000.0 / gamma)));
        }
        return curve;
    }

    private static void bend(byte[] row, byte[] curve, int channels, int bytesEach) {
        if (curve == null) {
            return;
        }
        for (int i = 0; i < row.length; i += bytesEach) {
            if (channels == 4 && i / bytesEach % 4 == 3) {
                continue;
            }
            if (bytesEach == 1) {
                row[i] = curve[row[i] & 0xff];
                continue;
            }
            int high = row[i] & 0xff;
            int from = (curve[high] & 0xff) * 257;
            int to = (curve[Math.min(255, high + 1)] & 0xff) * 257;
            int between = from + (to - from) * (row[i + 1] & 0xff) / 256;
            row[i] = (byte) (between >> 8);
            row[i + 1] = (byte) between;
        }
    }

    private static Chunks walk(Bytes file, Limits limits) {
        Chunks chunks = new Chunks();
        int parts = 0;
        long at = 8;
        while (true) {
            long length = file.u32(at);
            String name = file.latin(at + 4, 4);
            file.require(at + 8, length + 4);
            boolean critical = Character.isUpperCase(name.charAt(0));
            if (chunks.size == null && !name.equals("IHDR")) {
                throw PictureRefused.corrupt("it does not begin with its header");
            }
            if (checksum(file, at + 4, length + 4) == file.u32(at + 8 + length)) {
                readChunk(file, limits, chunks, name, at + 8, (int) length);
            } else if (critical) {
                throw PictureRefused.corrupt("the checksum of its part " + name + " is wrong");
            }
            at += 12 + length;
            if (++parts > MOST_PARTS) {
                throw PictureRefused.corrupt("it has more than " + MOST_PARTS + " parts");
            }
            if (name.equals("IEND")) {
                break;
            }
        }
        if (chunks.data.isEmpty()) {
            throw PictureRefused.corrupt("it holds no picture");
        }
        if (chunks.colourType == 3 && chunks.palette == null) {
            throw PictureRefused.corrupt("its palette is missing");
        }
        return chunks;
    }

    private static void readChunk(Bytes file, Limits limits, Chunks chunks, String name, long at, int length) {
        switch (name) {
            case "IHDR" -> readHeader(file, limits, chunks, at, length);
            case "PLTE" -> {
                if (length == 0 || length % 3 != 0 || length > 768) {
                    throw PictureRefused.corrupt("its palette has a wrong length");
                }
                chunks.palette = file.copy(at, length);
            }
            case "tRNS" -> {
                int least = chunks.colourType == 3 ? 1 : 2 * chunks.samplesPerPixel();
                if (chunks.colourType < 4 && length >= least) {
                    chunks.transparency = file.copy(at, length);
                }
            }
            case "iCCP" -> chunks.icc = inflateProfile(file.copy(at, length));
            case "sRGB" -> chunks.srgb = true;
            case "gAMA" -> chunks.gamma = length == 4 ? (int) Math.min(Integer.MAX_VALUE, file.u32(at)) : 0;
            case "IDAT" -> chunks.data.add(new int[] {(int) at, length});
            case "IEND" -> {
                // The end.
            }
            default -> {
                if (Character.isUpperCase(name.charAt(0))) {
                    throw PictureRefused.corrupt("it has an unknown part that must be understood");
                }
            }
        }
    }

    private static void readHeader(Bytes file, Limits limits, Chunks chunks, long at, int length) {
        if (length != 13 || chunks.size != null) {
            throw PictureRefused.corrupt("its header has a wrong length or comes twice");
        }
        chunks.size = PictureReader.claimed(file.u32(at), file.u32(at + 4), limits);
        chunks.depth = file.u8(at + 8);
        chunks.colourType = file.u8(at + 9);
        String allowed = switch (chunks.colourType) {
            case 0 -> " 1 2 4 8 16 ";
            case 3 -> " 1 2 4 8 ";
            case 2, 4, 6 -> " 8 16 ";
            default -> "";
        };
        if (!allowed.contains(" " + chunks.depth + " ")) {
            throw PictureRefused.corrupt(
                    "colour type " + chunks.colourType + " with " + chunks.depth + " bits a sample does not exist");
        }
        if (file.u8(at + 10) != 0 || file.u8(at + 11) != 0 || file.u8(at + 12) > 1) {
            throw PictureRefused.corrupt("its header names methods that do not exist");
        }
        chunks.interlaced = file.u8(at + 12) == 1;
        if (chunks.interlaced && chunks.size.pixels() * 4 * chunks.bytesEach() > MAX_INTERLACED_BYTES) {
            throw new PictureRefused(
                    Reason.TOO_LARGE, "the PNG is interlaced and very large; save it without interlacing");
        }
    }

    private static long checksum(Bytes file, long at, long length) {
        CRC32 crc = new CRC32();
        crc.update(file.array(), (int) at, (int) length);
        return crc.getValue();
    }

    /** iCCP: a name, a zero, the method, then zlib data (§11.3.2.3). Null when it makes no sense or is absurdly large. */
    private static byte[] inflateProfile(byte[] chunk) {
        int start = 0;
        while (start < chunk.length && chunk[start] != 0) {
            start++;
        }
        Inflater inflater = new Inflater();
        try {
            inflater.setInput(chunk, Math.min(chunk.length, start + 2), Math.max(0, chunk.length - start - 2));
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            byte[] buffer = new byte[8192];
            while (!inflater.finished() && out.size() < 8_000_000) {
                int count = inflater.inflate(buffer);
                if (count == 0 && !inflater.finished()) {
                    return null;
                }
                out.write(buffer, 0, count);
            }
            return inflater.finished() ? out.toByteArray() : null;
        } catch (DataFormatException e) {
            return null;
        } finally {
            inflater.end();
        }
    }
}
