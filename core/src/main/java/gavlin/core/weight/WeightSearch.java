package gavlin.core.weight;

import gavlin.core.codec.IcoWriter;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.Tags;
import gavlin.core.damage.Damage;
import gavlin.core.damage.Original;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.raster.Pixels;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import java.util.function.Supplier;
import java.util.function.ToIntFunction;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Finds the best-looking file within a weight limit, over the types that a brief allows and the settings of each. Looks
 * are measured as {@link Damage}; the limit is never exceeded. Without a limit it looks for the lightest file without visible
 * damage. Types are searched side by side, and the answer is the same whatever the number of threads.
 *
 * <p>Only files that can win are decoded and measured: of each way of encoding the heaviest that keeps the limit, as the
 * limit is there to be used.
 */
public final class WeightSearch {
    /** Two files whose damage differs by less than this share look the same; then the lighter one is better. */
    private static final double SAME_LOOK = 0.03;
    /** Of what is just not seen: below this share of it nothing is gained, even where the limit has room. */
    static final double ENOUGH = 0.75;
    /** Less of a drawing is never flat: its grounds are. A photograph's grain leaves hardly two pixels alike; common practice, no source. */
    private static final double PHOTOGRAPH = 0.25;

    /** Pixels up to which everything is tried out. */
    private static final long TRIABLE = 300_000;

    /** Bits a pixel, without loss. */
    private static final double MUCH_DETAIL = 2;

    private WeightSearch() {}

    /**
     * @param dear where people look first: damage counts more there
     * @param types allowed, at least one that Gavlin writes
     * @param maxBytes the limit; {@link Long#MAX_VALUE} for none
     * @param tags what the files say of their picture, as far as the limit has room for it ({@link Tags#under})
     * @param superseded asked before each encode, from several threads: whether nobody needs the answer any more
     * @param told of each file that keeps the limit as soon as it is there, and of the best while others are bettered; from several threads, perhaps after a search that was superseded has ended
     */
    public record Request(
            Pixels pixels,
            List<Box<InSlot>> dear,
            List<PictureType> types,
            long maxBytes,
            Tags tags,
            BooleanSupplier superseded,
            Consumer<SoFar> told) {
        /** One in which all places count alike, and that is searched to its end. */
        public Request(Pixels pixels, List<PictureType> types, long maxBytes, Tags tags) {
            this(pixels, List.of(), types, maxBytes, tags, () -> false, soFar -> {});
        }

        private Original original() {
            return new Original(pixels, dear);
        }

        boolean limited() {
            return maxBytes != Long.MAX_VALUE;
        }

        /** Whether the picture is small enough for trying out what takes long. */
        boolean soonTried() {
            return pixels.size().pixels() <= TRIABLE;
        }

        /** About what a large picture weighs without loss under a limit; 0 of all others, as nothing is left out of their search. */
        int roughly(ToIntFunction<Pixels> quickly) {
            return soonTried() || !limited() ? 0 : quickly.applyAsInt(pixels);
        }

        /** Whether so many bytes without loss tell of much detail. Of all others less is told by them: repetitions may make a tenth of it. */
        boolean isOfMuchDetail(int roughly) {
            return 8.0 * roughly / pixels.size().pixels() > MUCH_DETAIL;
        }

        /** Whether a type is allowed that may lose something. */
        boolean maybeLossy() {
            return types.contains(PictureType.JPEG)
                    || types.contains(PictureType.WEBP)
                    || types.contains(PictureType.AVIF);
        }

        /** @throws Superseded when nobody needs it any more, or the thread is interrupted */
        Trial make(Encoding encoding) {
            return make(encoding, new Subject(pixels));
        }

        /** The same, of the same pixels as a subject. */
        Trial make(Encoding encoding, Subject subject) {
            if (superseded.getAsBoolean() || Thread.currentThread().isInterrupted()) {
                throw new Superseded();
            }
            Trial trial = new Trial(encoding, write(encoding, subject));
            if (trial.bytes() <= maxBytes) {
                told.accept(new SoFar(trial.candidate(), null));
            }
            return trial;
        }

        byte[] write(Encoding encoding, Subject some) {
            return encoding.write(some, tags.under(maxBytes, encoding.type()));
        }

        private Request under(long otherBytes) {
            return new Request(pixels, dear, types, otherBytes, tags, superseded, told);
        }
    }

