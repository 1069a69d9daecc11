package gavlin.core.weight;

import gavlin.core.codec.PictureType;
import gavlin.core.codec.WebpAlpha;
import gavlin.core.codec.WebpWriter;
import gavlin.core.damage.Damage;
import gavlin.core.damage.Original;
import gavlin.core.weight.ByQuality.Scale;
import gavlin.core.weight.Encoding.Effort;
import gavlin.core.weight.Encoding.Way;
import gavlin.core.weight.WeightSearch.Request;
import java.util.Optional;
import java.util.function.DoubleFunction;
import java.util.function.Supplier;
import java.util.stream.IntStream;

/** Searches the qualities of WebP, and what else it can do with the bytes that it has. */
final class WebpSearch extends TypeSearch {
    /** Its sizes are coarser: a step is one of libwebp's 128. */
    static final Scale SCALE = new Scale(Fineness.WEBP_FIRST, Fineness.WEBP_AMPLE, 0.97, 0.008, 8);

    /** Of a large picture it only tells where to begin with all effort. */
    private static final Scale ROUGH = new Scale(Fineness.WEBP_FIRST, Fineness.WEBP_AMPLE, 0.85, 0.008, 8);

    private static final Scale NEARLY_TO_ITS_END = new Scale(Fineness.WEBP_FIRST, 1, 0.95, 0.004, 0);
    private static final Scale TO_ITS_END = new Scale(Fineness.WEBP_FIRST, 1, 0.97, 0.004, 0);
    /** What all effort makes of a file made quickly without loss: of photographs mostly, and the least, nearly lossless, of all kinds. */
    private static final double EXACT_PROBABLY = 0.8;

    private static final double AT_LEAST = 0.4;
    /** libwebp's near-lossless setting in the middle of its useful range; below it a palette or lossy file is better. */
    private static final int NEARLY = 60;
    /** What it leaves of an exact file at the least; of drawings and photographs it left 0.7 to 0.86. */
    private static final double NEARLY_AT_LEAST = 0.5;

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

    private final WebpAlphas alphas;
    /** About what it weighs without loss; more than anything where that is not tried. */
    private double quick;
    /** Whether nothing takes longer that is worth it. */
    private boolean isDone;

    WebpSearch(Request request, Supplier<Original> original) {
        super(request, original);
        this.alphas = new WebpAlphas(this);
    }

    /** Artwork, with transparency or flat grounds, may be lightest without loss; everything else is searched by quality. */
    @Override
    void run() {
        boolean artwork = request.pixels().channels() == 4 || WeightSearch.isArtwork(request.pixels());
        quick = artwork ? weightOfDetail() : Double.MAX_VALUE;
        if (quick * EXACT_PROBABLY <= request.maxBytes()) {
            Trial exact = trials.make(Encoding.lossless(PictureType.WEBP));
            isDone = request.limited() && trials.keeps(exact);
        }
        if (!isDone) {
            lossy();
            isDone = !request.soonTried() && hasRoom() && !mayBeBestWithoutLoss();
        }
    }

    /** Whether the limit has room for more than is seen: then effort makes a file lighter by some hundredths, and nothing better. */
    private boolean hasRoom() {
        double ample = Encoding.webp(Fineness.webpQuality(ROUGH.ample()), WebpAlpha.EXACT)
                .quality();
        return request.limited()
                && trials.heaviestKeeping(Way.LOSSY)
                        .filter(best -> best.encoding().quality() >= ample
                                && best.encoding().alphaQuality() == WebpAlpha.EXACT
                                && best.bytes() < BINDING * request.maxBytes())
                        .isPresent();
    }

    /** Whether a file without loss may keep the limit, and look better than the lossy one or be lighter. */
    private boolean mayBeBestWithoutLoss() {
        if (quick * AT_LEAST > request.maxBytes()) {
            return false;
        }
        return request.soonTried()
                || trials.heaviestKeeping(Way.LOSSY)
                        .filter(best -> best.bytes() <= quick * AT_LEAST
                                && best.damage(original.get()).seen() <= WeightSearch.ENOUGH * Damage.NOT_SEEN)
                        .isEmpty();
    }

    @Override
    boolean mayBeBettered() {
        return !isDone;
    }

    @Override
    void refine() {
        if (request.limited()) {
            if (request.soonTried()) {
                betweenSteps();
            }
            trials.heaviestKeeping(Way.LOSSY).map(alphas::other).ifPresent(this::finish);
        }
        if (mayBeBestWithoutLoss()) {
            Trial exact = trials.make(Encoding.lossless(PictureType.WEBP));
            if (exact.bytes() * NEARLY_AT_LEAST <= request.maxBytes()) {
                trials.make(Encoding.webpNearly(NEARLY));
            }
        }
    }

    /** About what a picture of much detail weighs without loss; 0 of all others. */
    private int weightOfDetail() {
        int roughly = request.roughly(WebpWriter::roughly);
        return request.isOfMuchDetail(roughly) ? roughly : 0;
    }

    private void lossy() {
        int alpha = alphas.quality();
        DoubleFunction<Encoding> encoding = x -> Encoding.webp(Fineness.webpQuality(x), alpha);
        Scale scale = request.soonTried() ? SCALE : ROUGH;
        qualities.run(scale, encoding, () -> around(scale, encoding));
    }

    /** Two places between which the limit probably lies. */
    private double[] around(Scale scale, DoubleFunction<Encoding> encoding) {
        return request.pixels().channels() == 3
                ? qualities.estimated(scale, encoding, Fineness::webpOfJpeg)
                : qualities.sampled(
                        scale,
                        encoding,
                        picture -> alphas.bytes(picture, encoding.apply(0).alphaQuality()));
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
        trials.heaviestKeeping(encoding -> encoding.effort() == Effort.SHARP)
                .filter(sharp -> trials.left() > 0)
                .ifPresent(sharp -> trials.make(sharp.encoding().with(Effort.CRISP)));
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
}
