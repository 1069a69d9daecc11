package gavlin.core.weight;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.function.DoubleFunction;
import java.util.function.ToDoubleFunction;

/**
 * Finds the greatest x of 0..1 whose value stays within a limit, by few and costly evaluations, two at a time. The value
 * rises with x and is nearly a straight line: of a file, the logarithm of its size over {@link Fineness}. The next places
 * are read off the line through the two on either side of the limit (false position, as in R. Brent 1973, ch. 4, kept
 * inside its bracket): one aimed just within the limit, one a little beyond, so that the bracket closes from both sides.
 *
 * @param <F> what an evaluation makes
 */
final class QualitySearch<F> {
    /** No search evaluates more often than this. */
    static final int MAX_ENCODES = 8;
    /** Steps smaller than this make files that hardly differ. */
    private static final double LEAST_STEP = 0.002;

    /** How far the second of a pair aims beyond the wish, in shares of the bracket: sizes bend upwards, seldom down. */
    private static final double OVERSHOOT = 0.12;

    private final DoubleFunction<F> maker;
    private final ToDoubleFunction<F> value;
    private final double limit;
    private final double enough;
    private final List<Try<F>> tries = new ArrayList<>();

    record Try<F>(double x, double value, F made) {}

    /** @param tries in the order in which they were asked for; {@code chosen} is one of them */
    record Answer<F>(Try<F> chosen, List<Try<F>> tries) {}

    /**
     * @param maker called from several threads
     * @param value rises with x
     * @param limit that the value must not exceed
     * @param enough below the limit, but near enough to end the search
     */
    QualitySearch(DoubleFunction<F> maker, ToDoubleFunction<F> value, double limit, double enough) {
        this.maker = maker;
        this.value = value;
        this.limit = limit;
        this.enough = enough;
    }

    /**
     * @param first two places between which the answer probably lies
     * @return the greatest within the limit; the least of all when even that is beyond
     */
    Answer<F> run(double... first) {
        Try<F> below = null;
        Try<F> above = null;
        double[] next = first;
        while (next.length > 0) {
            for (Try<F> made : make(next)) {
                if (made.value <= limit) {
                    below = below == null || made.x > below.x ? made : below;
                } else {
                    above = above == null || made.x < above.x ? made : above;
                }
            }
            next = next(below, above);
        }
        return new Answer<>(below != null ? below : above, tries);
    }

    private List<Try<F>> make(double... places) {
        WeightSearch.stopIfAsked();
        List<Try<F>> made = Arrays.stream(places)
                .parallel()
                .mapToObj(x -> {
                    F file = maker.apply(x);
                    return new Try<>(x, value.applyAsDouble(file), file);
                })
                .toList();
        tries.addAll(made);
        return made;
    }

    /** The next to try; none when the answer is near enough or can't come nearer. */
    private double[] next(Try<F> below, Try<F> above) {
        boolean full = tries.size() > MAX_ENCODES - 2;
        if (full || below == null && above.x <= 0) {
            return new double[0];
        }
        double wish = (limit + enough) / 2;
        if (below == null) {
            double low = Math.max(0, beyond(above, wish, above.x / 2));
            return low < LEAST_STEP ? new double[] {0} : new double[] {Math.max(0, low - (above.x - low) / 2), low};
        }
        if (below.value >= enough || below.x >= 1) {
            return new double[0];
        }
        if (above == null) {
            double high = Math.min(1, beyond(below, wish, (below.x + 1) / 2));
            return 1 - high < LEAST_STEP
                    ? new double[] {1}
                    : new double[] {high, Math.min(1, high + (high - below.x) / 2)};
        }
        if (above.x - below.x < LEAST_STEP) {
            return new double[0];
        }
        double low = interpolate(below, above, wish);
        double high = interpolate(below, above, wish + OVERSHOOT * (above.value - below.value));
        return high - low < LEAST_STEP / 2 ? new double[] {low} : new double[] {low, high};
    }

    /** Where the line through the outermost try and the one next to it reaches the wish; as given when it does not. */
    private double beyond(Try<F> last, double wish, double otherwise) {
        return tries.stream()
                .filter(t -> t.x != last.x)
                .min(Comparator.comparingDouble(t -> Math.abs(t.x - last.x)))
                .map(t -> (t.value - last.value) / (t.x - last.x))
                .filter(slope -> slope > 0)
                .map(slope -> last.x + (wish - last.value) / slope)
                .orElse(otherwise);
    }

    private double interpolate(Try<F> below, Try<F> above, double wish) {
        double share = (wish - below.value) / (above.value - below.value);
        return below.x + (above.x - below.x) * Math.max(0.03, Math.min(0.97, share));
    }
}
