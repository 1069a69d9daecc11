package gavlin.core.weight;

import gavlin.core.codec.IcoWriter;
import gavlin.core.codec.JpegWriter.Chroma;
import gavlin.core.codec.OwnFile;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.Tags;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.DoubleFunction;
import java.util.stream.Stream;

/**
 * Finds the best-looking file within a weight limit, over the types that a brief allows and the settings of each. Looks
 * are measured as {@link Ssim}; the limit is never exceeded. Without a limit it looks for the lightest file without visible
 * damage. Types are searched side by side, and the answer is the same whatever the number of threads.
 */
public final class WeightSearch {
    /** Two files this near in SSIM look the same; then the lighter one is better. */
    private static final double SAME_LOOK = 0.002;

    private static final Scale JPEG = new Scale(Fineness.JPEG_FIRST, 0.985, 0.002, QualitySearch.MAX_ENCODES);
    /** Its sizes are coarser: a step is one of libwebp's 128. Two encodes are kept for {@link #betweenSteps}. */
    private static final Scale WEBP = new Scale(Fineness.WEBP_FIRST, 0.97, 0.01, QualitySearch.MAX_ENCODES - 2);

    /** What a file without a limit is aimed at: no visible damage, and no waste beyond the second. */
    static final double UNLIMITED_SSIM = 0.985;

    private static final double UNLIMITED_ENOUGH = 0.9875;
    /** Tried in this order when a lossless PNG is too heavy, each with and without dithering. */
    private static final int[] PALETTE_SIZES = {256, 128, 64, 32, 16};
    /** Less of a drawing is never flat: its grounds are. A photograph's grain leaves hardly two pixels alike; common practice, no source. */
    private static final double PHOTOGRAPH = 0.25;
    /** Of portraits and icons: a photograph this small is soon packed without loss, and may keep its limit so. */
    private static final long SMALL = 60_000;
    /** So many times over the limit, losslessly, artwork may still fit with fewer colours. */
    private static final double HOPELESS = 3;
    /** libwebp's near-lossless setting in the middle of its useful range; below it a palette or lossy file is better. */
    private static final int NEARLY = 60;
    /** When lossless alpha takes more than this share of the limit, it is reduced as well. */
    private static final double ALPHA_SHARE = 0.25;

    private static final int REDUCED_ALPHA = 80;
    /** libwebp's noise shaping is 50 by default. */
    private static final int[] LESS_SHAPING = {40, 30};

    /** No type is encoded more often than this in one search. */
    static final int MAX_ENCODES = 8;

    private WeightSearch() {}

