package gavlin.core.weight;

import gavlin.core.raster.Pixels;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.Map;

/**
 * A picture reduced to at most 256 colours with alpha.
 *
 * @param colours straight 0xAARRGGBB, the more transparent first (PNG stores the shorter alpha list then)
 * @param indices one for each pixel
 */
record Palette(int[] colours, byte[] indices) {
    private static final int MOST = 256;
    /** How much of an error is handed on when dithering; all of it makes flat areas crawl and files heavy. */
    private static final float SPREAD = 0.6f;

    /** The exact colours, when there are at most 256 of them; null otherwise. */
    static Palette exact(Pixels pixels) {
        int[] argb = argb(pixels);
        Map<Integer, Integer> known = new HashMap<>();
        int last = ~argb[0];
        for (int colour : argb) {
            if (colour != last && known.putIfAbsent(colour, 0) == null && known.size() > MOST) {
                return null;
            }
            last = colour;
        }
        int[] colours = byAlpha(known.keySet().stream().mapToInt(c -> c).toArray());
        for (int i = 0; i < colours.length; i++) {
            known.put(colours[i], i);
        }
        byte[] indices = new byte[argb.length];
        for (int i = 0; i < argb.length; i++) {
            indices[i] = i > 0 && argb[i] == argb[i - 1] ? indices[i - 1] : (byte) (int) known.get(argb[i]);
        }
        return new Palette(colours, indices);
    }

    /**
     * @param size 2..256 colours
     * @param dithered whether errors are spread to neighbours (R. Floyd, L. Steinberg 1976)
     */
    static Palette reduced(Subject subject, int size, boolean dithered) {
        return of(subject.pixels(), subject.quantiser().colours(size), dithered);
    }

    /** A picture in some colours. */
    static Palette of(Pixels pixels, int[] some, boolean dithered) {
        int[] argb = argb(pixels);
        int[] colours = byAlpha(some);
        NearestColour nearest = NearestColour.ofColours(colours);
        byte[] indices = dithered ? dither(pixels.size().width(), argb, colours, nearest) : plain(argb, nearest);
        return new Palette(colours, indices);
    }

    private static int[] byAlpha(int[] colours) {
        return Arrays.stream(colours)
                .boxed()
                .sorted(Comparator.<Integer>comparingInt(c -> c >>> 24).thenComparingInt(c -> c & 0xffffff))
                .mapToInt(c -> c)
                .toArray();
    }

    /** The picture as a viewer of the palette sees it. */
    Pixels toPixels(Pixels original) {
        byte[] out = new byte[indices.length * 4];
        for (int i = 0; i < indices.length; i++) {
            int colour = colours[indices[i] & 0xff];
            out[4 * i] = (byte) (colour >> 16);
            out[4 * i + 1] = (byte) (colour >> 8);
            out[4 * i + 2] = (byte) colour;
            out[4 * i + 3] = (byte) (colour >>> 24);
        }
        return new Pixels(original.size(), 4, out);
    }

    /** Straight 0xAARRGGBB, 0 for all that is clear. */
    static int[] argb(Pixels pixels) {
        byte[] in = pixels.samples();
        int channels = pixels.channels();
        int[] out = new int[in.length / channels];
        for (int i = 0, p = 0; p < out.length; i += channels, p++) {
            int alpha = channels == 4 ? in[i + 3] & 0xff : 255;
            out[p] = alpha == 0 ? 0 : alpha << 24 | (in[i] & 0xff) << 16 | (in[i + 1] & 0xff) << 8 | in[i + 2] & 0xff;
        }
        return out;
    }

    private static byte[] plain(int[] argb, NearestColour nearest) {
        byte[] indices = new byte[argb.length];
        for (int i = 0; i < argb.length; i++) {
            indices[i] = (byte) nearest.of(argb[i]);
        }
        return indices;
    }

    private static byte[] dither(int width, int[] argb, int[] colours, NearestColour nearest) {
        byte[] indices = new byte[argb.length];
        float[] here = new float[(width + 2) * 4];
        float[] below = new float[(width + 2) * 4];
        for (int i = 0; i < argb.length; i++) {
            int x = i % width;
            if (x == 0 && i > 0) {
                float[] swap = here;
                here = below;
                below = swap;
                Arrays.fill(below, 0);
            }
            int wanted = argb[i] >>> 24 == 0 ? 0 : shifted(argb[i], here, (x + 1) * 4);
            int index = nearest.of(wanted);
            indices[i] = (byte) index;
            for (int c = 0; c < 4 && wanted != 0; c++) {
                float error = ((wanted >>> 8 * c & 0xff) - (colours[index] >>> 8 * c & 0xff)) * SPREAD / 16;
                here[(x + 2) * 4 + c] += error * 7;
                below[x * 4 + c] += error * 3;
                below[(x + 1) * 4 + c] += error * 5;
                below[(x + 2) * 4 + c] += error;
            }
        }
        return indices;
    }

    /** A colour with the error that is due to it. */
    private static int shifted(int argb, float[] errors, int at) {
        int out = 0;
        for (int c = 0; c < 4; c++) {
            int value = Math.max(0, Math.min(255, Math.round((argb >>> 8 * c & 0xff) + errors[at + c])));
            out |= value << 8 * c;
        }
        return out;
    }
}
