package gavlin.core.lift;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.mark.Ground;
import gavlin.core.mark.Inks;
import gavlin.core.raster.Pixels;
import java.util.Arrays;
import java.util.stream.IntStream;

/**
 * Lifts the backing of a mark. What is like the ground within a tolerance and joined to the border goes; between it and the solid parts of
 * the mark each pixel is un-mixed, so that its colour is the mark's alone and its alpha what the mark covered of it.
 *
 * <p>Linear in the number of pixels: one comparison a pixel, one flood, one ring of soft pixels walked from the outside in. Its arrays
 * take 9 bytes a pixel.
 */
final class Lifting {
    /** Codes off every mix, from which on edges were blurred by compression. */
    private static final double LOSSY = 2;
    /** Codes from ground and inks, so that a pixel is a mix that says something. */
    private static final int BETWEEN = 16;
    /** Px that are looked at from the ground inwards: compression works in blocks of 8. */
    private static final int BLURRED = 12;
    /** Codes from the ground that are nothing but what compression left around an edge. */
    private static final double LOSSY_DROP = 9;

    private static final int LOSSY_EVEN = 5;
    private static final double LOSSY_TOLERANCE = 3.5;
    /** CIEDE2000 from the old ground, below which it is still seen, where the mark is further from it than the other. */
    private static final float SEEN = 10;

    private static final float TOLD_APART = 20;
    /** The place that is worst is told as one of so many across and down. */
    private static final int TILES = 8;

    private final Flood flood;
    private final Pixels pixels;
    private final Size size;
    private final int width;
    private double noise;
    /** Codes within which neighbours are one even place. */
    private int even;
    /** Whether edges were blurred by compression. */
    private boolean lossy;

    private Inks inks;

    private Lifting(Pixels pixels, Lift lift) {
        this.pixels = pixels;
        this.size = pixels.size();
        this.width = size.width();
        this.flood = new Flood(pixels, lift);
    }

    /**
     * @param pixels four channels, the ground's share of every pixel taken away; straight alpha
     * @param ground about, 0xRRGGBB
     * @param tolerance CIEDE2000 that was taken for the ground's
     * @param even the share of the border that is the ground's, 0..1: little means that there is no flat ground
     * @param lifted how much of the picture went, 0..1
     * @param remains the share of the edge at which the old ground's colour still shows, 0..1
     * @param worst where most of it is, px of the picture; null where there is none
     */
    record Result(
            Pixels pixels,
            int ground,
            boolean flat,
            double tolerance,
            double even,
            double lifted,
            double remains,
            Box<InPicture> worst) {}

    static Result of(Pixels pixels, Lift lift) {
        return new Lifting(pixels, lift).run();
    }

    private Result run() {
        noise = flood.ground().noise();
        even = (int) Math.ceil(2 + 2 * noise);
        inks = inks();
        lossy = noise > 0.5 || blur() > LOSSY;
        if (lossy) {
            even = Math.max(even, LOSSY_EVEN);
            flood.widen(LOSSY_TOLERANCE);
            inks = inks();
        }
        flood.takeSpots();
        return unmixed();
    }

    private Inks inks() {
        return Inks.of(flood.solidColours(even), flood.ground().colour(), flood.differences);
    }

    private Result unmixed() {
        int lifted = flood.ended;
        Unmixing unmixing = new Unmixing(inks, (lossy ? 24 : 8) + 4 * noise, lossy);
        int[] near = new Edge(flood, inks, unmixing, even, lossy).walkInwards();
        byte[] out = copied();
        double drop = lossy ? Math.min(16, LOSSY_DROP + 3 * noise) : 0;
        long edge = 0;
        long remains = 0;
        int[] tiles = new int[TILES * TILES];
        for (int n = lifted; n < flood.ended; n++) {
            int i = flood.queue[n];
            int pixel = Ground.rgb(pixels, i);
            int behind = flood.groundAt(i);
            int solid = near[n - lifted];
            boolean mixed = unmixing.unmix(pixel, behind, solid);
            if (!mixed) {
                resolve(unmixing, pixel, behind, solid);
            }
            double span = Math.max(1, Inks.distance(unmixing.colour, behind));
            double alpha = unmixing.alpha * span <= drop ? 0 : (1 - unmixing.alpha) * span <= drop ? 1 : unmixing.alpha;
            put(out, i, unmixing.colour, alpha);
            edge++;
            if (alpha > 0.5
                    && flood.differences.of(unmixing.colour, behind) < SEEN
                    && solid >= 0
                    && flood.differences.of(solid, behind) >= TOLD_APART) {
                remains++;
                tiles[tile(i)]++;
            }
        }
        for (int n = 0; n < lifted; n++) {
            put(out, flood.queue[n], 0, 0);
        }
        return new Result(
                new Pixels(size, 4, out),
                flood.ground().colour(),
                flood.ground().flat(),
                flood.tolerance(),
                flood.ground().share(),
                (double) lifted / flood.count,
                edge == 0 ? 0 : (double) remains / edge,
                remains == 0 ? null : box(tiles));
    }