    /**
     * @param types allowed, at least one that Gavlin writes
     * @param maxBytes the limit; {@link Long#MAX_VALUE} for none
     * @param superseded asked before each encode, from several threads: whether nobody needs the answer any more
     */
    public record Request(
            Pixels pixels, List<PictureType> types, long maxBytes, Tags tags, BooleanSupplier superseded) {
        /** One that is searched to its end. */
        public Request(Pixels pixels, List<PictureType> types, long maxBytes, Tags tags) {
            this(pixels, types, maxBytes, tags, () -> false);
        }

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

    /**
     * How a lossy type is searched over {@link Fineness}.
     *
     * @param usual two places between which most files under a limit lie
     * @param enough the share of a binding limit that is near enough to it
     * @param leastStep below which files hardly differ
     * @param most encodes
     */
    private record Scale(double[] usual, double enough, double leastStep, int most) {}

    /** A file and what made it; not measured yet. */
    private record Made(Encoding encoding, byte[] file) {}

    private record Measured(Encoding encoding, Candidate candidate, byte[] file) {}

    /** @throws Superseded when the request says so, or the thread is interrupted, between two encodes */
    public static Outcome search(Request request) {
        Ssim.Original original = Ssim.original(request.pixels);
        List<Measured> all = request.types.parallelStream()
                .flatMap(type -> searchType(request, original, type).parallelStream())
                .map(made -> measured(original, made))
                .toList();
        return outcome(request, all);
    }

    /** One encoding that a person chose, whatever it weighs. */
    public static Outcome only(Request request, Encoding encoding) {
        Made made = make(request, encoding);
        return outcome(request, List.of(measured(Ssim.original(request.pixels), made)));
    }

    private static Outcome outcome(Request request, List<Measured> all) {
        Measured best = contenders(request, all)
                .reduce((a, b) -> better(b, a, request) ? b : a)
                .orElseThrow(() -> new IllegalArgumentException("at least one type must be allowed"));
        List<Candidate> tried = all.stream().map(Measured::candidate).toList();
        return new Outcome(best.candidate, best.file, tried);
    }

    /** Of a type's lossy files under a limit only the heaviest that keeps it counts: the limit is there to be used. */
    private static Stream<Measured> contenders(Request request, List<Measured> all) {
        if (!request.limited()) {
            return all.stream();
        }
        Stream<Measured> exact = all.stream().filter(made -> made.encoding.way() != Encoding.Way.LOSSY);
        Stream<Measured> lossy = request.types.stream().flatMap(type -> {
            List<Measured> ofType = all.stream()
                    .filter(made -> made.encoding.way() == Encoding.Way.LOSSY && made.encoding.type() == type)
                    .sorted(Comparator.comparingInt(made -> made.file.length))
                    .toList();
            long keeping = ofType.stream()
                    .filter(made -> made.file.length <= request.maxBytes)
                    .count();
            return ofType.stream().skip(Math.max(0, keeping - 1)).limit(1);
        });
        return Stream.concat(exact, lossy);
    }

    private static boolean better(Measured a, Measured b, Request request) {
        boolean aKeeps = a.file.length <= request.maxBytes;
        boolean bKeeps = b.file.length <= request.maxBytes;
        if (aKeeps != bKeeps) {
            return aKeeps;
        }
        double ssimA = a.candidate.ssim();
        double ssimB = b.candidate.ssim();
        if (!request.limited()) {
            // What is good enough is good enough: then weight decides.
            ssimA = Math.min(ssimA, UNLIMITED_SSIM);
            ssimB = Math.min(ssimB, UNLIMITED_SSIM);
        }
        if (aKeeps && palette(a) != palette(b)) {
            Measured lossy = palette(a) ? b : a;
            Measured palette = palette(a) ? a : b;
            if (lossy.candidate.ssim() >= Ssim.SOUND && lossy.file.length <= palette.file.length) {
                return lossy == a;
            }
        }
        boolean sameLook = request.limited() ? Math.abs(ssimA - ssimB) <= SAME_LOOK : ssimA == ssimB;
        return !aKeeps || sameLook ? a.file.length < b.file.length : ssimA > ssimB;
    }

    private static boolean palette(Measured made) {
        return made.encoding.way() == Encoding.Way.PALETTE;
    }

    private static List<Made> searchType(Request request, Ssim.Original original, PictureType type) {
        return switch (type) {
            case JPEG -> jpeg(request, original);
            case WEBP -> webp(request, original);
            case PNG, ICO -> png(request, type);
            default -> throw new IllegalArgumentException(type.label() + " is not written");
        };
    }

    private static List<Made> jpeg(Request request, Ssim.Original original) {
        Chroma chroma = ChromaDetail.of(request.pixels);
        return byQuality(request, original, JPEG, x -> Encoding.jpeg(Fineness.jpegQuality(x), chroma));
    }

    /** Artwork, with transparency or few colours, may be lightest without loss; everything else is searched by quality. */
    private static List<Made> webp(Request request, Ssim.Original original) {
        List<Made> tried = new ArrayList<>();
        boolean artwork = request.pixels.channels() == 4 || Palette.exact(request.pixels) != null;
        if (artwork) {
            Made exact = make(request, Encoding.lossless(PictureType.WEBP));
            tried.add(exact);
            if (request.limited() && exact.file.length <= request.maxBytes) {
                return tried;
            }
            tried.add(make(request, Encoding.webpNearly(NEARLY)));
        }
        int alphaQuality = alphaIsHeavy(request) ? REDUCED_ALPHA : 100;
        List<Made> lossy =
                byQuality(request, original, WEBP, x -> Encoding.webp(Fineness.webpQuality(x), alphaQuality));
        tried.addAll(lossy);
        tried.addAll(betweenSteps(request, lossy));
        return tried;
    }

    /**
     * At high qualities one step of libwebp's quantiser may change a file's size by a seventh. Where the limit lies inside
     * such a step, its finer end is tried again with less noise shaping, which makes it lighter bit by bit.
     */
    private static List<Made> betweenSteps(Request request, List<Made> lossy) {
        int heaviestWithin = lossy.stream()
                .mapToInt(made -> made.file.length)
                .filter(bytes -> bytes <= request.maxBytes)
                .max()
                .orElse(0);
        Optional<Made> beyond = lossy.stream()
                .filter(made -> made.file.length > request.maxBytes)
                .min(Comparator.comparingInt(made -> made.file.length));
        boolean used = heaviestWithin >= WEBP.enough * request.maxBytes;
        if (!request.limited() || used || heaviestWithin == 0 || beyond.isEmpty()) {
            return List.of();
        }
        return Arrays.stream(LESS_SHAPING)
                .parallel()
                .mapToObj(shaping -> make(request, beyond.get().encoding.shaped(shaping)))
                .toList();
    }

    private static boolean alphaIsHeavy(Request request) {
        if (!request.limited() || request.pixels.channels() == 3) {
            return false;
        }
        int withAlpha = Encoding.webp(0, 100).write(request.pixels, Tags.NONE).length;
        int without = Encoding.webp(0, 100).write(request.pixels.over(0), Tags.NONE).length;
        return withAlpha - without > ALPHA_SHARE * request.maxBytes;
    }

    private static List<Made> byQuality(
            Request request, Ssim.Original original, Scale scale, DoubleFunction<Encoding> encoding) {
        if (!request.limited()) {
            return byLikeness(request, original, scale.usual, encoding);
        }
        double limit = Math.log(request.maxBytes);
        Sample sample = Sample.of(request.pixels);
        double[] first = scale.usual;
        if (sample != null) {
            Pixels dot = new Pixels(new Size(1, 1), request.pixels.channels(), new byte[request.pixels.channels()]);
            int overhead = encoding.apply(scale.usual[0]).write(dot, request.tags).length;
            first = sample.around(
                    scale.usual,
                    limit + Math.log((1 + scale.enough) / 2),
                    overhead,
                    x -> encoding.apply(x).write(sample.tiles(), request.tags).length);
        }
        QualitySearch<Made> search = new QualitySearch<>(
                x -> make(request, encoding.apply(x)),
                made -> Math.log(made.file.length),
                limit,
                limit + Math.log(scale.enough),
                scale.leastStep,
                scale.most);
        return search.run(first).tries().stream().map(QualitySearch.Try::made).toList();
    }

    /** The coarsest whose damage is not seen: the same search, turned round. */
    private static List<Made> byLikeness(
            Request request, Ssim.Original original, double[] usual, DoubleFunction<Encoding> encoding) {
        QualitySearch<Made> search = new QualitySearch<>(
                coarseness -> make(request, encoding.apply(1 - coarseness)),
                made -> Math.log(1.0000001 - original.likeness(OwnFile.pixels(made.file))),
                Math.log(1 - UNLIMITED_SSIM),
                Math.log(1 - UNLIMITED_ENOUGH),
                JPEG.leastStep,
                QualitySearch.MAX_ENCODES);
        return search.run(1 - usual[1], 1 - usual[0]).tries().stream()
                .map(QualitySearch.Try::made)
                .toList();
    }

    /** Exact first; then ever smaller palettes, with and without dithering, until one keeps the limit. */
    private static List<Made> png(Request request, PictureType type) {
        Request plain = type == PictureType.ICO
                ? new Request(
                        request.pixels,
                        request.types,
                        request.maxBytes - IcoWriter.HEAD_BYTES,
                        Tags.NONE,
                        request.superseded)
                : request;
        List<Made> tried = new ArrayList<>();
        boolean photograph = isPhotographElsewhere(request);
        if (photograph && request.pixels.size().pixels() > SMALL || !photograph && isHopeless(request)) {
            return tried;
        }
        tried.add(make(plain, Encoding.lossless(type)));
        if (photograph) {
            return tried;
        }
        for (int i = 0; i < PALETTE_SIZES.length && lightest(tried) > request.maxBytes; i++) {
            if (tried.size() + 2 > MAX_ENCODES) {
                break;
            }
            int colours = PALETTE_SIZES[i];
            tried.addAll(Stream.of(true, false)
                    .parallel()
                    .map(dithered -> make(plain, Encoding.palette(type, colours, dithered)))
                    .toList());
        }
        return tried;
    }

    /** A photograph that a lossy type may hold as well: as a palette it is heavier or looks worse, and takes long. */
    private static boolean isPhotographElsewhere(Request request) {
        return maybeLossy(request) && Flatness.of(request.pixels) < PHOTOGRAPH;
    }

    private static boolean maybeLossy(Request request) {
        return request.types.contains(PictureType.JPEG) || request.types.contains(PictureType.WEBP);
    }

    /** So far over the limit that fewer colours would not do. */
    private static boolean isHopeless(Request request) {
        Sample sample = maybeLossy(request) && request.limited() ? Sample.of(request.pixels) : null;
        if (sample == null) {
            return false;
        }
        int bytes = Encoding.lossless(PictureType.PNG).write(sample.tiles(), Tags.NONE).length;
        return bytes / sample.share() > HOPELESS * request.maxBytes;
    }

    private static int lightest(List<Made> made) {
        return made.stream().mapToInt(m -> m.file.length).min().orElseThrow();
    }

    private static Made make(Request request, Encoding encoding) {
        if (request.superseded.getAsBoolean() || Thread.currentThread().isInterrupted()) {
            throw new Superseded();
        }
        return new Made(encoding, encoding.write(request.pixels, request.tags));
    }

    private static Measured measured(Ssim.Original original, Made made) {
        boolean exact = made.encoding.way() == Encoding.Way.LOSSLESS;
        double ssim = exact ? 1 : original.likeness(OwnFile.pixels(made.file));
        return new Measured(made.encoding, Candidate.of(made.encoding, made.file.length, ssim), made.file);
    }
}
