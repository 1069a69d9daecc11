package gavlin.core.weight;

import gavlin.core.codec.PictureType;
import gavlin.core.codec.Tags;
import gavlin.core.codec.WebpWriter;
import gavlin.core.damage.Damage;
import gavlin.core.damage.Original;
import gavlin.core.weight.ByQuality.Scale;
import gavlin.core.weight.Encoding.Effort;
import gavlin.core.weight.Encoding.Way;
import gavlin.core.weight.WeightSearch.Request;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleFunction;
import java.util.function.Supplier;
import java.util.stream.IntStream;

/** Searches the qualities of WebP, and what else it can do with the bytes that it has. */
final class WebpSearch extends TypeSearch {
    /** Its sizes are coarser: a step is one of libwebp's 128. */
    private static final Scale SCALE = new Scale(Fineness.WEBP_FIRST, Fineness.WEBP_AMPLE, 0.97, 0.008, 8);

    /** Of a large picture it only tells where to begin with all effort. */
    private static final Scale ROUGH = new Scale(Fineness.WEBP_FIRST, Fineness.WEBP_AMPLE, 0.85, 0.008, 8);

    private static final Scale NEARLY_TO_ITS_END = new Scale(Fineness.WEBP_FIRST, 1, 0.95, 0.004, 0);
    private static final Scale TO_ITS_END = new Scale(Fineness.WEBP_FIRST, 1, 0.97, 0.004, 0);
    /** What all effort makes of a file made quickly without loss: of photographs mostly, and the least, nearly lossless, of all kinds. */
    private static final double EXACT_PROBABLY = 0.8;

    private static final double AT_LEAST = 0.4;
    /** libwebp's near-lossless setting in the middle of its useful range; below it a palette or lossy file is better. */
    private static final int NEARLY = 60;
    /** When lossless alpha takes more than this share of the limit, it is reduced as well. */
    private static final double ALPHA_SHARE = 0.25;
    /** Below this share nothing is to be had from it. */
    private static final double LITTLE_ALPHA = 0.05;
    /** With them, libwebp keeps 256, 96, 48, 24, 12 or 6 levels of alpha (alpha_enc.c; from memory). */
    private static final List<Integer> ALPHA_QUALITIES = List.of(100, 80, 74, 71, 50, 20);
    /** Another quality of alpha is tried so often. */
    private static final int OTHER_ALPHA = 5;
    /** The limit mostly leaves a next coarser alpha so much more {@link Fineness} of colour, and a finer one so much less. */
    private static final double[] ALPHA_SHIFTS = {0.05, 0.15};
    /** libwebp's noise shaping is 50 by default. */
    private static final int[] LESS_SHAPING = {40, 30};
    /** All of libwebp's effort makes a file lighter by as much as lies between these, in logarithms: mostly by little, of grain by a third. */
    private static final double[] TUNING_SAVES = {0.025, 0.35};

    /** The same of a large picture, mostly. */
    private static final double[] FINE_SAVES = {-0.015, 0.04};

    private static final int FINE_ENCODES = 3;
    private static final int TUNED_ENCODES = 4;
    private static final int SHARP_ENCODES = 3;
    /** Sharp coloured edges make a file heavier by about so much, in logarithms. */
    private static final double SHARP_COSTS = 0.03;
    /** Below this share of the limit it isn't the limit that decides. */
    private static final double BINDING = 0.8;

    WebpSearch(Request request, Supplier<Original> original) {
        super(request, original);
    }

    /** Artwork, with transparency or flat grounds, may be lightest without loss; everything else is searched by quality. */
    @Override
    void run() {
        boolean artwork = request.pixels().channels() == 4 || WeightSearch.isArtwork(request.pixels());
        double quick = artwork ? request.weightOfDetail(WebpWriter::roughly) : Double.MAX_VALUE;
        if (quick * EXACT_PROBABLY <= request.maxBytes()) {
            Trial exact = trials.make(Encoding.lossless(PictureType.WEBP));
            if (request.limited() && trials.keeps(exact)) {
                return;
            }
        }
        lossy();
        if (quick * AT_LEAST <= request.maxBytes()) {
            trials.make(Encoding.lossless(PictureType.WEBP));
            trials.make(Encoding.webpNearly(NEARLY));
        }
    }

    private void lossy() {
        Alpha alpha = alpha();
        DoubleFunction<Encoding> encoding = x -> Encoding.webp(Fineness.webpQuality(x), alpha.quality);
        Scale scale = request.soonTried() ? SCALE : ROUGH;
        double[] first = request.limited() ? around(scale, encoding) : scale.usual();
        if (first[0] >= scale.ample() && isAmplyAtOnce(encoding.apply(scale.ample()))) {
            return;
        }
        qualities.run(scale, encoding, () -> first);
        if (request.limited()) {
            if (request.soonTried()) {
                betweenSteps();
            }
            trials.heaviestKeeping(Way.LOSSY)
                    .map(best -> alpha.bytes < LITTLE_ALPHA * request.maxBytes() ? best : otherAlpha(best))
                    .ifPresent(this::finish);
        }
    }

    /** Two places between which the limit probably lies. */
    private double[] around(Scale scale, DoubleFunction<Encoding> encoding) {
        return request.pixels().channels() == 3
                ? qualities.estimated(scale, encoding, Fineness::webpOfJpeg)
                : qualities.sampled(scale, encoding);
    }

    /**
     * Where the limit leaves room and JPEG gives the first file anyway, a large picture is made with all effort at once: whether that ended it.
     */
    private boolean isAmplyAtOnce(Encoding ample) {
        if (request.soonTried() || !request.types().contains(PictureType.JPEG)) {
            return false;
        }
        Trial made = trials.make(ample.with(Effort.FINE));
        return trials.keeps(made) && made.damage(original.get()).seen() <= Damage.NOT_SEEN;
    }

