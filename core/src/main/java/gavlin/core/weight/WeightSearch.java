package gavlin.core.weight;

import gavlin.core.codec.IcoWriter;
import gavlin.core.codec.JpegWriter;
import gavlin.core.codec.JpegWriter.Chroma;
import gavlin.core.codec.PictureReader;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.PngWriter;
import gavlin.core.codec.Tags;
import gavlin.core.codec.WebpWriter;
import gavlin.core.raster.Pixels;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.CancellationException;
import java.util.function.DoubleUnaryOperator;

/**
 * Finds the best-looking file within a weight limit, over the types that a brief allows and the settings of each. Looks
 * are measured as {@link Ssim}; the limit is never exceeded. Types are searched side by side, and the answer is the same
 * whatever the number of threads.
 */
public final class WeightSearch {
    /** Two files this near in SSIM look the same; then the lighter one is better. */
    private static final double SAME_LOOK = 0.002;
    /** The share of a binding limit that is used at least; WebP's sizes are coarser. */
    private static final double JPEG_ENOUGH = 0.985;

    private static final double WEBP_ENOUGH = 0.97;
    /** What a file without a limit is aimed at: no visible damage, no waste. */
    static final double UNLIMITED_SSIM = 0.985;
    /** Tried in this order when a lossless PNG is too heavy. */
    private static final int[] PALETTE_SIZES = {256, 128, 64, 32, 16};

    private WeightSearch() {}

    /**
     * @param types allowed, at least one that Gavlin writes
     * @param maxBytes the limit; {@link Long#MAX_VALUE} for none
     */
    public record Request(Pixels pixels, List<PictureType> types, long maxBytes, Tags tags) {
        boolean limited() {
            return maxBytes != Long.MAX_VALUE;
        }
    }

    /**
     * @param chosen the best of all that keep the limit, or, when none does, the lightest
     * @param file its bytes
     * @param tried everything that was encoded, type by type
     */
    public record Outcome(Candidate chosen, byte[] file, List<Candidate> tried) {}

    /** A type's best file and all that it took to find it. */
    private record Found(Candidate candidate, byte[] file, List<Candidate> tried) {}

    /** @throws CancellationException when the calling thread is interrupted between two encodes */
    public static Outcome search(Request request) {
        List<Found> found = request.types.parallelStream()
                .map(type -> searchType(request, type))
                .toList();
        Found best = found.stream()
                .reduce((a, b) -> better(b, a, request.maxBytes) ? b : a)
                .orElseThrow(() -> new IllegalArgumentException("at least one type must be allowed"));
        List<Candidate> tried = new ArrayList<>();
        found.forEach(f -> tried.addAll(f.tried));
        return new Outcome(best.candidate, best.file, List.copyOf(tried));
    }

    private static boolean better(Found a, Found b, long maxBytes) {
        boolean aKeeps = a.file.length <= maxBytes;
        boolean bKeeps = b.file.length <= maxBytes;
        if (aKeeps != bKeeps) {
            return aKeeps;
        }
        double difference = a.candidate.ssim() - b.candidate.ssim();
        if (!aKeeps || Math.abs(difference) <= SAME_LOOK) {
            return a.file.length < b.file.length;
        }
        return difference > 0;
    }

    private static Found searchType(Request request, PictureType type) {
        return switch (type) {
            case JPEG -> jpeg(request);
            case WEBP -> webp(request);
            case PNG -> png(request);
            case ICO -> ico(request);
            case GIF -> throw new IllegalArgumentException(type.label() + " is not written");
        };
    }

    private static Found jpeg(Request request) {
        Chroma chroma = ChromaDetail.of(request.pixels);
        return byQuality(
                request,
                PictureType.JPEG,
                ", " + chroma.label(),
                new QualitySearch(
                        Fineness.JPEG_FIRST,
                        JPEG_ENOUGH,
                        x -> JpegWriter.write(request.pixels, Fineness.jpegQuality(x), chroma, request.tags)),
                Fineness::jpegQuality);
    }