    /** A file that keeps the limit, while better ones are looked for. @param damage null while it is not measured */
    public record SoFar(Candidate file, Damage damage) {}

    /**
     * @param chosen the best of all that keep the limit, or, when none does, the lightest
     * @param file its bytes
     * @param damage what was measured on it
     * @param tried everything that was encoded, type by type
     */
    public record Outcome(Candidate chosen, byte[] file, Damage damage, List<Candidate> tried) {}

    /** @throws Superseded when the request says so, or the thread is interrupted, between two encodes */
    public static Outcome search(Request request) {
        Supplier<Original> original = once(request::original);
        List<TypeSearch> searches = request.types.stream()
                .map(type -> searchOf(type, request, original))
                .toList();
        searches.parallelStream().forEach(TypeSearch::run);
        refine(request, original, searches);
        List<Trial> all = measured(request, original, tried(searches));
        double seen = leastSeen(request, original, all);
        if (seen > 0) {
            searches.parallelStream().forEach(search -> search.goOn(seen));
            all = measured(request, original, tried(searches));
        }
        return outcome(request, original.get(), all);
    }

    /** What takes longer is not waited for: the best of what was found is told before. */
    private static void refine(Request request, Supplier<Original> original, List<TypeSearch> searches) {
        List<TypeSearch> unfinished =
                searches.stream().filter(TypeSearch::mayBeBettered).toList();
        if (!unfinished.isEmpty()) {
            tellBest(request, original, tried(searches));
            unfinished.parallelStream().forEach(TypeSearch::refine);
        }
    }

    private static void tellBest(Request request, Supplier<Original> original, List<Trial> found) {
        if (found.stream().anyMatch(trial -> trial.bytes() <= request.maxBytes())) {
            Outcome best = outcome(request, original.get(), measured(request, original, found));
            request.told.accept(new SoFar(best.chosen(), best.damage()));
        }
    }

    private static List<Trial> tried(List<TypeSearch> searches) {
        return searches.stream().flatMap(search -> search.tried().stream()).toList();
    }

    /** The same, of which what can win is measured. */
    private static List<Trial> measured(Request request, Supplier<Original> original, List<Trial> all) {
        contenders(request, all).parallelStream().forEach(trial -> trial.damage(original.get()));
        return all;
    }

    private static double leastSeen(Request request, Supplier<Original> original, List<Trial> all) {
        return contenders(request, all).stream()
                .filter(trial -> trial.bytes() <= request.maxBytes())
                .mapToDouble(trial -> trial.damage(original.get()).seen())
                .min()
                .orElse(Double.POSITIVE_INFINITY);
    }

    /**
     * What comparing needs is prepared when the first asks for it: the first file comes sooner. Those who ask meanwhile wait, and help,
     * which a lock would keep them from.
     */
    private static Supplier<Original> once(Supplier<Original> made) {
        CompletableFuture<Original> prepared = new CompletableFuture<>();
        AtomicBoolean asked = new AtomicBoolean();
        return () -> {
            if (!asked.getAndSet(true)) {
                prepared.completeAsync(made);
            }
            return prepared.join();
        };
    }

    /** One encoding that a person chose, whatever it weighs. */
    public static Outcome only(Request request, Encoding encoding) {
        return outcome(request, request.original(), List.of(request.make(encoding)));
    }

    /** Files that a search made but had no need to look at: made again, and measured. */
    public static List<Candidate> measured(Request request, List<Encoding> encodings) {
        Original original = request.original();
        return encodings.parallelStream()
                .map(request::make)
                .peek(trial -> trial.damage(original))
                .map(Trial::candidate)
                .toList();
    }