    /**
     * At high qualities one step of libwebp's quantiser may change a file's size by a seventh. Where the limit lies inside
     * such a step, its finer end is tried again with less noise shaping, which makes it lighter bit by bit.
     */
    private void betweenSteps() {
        int heaviest = trials.heaviestKeeping(Way.LOSSY).map(Trial::bytes).orElse(0);
        Optional<Trial> beyond = trials.lightestBeyond(Way.LOSSY);
        boolean used = heaviest >= SCALE.enough() * request.maxBytes();
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
        return Fineness.ofWebpQuality(beyond.encoding().quality()) - Fineness.ofWebpQuality(below)
                < 2 * SCALE.leastStep();
    }

    /**
     * The best so far is made again with all that the encoder can do, as fine as the limit allows, which is mostly finer;
     * then with its grain left alone, and with its coloured edges sharp. For a large one that would take too long, and so would finding its smoothing.
     */
    private void finish(Trial best) {
        Encoding usual = best.encoding();
        boolean soon = request.soonTried();
        Effort effort = soon ? Effort.TUNED : Effort.FINE;
        if (best.bytes() < BINDING * request.maxBytes()) {
            trials.make(usual.with(effort));
            return;
        }
        double spare = Math.log((double) request.maxBytes() / best.bytes());
        double from = Fineness.ofWebpQuality(usual.quality());
        double slope = slope(best);
        double[] saves = soon ? TUNING_SAVES : FINE_SAVES;
        tuned(
                usual,
                effort,
                soon ? TUNED_ENCODES : FINE_ENCODES,
                from + (spare + saves[0]) * slope,
                from + (spare + saves[1]) * slope);
        if (!soon) {
            return;
        }
        double reached = trials.heaviestKeeping(encoding -> encoding.effort() == Effort.TUNED)
                .map(trial -> Fineness.ofWebpQuality(trial.encoding().quality()))
                .orElse(from);
        tuned(usual, Effort.GRAIN, 1, reached);
        tuned(usual, Effort.SHARP, SHARP_ENCODES, reached - SHARP_COSTS * slope, reached);
    }

    private void tuned(Encoding usual, Effort effort, int most, double... first) {
        DoubleFunction<Encoding> encoding = x -> Encoding.webp(Fineness.webpQuality(x), usual.alphaQuality())
                .shaped(usual.shaping())
                .with(effort);
        Scale scale = effort == Effort.FINE ? NEARLY_TO_ITS_END : TO_ITS_END;
        qualities.near(scale, encoding, Math.min(most, trials.left()), first);
    }

    /** By how much {@link Fineness} rises for each e-fold of the file's size, between this trial and the next finer one. */
    private double slope(Trial best) {
        double from = Fineness.ofWebpQuality(best.encoding().quality());
        return trials.all().stream()
                .filter(trial -> trial.encoding().way() == Way.LOSSY
                        && trial.encoding().alphaQuality() == best.encoding().alphaQuality()
                        && trial.bytes() > best.bytes()
                        && trial.encoding().quality() > best.encoding().quality())
                .findFirst()
                .map(trial -> (Fineness.ofWebpQuality(trial.encoding().quality()) - from)
                        / Math.log((double) trial.bytes() / best.bytes()))
                .orElse(0.1);
    }

    /**
     * What alpha takes colour lacks: the next finer and coarser alphas are tried, each with the colour that the limit leaves it; with
     * effort, which may halve alpha's weight.
     */
    private Trial otherAlpha(Trial first) {
        if (!request.soonTried()) {
            return first;
        }
        int at = ALPHA_QUALITIES.indexOf(first.encoding().alphaQuality());
        Trial finer = otherAlpha(first, at, -1);
        return finer == first ? otherAlpha(first, at, 1) : finer;
    }

    private Trial otherAlpha(Trial first, int at, int step) {
        Trial best = first;
        for (int i = at + step; i >= 0 && i < ALPHA_QUALITIES.size(); i += step) {
            double seen = best.damage(original.get()).seen();
            if (seen <= Damage.NOT_SEEN) {
                return best;
            }
            int alpha = ALPHA_QUALITIES.get(i);
            double from = Fineness.ofWebpQuality(best.encoding().quality());
            qualities.near(
                    SCALE,
                    x -> Encoding.webp(Fineness.webpQuality(x), alpha).with(Effort.FINE),
                    Math.min(OTHER_ALPHA, trials.left()),
                    Math.min(SCALE.ample(), from + ALPHA_SHIFTS[0] * step),
                    Math.min(SCALE.ample(), from + ALPHA_SHIFTS[1] * step));
            Optional<Trial> found = trials.heaviestKeeping(encoding -> encoding.way() == Way.LOSSY
                    && encoding.effort() == Effort.FINE
                    && encoding.alphaQuality() == alpha);
            if (found.isEmpty() || found.get().damage(original.get()).seen() >= seen) {
                return best;
            }
            best = found.get();
        }
        return best;
    }

    /** What lessens the alpha's exactness may even make it heavier: that is tried on the alpha alone. */
    private Alpha alpha() {
        if (!request.limited() || request.pixels().channels() == 3) {
            return new Alpha(100, 0);
        }
        int without = Encoding.webp(0, 100).write(request.pixels().over(0), Tags.NONE).length;
        int lightest = Integer.MAX_VALUE;
        int best = ALPHA_QUALITIES.get(0);
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
        return new Alpha(best, lightest - without);
    }

    /** @param bytes that alpha takes of a file, about */
    private record Alpha(int quality, int bytes) {}
}
