package gavlin.core.codec;

import com.sun.jna.Memory;
import gavlin.core.codec.PictureReader.Extent;
import gavlin.core.codec.PictureRefused.Reason;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Excerpt;
import gavlin.core.raster.RowSink;
import java.awt.Rectangle;
import java.awt.image.Raster;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeMap;
import javax.imageio.IIOException;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;

/**
 * JPEG, ITU-T T.81, 8 bits a sample: baseline and progressive, grey, YCbCr, RGB, CMYK and YCCK. The markers are walked
 * here, from the first to the end-of-image; the entropy-coded data is decoded by the JDK's reader, which is given only
 * the parts it needs, so that no metadata of a stranger reaches it.
 *
 * <p>Where libjpeg-turbo is installed, it decodes straight into the sink's own place when there is one, else into native
 * memory of 3 bytes a pixel. Otherwise the JDK's reader streams rows through a destination of one row, whatever the
 * picture's height. CMYK and YCCK are read whole, 4 bytes a pixel.
 */
final class JpegFormat implements PictureReader.Format {
    private static final int START_OF_SCAN = 0xda;
    private static final int END_OF_IMAGE = 0xd9;
    /** Pixels times scans: 120 megapixels in the ten scans that programs usually write, and as many again. */
    private static final long MOST_SCANNED = 2_400_000_000L;

    private static final int MAX_ICC_BYTES = 8_000_000;
    private static final String INK = "printed colours (CMYK) were converted to sRGB";
    private static final String ICC_NAME = "ICC_PROFILE\0";

    /** What the markers say. */
    private static final class Markers {
        Size size;
        int components;
        int scans;
        int adobeTransform = -1;
        final TreeMap<Integer, byte[]> iccParts = new TreeMap<>();
        /** Start and end of each stretch of the file that decoding needs. */
        final List<int[]> needed = new ArrayList<>();
        /** Where the frame header gives the number of lines. */
        long heightAt;

        boolean progressive;

        byte[] profile() {
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            iccParts.values().forEach(out::writeBytes);
            return out.size() == 0 || out.size() > MAX_ICC_BYTES ? null : out.toByteArray();
        }

        int neededBytes() {
            return needed.stream().mapToInt(stretch -> stretch[1] - stretch[0]).sum();
        }

        /** Whether decoding can end after any row: all of a row's data stands together, and before the next row's. */
        boolean inOrder() {
            return !progressive && scans == 1;
        }
    }

    @Override
    public Header inspect(Bytes file, Limits limits) {
        Markers markers = walk(file, limits);
        return new Header(
                PictureType.JPEG,
                markers.size,
                3,
                1,
                1,
                Metadata.orientation(file),
                IccTransform.fitting(markers.profile(), Math.min(3, markers.components)),
                markers.components == 4 ? List.of(INK) : List.of());
    }

    @Override
    public void decode(Bytes file, Header header, Extent extent, RowSink sink) throws IOException {
        Markers markers = walk(file, Limits.PASSED);
        if (markers.components != 4 && TurboJpeg.isThere()) {
            try (Memory jpeg = outsideTheHeap(file, markers)) {
                decodeFast(jpeg, header, markers, extent, sink);
            }
            return;
        }
        ImageReader reader = ImageIO.getImageReadersByFormatName("jpeg").next();
        reader.addIIOReadWarningListener((source, warning) -> {
            if (warning.startsWith("Corrupt JPEG data: premature") || warning.startsWith("Premature end")) {
                throw PictureRefused.corrupt("part of the picture is missing");
            }
        });
        try {
            reader.setInput(new ByteArrayImageInput(only(file, markers)), true, true);
            if (markers.components == 4) {
                decodeInk(reader, header, markers, extent, sink);
            } else {
                decodeLight(reader, header, markers, extent, sink);
            }
        } catch (IIOException | IllegalArgumentException | IndexOutOfBoundsException e) {
            if (e instanceof PictureRefused refused) {
                throw refused;
            }
            throw PictureRefused.corrupt("its picture data cannot be decoded");
        } finally {
            reader.dispose();
        }
    }

    /**
     * By the inverse DCT of a quarter of each block's coefficients, which means in coded sRGB: only for large pictures. Of an
     * odd size, a half would be off by half a pixel.
     */
    @Override
    public boolean canShrink(Header header) {
        Size size = header.stored();
        return Excerpt.isLarge(size)
                && TurboJpeg.isThere()
                && !header.notes().contains(INK)
                && IccTransform.toSrgb(header.icc(), 3).changesNothing()
                && size.width() % 2 == 0
                && size.height() % 2 == 0;
    }

