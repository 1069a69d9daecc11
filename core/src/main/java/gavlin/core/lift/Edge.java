package gavlin.core.lift;

import gavlin.core.mark.Ground;
import gavlin.core.mark.Inks;
import java.util.Arrays;

/** The soft pixels between ground and mark: which they are, and what solid colour each belongs to. */
final class Edge {
    /** Steps from the ground after which an even place is solid, whatever its colour. */
    private static final int EVEN_IS_SOLID = 4;

    private static final int EVEN_IS_SOLID_LOSSY = 10;
    /** Steps from the ground over which a mark may fade. */
    private static final int WIDEST_EDGE = 96;
    /** A colour within this CIEDE2000 of the ground is never solid only for being even: it is an edge's tail. */
    private static final float TAIL = 8;

    private static final float TAIL_LOSSY = 14;
    /** Codes from a mix of ground and ink, within which an even place is a slow fading. */
    private static final double ON_LINE = 3;
    /** Px over which a solid place says what the ink beside it is, where edges are blurred. */
    private static final int LOSSY_REACH = 4;
    /** Codes from an ink within which a solid pixel is of it. */
    private static final int INK_WITHIN = 12;

    private final Flood flood;
    private final Inks inks;
    private final Unmixing unmixing;
    private final int even;
    private final boolean lossy;
    private final int lifted;

    /** @param even codes within which neighbours are one even place @param lossy whether compression blurred the edge */
    Edge(Flood flood, Inks inks, Unmixing unmixing, int even, boolean lossy) {
        this.flood = flood;
        this.inks = inks;
        this.unmixing = unmixing;
        this.even = even;
        this.lossy = lossy;
        this.lifted = flood.ended;
    }

    /**
     * From the ground into the mark: collects the soft pixels behind the lifted ones in the queue, and stops at what is solid.
     *
     * @return for each soft pixel the solid colour nearest in place, −1 where none was met
     */
    int[] walkInwards() {
        for (int y = 0, i = 0;
                y < flood.size.height();
                y++) { // the first ring, by rows: the ground is most of the picture
            for (int x = 0; x < flood.width; x++, i++) {
                if (flood.isOpen(i)) {
                    int beside = liftedBeside(i, x, y);
                    if (beside >= 0) {
                        soften(i, beside, 1);
                    }
                }
            }
        }
        int from = lifted;
        int to = flood.ended;
        for (int depth = 2; depth <= WIDEST_EDGE && from < to; depth++) {
            for (int n = from; n < to; n++) {
                int i = flood.queue[n];
                for (int dy = -1; dy <= 1; dy++) {
                    for (int dx = -1; dx <= 1; dx++) {
                        int next = flood.neighbour(i, dx, dy);
                        if (next >= 0 && flood.isOpen(next)) {
                            soften(next, i, depth);
                        }
                    }
                }
            }
            from = to;
            to = flood.ended;
        }
        return nearest(INK_WITHIN + even);
    }

    private int liftedBeside(int i, int x, int y) {
        for (int dy = y == 0 ? 0 : -1; dy <= (y == flood.size.height() - 1 ? 0 : 1); dy++) {
            for (int dx = x == 0 ? 0 : -1; dx <= (x == flood.width - 1 ? 0 : 1); dx++) {
                if (flood.state[i + dy * flood.width + dx] == Flood.LIFTED) {
                    return i + dy * flood.width + dx;
                }
            }
        }
        return -1;
    }

    /** Adds a pixel to the soft ones, unless it is solid. */
    private void soften(int i, int outside, int depth) {
        flood.standsAs(i, outside);
        if (!isSolid(i, depth)) {
            flood.soften(i);
        }
    }