    /**
     * How far the pixels between ground and mark are from all mixes of the ground and one ink, codes, by the median: next to nothing in a
     * picture that was never compressed with loss, many where it was.
     */
    private double blur() {
        int lifted = flood.ended;
        Unmixing unmixing = new Unmixing(inks, Double.MAX_VALUE, false);
        int step = Math.max(1, lifted / 400_000);
        double[] rests = new double[4000];
        int found = 0;
        for (int n = 0; n < lifted && found < rests.length; n += step) {
            int i = flood.queue[n];
            int end = flood.state[Math.min(i + 1, flood.count - 1)] == Flood.MARK
                    ? Math.min(i + BLURRED, i - i % width + width - 1)
                    : i;
            for (int next = i + 1; next <= end && found < rests.length; next++) {
                int colour = Ground.rgb(pixels, next);
                boolean between =
                        Inks.distance(colour, flood.groundAt(next)) >= BETWEEN && inks.like(colour, BETWEEN) < 0;
                if (between && flood.isWhole(next)) {
                    unmixing.unmix(colour, flood.groundAt(next), -1);
                    rests[found++] = Math.min(99, unmixing.rest);
                }
            }
        }
        Arrays.sort(rests, 0, found);
        return found < 8 || inks.rgb().length == 0 ? 0 : rests[found / 2];
    }

    private int tile(int i) {
        return i / width * TILES / size.height() * TILES + i % width * TILES / width;
    }

    private Box<InPicture> box(int[] tiles) {
        int most = IntStream.range(0, TILES * TILES)
                .reduce((a, b) -> tiles[a] >= tiles[b] ? a : b)
                .orElse(0);
        double w = width / (double) TILES;
        double h = size.height() / (double) TILES;
        return new Box<>(most % TILES * w, most / TILES * h, w, h);
    }

    /** A pixel that is no mix of the ground and what is known: the solid colour beside it decides how much of it is there. */
    private static void resolve(Unmixing unmixing, int pixel, int behind, int solid) {
        double full = solid < 0 ? 0 : Inks.distance(solid, behind);
        double share = full < 1 ? 1 : Math.min(1, Inks.distance(pixel, behind) / full);
        unmixing.alpha = share;
        unmixing.colour = share >= 0.98 || share <= 0 ? pixel : inGamut(pixel, behind, share);
    }

    /** F = B + (C − B)/α, as near as codes allow. */
    private static int inGamut(int pixel, int behind, double alpha) {
        int rgb = 0;
        for (int shift = 16; shift >= 0; shift -= 8) {
            int b = behind >> shift & 0xff;
            double value = b + ((pixel >> shift & 0xff) - b) / alpha;
            rgb |= (int) Math.max(0, Math.min(255, Math.round(value))) << shift;
        }
        return rgb;
    }

    private byte[] copied() {
        byte[] out = new byte[flood.count * 4];
        if (pixels.channels() == 4) {
            System.arraycopy(pixels.samples(), 0, out, 0, out.length);
            return out;
        }
        for (int i = 0, from = 0, to = 0; i < flood.count; i++) {
            out[to++] = pixels.samples()[from++];
            out[to++] = pixels.samples()[from++];
            out[to++] = pixels.samples()[from++];
            out[to++] = -1;
        }
        return out;
    }

    private static void put(byte[] out, int i, int rgb, double alpha) {
        int code = (int) Math.round(alpha * 255);
        out[i * 4] = (byte) (code == 0 ? 0 : rgb >> 16);
        out[i * 4 + 1] = (byte) (code == 0 ? 0 : rgb >> 8);
        out[i * 4 + 2] = (byte) (code == 0 ? 0 : rgb);
        out[i * 4 + 3] = (byte) code;
    }
}
