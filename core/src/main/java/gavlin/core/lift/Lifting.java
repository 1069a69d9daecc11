package gavlin.core.lift;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.mark.Differences;
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
    /** States of a pixel. */
    private static final byte MARK = 0;

    private static final byte LIKE = 1;
    private static final byte LIFTED = 2;
    private static final byte KEPT = 3;
    private static final byte SOFT = 4;

    /** CIEDE2000 that is taken for the ground's noise at most, when nobody says how much. */
    private static final double MOST_TOLERANCE = 9;
    /** Of a ground without any noise: less than any code that is not its own. */
    private static final double EXACT_TOLERANCE = 0.2;
    /** Steps from the ground after which an even place is solid, whatever its colour. */
    private static final int EVEN_IS_SOLID = 4;
    /** Steps from the ground over which a mark may fade. */
    private static final int WIDEST_EDGE = 96;
    /** A colour within this CIEDE2000 of the ground is never solid only for being even: it is an edge's tail. */
    private static final float TAIL = 8;

    /** Codes off every mix, from which on edges were blurred by compression. */
    private static final double LOSSY = 2;
    /** Codes from ground and inks, so that a pixel is a mix that says something. */
    private static final int BETWEEN = 16;
    /** Px that are looked at from the ground inwards: compression works in blocks of 8. */
    private static final int BLURRED = 12;
    /** Codes from the ground that are nothing but what compression left around an edge. */
    private static final double LOSSY_DROP = 9;

    /** Codes from a mix of ground and ink, within which an even place is a slow fading. */
    private static final double ON_LINE = 3;

    /** Pixels of the mark that its inks are looked for among. */
    private static final int SAMPLED = 250_000;

    private static final int LOSSY_EVEN = 5;
    private static final double LOSSY_TOLERANCE = 3.5;
    private static final int EVEN_IS_SOLID_LOSSY = 10;
    /** Px over which a solid place says what the ink beside it is, where edges are blurred. */
    private static final int LOSSY_REACH = 4;

    private static final float TAIL_LOSSY = 14;

    private final Pixels pixels;
    private final Size size;
    private final int width;
    private final int count;
    private final Lift lift;
    private Ground ground;
    private double tolerance;
    private double noise;
    /** Codes within which neighbours are one even place. */
    private int even;
    /** Whether edges were blurred by compression. */
    private boolean lossy;

    private Inks inks;
    private final byte[] state;
    private final int[] queue;
    private int ended;
    private final Differences differences = new Differences();
    /** Which spot a pixel was taken away by, 1 and up; 0 for the ground. Only where there are such spots. */
    private byte[] takenBy;

    private final int[] spotColours;

    private Lifting(Pixels pixels, Lift lift) {
        this.pixels = pixels;
        this.size = pixels.size();
        this.width = size.width();
        this.count = (int) size.pixels();
        this.lift = lift;
        this.state = new byte[count];
        this.queue = new int[count];
        this.spotColours = new int[lift.spots().size() + 1];
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
        ground = Ground.alongBorder(pixels);
        again(tolerance(ground));
        if (!ground.flat()) {
            Ground better = ground.refined(pixels, i -> state[i] == LIFTED);
            if (better != ground) {
                ground = better;
                again(tolerance(ground));
            }
        }
        noise = ground.noise();
        even = (int) Math.ceil(2 + 2 * noise);
        inks = Inks.of(solidColours(), ground.at(0), differences);
        lossy = noise > 0.5 || blur() > LOSSY;
        if (lossy) {
            even = Math.max(even, LOSSY_EVEN);
            if (lift.tolerance() == null && tolerance < LOSSY_TOLERANCE) {
                tolerance = LOSSY_TOLERANCE; // more is like the ground than before: what was stays
                judge();
                flood();
            }
            inks = Inks.of(solidColours(), ground.at(0), differences);
        }
        takeSpots();
        return unmixed();
    }

    private double tolerance(Ground of) {
        return of.spread() == 0 ? EXACT_TOLERANCE : Math.min(MOST_TOLERANCE, 1.3 * of.spread() + 0.5);
    }

    /** @param chosen where nobody said another */
    private void again(double chosen) {
        tolerance = lift.tolerance() != null ? lift.tolerance() : chosen;
        Arrays.fill(state, MARK);
        ended = 0;
        judge();
        flood();
    }

    /** Which pixels are like the ground: rows are judged side by side. */
    private void judge() {
        int rows = size.height();
        int parts = Math.min(rows, 4);
        IntStream.range(0, parts).parallel().forEach(part -> {
            Differences own = new Differences();
            int end = (int) ((long) rows * (part + 1) / parts) * width;
            for (int i = (int) ((long) rows * part / parts) * width; i < end; i++) {
                if (state[i] == MARK && (isClear(i) || own.of(Ground.rgb(pixels, i), ground.at(i)) <= tolerance)) {
                    state[i] = LIKE;
                }
            }
        });
        for (Spot spot : lift.spots()) {
            if (spot.keep()) {
                spot.pixels(size, i -> state[i] = KEPT);
            }
        }
    }

    private boolean isClear(int i) {
        return pixels.channels() == 4 && pixels.samples()[i * 4 + 3] == 0;
    }

    private boolean isWhole(int i) {
        return pixels.channels() == 3 || pixels.samples()[i * 4 + 3] == -1;
    }

    /** From the border and from what is lifted already. */
    private void flood() {
        int before = ended;
        for (int x = 0; x < width; x++) {
            lift(x);
            lift(count - width + x);
        }
        for (int i = 0; i < count; i += width) {
            lift(i);
            lift(i + width - 1);
        }
        for (int n = 0; n < before; n++) {
            spreadFrom(queue[n]);
        }
        spread(before);
        if (lift.enclosed()) {
            for (int i = 0; i < count; i++) {
                if (state[i] == LIKE && isInside(i) && !isKeptAround(i)) {
                    int from = ended;
                    lift(i);
                    spread(from);
                }
            }
        }
    }

    private void lift(int i) {
        if (state[i] == LIKE) {
            state[i] = LIFTED;
            queue[ended++] = i;
        }
    }

    private void spread(int from) {
        for (int n = from; n < ended; n++) {
            spreadFrom(queue[n]);
        }
    }

    private void spreadFrom(int i) {
        int x = i % width;
        if (x > 0) {
            lift(i - 1);
        }
        if (x < width - 1) {
            lift(i + 1);
        }
        if (i >= width) {
            lift(i - width);
        }
        if (i < count - width) {
            lift(i + width);
        }
    }

    /** An enclosed place is one if it is wider than a line of noise. */
    private boolean isInside(int i) {
        int x = i % width;
        return x > 0
                && x < width - 1
                && i >= width
                && i < count - width
                && state[i - 1] == LIKE
                && state[i + 1] == LIKE
                && state[i - width] == LIKE
                && state[i + width] == LIKE;
    }

    /** Whether somebody said of the enclosed place around a pixel that it belongs to the mark; it is marked as kept then. */
    private boolean isKeptAround(int from) {
        if (lift.spots().stream().noneMatch(Spot::keep)) {
            return false;
        }
        int start = ended;
        int end = start;
        boolean kept = false;
        state[from] = SOFT; // for now: seen
        queue[end++] = from;
        for (int n = start; n < end; n++) {
            int i = queue[n];
            int x = i % width;
            int[] next = {
                x > 0 ? i - 1 : i,
                x < width - 1 ? i + 1 : i,
                Math.max(i - width, i % width),
                i < count - width ? i + width : i
            };
            for (int to : next) {
                kept |= state[to] == KEPT;
                if (state[to] == LIKE) {
                    state[to] = SOFT;
                    queue[end++] = to;
                }
            }
        }
        for (int n = start; n < end; n++) {
            state[queue[n]] = kept ? KEPT : LIKE;
        }
        return kept;
    }

    /** What somebody pointed at goes too, with all around it that is like it. */
    private void takeSpots() {
        for (int k = 0; k < lift.spots().size(); k++) {
            Spot spot = lift.spots().get(k);
            if (spot.keep()) {
                continue;
            }
            if (takenBy == null) {
                takenBy = new byte[count];
            }
            byte number = (byte) (k + 1);
            int middle = (int) Math.min(width - 1, spot.along().get(0).x() * width)
                    + (int) Math.min(size.height() - 1, spot.along().get(0).y() * size.height()) * width;
            spotColours[k + 1] = Ground.rgb(pixels, middle);
            int from = ended;
            spot.pixels(size, i -> take(i, number));
            for (int n = from; n < ended; n++) {
                int i = queue[n];
                int x = i % width;
                if (x > 0) {
                    takeLike(i - 1, number);
                }
                if (x < width - 1) {
                    takeLike(i + 1, number);
                }
                if (i >= width) {
                    takeLike(i - width, number);
                }
                if (i < count - width) {
                    takeLike(i + width, number);
                }
            }
        }
    }

    private void take(int i, byte number) {
        if (state[i] != LIFTED && state[i] != KEPT) {
            state[i] = LIFTED;
            takenBy[i] = number;
            queue[ended++] = i;
        }
    }

    private void takeLike(int i, byte number) {
        if (state[i] != LIFTED
                && differences.of(Ground.rgb(pixels, i), spotColours[number]) <= Math.max(2, tolerance)) {
            take(i, number);
        }
    }

    private int groundAt(int i) {
        return takenBy != null && takenBy[i] > 0 ? spotColours[takenBy[i]] : ground.at(i);
    }

    private Result unmixed() {
        int lifted = ended;
        Unmixing unmixing = new Unmixing(inks, (lossy ? 24 : 8) + 4 * noise, lossy);
        int[] near = walkInwards(lifted, unmixing);
        byte[] out = copied();
        double drop = lossy ? Math.min(16, LOSSY_DROP + 3 * noise) : 0;
        long edge = 0;
        long remains = 0;
        int[] tiles = new int[64];
        for (int n = lifted; n < ended; n++) {
            int i = queue[n];
            int pixel = Ground.rgb(pixels, i);
            int behind = groundAt(i);
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
                    && differences.of(unmixing.colour, behind) < 10
                    && solid >= 0
                    && differences.of(solid, behind) >= 20) {
                remains++;
                tiles[tile(i)]++;
            }
        }
        for (int n = 0; n < lifted; n++) {
            put(out, queue[n], 0, 0);
        }
        return new Result(
                new Pixels(size, 4, out),
                ground.colour(),
                ground.flat(),
                tolerance,
                ground.share(),
                (double) lifted / count,
                edge == 0 ? 0 : (double) remains / edge,
                remains == 0 ? null : box(tiles));
    }

    /**
     * How far the pixels between ground and mark are from all mixes of the ground and one ink, codes, by the median: next to nothing in a
     * picture that was never compressed with loss, many where it was.
     */
    private double blur() {
        int lifted = ended;
        Unmixing unmixing = new Unmixing(inks, Double.MAX_VALUE, false);
        int step = Math.max(1, lifted / 400_000);
        double[] rests = new double[4000];
        int found = 0;
        for (int n = 0; n < lifted && found < rests.length; n += step) {
            int i = queue[n];
            int end = state[Math.min(i + 1, count - 1)] == MARK ? Math.min(i + BLURRED, i - i % width + width - 1) : i;
            for (int next = i + 1; next <= end && found < rests.length; next++) {
                int colour = Ground.rgb(pixels, next);
                boolean between = Inks.distance(colour, groundAt(next)) >= BETWEEN && inks.like(colour, BETWEEN) < 0;
                if (between && isWhole(next)) {
                    unmixing.unmix(colour, groundAt(next), -1);
                    rests[found++] = Math.min(99, unmixing.rest);
                }
            }
        }
        Arrays.sort(rests, 0, found);
        return found < 8 || inks.rgb().length == 0 ? 0 : rests[found / 2];
    }

    private int tile(int i) {
        return i / width * 8 / size.height() * 8 + i % width * 8 / width;
    }

    private Box<InPicture> box(int[] tiles) {
        int most = IntStream.range(0, 64)
                .reduce((a, b) -> tiles[a] >= tiles[b] ? a : b)
                .orElse(0);
        double w = width / 8.0;
        double h = size.height() / 8.0;
        return new Box<>(most % 8 * w, most / 8 * h, w, h);
    }

    /**
     * From the ground into the mark: collects the soft pixels behind the lifted ones in the queue, and stops at what is solid.
     *
     * @return for each soft pixel the solid colour nearest in place, −1 where none was met
     */
    private int[] walkInwards(int lifted, Unmixing unmixing) {
        for (int y = 0, i = 0; y < size.height(); y++) { // the first ring, by rows: the ground is most of the picture
            for (int x = 0; x < width; x++, i++) {
                if (isOpen(i)) {
                    int beside = liftedBeside(i, x, y);
                    if (beside >= 0) {
                        soften(i, beside, 1, unmixing);
                    }
                }
            }
        }
        int from = lifted;
        int to = ended;
        for (int depth = 2; depth <= WIDEST_EDGE && from < to; depth++) {
            for (int n = from; n < to; n++) {
                int i = queue[n];
                for (int dy = -1; dy <= 1; dy++) {
                    for (int dx = -1; dx <= 1; dx++) {
                        int next = neighbour(i, dx, dy);
                        if (next >= 0 && isOpen(next)) {
                            soften(next, i, depth, unmixing);
                        }
                    }
                }
            }
            from = to;
            to = ended;
        }
        return nearest(lifted, 12 + even);
    }

    private boolean isOpen(int i) {
        return (state[i] == MARK || state[i] == LIKE) && isWhole(i);
    }

    private int liftedBeside(int i, int x, int y) {
        for (int dy = y == 0 ? 0 : -1; dy <= (y == size.height() - 1 ? 0 : 1); dy++) {
            for (int dx = x == 0 ? 0 : -1; dx <= (x == width - 1 ? 0 : 1); dx++) {
                if (state[i + dy * width + dx] == LIFTED) {
                    return i + dy * width + dx;
                }
            }
        }
        return -1;
    }

    /** Adds a pixel to the soft ones, unless it is solid; it stands on the same ground as the one outside of it. */
    private void soften(int i, int outside, int depth, Unmixing unmixing) {
        if (takenBy != null) {
            takenBy[i] = takenBy[outside];
        }
        if (!isSolid(i, depth, unmixing)) {
            state[i] = SOFT;
            queue[ended++] = i;
        }
    }

    private boolean isSolid(int i, int depth, Unmixing unmixing) {
        int colour = Ground.rgb(pixels, i);
        boolean isEven = isEven(i, even);
        if (inks.like(colour, lossy ? even + 2 : 1) >= 0 && isEven) {
            return true;
        }
        if (depth < (lossy ? EVEN_IS_SOLID_LOSSY : EVEN_IS_SOLID)) {
            return false;
        }
        boolean mixed = unmixing.unmix(colour, groundAt(i), -1);
        boolean isPlain = isEven && differences.of(colour, groundAt(i)) >= (lossy ? TAIL_LOSSY : TAIL);
        return !mixed || isPlain && (lossy || unmixing.rest > ON_LINE);
    }

    /** For each soft pixel of the queue the nearest solid colour, spread from the solid ones beside the soft ones. */
    private int[] nearest(int lifted, int within) {
        int soft = ended - lifted;
        int[] near = new int[soft];
        Arrays.fill(near, -1);
        if (soft == 0) {
            return near;
        }
        int[] numbers = numbersOfSoft(lifted);
        int[] wave = new int[soft];
        byte[] steps = new byte[soft];
        int waveEnd = 0;
        for (int n = 0; n < soft; n++) {
            int i = queue[lifted + n];
            for (int dy = -1; dy <= 1 && near[n] < 0; dy++) {
                for (int dx = -1; dx <= 1 && near[n] < 0; dx++) {
                    int next = neighbour(i, dx, dy);
                    if (next >= 0
                            && (state[next] == MARK || state[next] == LIKE || state[next] == KEPT)
                            && isWhole(next)) {
                        int colour = Ground.rgb(pixels, next);
                        int ink = inks.like(colour, within);
                        near[n] = ink >= 0 ? inks.rgb()[ink] : colour;
                        wave[waveEnd++] = n;
                    }
                }
            }
        }
        for (int w = 0; w < waveEnd; w++) {
            int i = queue[lifted + wave[w]];
            if (lossy && steps[wave[w]] >= LOSSY_REACH) {
                continue;
            }
            for (int dy = -1; dy <= 1; dy++) {
                for (int dx = -1; dx <= 1; dx++) {
                    int next = neighbour(i, dx, dy);
                    if (next >= 0 && state[next] == SOFT && near[numbers[next]] < 0) {
                        near[numbers[next]] = near[wave[w]];
                        steps[numbers[next]] = (byte) (steps[wave[w]] + 1);
                        wave[waveEnd++] = numbers[next];
                    }
                }
            }
        }
        Unmixing thin = new Unmixing(inks, Double.MAX_VALUE, true);
        for (int n = 0; lossy && n < soft; n++) {
            near[n] = near[n] >= 0 ? near[n] : inkAround(queue[lifted + n], thin);
        }
        return near;
    }

    /**
     * The ink of a stroke so thin that none of it is solid: of those that could make the strongest pixel around, the mark's most frequent.
     * −1 where none could.
     */
    private int inkAround(int i, Unmixing thin) {
        int strongest = Ground.rgb(pixels, i);
        int most = -1;
        for (int dy = -LOSSY_REACH; dy <= LOSSY_REACH; dy++) {
            for (int dx = -LOSSY_REACH; dx <= LOSSY_REACH; dx++) {
                int next = neighbour(i, dx, dy);
                int apart = next < 0 ? -1 : Inks.distance(Ground.rgb(pixels, next), groundAt(i));
                if (apart > most) {
                    most = apart;
                    strongest = Ground.rgb(pixels, next);
                }
            }
        }
        return thin.likeliest(strongest, groundAt(i));
    }

    /** By pixel, which of the soft ones it is. */
    private int[] numbersOfSoft(int lifted) {
        int[] numbers = new int[count];
        for (int n = lifted; n < ended; n++) {
            numbers[queue[n]] = n - lifted;
        }
        return numbers;
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

    private int neighbour(int i, int dx, int dy) {
        int x = i % width + dx;
        int at = i + dx + dy * width;
        return x >= 0 && x < width && at >= 0 && at < count && (dx != 0 || dy != 0) ? at : -1;
    }

    private int[] solidColours() {
        int step = Math.max(1, (count - ended) / SAMPLED);
        int[] colours = new int[(count - ended) / step + 1];
        int found = 0;
        int seen = 0;
        for (int i = 0; i < count; i++) {
            if ((state[i] == MARK || state[i] == LIKE) && seen++ % step == 0 && isWhole(i) && isEven(i, even)) {
                colours[found++] = Ground.rgb(pixels, i);
            }
        }
        return Arrays.copyOf(colours, found);
    }

    /** Whether a pixel is like the four beside it; those at the border are. */
    private boolean isEven(int i, int within) {
        int colour = Ground.rgb(pixels, i);
        int x = i % width;
        return (x == 0 || Inks.distance(colour, Ground.rgb(pixels, i - 1)) <= within)
                && (x == width - 1 || Inks.distance(colour, Ground.rgb(pixels, i + 1)) <= within)
                && (i < width || Inks.distance(colour, Ground.rgb(pixels, i - width)) <= within)
                && (i >= count - width || Inks.distance(colour, Ground.rgb(pixels, i + width)) <= within);
    }

    private byte[] copied() {
        byte[] out = new byte[count * 4];
        if (pixels.channels() == 4) {
            System.arraycopy(pixels.samples(), 0, out, 0, out.length);
            return out;
        }
        for (int i = 0, from = 0, to = 0; i < count; i++) {
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
