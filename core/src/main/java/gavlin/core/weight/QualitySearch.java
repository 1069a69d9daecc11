package gavlin.core.weight;

import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleFunction;
import java.util.function.ToDoubleFunction;

/**
 * Finds a quality by few encodes. The logarithm of a file's size is nearly a straight line over quality, so each next
 * quality is read off the line through the two encodes on either side of the wish (false position, as in R. Brent 1973,
 * ch. 4, kept inside its bracket); where the line is no help the bracket is halved.
 */
final class QualitySearch {
    /** No type is encoded more often than this in one search. */
    static final int MAX_ENCODES = 8;
    /** A file this near to its limit is near enough. */
    private static final double ENOUGH = 0.985;
    /** Where the first look is taken, and the slope of ln(size) per step of quality expected there: typical values. */
    private static final double FIRST_QUALITY = 70;

    private static final double FIRST_SLOPE = 0.025;
    /** Qualities nearer than this make files that hardly differ. */
    private static final double LEAST_STEP = 0.2;

    private final double min;
    private final double max;
    private final DoubleFunction<byte[]> encoder;
    private final List<Encode> encodes = new ArrayList<>();

    record Encode(double quality, byte[] file) {}

    /** @param encodes in the order in which they were made; {@code chosen} is one of them */
    record Answer(Encode chosen, List<Encode> encodes) {}

    QualitySearch(double min, double max, DoubleFunction<byte[]> encoder) {
        this.min = min;
        this.max = max;
        this.encoder = encoder;
    }

    /** The heaviest file of at most {@code maxBytes}; the lightest of all when even that is over. */
    Answer heaviestWithin(long maxBytes) {
        Encode below = null;
        Encode above = null;
        double quality = FIRST_QUALITY;
        while (encodes.size() < MAX_ENCODES) {
            Encode encode = encode(quality);
            if (encode.file.length <= maxBytes) {
                below = below == null || encode.file.length >= below.file.length ? encode : below;
            } else {
                above = encode;
            }
            boolean near = below != null && below.file.length >= ENOUGH * maxBytes;
            boolean topFits = below != null && below.quality >= max;
            boolean bottomFails = above != null && above.quality <= min;
            boolean closed = below != null && above != null && above.quality - below.quality < LEAST_STEP;
            if (near || topFits || bottomFails || closed) {
                break;
            }
            quality = next(below, above, Math.log(maxBytes * (1 + ENOUGH) / 2));
        }
        return new Answer(below != null ? below : above, encodes);
    }

    /** The lightest file whose likeness is at least {@code wanted}, by halving; the heaviest when none reaches it. */
    Answer lightestReaching(double wanted, ToDoubleFunction<byte[]> likeness) {
        double low = min;
        double high = max;
        Encode best = null;
        for (double quality = FIRST_QUALITY; encodes.size() < MAX_ENCODES - 2 && high - low > 1; ) {
            Encode encode = encode(quality);
            if (likeness.applyAsDouble(encode.file) >= wanted) {
                best = encode;
                high = quality;
            } else {
                low = quality;
            }
            quality = (low + high) / 2;
        }
        return new Answer(best != null ? best : encode(max), encodes);
    }

    private Encode encode(double quality) {
        WeightSearch.stopIfAsked();
        Encode encode = new Encode(quality, encoder.apply(quality));
        encodes.add(encode);
        return encode;
    }

    private double next(Encode below, Encode above, double wish) {
        if (below == null || above == null) {
            Encode known = below == null ? above : below;
            // A stride a little longer than expected, so that the wish is likely to lie between.
            double stride = (wish - Math.log(known.file.length)) / FIRST_SLOPE;
            double margin = below == null ? -2 : 2;
            return Math.max(min, Math.min(max, known.quality + stride + margin));
        }
        double logBelow = Math.log(below.file.length);
        double share = (wish - logBelow) / (Math.log(above.file.length) - logBelow);
        double width = above.quality - below.quality;
        return below.quality + width * Math.max(0.05, Math.min(0.95, share));
    }
}
