package gavlin.core.weight;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.DoubleFunction;
import java.util.function.ToDoubleFunction;

/**
 * Finds a fineness by few encodes, two at a time. Fineness runs from 0 to 1 on a scale on which the logarithm of a file's
 * size is nearly a straight line (see {@link Fineness}), so the next ones are read off the line through the two encodes on
 * either side of the limit (false position, as in R. Brent 1973, ch. 4, kept inside its bracket): one aimed just under the
 * limit, one a little beyond, so that the bracket closes from both sides.
 */
final class QualitySearch {
    /** No type is encoded more often than this in one search. */
    static final int MAX_ENCODES = 8;
    /** Steps smaller than this make files that hardly differ. */
    private static final double LEAST_STEP = 0.002;

    /** How far the second of a pair aims beyond the wish, in shares of the bracket: sizes bend upwards, seldom down. */
    private static final double OVERSHOOT = 0.12;

    private final double[] first;
    private final double enough;
    private final DoubleFunction<byte[]> encoder;
    private final List<Encode> encodes = new ArrayList<>();

    record Encode(double fineness, byte[] file) {}

    /** @param encodes in the order in which they were asked for; {@code chosen} is one of them */
    record Answer(Encode chosen, List<Encode> encodes) {}

    /**
     * @param first two finenesses between which most files under a limit lie
     * @param enough the share of a limit that is near enough to it
     * @param encoder called from several threads
     */
    QualitySearch(double[] first, double enough, DoubleFunction<byte[]> encoder) {
        this.first = first;
        this.enough = enough;
        this.encoder = encoder;
    }

    /** The heaviest file of at most {@code maxBytes}; the lightest of all when even that is over. */
    Answer heaviestWithin(long maxBytes) {
        Encode below = null;
        Encode above = null;
        double[] tries = first;
        while (tries.length > 0) {
            for (Encode encode : encode(tries)) {
                if (encode.file.length <= maxBytes) {
                    below = below == null || encode.fineness > below.fineness ? encode : below;
                } else {
                    above = above == null || encode.fineness < above.fineness ? encode : above;
                }
            }
            tries = next(below, above, maxBytes);
        }
        return new Answer(below != null ? below : above, encodes);
    }

    /** The lightest file whose likeness is at least {@code wanted}, by halving; the heaviest when none reaches it. */
    Answer lightestReaching(double wanted, ToDoubleFunction<byte[]> likeness) {
        double low = 0;
        double high = 1;
        Encode best = null;
        for (double fineness = first[1]; encodes.size() < MAX_ENCODES - 2 && high - low > 0.01; ) {
            Encode encode = encode(fineness).get(0);
            if (likeness.applyAsDouble(encode.file) >= wanted) {
                best = encode;
                high = fineness;
            } else {
                low = fineness;
            }
            fineness = (low + high) / 2;
        }
        return new Answer(best != null ? best : encode(1).get(0), encodes);
    }

    private List<Encode> encode(double... finenesses) {
        WeightSearch.stopIfAsked();
        List<Encode> made = Arrays.stream(finenesses)
                .parallel()
                .mapToObj(fineness -> new Encode(fineness, encoder.apply(fineness)))
                .toList();
        encodes.addAll(made);
        return made;
    }

    /** The next to try; none when the answer is near enough or can't come nearer. */
    private double[] next(Encode below, Encode above, long maxBytes) {
        if (below == null) {
            return above.fineness <= 0 || encodes.size() > MAX_ENCODES - 2
                    ? new double[0]
                    : new double[] {0, above.fineness / 2};
        }
        boolean near = below.file.length >= enough * maxBytes;
        if (near || below.fineness >= 1 || encodes.size() > MAX_ENCODES - 2) {
            return new double[0];
        }
        if (above == null) {
            return new double[] {(below.fineness + 1) / 2, 1};
        }
        double width = above.fineness - below.fineness;
        if (width < LEAST_STEP) {
            return new double[0];
        }
        double wish = Math.log(maxBytes * (1 + enough) / 2);
        double overshoot = OVERSHOOT * Math.log(above.file.length / (double) below.file.length);
        double low = interpolate(below, above, wish);
        double high = interpolate(below, above, wish + overshoot);
        return high - low < LEAST_STEP / 2 ? new double[] {low} : new double[] {low, high};
    }

    private static double interpolate(Encode below, Encode above, double logSize) {
        double logBelow = Math.log(below.file.length);
        double share = (logSize - logBelow) / (Math.log(above.file.length) - logBelow);
        return below.fineness + (above.fineness - below.fineness) * Math.max(0.03, Math.min(0.97, share));
    }
}
