package gavlin.core.weight;

import gavlin.core.damage.Damage;
import gavlin.core.damage.Original;
import gavlin.core.geometry.Size;
import gavlin.core.jpeg.Chroma;
import gavlin.core.jpeg.JpegEncoder;
import gavlin.core.raster.Pixels;
import gavlin.core.weight.Encoding.Way;
import gavlin.core.weight.WeightSearch.Request;
import java.util.Arrays;
import java.util.function.DoubleFunction;
import java.util.function.DoubleUnaryOperator;
import java.util.function.Supplier;
import java.util.function.ToIntFunction;

/** Searches the qualities of one lossy type, over {@link Fineness}. */
final class ByQuality {
    /** A search by quality gets so many encodes, whatever else was tried before. */
    private static final int LEAST_ENCODES = 7;
    /** How far an estimate is mostly off, in JPEG's {@link Fineness}: a tenth to a seventh of the size. */
    private static final double SPREAD = 0.02;

    private final Request request;
    private final Supplier<Original> original;
    private final Trials trials;

    /**
     * How a type is searched.
     *
     * @param usual two places between which most files under a limit lie
     * @param ample where damage is mostly not seen: beyond it only where it is
     * @param enough the share of a binding limit that is near enough to it
     * @param leastStep below which files hardly differ
     * @param kept of the type's encodes, for what a search by quality can't reach
     */
    record Scale(double[] usual, double ample, double enough, double leastStep, int kept) {}

    ByQuality(Request request, Supplier<Original> original, Trials trials) {
        this.request = request;
        this.original = original;
        this.trials = trials;
    }

    /**
     * Under a limit up to it, but no finer than ample unless that is seen; without one as coarse as is not seen.
     *
     * @param first two places to begin with when there is a limit
     */
    void run(Scale scale, DoubleFunction<Encoding> encoding, Supplier<double[]> first) {
        if (!request.limited()) {
            byLikeness(scale, encoding);
            return;
        }
        int most = Math.max(LEAST_ENCODES, trials.left() - scale.kept);
        near(scale, encoding, most, first.get());
        Trial ample = trials.heaviestKeeping(Way.LOSSY)
                .filter(best -> best.encoding().equals(encoding.apply(scale.ample)))
                .orElse(null);
        if (ample != null && ample.damage(original.get()).seen() > Damage.NOT_SEEN) {
            Scale rest = new Scale(scale.usual, 1, scale.enough, scale.leastStep, scale.kept);
            double step = (1 - scale.ample) / 4;
            near(rest, encoding, trials.left() - scale.kept, scale.ample + step, scale.ample + 2 * step);
        }
    }

    /** Two places between which the limit probably lies, told by a part of a large picture. */
    double[] sampled(Scale scale, DoubleFunction<Encoding> encoding) {
        return sampled(scale, encoding, picture -> 0);
    }

    /**
     * The same where a part of the file has nothing to do with quality.
     *
     * @param fixed the bytes of that part
     */
    double[] sampled(Scale scale, DoubleFunction<Encoding> encoding, ToIntFunction<Subject> fixed) {
        Sample sample = trials.sample();
        if (sample == null) {
            return scale.usual;
        }
        int ofAll = fixed.applyAsInt(trials.subject());
        int ofBands = fixed.applyAsInt(sample.bands());
        return sample.around(
                scale.usual,
                aim(scale),
                overhead(encoding.apply(scale.usual[0])) + ofAll,
                x -> request.write(encoding.apply(x), sample.bands()).length - ofBands + ofAll);
    }

    /**
     * Two places on both sides of the one at which the file of a photograph is about as heavy as is wished for, told by JPEG's cosines.
     *
     * @param ofJpeg where files of this type are about as heavy as JPEG's at a place
     */
    double[] estimated(Scale scale, DoubleFunction<Encoding> encoding, DoubleUnaryOperator ofJpeg) {
        return estimated(scale, encoding, new JpegEncoder(request.pixels(), Chroma.HALVED), ofJpeg);
    }

    /** The same, where the cosines are known. */
    double[] estimated(
            Scale scale, DoubleFunction<Encoding> encoding, JpegEncoder picture, DoubleUnaryOperator ofJpeg) {
        double wished = Math.exp(aim(scale)) - overhead(encoding.apply(0));
        double low = 0;
        double high = 1;
        while (high - low > SPREAD / 8) {
            double middle = (low + high) / 2;
            if (picture.estimate(Fineness.jpegQuality(middle)) < wished) {
                low = middle;
            } else {
                high = middle;
            }
        }
        return new double[] {ofJpeg.applyAsDouble(low - SPREAD), ofJpeg.applyAsDouble(low + SPREAD)};
    }

    /** The logarithm of the size that is wished for, in bytes: the middle of what is near enough to the limit. */
    private double aim(Scale scale) {
        return Math.log(request.maxBytes()) + Math.log((1 + scale.enough) / 2);
    }

    /** Bytes of a file that don't depend on its pixels. */
    private int overhead(Encoding encoding) {
        int channels = request.pixels().channels();
        Pixels dot = new Pixels(new Size(1, 1), channels, new byte[channels]);
        return request.write(encoding, new Subject(dot)).length;
    }

    /** Up to the limit, beginning at these places, in so many encodes. */
    void near(Scale scale, DoubleFunction<Encoding> encoding, int most, double... first) {
        if (most <= 0) {
            return;
        }
        trials.prepare(encoding.apply(0));
        double limit = Math.log(request.maxBytes());
        QualitySearch<Trial> search = new QualitySearch<>(
                x -> trials.make(encoding.apply(x * scale.ample)),
                made -> Math.log(made.bytes()),
                limit,
                limit + Math.log(scale.enough),
                scale.leastStep,
                most);
        search.run(Arrays.stream(first)
                .map(x -> Math.max(0, Math.min(1, x / scale.ample)))
                .distinct()
                .limit(most)
                .toArray());
    }

    /** The coarsest whose damage is not seen: the same search, turned round. */
    private void byLikeness(Scale scale, DoubleFunction<Encoding> encoding) {
        QualitySearch<Trial> search = new QualitySearch<>(
                coarseness -> trials.make(encoding.apply(1 - coarseness)),
                made -> Math.log(1e-6 + made.damage(original.get()).seen()),
                Math.log(Damage.NOT_SEEN),
                Math.log(0.85 * Damage.NOT_SEEN),
                scale.leastStep,
                trials.left());
        search.run(1 - scale.usual[1], 1 - scale.usual[0]);
    }
}