    /** With libjpeg-turbo itself, which is twice as fast as the JDK's copy, five times for progressive files. */
    private static void decodeFast(Memory jpeg, Header header, Markers markers, Extent extent, RowSink sink) {
        int shrink = extent.shrink();
        int width = (header.stored().width() + shrink - 1) / shrink;
        int rows = (header.stored().height() + shrink - 1) / shrink;
        if (markers.inOrder() && extent.to() < rows) {
            rows = extent.to();
            shorten(jpeg, markers, Math.min(header.stored().height(), rows * shrink));
        }
        Size size = new Size(width, rows);
        IccTransform transform = IccTransform.toSrgb(header.icc(), markers.components);
        ByteBuffer whole = sink.whole();
        if (whole != null && transform.changesNothing()) {
            TurboJpeg.decode(jpeg, size, whole);
            return;
        }
        int rowBytes = width * 3;
        try (Memory pixels = new Memory(size.pixels() * 3)) {
            TurboJpeg.decode(jpeg, size, pixels.getByteBuffer(0, pixels.size()));
            byte[] row = new byte[rowBytes];
            for (int y = extent.from(); y < Math.min(rows, extent.to()); y++) {
                pixels.read((long) y * rowBytes, row, 0, rowBytes);
                transform.convert(row, width, 3, 1);
                sink.row(y, row);
            }
        }
    }

    /** Tells the decoder that the picture ends sooner: it does not work on the rows below, and skips their data. */
    private static void shorten(Memory jpeg, Markers markers, int height) {
        int at = 0;
        for (int[] stretch : markers.needed) {
            if (markers.heightAt >= stretch[0] && markers.heightAt < stretch[1]) {
                at += (int) markers.heightAt - stretch[0];
                jpeg.setByte(at, (byte) (height >> 8));
                jpeg.setByte(at + 1L, (byte) height);
                return;
            }
            at += stretch[1] - stretch[0];
        }
    }

    private static void decodeLight(ImageReader reader, Header header, Markers markers, Extent extent, RowSink sink)
            throws IOException {
        int width = header.stored().width();
        Size size = new Size(width, extent.to());
        boolean grey = markers.components == 1;
        IccTransform transform = IccTransform.toSrgb(header.icc(), grey ? 1 : 3);
        byte[] row = new byte[width * 3];
        RowRaster rows = new RowRaster(size, grey ? 1 : 3, (y, samples) -> {
            if (grey) {
                for (int x = 0; x < width; x++) {
                    row[3 * x] = row[3 * x + 1] = row[3 * x + 2] = samples[x];
                }
            } else {
                System.arraycopy(samples, 0, row, 0, row.length);
            }
            transform.convert(row, width, 3, 1);
            sink.row(y, row);
        });
        ImageReadParam param = reader.getDefaultReadParam();
        param.setDestination(rows.asImage());
        param.setSourceRegion(new Rectangle(width, size.height()));
        reader.read(0, param);
        rows.requireAll();
    }

    /** CMYK and YCCK: inks, stored inverted by the Adobe convention whenever its marker is there. */
    private static void decodeInk(ImageReader reader, Header header, Markers markers, Extent extent, RowSink sink)
            throws IOException {
        Raster ink = reader.readRaster(0, null);
        IccTransform transform = IccTransform.inkToSrgb(IccTransform.fitting(markers.profile(), 4));
        int width = header.stored().width();
        byte[] cmyk = new byte[width * 4];
        byte[] row = new byte[width * 3];
        for (int y = extent.from(); y < extent.to(); y++) {
            ink.getDataElements(0, y, width, 1, cmyk);
            if (markers.adobeTransform == 2) {
                convertYcckToCmyk(cmyk);
            }
            if (markers.adobeTransform >= 0) {
                for (int i = 0; i < cmyk.length; i++) {
                    cmyk[i] = (byte) ~cmyk[i];
                }
            }
            transform.convertInk(cmyk, width, row);
            sink.row(y, row);
        }
    }

    /** The first three from YCbCr (ITU-R BT.601, as JFIF's T.871 §6.2 gives it) to RGB, in place; K stays. */
    private static void convertYcckToCmyk(byte[] samples) {
        for (int i = 0; i < samples.length; i += 4) {
            double luma = samples[i] & 0xff;
            double cb = (samples[i + 1] & 0xff) - 128;
            double cr = (samples[i + 2] & 0xff) - 128;
            samples[i] = clamped(luma + 1.402 * cr);
            samples[i + 1] = clamped(luma - 0.344136 * cb - 0.714136 * cr);
            samples[i + 2] = clamped(luma + 1.772 * cb);
        }
    }

    private static byte clamped(double value) {
        return (byte) Math.max(0, Math.min(255, Math.round(value)));
    }

