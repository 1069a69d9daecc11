package gavlin.core.jpeg;

/**
 * Rounds cosines to steps so that bits and error together are least: each may also be rounded towards zero or dropped, where
 * what that saves outweighs it. The cheapest way through a block is found over its cosines in order (dynamic programming; the
 * idea is that of K. Ramchandran and M. Vetterli 1994, "Rate-distortion optimal fast thresholding with complete JPEG/MPEG decoder
 * compatibility").
 *
 * <p>Error counts in squared steps, bits by the entropy of what plain rounding would write. The steps that count are those that are
 * wanted, not the whole numbers that are written: so sizes follow the quality without jumps.
 */
final class Rounding {
    /** What a bit is worth, in squared steps: by trial, as the weights, between what our own measure of damage likes best (0.13) and butteraugli. */
    private static final double BIT = 0.08;
    /**
     * Where steps are long, an error of one is more: grain and sharp edges would go first. Its weight rises with this power of
     * the step's length.
     */
    private static final double LONG_STEPS = 0.6;
    /** At quality 100 none is wanted any more, and nothing would be worth dropping. */
    private static final double LEAST_STEP = 0.1;
    /** Dropping one saves hardly more than twelve bits: what is worth more is kept. */
    private static final float MOST_SAVED = (float) (12 * BIT);

    private static final int RUNS = 16;
    private static final int SIZES = 12;
    private static final int ZEROES = 15 * SIZES;
    private static final int END = 0;

    private final short[] cosines;
    private final Rounded rounded;
    /** Below half a step a cosine is 0; in the units of {@link Component#cosines}. */
    private final int[] halfSteps = new int[Cosines.BLOCK];

    private final float[] inverse = new float[Cosines.BLOCK];
    private final float[] weights = new float[Cosines.BLOCK];
    /** Worth of the bits of zeroes and the size behind them, at zeroes · {@value #SIZES} + size; with the size's own bits. */
    private final float[] bits = new float[(Cosines.BLOCK - 1) * SIZES];

    private float endBits;

    /** Of the block at hand, from 1 on, those of its cosines that aren't 0: where they are. Before them stands the block's first. */
    private final int[] places = new int[Cosines.BLOCK];

    /** Error of all before and with it, were they dropped. */
    private final float[] dropped = new float[Cosines.BLOCK];

    /** The least that it costs to keep it, what it is rounded to then, and which is kept before it. */
    private final float[] costs = new float[Cosines.BLOCK];

    private final int[] sizes = new int[Cosines.BLOCK];
    private final int[] before = new int[Cosines.BLOCK];

    private Rounding(Component component, Steps steps) {
        cosines = component.cosines;
        rounded = new Rounded(component.blocks());
        int[] written = steps.written();
        for (int k = 0; k < written.length; k++) {
            halfSteps[k] = (written[k] * Component.PARTS + 1) / 2;
            inverse[k] = 1f / (written[k] * Component.PARTS);
            double nearness = written[k] / Math.max(LEAST_STEP, steps.wanted()[k]);
            weights[k] = (float) (nearness * nearness * Math.pow((double) written[k] / written[1], LONG_STEPS));
        }
    }

    static Rounded of(Component component, Steps steps) {
        Rounding rounding = new Rounding(component, steps);
        rounding.plainly();
        rounding.learn();
        rounding.thriftily();
        return rounding.rounded;
    }

    private void plainly() {
        int to = 0;
        for (int block = 0; block < rounded.first.length; block++) {
            int at = block * Cosines.BLOCK;
            rounded.reserve(to);
            rounded.first[block] = (short) Math.round(cosines[at] * inverse[0]);
            for (int k = 1; k < Cosines.BLOCK; k++) {
                int cosine = cosines[at + k];
                if (Math.abs(cosine) >= halfSteps[k]) {
                    rounded.places[to] = (byte) k;
                    rounded.values[to++] = (short) Math.round(cosine * inverse[k]);
                }
            }
            rounded.ends[block] = to;
        }
    }

