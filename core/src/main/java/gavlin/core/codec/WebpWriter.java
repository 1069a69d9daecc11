package gavlin.core.codec;

import com.luciad.imageio.webp.WebPWriteParam;
import gavlin.core.Require;
import gavlin.core.raster.Pixels;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriter;
import javax.imageio.stream.MemoryCacheImageOutputStream;

/**
 * Writes WebP (RFC 9649) with libwebp: lossy or lossless, with alpha; tagged sRGB; title and rights as XMP. A file without
 * words is left in its plain form, which every reader takes for sRGB (§2.7.1.4) and which saves the profile's bytes.
 */
public final class WebpWriter {
    /** libwebp's own bound (WEBP_MAX_DIMENSION), px a side. */
    public static final int MAX_SIDE = 16_383;

    /** libwebp's effort 0..6. 3 makes the files of its default 4 in half the time, as measured on photographs. */
    private static final int METHOD = 3;

    private static final int BEST_METHOD = 6;

    private static final int ICC_FLAG = 0x20;
    private static final int ALPHA_FLAG = 0x10;
    private static final int EXIF_FLAG = 0x08;
    private static final int XMP_FLAG = 0x04;

    private WebpWriter() {}

    /**
     * How a lossy file is made.
     *
     * @param quality 0..100, fractions allowed
     * @param alphaQuality 0..100: 100 keeps alpha exactly, less reduces its levels
     * @param shaping 0..100: how far bits are moved from busy to even places; libwebp's default is 50
     * @param method libwebp's effort 0..6
     * @param sharp whether colour is halved so that brightness at coloured edges stays what it was
     */
    public record Lossy(double quality, int alphaQuality, int shaping, int method, Smoothing smoothing, boolean sharp) {
        private static final int DEFAULT_SHAPING = 50;

        /** Of edges between blocks. */
        public enum Smoothing {
            /** As libwebp's default is. */
            USUAL,
            /** As it finds best: takes seven times as long. */
            FOUND,
            NONE
        }

        public Lossy {
            Require.range("quality", quality, 0, 100, "");
            Require.range("alphaQuality", alphaQuality, 0, 100, "");
        }

        /** At once, with alpha as it is. */
        public static Lossy usual(double quality) {
            return usual(quality, 100, DEFAULT_SHAPING);
        }

        public static Lossy usual(double quality, int alphaQuality, int shaping) {
            return new Lossy(quality, alphaQuality, shaping, METHOD, Smoothing.USUAL, false);
        }

        /** With all its effort. */
        public static Lossy fine(double quality, int alphaQuality, int shaping, Smoothing smoothing, boolean sharp) {
            return new Lossy(quality, alphaQuality, shaping, BEST_METHOD, smoothing, sharp);
        }
    }

    public static byte[] writeLossy(Pixels pixels, Lossy lossy, Tags tags) {
        WebPWriteParam param = new WebPWriteParam(Locale.ROOT);
        param.setCompressionType("Lossy");
        param.setCompressionQuality((float) (lossy.quality / 100));
        param.setMethod(lossy.method);
        param.setAlphaQuality(lossy.alphaQuality);
        param.setSnsStrength(lossy.shaping);
        param.setUseSharpYUV(lossy.sharp);
        switch (lossy.smoothing) {
            case FOUND -> param.setAutoAdjustFilterStrength(true);
            case NONE -> param.setFilterStrength(0);
            default -> {}
        }
        return write(pixels, param, tags);
    }

    /**
     * @param nearness 0..100: 100 keeps every pixel exactly, less lets values change a little where that saves most
     */
    public static byte[] writeLossless(Pixels pixels, int nearness, Tags tags) {
        Require.range("nearness", nearness, 0, 100, "");
        WebPWriteParam param = lossless(METHOD, 0.75f);
        param.setNearLossless(nearness);
        param.setExact(nearness == 100);
        return write(pixels, param, tags);
    }

    /** Bytes without loss and nearly without effort: of photographs a quarter more than with it, in a tenth of the time. */
    public static int roughly(Pixels pixels) {
        return write(pixels, lossless(0, 0), Tags.NONE).length;
    }

    private static WebPWriteParam lossless(int method, float effort) {
        WebPWriteParam param = new WebPWriteParam(Locale.ROOT);
        param.setCompressionType("Lossless");
        param.setCompressionQuality(effort);
        param.setMethod(method);
        return param;
    }

    private static byte[] write(Pixels pixels, WebPWriteParam param, Tags tags) {
        int width = pixels.size().width();
        int height = pixels.size().height();
        BufferedImage image = new BufferedImage(
                width, height, pixels.channels() == 4 ? BufferedImage.TYPE_INT_ARGB : BufferedImage.TYPE_INT_RGB);
        image.getRaster().setDataElements(0, 0, width, height, Argb.fromBytes(pixels.samples(), pixels.channels()));
        ImageWriter writer = ImageIO.getImageWritersByFormatName("webp").next();
        try (ByteArrayOutputStream out = new ByteArrayOutputStream();
                MemoryCacheImageOutputStream stream = new MemoryCacheImageOutputStream(out)) {
            writer.setOutput(stream);
            writer.write(null, new IIOImage(image, null, null), param);
            stream.flush();
            return tags.isEmpty() ? out.toByteArray() : extended(pixels, out.toByteArray(), tags);
        } catch (IOException e) {
            throw new UncheckedIOException("writing to memory failed", e);
        } finally {
            writer.dispose();
        }
    }

    /** The extended layout (§2.7): VP8X, profile, picture, words. */
    private static byte[] extended(Pixels pixels, byte[] plain, Tags tags) {
        int pictureFrom = 12;
        if (new Bytes(plain).says(12, "VP8X")) {
            pictureFrom = 12 + 8 + 10;
        }
        ByteBuffer header = ByteBuffer.allocate(10).order(ByteOrder.LITTLE_ENDIAN);
        header.putInt((tags.isBrief() ? EXIF_FLAG : ICC_FLAG | XMP_FLAG) | (pixels.channels() == 4 ? ALPHA_FLAG : 0));
        put24(header, pixels.size().width() - 1);
        put24(header, pixels.size().height() - 1);
        ByteArrayOutputStream body = new ByteArrayOutputStream(plain.length + 2048);
        body.writeBytes("WEBP".getBytes(StandardCharsets.US_ASCII));
        chunk(body, "VP8X", header.array());
        if (!tags.isBrief()) {
            chunk(body, "ICCP", SrgbProfile.bytes());
        }
        body.write(plain, pictureFrom, plain.length - pictureFrom);
        if (tags.isBrief()) {
            chunk(body, "EXIF", tags.toExif());
        } else {
            chunk(body, "XMP ", tags.toXmp().getBytes(StandardCharsets.UTF_8));
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream(body.size() + 8);
        chunk(out, "RIFF", body.toByteArray());
        return out.toByteArray();
    }

    private static void chunk(ByteArrayOutputStream out, String name, byte[] data) {
        out.writeBytes(name.getBytes(StandardCharsets.US_ASCII));
        out.writeBytes(ByteBuffer.allocate(4)
                .order(ByteOrder.LITTLE_ENDIAN)
                .putInt(data.length)
                .array());
        out.writeBytes(data);
        if (data.length % 2 == 1) {
            out.write(0);
        }
    }

    private static void put24(ByteBuffer out, int value) {
        out.put((byte) value).put((byte) (value >> 8)).put((byte) (value >> 16));
    }
}
