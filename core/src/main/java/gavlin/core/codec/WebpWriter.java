package gavlin.core.codec;

import com.luciad.imageio.webp.WebPWriteParam;
import gavlin.core.Require;
import gavlin.core.raster.Pixels;
import java.nio.charset.StandardCharsets;

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

    private static final float LOSSLESS_EFFORT = 0.75f;

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

    /** Once: libwebp packs alpha, which is quicker than as small as it can be. */
    public static byte[] writeLossy(Pixels pixels, Lossy lossy, Tags tags) {
        WebPWriteParam param = param(lossy);
        param.setAlphaQuality(lossy.alphaQuality);
        Bytes file = new Bytes(write(pixels, param));
        return tags.isEmpty() ? file.array() : extended(pixels, file, null, tags);
    }

    /** A picture that is written again and again: alpha is as small as it can be, and packed once for all. */
    public static byte[] writeLossy(Pixels pixels, WebpAlpha alpha, Lossy lossy, Tags tags) {
        if (!alpha.isThere()) {
            return writeLossy(pixels, lossy, tags);
        }
        Bytes colour = new Bytes(write(pixels, WebpAlpha.unpacked(param(lossy))));
        return extended(pixels, colour, alpha.packed(lossy.alphaQuality), tags);
    }

    private static WebPWriteParam param(Lossy lossy) {
        WebPWriteParam param = Libwebp.lossy(lossy.quality, lossy.method);
        param.setSnsStrength(lossy.shaping);
        param.setUseSharpYUV(lossy.sharp);
        switch (lossy.smoothing) {
            case FOUND -> param.setAutoAdjustFilterStrength(true);
            case NONE -> param.setFilterStrength(0);
            default -> {}
        }
        return param;
    }

    /**
     * @param nearness 0..100: 100 keeps every pixel exactly, less lets values change a little where that saves most
     */
    public static byte[] writeLossless(Pixels pixels, int nearness, Tags tags) {
        Require.range("nearness", nearness, 0, 100, "");
        WebPWriteParam param = Libwebp.lossless(METHOD, LOSSLESS_EFFORT);
        param.setNearLossless(nearness);
        param.setExact(nearness == 100);
        Bytes file = new Bytes(write(pixels, param));
        return tags.isEmpty() ? file.array() : extended(pixels, file, null, tags);
    }

    /** Bytes without loss and nearly without effort: of photographs a quarter more than with it, in a tenth of the time. */
    public static int roughly(Pixels pixels) {
        return write(pixels, Libwebp.lossless(0, 0)).length;
    }

    private static byte[] write(Pixels pixels, WebPWriteParam param) {
        int[] argb = Argb.fromBytes(pixels.samples(), pixels.channels());
        return Libwebp.write(pixels.size(), argb, pixels.channels() == 4, param);
    }

    /**
     * The extended layout (§2.7): profile, picture, words; what is empty is left out.
     *
     * @param alpha in place of the picture's own; null for that
     */
    private static byte[] extended(Pixels pixels, Bytes plain, byte[] alpha, Tags tags) {
        boolean brief = tags.isBrief() && !tags.isEmpty();
        boolean whole = !tags.isBrief() && !tags.isEmpty();
        int words = brief ? WebpFile.EXIF_FLAG : whole ? WebpFile.ICC_FLAG | WebpFile.XMP_FLAG : 0;
        WebpFile file =
                new WebpFile().extended(pixels.size(), words | (pixels.channels() == 4 ? WebpFile.ALPHA_FLAG : 0));
        if (whole) {
            file.chunk("ICCP", SrgbProfile.bytes());
        }
        if (alpha != null) {
            file.chunk(WebpChunk.ALPHA, alpha);
        }
        WebpChunk.between(plain, WebpChunk.FIRST, plain.length()).stream()
                .filter(chunk ->
                        chunk.isPicture() && (alpha == null || !chunk.name().equals(WebpChunk.ALPHA)))
                .forEach(chunk -> file.chunk(chunk.name(), chunk.payload(plain)));
        if (brief) {
            file.chunk("EXIF", tags.toExif());
        } else if (whole) {
            file.chunk("XMP ", tags.toXmp().getBytes(StandardCharsets.UTF_8));
        }
        return file.bytes();
    }
}
