package gavlin.core.weight;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.function.DoubleFunction;
import java.util.function.Predicate;
import java.util.function.ToDoubleFunction;

/**
 * Finds the greatest x of 0..1 whose value stays within a limit, by few and costly evaluations, two at a time. The value
 * rises with x and is nearly a straight line: of a file, the logarithm of its size over {@link Fineness}. The next places
 * are read off the curve through the two on either side of the limit and a third (inverse quadratic interpolation, as in
 * R. Brent 1973, ch. 4, kept inside its bracket): aimed at the middle of what is near enough and a little beside it.
 *
 * @param <F> what an evaluation makes
 */
final class QualitySearch<F> {
    /** No search evaluates more often than this. */
    static final int MAX_ENCODES = 8;

    private final DoubleFunction<F> maker;
    private final ToDoubleFunction<F> value;
    private final double limit;
    private final double enough;
    private final double leastStep;
    private final int most;
    private final List<Try<F>> tries = new ArrayList<>();

    record Try<F>(double x, double value, F made) {}

    /** @param tries in the order in which they were asked for; {@code chosen} is one of them */
    record Answer<F>(Try<F> chosen, List<Try<F>> tries) {}

    /**
     * @param maker called from several threads
     * @param value rises with x
     * @param limit that the value must not exceed
     * @param enough below the limit, but near enough to end the search
     * @param leastStep of x: smaller ones make files that hardly differ
     * @param most evaluations, up to {@value #MAX_ENCODES}
     */
    QualitySearch(
            DoubleFunction<F> maker,
            ToDoubleFunction<F> value,
            double limit,
            double enough,
            double leastStep,
            int most) {
        this.maker = maker;
        this.value = value;
        this.limit = limit;
        this.enough = enough;
        this.leastStep = leastStep;
        this.most = most;
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
            List<Try<F>> pair = make(next);
            if (pair.stream().allMatch(isKnown(below, above))) {
                break; // a step of the encoder lies between them
            }
            for (Try<F> made : pair) {
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

    private static <F> Predicate<Try<F>> isKnown(Try<F> below, Try<F> above) {
        return made -> below != null && made.value == below.value || above != null && made.value == above.value;
    }

    private List<Try<F>> make(double... places) {
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
        boolean full = tries.size() > most - 2;
        if (full || below == null && above.x <= 0) {
            return new double[0];
        }
        double width = limit - enough;
        double wish = limit - width / 2;
        if (below == null) {
            double low = Math.max(0, beyond(above, wish, above.x / 2));
            return low < leastStep ? new double[] {0} : new double[] {Math.max(0, low - (above.x - low) / 2), low};
        }
        if (below.value >= enough || below.x >= 1) {
            return new double[0];
        }
        if (above == null) {
            double high = Math.min(1, beyond(below, wish, (below.x + 1) / 2));
            return 1 - high < leastStep
                    ? new double[] {1}
                    : new double[] {high, Math.min(1, high + (high - below.x) / 2)};
        }
        if (above.x - below.x < leastStep) {
            return new double[0];
        }
        // Sizes bend upwards more often than down: what is aimed a little low lands where it should. Not so close below
        // it.
        boolean close = below.value > limit - 2.5 * width;
        double low = interpolate(below, above, close ? wish : limit - 1.5 * width);
        double high = interpolate(below, above, close ? limit + width / 2 : wish);
        return high - low < leastStep / 2 ? new double[] {low} : new double[] {low, high};
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

    /** Where the curve reaches the wish: through the bracket's ends and the try nearest to it, x as a parabola of the value. */
    private double interpolate(Try<F> below, Try<F> above, double wish) {
        double line = (above.x - below.x) / (above.value - below.value);
        double x = below.x + (wish - below.value) * line;
        Try<F> third = tries.stream()
                .filter(t -> t.value != below.value && t.value != above.value)
                .min(Comparator.comparingDouble(t -> Math.abs(t.value - wish)))
                .orElse(null);
        if (third != null) {
            double bend = ((third.x - above.x) / (third.value - above.value) - line) / (third.value - below.value);
            x += bend * (wish - below.value) * (wish - above.value);
        }
        double edge = 0.03 * (above.x - below.x);
        return Math.max(below.x + edge, Math.min(above.x - edge, x));
    }
}
