package gavlin.core.weight;

import gavlin.core.codec.PictureType;
import gavlin.core.codec.Tags;
import gavlin.core.damage.Damage;
import gavlin.core.damage.Original;
import gavlin.core.geometry.Size;
import gavlin.core.jpeg.Chroma;
import gavlin.core.raster.Pixels;
import gavlin.core.weight.Encoding.Effort;
import gavlin.core.weight.Encoding.Way;
import gavlin.core.weight.WeightSearch.Request;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleFunction;
import java.util.function.Supplier;
import java.util.stream.IntStream;

/** Searches the qualities of JPEG and WebP, and what else each can do with the bytes that it has. */
final class LossySearch {
    private static final Scale JPEG = new Scale(Fineness.JPEG_FIRST, Fineness.JPEG_AMPLE, 0.98, 0.001, 6);
    /** Its sizes are coarser: a step is one of libwebp's 128. */
    private static final Scale WEBP = new Scale(Fineness.WEBP_FIRST, Fineness.WEBP_AMPLE, 0.97, 0.008, 8);

    /** A search by quality gets so many encodes, whatever else was tried before. */
    private static final int LEAST_ENCODES = 7;
    /** Halving the colours' density in one direction saves about so much of {@link Fineness}, as measured on photographs. */
    private static final double CHROMA_SHIFT = 0.015;
    /** Another density of colour is tried so often: one that is better is mostly near. */
    private static final int OTHER_CHROMA = 3;
    /** Where damage is this great, other chroma mends nothing. */
    private static final double BEYOND_MENDING = 4;
    /** libwebp's near-lossless setting in the middle of its useful range; below it a palette or lossy file is better. */
    private static final int NEARLY = 60;
    /** When lossless alpha takes more than this share of the limit, it is reduced as well. */
    private static final double ALPHA_SHARE = 0.25;

    private static final int[] ALPHA_QUALITIES = {100, 80, 50, 20};
    /** libwebp's noise shaping is 50 by default. */
    private static final int[] LESS_SHAPING = {40, 30};

    private static final Scale WEBP_TO_ITS_END = new Scale(Fineness.WEBP_FIRST, 1, 0.97, 0.004, 0);

    /** All of libwebp's effort makes a file lighter by as much as lies between these, in logarithms: mostly by little, of grain by a third. */
    private static final double[] TUNING_SAVES = {0.025, 0.35};

    private static final int TUNED_ENCODES = 4;
    /** Sharp coloured edges make a file heavier by about so much, in logarithms. */
    private static final double SHARP_COSTS = 0.03;
    /** Below this share of the limit it isn't the limit that decides. */
    private static final double BINDING = 0.8;

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
     * @param kept of the type's encodes, for what a search by quality can't reach
     */
    private record Scale(double[] usual, double ample, double enough, double leastStep, int kept) {}

    LossySearch(Request request, Supplier<Original> original) {
        this.request = request;
        this.original = original;
        this.trials = new Trials(request);
    }

    List<Trial> jpeg() {
        Chroma chroma = ChromaDetail.of(request.pixels());
        byQuality(JPEG, x -> Encoding.jpeg(Fineness.jpegQuality(x), chroma));
        if (request.limited() && !request.pixels().isGrey()) {
            Optional<Trial> best = trials.heaviestKeeping(Way.LOSSY);
            if (best.isPresent()) {
                otherChroma(best.get());
            } else if (chroma != Chroma.HALVED) {
                search(JPEG, x -> Encoding.jpeg(Fineness.jpegQuality(x), Chroma.HALVED), trials.left(), 0, 0.1);
            }
        }
        return trials.all();
    }

    /**
     * Step by step as long as it gets better: from halved colour to finer, from full to coarser; of a large picture one
     * step, where colour is what is seen, or isn't.
     */
    private void otherChroma(Trial first) {
        Trial best = first;
        boolean finer = first.encoding().chroma() == Chroma.HALVED;
        for (Chroma other : finer ? List.of(Chroma.ACROSS, Chroma.FULL) : List.of(Chroma.ACROSS, Chroma.HALVED)) {
            Damage damage = best.damage(original.get());
            double seen = damage.seen();
            boolean worth = request.soonTried() || damage.colourCountsMost() == finer;
            if (seen <= Damage.NOT_SEEN || seen > BEYOND_MENDING || !worth) {
                return;
            }
            double from = Fineness.ofJpegQuality(best.encoding().quality());
            double near = Math.min(JPEG.ample - 0.01, from + (finer ? -CHROMA_SHIFT : CHROMA_SHIFT));
            search(
                    JPEG,
                    x -> Encoding.jpeg(Fineness.jpegQuality(x), other),
                    Math.min(OTHER_CHROMA, trials.left()),
                    near - 0.005,
                    near + 0.005);
            Optional<Trial> found = trials.heaviestKeeping(encoding -> encoding.chroma() == other);
            if (!request.soonTried()
                    || found.isEmpty()
                    || found.get().damage(original.get()).seen() >= seen) {
                return;
            }
            best = found.get();
        }
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
        if (!used && heaviest > 0 && beyond.isPresent() && isOneStep(beyond.get())) {
            trials.makeAll(IntStream.of(LESS_SHAPING)
                    .mapToObj(beyond.get().encoding()::shaped)
                    .toList());
        }
    }