    private static Found webp(Request request) {
        List<Candidate> tried = new ArrayList<>();
        if (Palette.exact(request.pixels) != null || request.pixels.channels() == 4) {
            byte[] exact = WebpWriter.writeLossless(request.pixels, request.tags);
            Candidate lossless = new Candidate(PictureType.WEBP, "lossless", exact.length, 1.0);
            tried.add(lossless);
            if (exact.length <= request.maxBytes) {
                return new Found(lossless, exact, tried);
            }
        }
        Found lossy = byQuality(
                request,
                PictureType.WEBP,
                "",
                new QualitySearch(
                        Fineness.WEBP_FIRST,
                        WEBP_ENOUGH,
                        x -> WebpWriter.writeLossy(request.pixels, Fineness.webpQuality(x), request.tags)),
                Fineness::webpQuality);
        tried.addAll(lossy.tried);
        return new Found(lossy.candidate, lossy.file, tried);
    }

    private static Found byQuality(
            Request request, PictureType type, String more, QualitySearch search, DoubleUnaryOperator quality) {
        QualitySearch.Answer answer = request.limited()
                ? search.heaviestWithin(request.maxBytes)
                : search.lightestReaching(UNLIMITED_SSIM, file -> ssim(request.pixels, file));
        List<Candidate> tried = new ArrayList<>();
        Candidate chosen = null;
        for (QualitySearch.Encode encode : answer.encodes()) {
            boolean isChosen = encode == answer.chosen();
            Candidate candidate = new Candidate(
                    type,
                    String.format(Locale.ROOT, "quality %.1f%s", quality.applyAsDouble(encode.fineness()), more),
                    encode.file().length,
                    isChosen ? ssim(request.pixels, encode.file()) : null);
            tried.add(candidate);
            chosen = isChosen ? candidate : chosen;
        }
        return new Found(chosen, answer.chosen().file(), tried);
    }

    /** Exact first; then ever smaller palettes, with and without dithering, until one keeps the limit. */
    private static Found png(Request request) {
        List<Candidate> tried = new ArrayList<>();
        Palette exact = Palette.exact(request.pixels);
        byte[] lossless = exact == null
                ? PngWriter.write(request.pixels, request.tags)
                : PngWriter.write(request.pixels, request.tags, exact.colours(), exact.indices());
        Candidate whole = new Candidate(PictureType.PNG, "lossless", lossless.length, 1.0);
        tried.add(whole);
        if (lossless.length <= request.maxBytes) {
            return new Found(whole, lossless, tried);
        }
        Found best = new Found(whole, lossless, tried);
        for (int size : PALETTE_SIZES) {
            for (boolean dithered : new boolean[] {true, false}) {
                stopIfAsked();
                Palette palette = Palette.reduced(request.pixels, size, dithered);
                byte[] file = PngWriter.write(request.pixels, request.tags, palette.colours(), palette.indices());
                Candidate candidate = new Candidate(
                        PictureType.PNG,
                        size + " colours" + (dithered ? ", dithered" : ""),
                        file.length,
                        Ssim.between(withAlpha(request.pixels), palette.toPixels(request.pixels)));
                tried.add(candidate);
                Found next = new Found(candidate, file, tried);
                best = better(next, best, request.maxBytes) ? next : best;
            }
            if (best.file.length <= request.maxBytes || tried.size() >= QualitySearch.MAX_ENCODES) {
                break;
            }
        }
        return best;
    }

    /** An icon is a PNG with a short head. */
    private static Found ico(Request request) {
        Found png = png(new Request(request.pixels, request.types, request.maxBytes - IcoWriter.HEAD_BYTES, Tags.NONE));
        byte[] file = IcoWriter.wrap(png.file, request.pixels.size());
        Candidate candidate =
                new Candidate(PictureType.ICO, png.candidate.settings(), file.length, png.candidate.ssim());
        return new Found(candidate, file, List.of(candidate));
    }

    private static Pixels withAlpha(Pixels pixels) {
        if (pixels.channels() == 4) {
            return pixels;
        }
        byte[] in = pixels.samples();
        byte[] out = new byte[in.length / 3 * 4];
        for (int i = 0, o = 0; i < in.length; i += 3, o += 4) {
            System.arraycopy(in, i, out, o, 3);
            out[o + 3] = -1;
        }
        return new Pixels(pixels.size(), 4, out);
    }

    private static double ssim(Pixels before, byte[] file) {
        Pixels after = PictureReader.pixels(file);
        return before.channels() == 4 ? Ssim.between(before, withAlpha(after)) : Ssim.between(before, after);
    }

    static void stopIfAsked() {
        if (Thread.currentThread().isInterrupted()) {
            throw new CancellationException("the search was stopped");
        }
    }
}
