package gavlin.core.codec;

import gavlin.core.codec.PictureReader.Extent;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Orientation;
import gavlin.core.raster.RowSink;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;

/**
 * WebP, RFC 9649: lossy, lossless, with alpha, and the first frame of an animation. The RIFF chunks are walked here; the
 * picture data is decoded by libwebp.
 */
final class WebpFormat implements PictureReader.Format {
    private static final int FRAME_HEADER = 16;

    /** The chunks that make up the first frame, where it lies on the canvas, and what else the file says. */
    private record Parts(
            Size canvas,
            Size frame,
            int x,
            int y,
            boolean alpha,
            int frames,
            List<WebpChunk> picture,
            byte[] icc,
            boolean exif) {}

    @Override
    public Header inspect(Bytes file, Limits limits) {
        Parts parts = walk(file, limits);
        return new Header(
                PictureType.WEBP,
                parts.canvas,
                parts.alpha || !parts.frame.equals(parts.canvas) ? 4 : 3,
                1,
                parts.frames,
                parts.exif ? Metadata.orientation(file) : Orientation.UPRIGHT,
                IccTransform.fitting(parts.icc, 3),
                parts.frames > 1
                        ? List.of("an animation of " + parts.frames + " frames: the first is used")
                        : List.of());
    }

    @Override
    public void decode(Bytes file, Header header, Extent extent, RowSink sink) throws IOException {
        Parts parts = walk(file, Limits.PASSED);
        BufferedImage frame = decodeFrame(still(file, parts));
        if (frame.getWidth() != parts.frame.width() || frame.getHeight() != parts.frame.height()) {
            throw PictureRefused.corrupt("its picture data is not of the size that its header says");
        }
        IccTransform transform = IccTransform.toSrgb(header.icc(), 3);
        int width = header.stored().width();
        int[] line = new int[width];
        for (int y = extent.from(); y < extent.to(); y++) {
            java.util.Arrays.fill(line, 0);
            int frameY = y - parts.y;
            if (frameY >= 0 && frameY < frame.getHeight()) {
                frame.getRGB(0, frameY, frame.getWidth(), 1, line, parts.x, frame.getWidth());
            }
            byte[] row = Argb.toBytes(line, header.channels());
            transform.convert(row, width, header.channels(), 1);
            sink.row(y, row);
        }
    }

    private static BufferedImage decodeFrame(byte[] still) {
        ImageReader reader = ImageIO.getImageReadersByFormatName("webp").next();
        try {
            reader.setInput(new ByteArrayImageInput(still), true, true);
            return reader.read(0);
        } catch (IOException | RuntimeException e) {
            throw PictureRefused.corrupt("its picture data cannot be decoded");
        } finally {
            reader.dispose();
        }
    }

    private static Parts walk(Bytes file, Limits limits) {
        long end = 8 + file.u32le(4);
        if (end > file.length()) {
            throw PictureRefused.corrupt("it should have " + end + " bytes and has " + file.length());
        }
        WebpChunk first = WebpChunk.at(file, WebpChunk.FIRST, end);
        if (!first.name().equals("VP8X")) {
            Size size = frameSize(file, first, limits);
            return new Parts(size, size, 0, 0, hasAlpha(file, first), 1, List.of(first), null, false);
        }
        Size canvas =
                PictureReader.claimed(file.u24le(first.data() + 4) + 1L, file.u24le(first.data() + 7) + 1L, limits);
        boolean alpha = (file.u8(first.data()) & WebpFile.ALPHA_FLAG) != 0;
        byte[] icc = null;
        boolean exif = false;
        int frames = 0;
        WebpChunk animated = null;
        List<WebpChunk> picture = new ArrayList<>();
        for (long at = first.end(); at < end; ) {
            WebpChunk chunk = WebpChunk.at(file, at, end);
            switch (chunk.name()) {
                case "ICCP" -> icc = file.copy(chunk.data(), chunk.length());
                case "EXIF" -> exif = true;
                case "ANMF" -> {
                    frames = PictureReader.checkedFrames(frames + 1, limits);
                    animated = animated == null ? chunk : animated;
                }
                default -> {
                    // Unknown chunks are allowed by §2.7.1.5 and ignored.
                    if (chunk.isPicture()) {
                        picture.add(chunk);
                    }
                }
            }
            at = chunk.end();
        }
        if (animated != null) {
            return animationStart(file, limits, canvas, animated, frames, icc, exif);
        }
        if (picture.isEmpty()) {
            throw PictureRefused.corrupt("it holds no picture");
        }
        Size size = frameSize(file, picture.get(picture.size() - 1), limits);
        if (!size.equals(canvas)) {
            throw PictureRefused.corrupt("its canvas and its picture differ in size");
        }
        return new Parts(canvas, canvas, 0, 0, alpha, 1, picture, icc, exif);
    }

    private static Parts animationStart(
            Bytes file, Limits limits, Size canvas, WebpChunk frame, int frames, byte[] icc, boolean exif) {
        int x = 2 * file.u24le(frame.data());
        int y = 2 * file.u24le(frame.data() + 3);
        Size size = PictureReader.claimed(file.u24le(frame.data() + 6) + 1L, file.u24le(frame.data() + 9) + 1L, limits);
        if (x + size.width() > canvas.width() || y + size.height() > canvas.height()) {
            throw PictureRefused.corrupt("its first frame reaches beyond the canvas");
        }
        List<WebpChunk> picture = WebpChunk.between(file, frame.data() + FRAME_HEADER, frame.data() + frame.length());
        return new Parts(canvas, size, x, y, true, frames, picture, icc, exif);
    }

    /** From the frame header: RFC 9649 §2.5 points to RFC 6386 §9.1 for VP8; §3.4 for VP8L. */
    private static Size frameSize(Bytes file, WebpChunk chunk, Limits limits) {
        if (chunk.name().equals("VP8 ") && file.says(chunk.data() + 3, "\u009d\u0001\u002a")) {
            return PictureReader.claimed(
                    file.u16le(chunk.data() + 6) & 0x3fff, file.u16le(chunk.data() + 8) & 0x3fff, limits);
        }
        if (chunk.name().equals("VP8L") && file.u8(chunk.data()) == 0x2f) {
            long bits = file.u32le(chunk.data() + 1);
            return PictureReader.claimed((bits & 0x3fff) + 1, (bits >> 14 & 0x3fff) + 1, limits);
        }
        throw PictureRefused.corrupt("its picture data begins wrongly");
    }

    private static boolean hasAlpha(Bytes file, WebpChunk chunk) {
        return chunk.name().equals("VP8L") && (file.u32le(chunk.data() + 1) >> 28 & 1) != 0;
    }

    /** A file of the first frame alone, which is all that libwebp's plain decoder takes. */
    private static byte[] still(Bytes file, Parts parts) {
        WebpFile still = new WebpFile();
        if (parts.picture.stream().anyMatch(chunk -> chunk.name().equals(WebpChunk.ALPHA))) {
            still.extended(parts.frame, WebpFile.ALPHA_FLAG);
        }
        parts.picture.forEach(chunk -> still.chunk(chunk.name(), chunk.payload(file)));
        return still.bytes();
    }
}
