package gavlin.core.codec;

import com.luciad.imageio.webp.WebPWriteParam;
import gavlin.core.raster.Pixels;
import java.util.Comparator;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * The alpha of one picture, as lossy WebPs hold it (RFC 9649 §2.7.1.2): packed once for each quality, however many files are
 * made with it. libwebp packs it again for each file, which takes up to twenty times as long as the colour.
 *
 * <p>Several threads may ask; two that ask at once pack it twice.
 */
public final class WebpAlpha {
    /** At which every level is kept. */
    public static final int EXACT = 100;

    private static final Comparator<byte[]> SMALLER = Comparator.comparingInt(alpha -> alpha.length);
    private static final int FILTERS = 4;
    /** Of libwebp: more effort takes ten times as long for some hundredths of the bytes, as measured on shadows, glows and edges. */
    private static final int METHOD = 4;

    private static final float EFFORT = 0.75f;
    /** Pixels of an icon, of which alpha is half, and all effort takes no time. */
    private static final int SMALL = 10_000;

    private static final int BEST_METHOD = 6;

    /** What a lossless picture begins with and alpha doesn't: a mark and the size (§3.4). */
    private static final int LOSSLESS_HEAD = 5;

    /** Of the first byte: how the rest is packed, filtered, and whether levels were reduced. */
    private static final int PACKED = 1;

    private static final int FILTERED = 4;
    private static final int REDUCED = 16;

    private final Pixels pixels;
    private final boolean isThere;
    private final Map<Integer, byte[]> packed = new ConcurrentHashMap<>();

    public WebpAlpha(Pixels pixels) {
        this.pixels = pixels;
        this.isThere = pixels.transparentPixels() > 0;
    }

    /** Whether there is any. */
    public boolean isThere() {
        return isThere;
    }

    /**
     * The payload of an ALPH chunk.
     *
     * @param quality 0..100: how many levels are kept, as libwebp chooses them
     */
    public byte[] packed(int quality) {
        byte[] known = packed.get(quality);
        if (known == null) {
            known = pack(levels(quality), PACKED | (quality < EXACT ? REDUCED : 0));
            packed.put(quality, known);
        }
        return known;
    }

    private byte[] pack(int[] levels, int about) {
        byte[] best = IntStream.range(0, FILTERS)
                .parallel()
                .mapToObj(filter ->
                        packed(filtered(levels, filter), about | filter * FILTERED, Libwebp.lossless(METHOD, EFFORT)))
                .min(SMALLER)
                .orElseThrow();
        if (levels.length > SMALL) {
            return best;
        }
        int filter = (best[0] & 0xff) / FILTERED % FILTERS;
        byte[] hard = packed(filtered(levels, filter), best[0], Libwebp.lossless(BEST_METHOD, 1));
        return Stream.of(best, hard).min(SMALLER).orElseThrow();
    }

    /** As the green of a picture without loss. */
    private byte[] packed(int[] greens, int about, WebPWriteParam effort) {
        Bytes file = new Bytes(Libwebp.write(pixels.size(), greens, false, effort));
        WebpChunk chunk = WebpChunk.at(file, WebpChunk.FIRST, file.length());
        byte[] alpha = file.copy(chunk.data() + LOSSLESS_HEAD - 1, chunk.length() - LOSSLESS_HEAD + 1);
        alpha[0] = (byte) about;
        return alpha;
    }

    /** One of each pixel. Reduced ones are read from a file of no colour, in which libwebp leaves them unpacked. */
    private int[] levels(int quality) {
        int[] argb = Argb.fromBytes(pixels.samples(), pixels.channels());
        int[] levels = new int[argb.length];
        for (int i = 0; i < levels.length; i++) {
            levels[i] = argb[i] >>> 24;
            argb[i] &= 0xff000000;
        }
        if (quality == EXACT) {
            return levels;
        }
        WebPWriteParam param = unpacked(Libwebp.lossy(0, 0));
        param.setAlphaQuality(quality);
        Bytes file = new Bytes(Libwebp.write(pixels.size(), argb, true, param));
        WebpChunk chunk = WebpChunk.between(file, WebpChunk.FIRST, file.length()).stream()
                .filter(WebpChunk::isPicture)
                .findFirst()
                .orElseThrow();
        for (int i = 0; i < levels.length; i++) {
            levels[i] = file.u8(chunk.data() + 1 + i);
        }
        return levels;
    }

    /** With alpha as it is, which takes no time. */
    static WebPWriteParam unpacked(WebPWriteParam param) {
        param.setAlphaCompressionAlgorithm(0);
        return param;
    }

    /** The differences to what the neighbours let expect, each as a green. */
    private int[] filtered(int[] levels, int filter) {
        int width = pixels.size().width();
        int[] greens = new int[levels.length];
        for (int i = 0; i < levels.length; i++) {
            int expected = filter == 0 || i == 0 ? 0 : expected(levels, i, width, filter);
            greens[i] = (levels[i] - expected & 0xff) << 8;
        }
        return greens;
    }

    /** Left, above, or what goes on from both; at the edges the one that is there. */
    private static int expected(int[] levels, int i, int width, int filter) {
        if (i < width) {
            return levels[i - 1];
        }
        int above = levels[i - width];
        if (i % width == 0 || filter == 2) {
            return above;
        }
        int left = levels[i - 1];
        return filter == 1 ? left : Math.max(0, Math.min(255, left + above - levels[i - width - 1]));
    }
}
