package gavlin.core.weight;

import gavlin.core.codec.WebpAlpha;
import gavlin.core.damage.Damage;
import gavlin.core.weight.Encoding.Effort;
import gavlin.core.weight.Encoding.Way;
import java.util.List;
import java.util.Optional;

/** How exactly a lossy WebP keeps alpha: what that takes, colour lacks. */
final class WebpAlphas {
    /** With them, libwebp keeps 256, 96, 48, 24, 12 or 6 levels of alpha (alpha_enc.c; from memory). */
    private static final List<Integer> QUALITIES = List.of(WebpAlpha.EXACT, 80, 74, 71, 50, 20);
    /** The finest that leaves so much to colour is taken; where none does, the finest that leaves it some. */
    private static final double[] SHARES = {0.25, 0.6};
    /** Below this share of the limit nothing is to be had from alpha. */
    private static final double LITTLE = 0.05;
    /** Another quality is tried so often. */
    private static final int ENCODES = 5;
    /** The limit mostly leaves a next coarser alpha so much more {@link Fineness} of colour, and a finer one so much less. */
    private static final double[] SHIFTS = {0.05, 0.15};

    private final TypeSearch search;

    WebpAlphas(TypeSearch search) {
        this.search = search;
    }

    private boolean isThere() {
        return search.trials.subject().webpAlpha().isThere();
    }

    /** What alpha takes of a file, 0 without any. */
    int bytes(Subject picture, int quality) {
        return picture.webpAlpha().isThere() ? picture.webpAlpha().packed(quality).length : 0;
    }

    /** One to begin with. Of a large picture a part tells. */
    int quality() {
        if (!search.request.limited() || !isThere()) {
            return WebpAlpha.EXACT;
        }
        for (double share : SHARES) {
            for (int quality : QUALITIES) {
                if (about(quality) <= share * search.request.maxBytes()) {
                    return quality;
                }
            }
        }
        return QUALITIES.stream()
                .min((a, b) -> Double.compare(about(a), about(b)))
                .orElseThrow();
    }

    private double about(int quality) {
        Sample sample = search.trials.sample();
        return sample == null
                ? bytes(search.trials.subject(), quality)
                : bytes(sample.bands(), quality) / sample.share();
    }

    /** The next finer and coarser alphas, each with the colour that the limit leaves it, as long as it gets better. Of a large picture the finest for which there is room beside its colour. */
    Trial other(Trial first) {
        int quality = first.encoding().alphaQuality();
        if (!search.request.soonTried()) {
            return finestBeside(first);
        }
        if (bytes(search.trials.subject(), quality) < LITTLE * search.request.maxBytes()) {
            return first;
        }
        int at = QUALITIES.indexOf(quality);
        Trial finer = other(first, at, -1);
        return finer == first ? other(first, at, 1) : finer;
    }

    private Trial finestBeside(Trial first) {
        int own = first.encoding().alphaQuality();
        double colour = first.bytes() - about(own);
        return QUALITIES.stream()
                .takeWhile(quality -> quality > own)
                .filter(quality -> colour + about(quality) <= search.request.maxBytes())
                .findFirst()
                .map(quality ->
                        search.trials.make(Encoding.webp(first.encoding().quality(), quality)))
                .filter(search.trials::keeps)
                .orElse(first);
    }

    private Trial other(Trial first, int at, int step) {
        Trial best = first;
        for (int i = at + step; i >= 0 && i < QUALITIES.size(); i += step) {
            double seen = best.damage(search.original.get()).seen();
            if (seen <= Damage.NOT_SEEN) {
                return best;
            }
            int alpha = QUALITIES.get(i);
            double from = Fineness.ofWebpQuality(best.encoding().quality());
            double ample = WebpSearch.SCALE.ample();
            search.qualities.near(
                    WebpSearch.SCALE,
                    x -> Encoding.webp(Fineness.webpQuality(x), alpha).with(Effort.FINE),
                    Math.min(ENCODES, search.trials.left()),
                    Math.min(ample, from + SHIFTS[0] * step),
                    Math.min(ample, from + SHIFTS[1] * step));
            Optional<Trial> found = search.trials.heaviestKeeping(encoding -> encoding.way() == Way.LOSSY
                    && encoding.effort() == Effort.FINE
                    && encoding.alphaQuality() == alpha);
            if (found.isEmpty() || found.get().damage(search.original.get()).seen() >= seen) {
                return best;
            }
            best = found.get();
        }
        return best;
    }
}
