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
 * are read off the curve through the two on either side of the limit and a third (inverse quadratic interpolation, as in
 * R. Brent 1973, ch. 4, kept inside its bracket): aimed at the middle of what is near enough and a little beside it.
 *
 * @param <F> what an evaluation makes
 */
final class QualitySearch<F> {
    private final DoubleFunction<F> maker;
    private final ToDoubleFunction<F> value;
    private final double limit;
    private final double enough;
    private final double leastStep;
    private final int most;
    private final List<Try<F>> tries = new ArrayList<>();
    /** The greatest within the limit so far, and the least beyond it. */
    private Try<F> below;

    private Try<F> above;
    /** Where the last ones landed that were aimed between two known: 1 all beyond the limit, −1 all within it, 0 on both sides. */
    private int missed;

    record Try<F>(double x, double value, F made) {}

    /** @param tries in the order in which they were asked for; {@code chosen} is one of them */
    record Answer<F>(Try<F> chosen, List<Try<F>> tries) {}

    /**
     * @param maker called from several threads
     * @param value rises with x
     * @param limit that the value must not exceed
     * @param enough below the limit, but near enough to end the search
     * @param leastStep of x: smaller ones make files that hardly differ
     * @param most evaluations that make something new, at least one
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
        double[] next = first;
        boolean stays = false;
        while (next.length > 0) {
            boolean bracketed = below != null && above != null;
            List<Try<F>> made = make(next);
            boolean known = made.stream().allMatch(this::isKnown);
            if (known && stays) {
                break; // a step of the encoder lies between them
            }
            stays = known;
            for (Try<F> one : made) {
                if (one.value <= limit) {
                    below = below == null || one.x > below.x ? one : below;
                } else {
                    above = above == null || one.x < above.x ? one : above;
                }
            }
            long within = made.stream().filter(one -> one.value <= limit).count();
            missed = !bracketed ? 0 : within == 0 ? 1 : within == made.size() ? -1 : 0;
            next = next();
        }
        return new Answer<>(below != null ? below : above, tries);
    }

    private boolean isKnown(Try<F> made) {
        return below != null && made.value == below.value || above != null && made.value == above.value;
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
    private double[] next() {
        long left = most - tries.stream().map(Try::made).distinct().count();
        if (left <= 0 || below == null && above.x <= 0) {
            return new double[0];
        }
        double[] wished = wished();
        return Arrays.copyOf(wished, (int) Math.min(left, wished.length));
    }

    private double[] wished() {
        double width = limit - enough;
        double wish = limit - width / 2;
        if (below == null) {
            double low = Math.max(0, beyond(above, wish, above.x / 2));
            if (low < above.x / 2) {
                return above.x / 2 < leastStep ? new double[] {0} : new double[] {low, above.x / 2};
            }
            return new double[] {low - (above.x - low) / 2, low};
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
        if (missed != 0) {
            return parted();
        }
        // Sizes bend upwards more often than down: what is aimed a little low lands where it should. Not so close below
        // it.
        boolean close = below.value > limit - 2.5 * width;
        double low = interpolate(close ? wish : limit - 1.5 * width);
        double high = interpolate(close ? limit + width / 2 : wish);
        return high - low < leastStep / 2 ? new double[] {low} : new double[] {low, high};
    }

    /**
     * When the last two missed, the curve bends more sharply than a parabola: the next is read off it all the same, and one parts the
     * bracket, which is sure to come nearer; not both in one place.
     */
    private double[] parted() {
        double bracket = above.x - below.x;
        double read = interpolate(limit - (limit - enough) / 2);
        double parts = below.x + bracket / 2;
        if (Math.abs(read - parts) < bracket / 8) {
            parts += missed > 0 ? -bracket / 4 : bracket / 4;
        }
        return new double[] {Math.min(read, parts), Math.max(read, parts)};
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
    private double interpolate(double wish) {
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
