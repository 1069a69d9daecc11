package gavlin.core.weight;

import gavlin.core.codec.JpegWriter.Chroma;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.Tags;
import gavlin.core.damage.Damage;
import gavlin.core.damage.Original;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import gavlin.core.weight.Encoding.Effort;
import gavlin.core.weight.Encoding.Way;
import gavlin.core.weight.WeightSearch.Request;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleFunction;
import java.util.function.Supplier;
import java.util.stream.IntStream;

/** Searches the qualities of JPEG and WebP, and what else each can do with the bytes that it has. */
final class LossySearch {
    private static final Scale JPEG = new Scale(Fineness.JPEG_FIRST, Fineness.JPEG_AMPLE, 0.985, 0.001);
    /** Its sizes are coarser: a step is one of libwebp's 128. */
    private static final Scale WEBP = new Scale(Fineness.WEBP_FIRST, Fineness.WEBP_AMPLE, 0.97, 0.008);

    /** Of a type's encodes so many are kept for what a search by quality can't reach. */
    private static final int KEPT = 2;
    /** Halving the colours' density saves about so much of {@link Fineness}, as measured on photographs. */
    private static final double CHROMA_SHIFT = 0.03;
    /** Where damage is this great, other chroma mends nothing. */
    private static final double BEYOND_MENDING = 3;
    /** libwebp's near-lossless setting in the middle of its useful range; below it a palette or lossy file is better. */
    private static final int NEARLY = 60;
    /** When lossless alpha takes more than this share of the limit, it is reduced as well. */
    private static final double ALPHA_SHARE = 0.25;

    private static final int REDUCED_ALPHA = 80;
    /** libwebp's noise shaping is 50 by default. */
    private static final int[] LESS_SHAPING = {40, 30};
    /** All of libwebp's effort makes a file lighter by between these two, in logarithms. */
    private static final double[] FINE_SAVES = {0.025, 0.055};
    /** Below this share of the limit it isn't the limit that decides. */
    private static final double BINDING = 0.8;
    /** A limit is used from here on, whatever it takes. */
    private static final double USED = 0.97;

    private final Request request;
    private final Supplier<Original> original;
    private final Trials trials;

    /**
     * How a type is searched over {@link Fineness}.
     *
     * @param usual two places between which most files under a limit lie
     * @param ample where damage is mostly not seen: beyond it only where it is
     * @param enough the share of a binding limit that is near enough to it
     * @param leastStep below which files hardly differ
     */
    private record Scale(double[] usual, double ample, double enough, double leastStep) {}

    LossySearch(Request request, Supplier<Original> original) {
        this.request = request;
        this.original = original;
        this.trials = new Trials(request);
    }

    List<Trial> jpeg() {
        Chroma chroma = ChromaDetail.of(request.pixels());
        byQuality(JPEG, x -> Encoding.jpeg(Fineness.jpegQuality(x), chroma));
        if (request.limited() && !request.pixels().isGrey()) {
            trials.heaviestKeeping(Way.LOSSY).ifPresent(this::otherChroma);
        }
        return trials.all();
    }

    /** Where what is seen most is the colour, it is kept finer; where it is all but the colour, coarser. */
    private void otherChroma(Trial best) {
        Damage damage = best.damage(original.get());
        boolean halved = best.encoding().chroma() == Chroma.HALVED;
        boolean worth = halved ? damage.colourCountsMost() : damage.colourCountsLittle();
        if (!worth || damage.seen() <= Damage.NOT_SEEN || damage.seen() > BEYOND_MENDING) {
            return;
        }
        double from = Fineness.ofJpegQuality(best.encoding().quality());
        double near = Math.min(JPEG.ample - 0.01, from + (halved ? -CHROMA_SHIFT : CHROMA_SHIFT));
        Chroma other = halved ? Chroma.FULL : Chroma.HALVED;
        search(JPEG, x -> Encoding.jpeg(Fineness.jpegQuality(x), other), near - 0.01, near + 0.01);
    }

    /** Artwork, with transparency or flat grounds, may be lightest without loss; everything else is searched by quality. */
    List<Trial> webp() {
        if (request.pixels().channels() == 4 || WeightSearch.isArtwork(request.pixels())) {
            Trial exact = trials.make(Encoding.lossless(PictureType.WEBP));
            if (request.limited() && trials.keeps(exact)) {
                return trials.all();
            }
            trials.make(Encoding.webpNearly(NEARLY));
        }
        int alphaQuality = alphaQuality();
        byQuality(WEBP, x -> Encoding.webp(Fineness.webpQuality(x), alphaQuality));
        if (request.limited()) {
            betweenSteps();
            trials.heaviestKeeping(Way.LOSSY).ifPresent(this::finish);
        }
        return trials.all();
    }

