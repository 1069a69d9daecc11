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
    private static final double MOST_SAVED = 12 * BIT;

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
    /** Worth of the bits of a run of zeroes and a size, at run · {@value #SIZES} + size; with the size's own bits. */
    private final float[] bits = new float[RUNS * SIZES];

    /** Of the block at hand, for each cosine that isn't 0, and one more: error of all before it, were they dropped. */
    private final float[] dropped = new float[Cosines.BLOCK + 1];

    /** The least that it costs to keep it, what it is rounded to then, and which is kept before it; −1 for none. */
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
        int[] counts = new int[bits.length];
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
        for (int i = 0; i < bits.length; i++) {
            double entropy = Math.log((all + bits.length * 0.25) / (counts[i] + 0.25)) / Math.log(2);
            bits[i] = (float) (BIT * (entropy + i % SIZES));
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
            for (int n = 0; n < count; n++) {
                if (sizes[n] != 0) {
                    rounded.places[to] = rounded.places[from + n];
                    rounded.values[to++] = (short) (rounded.values[from + n] < 0 ? -sizes[n] : sizes[n]);
                }
            }
            from += count;
            rounded.ends[block] = to;
        }
    }

    /** Leaves in {@link #sizes} what each of a block's is rounded to, 0 where it is dropped. */
    private void findCheapest(int at, int from, int count) {
        for (int n = 0; n < count; n++) {
            int k = rounded.places[from + n];
            float scaled = Math.abs(cosines[at + k] * inverse[k]);
            dropped[n + 1] = dropped[n] + weights[k] * scaled * scaled;
            reach(n, from, scaled);
        }
        int last = -1;
        float least = dropped[count] + bits[END];
        for (int n = 0; n < count; n++) {
            boolean full = rounded.places[from + n] == Cosines.BLOCK - 1;
            float cost = costs[n] + dropped[count] - dropped[n + 1] + (full ? 0 : bits[END]);
            if (cost < least) {
                least = cost;
                last = n;
            }
        }
        for (int n = count - 1; n >= 0; n--) {
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
    private void reach(int n, int from, float scaled) {
        int nearest = Math.abs(rounded.values[from + n]);
        costs[n] = Float.MAX_VALUE;
        reach(n, from, scaled, nearest);
        if (nearest > 1 && (nearest & nearest - 1) == 0) {
            reach(n, from, scaled, nearest - 1);
        }
    }

    private void reach(int n, int from, float scaled, int size) {
        int k = rounded.places[from + n];
        float away = scaled - size;
        float error = weights[k] * away * away;
        int bitsOfSize = bitsOf(size);
        for (int p = n - 1; p >= -1; p--) {
            float between = dropped[n] - dropped[p + 1];
            if (between > MOST_SAVED) {
                break;
            }
            int zeroes = p < 0 ? k - 1 : k - rounded.places[from + p] - 1;
            float way = p < 0 ? between : costs[p] + between;
            float cost = error + way + (zeroes >> 4) * bits[ZEROES] + bits[(zeroes & 15) * SIZES + bitsOfSize];
            if (cost < costs[n]) {
                costs[n] = cost;
                sizes[n] = size;
                before[n] = p;
            }
        }
    }
}