    private static Markers walk(Bytes file, Limits limits) {
        Markers markers = new Markers();
        markers.needed.add(new int[] {0, 2});
        long at = 2;
        while (true) {
            if (file.u8(at) != 0xff) {
                throw PictureRefused.corrupt("a marker was expected at byte " + at);
            }
            int marker = file.u8(at + 1);
            if (marker == 0xff) { // fill byte
                at++;
                continue;
            }
            if (marker == END_OF_IMAGE) {
                keep(markers, at, at + 2);
                break;
            }
            int length = file.u16(at + 2);
            if (length < 2) {
                throw PictureRefused.corrupt("a part at byte " + at + " has no length");
            }
            file.require(at, 2L + length);
            long end = at + 2 + length;
            if (marker == START_OF_SCAN) {
                if (++markers.scans > limits.maxScans()) {
                    throw new PictureRefused(
                            Reason.TOO_LARGE,
                            "the JPEG has more than " + limits.maxScans()
                                    + " scans; save it again as an ordinary JPEG");
                }
                end = endOfScan(file, end);
                keep(markers, at, end);
            } else {
                readSegment(file, limits, markers, marker, at, length);
            }
            at = end;
        }
        if (markers.size == null || markers.scans == 0) {
            throw PictureRefused.corrupt("it holds no picture");
        }
        if (markers.scans * markers.size.pixels() > MOST_SCANNED) {
            throw new PictureRefused(
                    Reason.TOO_LARGE,
                    "the JPEG goes over its " + markers.size.label() + " px in " + markers.scans
                            + " scans; save it again as an ordinary JPEG");
        }
        return markers;
    }

    private static void readSegment(Bytes file, Limits limits, Markers markers, int marker, long at, int length) {
        long data = at + 4;
        boolean frame = marker >= 0xc0 && marker <= 0xcf && marker != 0xc4 && marker != 0xc8 && marker != 0xcc;
        if (frame) {
            readFrame(file, limits, markers, marker, data);
        } else if (marker == 0xee && file.says(data, "Adobe") && length >= 14) {
            markers.adobeTransform = file.u8(data + 11);
        } else if (marker == 0xe2 && file.says(data, ICC_NAME) && length > 16) {
            markers.iccParts.put(file.u8(data + 12), file.copy(data + 14, length - 16));
        }
        boolean application = marker >= 0xe0 && marker <= 0xef || marker == 0xfe;
        if (!application || marker == 0xee || marker == 0xe0 && length == 16) {
            keep(markers, at, data - 2 + length);
        }
    }

    private static void readFrame(Bytes file, Limits limits, Markers markers, int marker, long data) {
        if (markers.size != null) {
            throw PictureRefused.corrupt("it has more than one frame");
        }
        if (marker > 0xc2) {
            throw new PictureRefused(
                    Reason.UNSUPPORTED,
                    "the JPEG is of a rare kind (lossless, hierarchical or arithmetic); save it as an ordinary JPEG");
        }
        if (file.u8(data) != 8) {
            throw new PictureRefused(
                    Reason.UNSUPPORTED, "the JPEG has " + file.u8(data) + " bits a sample; only 8 are read");
        }
        markers.size = PictureReader.claimed(file.u16(data + 3), file.u16(data + 1), limits);
        markers.heightAt = data + 1;
        markers.progressive = marker == 0xc2;
        markers.components = file.u8(data + 5);
        if (markers.components != 1 && markers.components != 3 && markers.components != 4) {
            throw PictureRefused.corrupt("it has " + markers.components + " colour components");
        }
    }

    /** The next marker after entropy-coded data: an FF that neither 00 nor a restart marker follows. */
    private static long endOfScan(Bytes file, long from) {
        byte[] all = file.array();
        for (int i = (int) from; i + 1 < all.length; i++) {
            if (all[i] == -1) {
                int next = all[i + 1] & 0xff;
                if (next != 0 && next != 0xff && (next < 0xd0 || next > 0xd7)) {
                    return i;
                }
            }
        }
        throw PictureRefused.corrupt("it breaks off in the middle of the picture");
    }

    private static void keep(Markers markers, long from, long to) {
        int[] last = markers.needed.get(markers.needed.size() - 1);
        if (last[1] == from) {
            last[1] = (int) to;
        } else {
            markers.needed.add(new int[] {(int) from, (int) to});
        }
    }

    /** A copy of what decoding needs, in native memory. */
    private static Memory outsideTheHeap(Bytes file, Markers markers) {
        Memory out = new Memory(markers.neededBytes());
        long at = 0;
        for (int[] stretch : markers.needed) {
            out.write(at, file.array(), stretch[0], stretch[1] - stretch[0]);
            at += stretch[1] - stretch[0];
        }
        return out;
    }

    /** A copy of what decoding needs. */
    private static byte[] only(Bytes file, Markers markers) {
        byte[] out = new byte[markers.neededBytes()];
        int at = 0;
        for (int[] stretch : markers.needed) {
            System.arraycopy(file.array(), stretch[0], out, at, stretch[1] - stretch[0]);
            at += stretch[1] - stretch[0];
        }
        return out;
    }
}