    private static Outcome outcome(Request request, Original original, List<Trial> all) {
        Trial best = contenders(request, all).stream()
                .reduce((a, b) -> better(b, a, request, original) ? b : a)
                .orElseThrow(() -> new IllegalArgumentException("at least one type must be allowed"));
        Damage damage = best.damage(original);
        List<Candidate> tried = all.stream().map(Trial::candidate).toList();
        return new Outcome(best.candidate(), best.file(), damage, tried);
    }

    private static TypeSearch searchOf(PictureType type, Request request, Supplier<Original> original) {
        return switch (type) {
            case JPEG -> new JpegSearch(request, original);
            case WEBP -> new WebpSearch(request, original);
            case AVIF -> new AvifSearch(request, original);
            case PNG -> new PaletteSearch(request, type, original);
            case ICO -> new PaletteSearch(request.under(request.maxBytes - IcoWriter.HEAD_BYTES), type, original);
            default -> throw new IllegalArgumentException(type.label() + " is not written");
        };
    }

    /** Whether a picture has flat grounds, as drawings have. */
    static boolean isArtwork(Pixels pixels) {
        return Flatness.of(pixels) >= PHOTOGRAPH;
    }

    /** A way of encoding, whatever its quality. */
    private record Kind(
            PictureType type, Encoding.Way way, Object chroma, int alpha, boolean dithered, Encoding.Effort effort) {
        static Kind of(Encoding made) {
            return new Kind(
                    made.type(), made.way(), made.chroma(), made.alphaQuality(), made.dithered(), made.effort());
        }
    }

    /** Those that can win: of each way the heaviest that keeps the limit; all without one, or where none keeps it. */
    private static List<Trial> contenders(Request request, List<Trial> all) {
        List<Trial> keeping =
                all.stream().filter(trial -> trial.bytes() <= request.maxBytes).toList();
        if (keeping.isEmpty()) {
            return all.stream()
                    .min(Comparator.comparingInt(Trial::bytes))
                    .map(List::of)
                    .orElse(List.of());
        }
        if (!request.limited()) {
            return all;
        }
        Map<Kind, Trial> heaviest = keeping.stream()
                .collect(Collectors.toMap(
                        trial -> Kind.of(trial.encoding()), trial -> trial, (a, b) -> b.bytes() > a.bytes() ? b : a));
        return keeping.stream()
                .filter(trial -> heaviest.get(Kind.of(trial.encoding())) == trial && !isOutdone(trial, heaviest))
                .toList();
    }

    /** Whether the same was made with more effort, no coarser. */
    private static boolean isOutdone(Trial trial, Map<Kind, Trial> heaviest) {
        Encoding own = trial.encoding();
        return own.effort() == Encoding.Effort.USUAL
                && own.way() == Encoding.Way.LOSSY
                && Stream.of(Encoding.Effort.FINE, Encoding.Effort.TUNED)
                        .map(effort -> heaviest.get(Kind.of(own.with(effort))))
                        .filter(Objects::nonNull)
                        .map(Trial::encoding)
                        .anyMatch(better -> better.quality() >= own.quality() && better.shaping() >= own.shaping());
    }

    private static boolean better(Trial a, Trial b, Request request, Original original) {
        // What is not seen is good enough: then weight decides.
        double enough = request.limited() ? ENOUGH * Damage.NOT_SEEN : Damage.NOT_SEEN;
        double seenA = Math.max(enough, a.damage(original).seen());
        double seenB = Math.max(enough, b.damage(original).seen());
        if (palette(a) != palette(b)) {
            Trial lossy = palette(a) ? b : a;
            Trial palette = palette(a) ? a : b;
            if (lossy.damage(original).seen() <= Damage.NOT_SEEN && lossy.bytes() <= palette.bytes()) {
                return lossy == a;
            }
        }
        double same = request.limited() ? SAME_LOOK : 0;
        boolean sameLook = Math.abs(seenA - seenB) <= same * Math.min(seenA, seenB);
        return sameLook ? a.bytes() < b.bytes() : seenA < seenB;
    }

    private static boolean palette(Trial made) {
        return made.encoding().way() == Encoding.Way.PALETTE;
    }
}
