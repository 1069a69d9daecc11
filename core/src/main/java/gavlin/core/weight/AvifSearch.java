package gavlin.core.weight;

import gavlin.core.codec.Tags;
import gavlin.core.damage.Damage;
import gavlin.core.damage.Original;
import gavlin.core.jpeg.Chroma;
import gavlin.core.weight.ByQuality.Scale;
import gavlin.core.weight.Encoding.Way;
import gavlin.core.weight.WeightSearch.Request;
import java.util.List;
import java.util.function.DoubleFunction;
import java.util.function.Supplier;
import java.util.stream.IntStream;

/** Searches the qualities of AVIF with all its colour, which mostly shows least, then near the best with halved colour. */
final class AvifSearch extends TypeSearch {
    /** As each takes a process and tenths of a second. */
    private static final int FULL_ENCODES = 6;

    private static final int HALVED_ENCODES = 3;

    private static final int FINER_STEPS = 3;
    /** Below this share of the limit it isn't the limit that decides. */
    private static final double BINDING = 0.9;

    private static final List<Integer> ALPHA_QUALITIES = List.of(100, 90, 75, 50, 25);
    /** Of the limit, for alpha and the coarsest colour. */
    private static final double ALPHA_SHARE = 0.4;

    private static final double STEP = 1.0 / Fineness.AVIF_STEPS;
    private static final Scale SCALE =
            new Scale(Fineness.AVIF_FIRST, Fineness.AVIF_AMPLE, 0.97, STEP, Trials.MOST - FULL_ENCODES);
    /** Halving colour saves about so much of {@link Fineness}. */
    private static final double[] HALVED_SHIFTS = {2 * STEP, 4 * STEP};

    AvifSearch(Request request, Supplier<Original> original) {
        super(request, original);
    }

    /** Its encoder is slow: it comes when it is known what the other types can do. */
    @Override
    void run() {}

    @Override
    boolean mayBeBettered() {
        return true;
    }

    @Override
    void refine() {
        int alpha = alphaQuality();
        DoubleFunction<Encoding> encoding = x -> encoding(x, alpha, Chroma.FULL);
        boolean photograph = request.pixels().channels() == 3 && !WeightSearch.isArtwork(request.pixels());
        qualities.run(
                SCALE,
                encoding,
                () -> photograph
                        ? qualities.estimated(SCALE, encoding, Fineness::avifOfJpeg)
                        : qualities.sampled(SCALE, encoding));
        if (request.limited() && !request.pixels().isGrey()) {
            Trial best = trials.heaviestKeeping(Way.LOSSY).orElse(null);
            if (best == null) {
                qualities.near(SCALE, x -> encoding(x, alpha, Chroma.HALVED), HALVED_ENCODES, 0, 2 * STEP);
            } else if (mayLookBetter(best)) {
                double from = best.encoding().quality() / 100;
                qualities.near(
                        SCALE,
                        x -> encoding(x, alpha, Chroma.HALVED),
                        HALVED_ENCODES,
                        from + HALVED_SHIFTS[0],
                        from + HALVED_SHIFTS[1]);
            }
        }
        if (request.limited() && request.soonTried()) {
            finer(alpha, Chroma.FULL);
            finer(alpha, Chroma.HALVED);
        }
    }

    /** Where the limit binds, damage that is hardly unseen may be less with colour halved. */
    private boolean mayLookBetter(Trial best) {
        boolean binding = best.bytes() >= BINDING * request.maxBytes();
        return best.damage(original.get()).seen() > (binding ? WeightSearch.ENOUGH : 1) * Damage.NOT_SEEN;
    }

    /** Of artwork sizes leap from step to step, down as well as up: beyond a step that is too heavy one may keep the limit again. */
    private void finer(int alpha, Chroma chroma) {
        trials.heaviestKeeping(encoding -> encoding.chroma() == chroma)
                .filter(best -> best.bytes() < SCALE.enough() * request.maxBytes() && mayLookBetter(best))
                .map(best -> best.encoding().quality() / 100)
                .ifPresent(from -> trials.makeAll(IntStream.rangeClosed(1, FINER_STEPS)
                        .mapToObj(steps -> encoding(Math.min(1, from + steps * STEP), alpha, chroma))
                        .distinct()
                        .toList()));
    }

    /** As fine as leaves most of the limit to colour. */
    private int alphaQuality() {
        if (!request.limited() || request.pixels().channels() == 3) {
            return 100;
        }
        return ALPHA_QUALITIES.stream()
                .filter(alpha -> encoding(0, alpha, Chroma.HALVED).write(request.pixels(), Tags.NONE).length
                        <= ALPHA_SHARE * request.maxBytes())
                .findFirst()
                .orElse(ALPHA_QUALITIES.get(ALPHA_QUALITIES.size() - 1));
    }

    private static Encoding encoding(double fineness, int alphaQuality, Chroma chroma) {
        return Encoding.avif(Fineness.avifQuality(fineness), alphaQuality, chroma);
    }
}
