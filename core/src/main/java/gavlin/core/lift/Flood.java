package gavlin.core.lift;

import gavlin.core.geometry.Size;
import gavlin.core.mark.Differences;
import gavlin.core.mark.Ground;
import gavlin.core.mark.Inks;
import gavlin.core.raster.Pixels;
import java.util.Arrays;
import java.util.stream.IntStream;

/**
 * What of a picture is its ground: like it within a tolerance and joined to the border, or enclosed where that is asked, or pointed at.
 * Each pixel has a state, and those that are lifted stand in a queue in the order in which they were reached; the soft ones of the edge
 * are put behind them.
 */
final class Flood {
    static final byte MARK = 0;
    static final byte LIKE = 1;
    static final byte LIFTED = 2;
    static final byte KEPT = 3;
    static final byte SOFT = 4;

    /** CIEDE2000 that is taken for the ground's noise at most, when nobody says how much. */
    private static final double MOST_TOLERANCE = 9;
    /** Of a ground without any noise: less than any code that is not its own. */
    private static final double EXACT_TOLERANCE = 0.2;
    /** Pixels of the mark that its inks are looked for among. */
    private static final int SAMPLED = 250_000;

    final Pixels pixels;
    final Size size;
    final int width;
    final int count;
    final byte[] state;
    final int[] queue;
    int ended;
    final Differences differences = new Differences();
    private final Lift lift;
    private Ground ground;
    private double tolerance;
    /** Which spot a pixel was taken away by, 1 and up; 0 for the ground. Only where there are such spots. */
    private byte[] takenBy;

    private final int[] spotColours;

    Flood(Pixels pixels, Lift lift) {
        this.pixels = pixels;
        this.size = pixels.size();
        this.width = size.width();
        this.count = (int) size.pixels();
        this.lift = lift;
        this.state = new byte[count];
        this.queue = new int[count];
        this.spotColours = new int[lift.spots().size() + 1];
        ground = Ground.alongBorder(pixels);
        again(tolerance(ground));
        if (!ground.flat()) {
            Ground better = ground.refined(pixels, i -> state[i] == LIFTED);
            if (better != ground) {
                ground = better;
                again(tolerance(ground));
            }
        }
    }

    Ground ground() {
        return ground;
    }

    double tolerance() {
        return tolerance;
    }

    /** Goes on with a larger tolerance, unless somebody said which: what was lifted stays so. */
    void widen(double to) {
        if (lift.tolerance() == null && tolerance < to) {
            tolerance = to;
            judge();
            flood();
        }
    }

    private static double tolerance(Ground of) {
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

    boolean isWhole(int i) {
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
    void takeSpots() {
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

    int groundAt(int i) {
        return takenBy != null && takenBy[i] > 0 ? spotColours[takenBy[i]] : ground.at(i);
    }

    /** A pixel of the edge stands on the same ground as the one outside of it. */
    void standsAs(int i, int outside) {
        if (takenBy != null) {
            takenBy[i] = takenBy[outside];
        }
    }

    /** Puts a pixel behind all that was reached. */
    void soften(int i) {
        state[i] = SOFT;
        queue[ended++] = i;
    }

    /** Neither lifted, kept nor soft, and not half clear already. */
    boolean isOpen(int i) {
        return (state[i] == MARK || state[i] == LIKE) && isWhole(i);
    }

    int neighbour(int i, int dx, int dy) {
        int x = i % width + dx;
        int at = i + dx + dy * width;
        return x >= 0 && x < width && at >= 0 && at < count && (dx != 0 || dy != 0) ? at : -1;
    }

    /** Of the pixels of the mark that are like those beside them, or of some of them. */
    int[] solidColours(int even) {
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
    boolean isEven(int i, int within) {
        int colour = Ground.rgb(pixels, i);
        int x = i % width;
        return (x == 0 || Inks.distance(colour, Ground.rgb(pixels, i - 1)) <= within)
                && (x == width - 1 || Inks.distance(colour, Ground.rgb(pixels, i + 1)) <= within)
                && (i < width || Inks.distance(colour, Ground.rgb(pixels, i - width)) <= within)
                && (i >= count - width || Inks.distance(colour, Ground.rgb(pixels, i + width)) <= within);
    }
}
