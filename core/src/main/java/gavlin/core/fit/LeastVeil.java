package gavlin.core.fit;

import gavlin.core.colour.Contrast;
import gavlin.core.geometry.Size;
import gavlin.core.operation.Surroundings;
import gavlin.core.raster.Pixels;
import gavlin.core.veil.Veil;
import gavlin.core.veil.Weights;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;

/**
 * The least strength of a veil with which all words over a file can be read, in steps of {@value #STEP}: in each showing all but the worst 5 %
 * of the pixels under them reach the contrast that they need (WCAG 2.2, §1.4.3).
 *
 * <p>For each pixel the strengths with which it fails are found on a ladder of {@value #RUNG} steps, and where they begin and end by halving;
 * counted over all pixels they say which strengths will do. The answer is then tried on the pixels themselves.
 *
 * @param veil with that strength; with the most that is proposed where none will do
 * @param found whether it will do
 * @param worst the words that are hardest to read under it; null where there are none
 */
public record LeastVeil(Veil veil, boolean found, Readable worst) {
    static final double STEP = 0.001;
    private static final int STEPS = (int) Math.round(Veil.MOST_PROPOSED / STEP);
    private static final int RUNG = 10;
    private static final double ENOUGH = 60_000;
    /** Answers of a sample that all pixels may prove wrong. */
    private static final int TRIES = 40;

    /** @param bare the file without a veil @param asked its ink, side, reach and whether it spares */
    static LeastVeil of(Pixels bare, List<Lettering> words, Veil asked, Surroundings around) {
        Weights weights = asked.weights(bare.size(), around);
        boolean[] reads = new boolean[STEPS + 1];
        Arrays.fill(reads, true);
        for (Lettering one : words) {
            boolean[] does = reads(bare, one, asked, weights);
            for (int k = 0; k <= STEPS; k++) {
                reads[k] &= does[k];
            }
        }
        int tries = 0;
        for (int k = 0; k <= STEPS && tries < TRIES; k++) {
            if (reads[k]) {
                tries++;
                Veil veil = asked.with(k * STEP);
                Readable worst = worst(bare, words, veil, around);
                if (worst == null || worst.ratio() >= worst.least()) {
                    return new LeastVeil(veil, true, worst);
                }
            }
        }
        Veil most = asked.with(Veil.MOST_PROPOSED);
        return new LeastVeil(most, false, worst(bare, words, most, around));
    }

    private static Readable worst(Pixels bare, List<Lettering> words, Veil veil, Surroundings around) {
        Pixels veiled = veil.finish(bare, around);
        return words.stream()
                .map(one -> Readable.of(one, veiled))
                .min(Comparator.comparingDouble(Readable::margin))
                .orElse(null);
    }

    /** With which strengths one place of words can be read. */
    private static boolean[] reads(Pixels bare, Lettering words, Veil asked, Weights weights) {
        boolean[] reads = new boolean[STEPS + 1];
        if (words.uncovered() >= Lettering.WORST_PART
                && Contrast.ratio(words.ink(), words.under(words.ground())) < words.least()) {
            return reads;
        }
        Size size = bare.size();
        int left = words.left();
        int right = words.right(size);
        int[] failing = new int[STEPS + 2]; // how many more fail from here on
        double ink = Contrast.luminance(words.ink());
        int count = 0;
        int stride = stride(words, size);
        for (int y = words.top(); y < words.bottom(size); y += stride) {
            for (int x = left; x < right; x += stride, count++) {
                int rgb = bare.shownOver(x, y, words.ground());
                double weight = weights.at(x, y) * STEP;
                boolean failed = fails(asked, rgb, 0, ink, words);
                int since = 0;
                for (int k = RUNG; k <= STEPS; k += RUNG) {
                    boolean fails = fails(asked, rgb, k * weight, ink, words);
                    if (fails != failed) {
                        int turn = turn(asked, rgb, weight, ink, words, k - RUNG, k, fails);
                        if (failed) {
                            failing[since]++;
                            failing[turn]--;
                        }
                        since = turn;
                        failed = fails;
                    }
                }
                if (failed) {
                    failing[since]++;
                }
            }
        }
        int most = (int) (Lettering.WORST_PART * count);
        int fail = 0;
        for (int k = 0; k <= STEPS; k++) {
            fail += failing[k];
            reads[k] = fail <= most;
        }
        return reads;
    }

    /** Of a large place so many pixels tell as much as all of them; the answer is tried on all. */
    private static int stride(Lettering words, Size size) {
        double pixels = (double) (words.right(size) - words.left()) * (words.bottom(size) - words.top());
        return (int) Math.max(1, Math.ceil(Math.sqrt(pixels / ENOUGH)));
    }

    /** The first step after {@code from}, up to {@code to}, that is as {@code to} is. */
    private static int turn(
            Veil asked, int rgb, double weight, double ink, Lettering words, int from, int to, boolean fails) {
        int low = from;
        int high = to;
        while (high - low > 1) {
            int middle = (low + high) / 2;
            if (fails(asked, rgb, middle * weight, ink, words) == fails) {
                high = middle;
            } else {
                low = middle;
            }
        }
        return high;
    }

    private static boolean fails(Veil asked, int rgb, double veil, double ink, Lettering words) {
        return Contrast.ratioOf(ink, Contrast.luminance(words.under(asked.over(rgb, veil)))) < words.least();
    }
}
