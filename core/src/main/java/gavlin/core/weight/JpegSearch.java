package gavlin.core.weight;

import gavlin.core.damage.Damage;
import gavlin.core.damage.Original;
import gavlin.core.jpeg.Chroma;
import gavlin.core.jpeg.ChromaDetail;
import gavlin.core.weight.ByQuality.Scale;
import gavlin.core.weight.Encoding.Way;
import gavlin.core.weight.WeightSearch.Request;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleFunction;
import java.util.function.Supplier;

/** Searches the qualities of JPEG, and how finely it keeps colour. */
final class JpegSearch extends TypeSearch {
    private static final Scale SCALE = new Scale(Fineness.JPEG_FIRST, Fineness.JPEG_AMPLE, 0.98, 0.001, 6);
    /** Halving the colours' density in one direction saves about so much of {@link Fineness}, as measured on photographs. */
    private static final double CHROMA_SHIFT = 0.015;
    /** Another density of colour is tried so often: one that is better is mostly near. */
    private static final int OTHER_CHROMA = 3;
    /** Where damage is this great, other chroma mends nothing. */
    private static final double BEYOND_MENDING = 4;

    JpegSearch(Request request, Supplier<Original> original) {
        super(request, original);
    }

    @Override
    void run() {
        Chroma chroma = ChromaDetail.of(request.pixels());
        DoubleFunction<Encoding> encoding = x -> Encoding.jpeg(Fineness.jpegQuality(x), chroma);
        qualities.run(SCALE, encoding, () -> qualities.estimated(SCALE, encoding, trials.jpeg(chroma), x -> x));
        if (request.limited() && !request.pixels().isGrey()) {
            Optional<Trial> best = trials.heaviestKeeping(Way.LOSSY);
            if (best.isPresent()) {
                otherChroma(best.get());
            } else if (chroma != Chroma.HALVED) {
                qualities.near(
                        SCALE, x -> Encoding.jpeg(Fineness.jpegQuality(x), Chroma.HALVED), trials.left(), 0, 0.1);
            }
        }
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
            double near = Math.min(SCALE.ample() - 0.01, from + (finer ? -CHROMA_SHIFT : CHROMA_SHIFT));
            qualities.near(
                    SCALE,
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
}
