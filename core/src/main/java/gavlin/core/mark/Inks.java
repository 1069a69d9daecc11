package gavlin.core.mark;

import gavlin.core.raster.Pixels;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * The colours that a mark is made of: those that cover areas, not only edges. Found as peaks of the histogram of pixels that are like all
 * their neighbours, in bins of 8 codes, each then moved to the mean of what lies around it.
 *
 * @param rgb 0xRRGGBB, the most frequent first
 */
public record Inks(int[] rgb) {
    private static final int MOST = 12;
    /** Of all solid pixels; fewer are a gradient's, or a photograph's. */
    private static final double LEAST_SHARE = 0.004;
    /** Of all solid pixels, where the ink is almost the ground's colour: a soft edge's tail has some of those too. */
    private static final double LEAST_SHARE_NEAR = 0.15;
    /** CIEDE2000 from the ground, below which an ink is almost its colour. */
    private static final float NEAR_GROUND = 14;
    /** Of the pixels of such an ink those that have its very colour: what compression leaves around an edge is never so flat. */
    private static final double FLAT = 0.6;
    /** Codes of a channel, the largest difference of them. */
    private static final int APART = 20;

    private static final int OWN = 6;
    /** Codes within which neighbours are alike. */
    private static final int EVEN = 2;

    /**
     * @param solid colours of the pixels that are like their neighbours
     * @param ground behind the mark, about; −1 for none
     */
    public static Inks of(int[] solid, int ground, Differences differences) {
        int[] bins = new int[1 << 15];
        for (int colour : solid) {
            bins[bin(colour)]++;
        }
        Integer[] order = java.util.stream.IntStream.range(0, bins.length)
                .filter(b -> bins[b] > LEAST_SHARE / 2 * solid.length)
                .boxed()
                .sorted((a, b) -> bins[b] - bins[a])
                .toArray(Integer[]::new);
        List<Integer> found = new ArrayList<>();
        for (int n = 0; n < order.length && found.size() < MOST; n++) {
            int colour = mode(solid, order[n]);
            long[] own = around(solid, colour);
            int mean = own[3] == 0
                    ? colour
                    : mean(own[0], own[3]) << 16 | mean(own[1], own[3]) << 8 | mean(own[2], own[3]);
            boolean almostGround = ground >= 0 && differences.of(mean, ground) < NEAR_GROUND;
            double least = !almostGround ? LEAST_SHARE : own[4] < FLAT * own[3] ? 1 : LEAST_SHARE_NEAR;
            boolean isNew = found.stream().allMatch(other -> distance(other, mean) > APART);
            if (own[3] >= least * solid.length && isNew) {
                found.add(mean);
            }
        }
        return new Inks(found.stream().mapToInt(Integer::intValue).toArray());
    }

    /** Of a mark on a clear ground, or of a picture as it is. */
    public static Inks of(Pixels pixels) {
        int width = pixels.size().width();
        int[] solid = new int[(int) pixels.size().pixels()];
        int found = 0;
        for (int i = 0; i < solid.length; i++) {
            boolean whole = pixels.channels() == 3 || pixels.samples()[i * 4 + 3] == -1;
            boolean inside = i % width > 0 && i >= width;
            int rgb = Ground.rgb(pixels, i);
            if (whole
                    && inside
                    && distance(rgb, Ground.rgb(pixels, i - 1)) <= EVEN
                    && distance(rgb, Ground.rgb(pixels, i - width)) <= EVEN) {
                solid[found++] = rgb;
            }
        }
        return of(Arrays.copyOf(solid, found), -1, new Differences());
    }

    /** The most frequent colour of a bin. */
    private static int mode(int[] solid, int bin) {
        int[] own = Arrays.stream(solid).filter(c -> bin(c) == bin).sorted().toArray();
        int best = own[0];
        int longest = 0;
        for (int from = 0; from < own.length; ) {
            int to = from;
            while (to < own.length && own[to] == own[from]) {
                to++;
            }
            if (to - from > longest) {
                longest = to - from;
                best = own[from];
            }
            from = to;
        }
        return best;
    }

    private static long[] around(int[] solid, int colour) {
        long[] sums = new long[5];
        for (int c : solid) {
            if (distance(c, colour) <= OWN) {
                sums[0] += c >> 16 & 0xff;
                sums[1] += c >> 8 & 0xff;
                sums[2] += c & 0xff;
                sums[3]++;
                sums[4] += distance(c, colour) <= 1 ? 1 : 0;
            }
        }
        return sums;
    }

    private static int mean(long sum, long count) {
        return (int) Math.round((double) sum / count);
    }

    private static int bin(int rgb) {
        return (rgb >> 19 & 31) << 10 | (rgb >> 11 & 31) << 5 | rgb >> 3 & 31;
    }

    /** The largest difference of a channel, codes. */
    public static int distance(int a, int b) {
        int r = Math.abs((a >> 16 & 0xff) - (b >> 16 & 0xff));
        int g = Math.abs((a >> 8 & 0xff) - (b >> 8 & 0xff));
        return Math.max(Math.max(r, g), Math.abs((a & 0xff) - (b & 0xff)));
    }

    /** The number of the ink that a colour is, within some codes; −1 for none. */
    public int like(int colour, int within) {
        int best = -1;
        int nearest = within + 1;
        for (int k = 0; k < rgb.length; k++) {
            int d = distance(rgb[k], colour);
            if (d < nearest) {
                nearest = d;
                best = k;
            }
        }
        return best;
    }
}