    private boolean isSolid(int i, int depth) {
        int colour = Ground.rgb(flood.pixels, i);
        boolean isEven = flood.isEven(i, even);
        if (inks.like(colour, lossy ? even + 2 : 1) >= 0 && isEven) {
            return true;
        }
        if (depth < (lossy ? EVEN_IS_SOLID_LOSSY : EVEN_IS_SOLID)) {
            return false;
        }
        boolean mixed = unmixing.unmix(colour, flood.groundAt(i), -1);
        boolean isPlain = isEven && flood.differences.of(colour, flood.groundAt(i)) >= (lossy ? TAIL_LOSSY : TAIL);
        return !mixed || isPlain && (lossy || unmixing.rest > ON_LINE);
    }

    /** For each soft pixel of the queue the nearest solid colour, spread from the solid ones beside the soft ones. */
    private int[] nearest(int within) {
        int soft = flood.ended - lifted;
        int[] near = new int[soft];
        Arrays.fill(near, -1);
        if (soft == 0) {
            return near;
        }
        int[] numbers = numbersOfSoft();
        int[] wave = new int[soft];
        byte[] steps = new byte[soft];
        int waveEnd = 0;
        for (int n = 0; n < soft; n++) {
            int i = flood.queue[lifted + n];
            for (int dy = -1; dy <= 1 && near[n] < 0; dy++) {
                for (int dx = -1; dx <= 1 && near[n] < 0; dx++) {
                    int next = flood.neighbour(i, dx, dy);
                    if (next >= 0
                            && (flood.state[next] == Flood.MARK
                                    || flood.state[next] == Flood.LIKE
                                    || flood.state[next] == Flood.KEPT)
                            && flood.isWhole(next)) {
                        int colour = Ground.rgb(flood.pixels, next);
                        int ink = inks.like(colour, within);
                        near[n] = ink >= 0 ? inks.rgb()[ink] : colour;
                        wave[waveEnd++] = n;
                    }
                }
            }
        }
        for (int w = 0; w < waveEnd; w++) {
            int i = flood.queue[lifted + wave[w]];
            if (lossy && steps[wave[w]] >= LOSSY_REACH) {
                continue;
            }
            for (int dy = -1; dy <= 1; dy++) {
                for (int dx = -1; dx <= 1; dx++) {
                    int next = flood.neighbour(i, dx, dy);
                    if (next >= 0 && flood.state[next] == Flood.SOFT && near[numbers[next]] < 0) {
                        near[numbers[next]] = near[wave[w]];
                        steps[numbers[next]] = (byte) (steps[wave[w]] + 1);
                        wave[waveEnd++] = numbers[next];
                    }
                }
            }
        }
        Unmixing thin = new Unmixing(inks, Double.MAX_VALUE, true);
        for (int n = 0; lossy && n < soft; n++) {
            near[n] = near[n] >= 0 ? near[n] : inkAround(flood.queue[lifted + n], thin);
        }
        return near;
    }

    /**
     * The ink of a stroke so thin that none of it is solid: of those that could make the strongest pixel around, the mark's most frequent.
     * −1 where none could.
     */
    private int inkAround(int i, Unmixing thin) {
        int strongest = Ground.rgb(flood.pixels, i);
        int most = -1;
        for (int dy = -LOSSY_REACH; dy <= LOSSY_REACH; dy++) {
            for (int dx = -LOSSY_REACH; dx <= LOSSY_REACH; dx++) {
                int next = flood.neighbour(i, dx, dy);
                int apart = next < 0 ? -1 : Inks.distance(Ground.rgb(flood.pixels, next), flood.groundAt(i));
                if (apart > most) {
                    most = apart;
                    strongest = Ground.rgb(flood.pixels, next);
                }
            }
        }
        return thin.likeliest(strongest, flood.groundAt(i));
    }

    /** By pixel, which of the soft ones it is. */
    private int[] numbersOfSoft() {
        int[] numbers = new int[flood.count];
        for (int n = lifted; n < flood.ended; n++) {
            numbers[flood.queue[n]] = n - lifted;
        }
        return numbers;
    }
}