    private void learn() {
        int[] counts = new int[RUNS * SIZES];
        int all = 0;
        for (int block = 0, i = 0; block < rounded.ends.length; block++) {
            int last = 0;
            for (; i < rounded.ends[block]; i++) {
                int zeroes = rounded.places[i] - last - 1;
                last = rounded.places[i];
                counts[ZEROES] += zeroes >> 4;
                counts[(zeroes & 15) * SIZES + bitsOf(rounded.values[i])]++;
                all += 1 + (zeroes >> 4);
            }
            if (last < Cosines.BLOCK - 1) {
                counts[END]++;
                all++;
            }
        }
        float[] ofSymbol = new float[counts.length];
        for (int i = 0; i < counts.length; i++) {
            double entropy = Math.log((all + counts.length * 0.25) / (counts[i] + 0.25)) / Math.log(2);
            ofSymbol[i] = (float) (BIT * (entropy + i % SIZES));
        }
        endBits = ofSymbol[END];
        for (int i = 0; i < bits.length; i++) {
            int zeroes = i / SIZES;
            bits[i] = (zeroes >> 4) * ofSymbol[ZEROES] + ofSymbol[(zeroes & 15) * SIZES + i % SIZES];
        }
    }

    private static int bitsOf(int value) {
        return 32 - Integer.numberOfLeadingZeros(Math.abs(value));
    }

    private void thriftily() {
        int to = 0;
        for (int block = 0, from = 0; block < rounded.ends.length; block++) {
            int count = rounded.ends[block] - from;
            findCheapest(block * Cosines.BLOCK, from, count);
            for (int n = 1; n <= count; n++) {
                if (sizes[n] != 0) {
                    int size = rounded.values[from + n - 1] < 0 ? -sizes[n] : sizes[n];
                    rounded.places[to] = (byte) places[n];
                    rounded.values[to++] = (short) size;
                }
            }
            from += count;
            rounded.ends[block] = to;
        }
    }

    /** Leaves in {@link #sizes} what each of a block's is rounded to, 0 where it is dropped. */
    private void findCheapest(int at, int from, int count) {
        for (int n = 1; n <= count; n++) {
            int place = rounded.places[from + n - 1];
            float scaled = Math.abs(cosines[at + place] * inverse[place]);
            places[n] = place;
            dropped[n] = dropped[n - 1] + weights[place] * scaled * scaled;
            reach(n, Math.abs(rounded.values[from + n - 1]), scaled);
        }
        int last = 0;
        float least = dropped[count] + endBits;
        for (int n = 1; n <= count; n++) {
            float cost = costs[n] + dropped[count] - dropped[n] + (places[n] == Cosines.BLOCK - 1 ? 0 : endBits);
            if (cost < least) {
                least = cost;
                last = n;
            }
        }
        for (int n = count; n >= 1; n--) {
            if (n == last) {
                last = before[n];
            } else {
                sizes[n] = 0;
            }
        }
    }

    /**
     * The cheapest way to a cosine that is kept, after one of those before it or after none: rounded to nearest, or one below where
     * that takes fewer bits, which only a power of two does.
     */
    private void reach(int n, int nearest, float scaled) {
        int place = places[n];
        float weight = weights[place];
        float away = scaled - nearest;
        float error = weight * away * away;
        boolean lower = nearest > 1 && (nearest & nearest - 1) == 0;
        float further = away + 1;
        float errorBelow = weight * further * further;
        int size = bitsOf(nearest);
        float least = Float.MAX_VALUE;
        int cheapest = 0;
        int after = 0;
        for (int p = n - 1; p >= 0; p--) {
            float between = dropped[n - 1] - dropped[p];
            if (between > MOST_SAVED) {
                break;
            }
            float way = costs[p] + between;
            int zeroes = (place - places[p] - 1) * SIZES + size;
            float cost = error + way + bits[zeroes];
            if (cost < least) {
                least = cost;
                cheapest = nearest;
                after = p;
            }
            if (lower && errorBelow + way + bits[zeroes - 1] < least) {
                least = errorBelow + way + bits[zeroes - 1];
                cheapest = nearest - 1;
                after = p;
            }
        }
        costs[n] = least;
        sizes[n] = cheapest;
        before[n] = after;
    }
}