    /** Whether nothing lies between what keeps the limit and the next finer file. */
    private boolean isOneStep(Trial beyond) {
        double below =
                trials.heaviestKeeping(Way.LOSSY).orElseThrow().encoding().quality();
        return Fineness.ofWebpQuality(beyond.encoding().quality()) - Fineness.ofWebpQuality(below) < 2 * WEBP.leastStep;
    }

    /**
     * The best so far is made again with all that the encoder can do, as fine as the limit allows, which is mostly finer;
     * then with its grain left alone, and with its coloured edges sharp. A large one gets one more encode.
     */
    private void finish(Trial best) {
        Encoding usual = best.encoding();
        if (best.bytes() < BINDING * request.maxBytes()) {
            trials.make(usual.with(request.soonTried() ? Effort.TUNED : Effort.FINE));
            return;
        }
        double spare = Math.log((double) request.maxBytes() / best.bytes());
        double from = Fineness.ofWebpQuality(usual.quality());
        double slope = slope(best);
        if (!request.soonTried()) {
            tuned(usual, Effort.FINE, 1, from + (spare + TUNING_SAVES[0]) * slope);
            return;
        }
        tuned(
                usual,
                Effort.TUNED,
                TUNED_ENCODES,
                from + (spare + TUNING_SAVES[0]) * slope,
                from + (spare + TUNING_SAVES[1]) * slope);
        double reached = trials.heaviestKeeping(encoding -> encoding.effort() == Effort.TUNED)
                .map(trial -> Fineness.ofWebpQuality(trial.encoding().quality()))
                .orElse(from);
        tuned(usual, Effort.GRAIN, 1, reached);
        tuned(usual, Effort.SHARP, 2, reached - SHARP_COSTS * slope, reached);
    }

    private void tuned(Encoding usual, Effort effort, int most, double... first) {
        DoubleFunction<Encoding> encoding = x -> Encoding.webp(Fineness.webpQuality(x), usual.alphaQuality())
                .shaped(usual.shaping())
                .with(effort);
        search(WEBP_TO_ITS_END, encoding, Math.min(most, trials.left()), first);
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
        int lightest = Integer.MAX_VALUE;
        int best = ALPHA_QUALITIES[0];
        for (int quality : ALPHA_QUALITIES) {
            int bytes = Encoding.webp(0, quality).write(request.pixels(), Tags.NONE).length;
            if (bytes < lightest) {
                lightest = bytes;
                best = quality;
            }
            if (lightest - without <= ALPHA_SHARE * request.maxBytes()) {
                break;
            }
        }
        return best;
    }

    private void byQuality(Scale scale, DoubleFunction<Encoding> encoding) {
        if (!request.limited()) {
            byLikeness(scale, encoding);
            return;
        }
        search(scale, encoding, Math.max(LEAST_ENCODES, trials.left() - scale.kept), first(scale, encoding));
        Trial ample = trials.heaviestKeeping(Way.LOSSY)
                .filter(best -> best.encoding().equals(encoding.apply(scale.ample)))
                .orElse(null);
        if (ample != null && ample.damage(original.get()).seen() > Damage.NOT_SEEN) {
            Scale rest = new Scale(scale.usual, 1, scale.enough, scale.leastStep, scale.kept);
            double step = (1 - scale.ample) / 4;
            search(rest, encoding, trials.left() - scale.kept, scale.ample + step, scale.ample + 2 * step);
        }
    }

    private double[] first(Scale scale, DoubleFunction<Encoding> encoding) {
        Sample sample = Sample.of(request.pixels());
        if (sample == null) {
            return scale.usual;
        }
        int channels = request.pixels().channels();
        Pixels dot = new Pixels(new Size(1, 1), channels, new byte[channels]);
        int overhead = request.write(encoding.apply(scale.usual[0]), new Subject(dot)).length;
        Subject bands = new Subject(sample.bands());
        bands.prepare(encoding.apply(scale.usual[0]));
        return sample.around(
                scale.usual,
                Math.log(request.maxBytes()) + Math.log((1 + scale.enough) / 2),
                overhead,
                x -> request.write(encoding.apply(x), bands).length);
    }

    private void search(Scale scale, DoubleFunction<Encoding> encoding, int most, double... first) {
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