    /**
     * At high qualities one step of libwebp's quantiser may change a file's size by a seventh. Where the limit lies inside
     * such a step, its finer end is tried again with less noise shaping, which makes it lighter bit by bit.
     */
    private void betweenSteps() {
        int heaviest = trials.heaviestKeeping(Way.LOSSY).map(Trial::bytes).orElse(0);
        Optional<Trial> beyond = trials.lightestBeyond(Way.LOSSY);
        boolean used = heaviest >= WEBP.enough * request.maxBytes();
        if (!used && heaviest > 0 && beyond.isPresent()) {
            trials.makeAll(IntStream.of(LESS_SHAPING)
                    .mapToObj(beyond.get().encoding()::shaped)
                    .toList());
        }
    }

    /**
     * The best so far is made again with all that the encoder can do, a little finer, as that is mostly lighter; where
     * there is time, with its grain left alone too.
     */
    private void finish(Trial best) {
        Encoding usual = best.encoding();
        if (best.bytes() < BINDING * request.maxBytes()) {
            trials.make(usual.with(Effort.FINE));
            return;
        }
        double spare = Math.log((double) request.maxBytes() / best.bytes());
        List<Encoding> wished = new ArrayList<>();
        for (double saves : FINE_SAVES) {
            double finer = Math.min(1, Fineness.ofWebpQuality(usual.quality()) + (spare + saves) * slope(best));
            wished.add(Encoding.webp(Fineness.webpQuality(finer), usual.alphaQuality())
                    .shaped(usual.shaping())
                    .with(Effort.FINE));
        }
        if (Encoding.isSoonTried(request.pixels())) {
            wished.add(usual.with(Effort.GRAIN));
        }
        trials.makeAll(wished);
    }

    /** By how much {@link Fineness} rises for each e-fold of the file's size, between this trial and the next finer one. */
    private double slope(Trial best) {
        double from = Fineness.ofWebpQuality(best.encoding().quality());
        return trials.all().stream()
                .filter(trial -> trial.encoding().way() == Way.LOSSY
                        && trial.bytes() > best.bytes()
                        && trial.encoding().quality() > best.encoding().quality())
                .findFirst()
                .map(trial -> (Fineness.ofWebpQuality(trial.encoding().quality()) - from)
                        / Math.log((double) trial.bytes() / best.bytes()))
                .orElse(0.1);
    }

    /** What lessens the alpha's exactness may even make it heavier: that is tried on the alpha alone. */
    private int alphaQuality() {
        if (!request.limited() || request.pixels().channels() == 3) {
            return 100;
        }
        int without = Encoding.webp(0, 100).write(request.pixels().over(0), Tags.NONE).length;
        int exact = Encoding.webp(0, 100).write(request.pixels(), Tags.NONE).length;
        if (exact - without <= ALPHA_SHARE * request.maxBytes()) {
            return 100;
        }
        int reduced = Encoding.webp(0, REDUCED_ALPHA).write(request.pixels(), Tags.NONE).length;
        return reduced < exact ? REDUCED_ALPHA : 100;
    }

    private void byQuality(Scale scale, DoubleFunction<Encoding> encoding) {
        if (!request.limited()) {
            byLikeness(scale, encoding);
            return;
        }
        search(scale, encoding, first(scale, encoding));
        Trial ample = trials.heaviestKeeping(Way.LOSSY)
                .filter(best -> best.encoding().equals(encoding.apply(scale.ample)))
                .orElse(null);
        if (ample != null && ample.damage(original.get()).seen() > Damage.NOT_SEEN) {
            Scale rest = new Scale(scale.usual, 1, scale.enough, scale.leastStep);
            double step = (1 - scale.ample) / 4;
            search(rest, encoding, scale.ample + step, scale.ample + 2 * step);
        }
    }

    private double[] first(Scale scale, DoubleFunction<Encoding> encoding) {
        Sample sample = Sample.of(request.pixels());
        if (sample == null) {
            return scale.usual;
        }
        int channels = request.pixels().channels();
        Pixels dot = new Pixels(new Size(1, 1), channels, new byte[channels]);
        int overhead = request.write(encoding.apply(scale.usual[0]), dot).length;
        return sample.around(
                scale.usual,
                Math.log(request.maxBytes()) + Math.log((1 + scale.enough) / 2),
                overhead,
                x -> request.write(encoding.apply(x), sample.bands()).length);
    }

    private void search(Scale scale, DoubleFunction<Encoding> encoding, double... first) {
        int most = Math.max(0, trials.left() - KEPT);
        if (most == 0) {
            return;
        }
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
        if (scale == JPEG) {
            search.goOn(trials.left(), limit + Math.log(USED));
        }
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
