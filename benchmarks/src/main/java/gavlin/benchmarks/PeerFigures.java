package gavlin.benchmarks;

import gavlin.core.codec.OwnFile;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.PngWriter;
import gavlin.core.codec.Tags;
import gavlin.core.damage.Damage;
import gavlin.core.damage.Original;
import gavlin.core.geometry.Size;
import gavlin.core.jpeg.Chroma;
import gavlin.core.raster.Pixels;
import gavlin.core.weight.Encoding;
import gavlin.core.weight.WeightSearch;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.IntFunction;
import javax.imageio.ImageIO;

/**
 * Type by type, what Gavlin and what general-purpose encoders of Debian's make of the same pixels under the same limit, without
 * any words in either: a line a case, judged by Gavlin's damage and by SSIM.
 */
final class PeerFigures {
    /** A file whose damage differs by less than this share looks the same. */
    private static final double NOISE = 0.05;
    /** Shares of what the picture weighs at quality 90, or without loss. */
    private static final double[] LIMITS = {0.6, 0.4, 0.25, 0.15};

    /** libaom's quantizer of the least file. */
    private static final int COARSEST_AVIF = 63;

    private static final Tags NO_WORDS = Tags.NONE.under(1, PictureType.JPEG);

    private final Workbench bench;

    private PeerFigures(Workbench bench) {
        this.bench = bench;
    }

    private record Made(String by, byte[] file, Damage damage) {}

    public static void main(String[] arguments) throws Exception {
        ImageIO.setUseCache(false);
        Map<String, Pixels> photographs = TestSubjects.opaque();
        Map<String, Pixels> marks = TestSubjects.marks();
        PeerFigures figures = new PeerFigures(Workbench.open());
        figures.table(PictureType.JPEG, photographs);
        Map<String, Pixels> all = new LinkedHashMap<>(photographs);
        all.putAll(marks);
        figures.table(PictureType.WEBP, all);
        figures.table(PictureType.AVIF, all);
        Map<String, Pixels> artwork = new LinkedHashMap<>(marks);
        photographs.forEach((name, pixels) -> {
            if (TestSubjects.isArtwork(name)) {
                artwork.put(name, pixels);
            }
        });
        figures.table(PictureType.PNG, artwork);
        figures.exact(artwork);
    }

    private void table(PictureType type, Map<String, Pixels> subjects) throws Exception {
        System.out.printf("%n%s: case, limit | Gavlin's bytes, damage, SSIM, ms | the best peer's%n", type.label());
        int ahead = 0;
        int behind = 0;
        int cases = 0;
        for (Map.Entry<String, Pixels> subject : subjects.entrySet()) {
            Pixels pixels = subject.getValue();
            Original original = new Original(pixels);
            prepare(pixels);
            for (double share : LIMITS) {
                int limit = (int) (share * whole(type, pixels));
                long start = System.nanoTime();
                WeightSearch.Outcome own =
                        WeightSearch.search(new WeightSearch.Request(pixels, List.of(type), limit, NO_WORDS));
                double millis = (System.nanoTime() - start) / 1e6;
                List<Made> peers = peers(type, original, limit);
                Made best = peers.stream()
                        .filter(peer -> peer.file.length <= limit)
                        .min(Comparator.comparingDouble(peer -> peer.damage.seen()))
                        .orElse(null);
                boolean keeps = own.file().length <= limit;
                double ours = keeps ? own.damage().seen() : Double.MAX_VALUE;
                double theirs = best == null ? Double.MAX_VALUE : best.damage.seen();
                boolean unseen = Math.max(ours, theirs) <= 0.75 * Damage.NOT_SEEN;
                String verdict = unseen || Math.abs(ours - theirs) <= NOISE * Math.min(ours, theirs)
                        ? "even"
                        : ours < theirs ? "AHEAD" : "BEHIND";
                cases++;
                ahead += verdict.equals("AHEAD") ? 1 : 0;
                behind += verdict.equals("BEHIND") ? 1 : 0;
                System.out.printf(
                        Locale.ROOT,
                        "  %-16s %7d | %7d %5.2f %.4f %5.0f | %s  %s%n",
                        subject.getKey(),
                        limit,
                        own.file().length,
                        own.damage().seen(),
                        own.damage().ssim(),
                        millis,
                        best == null
                                ? "none keeps it"
                                : String.format(
                                        Locale.ROOT,
                                        "%7d %5.2f %.4f %s",
                                        best.file.length,
                                        best.damage.seen(),
                                        best.damage.ssim(),
                                        best.by),
                        verdict + (keeps ? "" : " over the limit"));
            }
        }
        Workbench.say("%s: %d cases, ahead in %d, behind in %d", type.label(), cases, ahead, behind);
    }

    private static int whole(PictureType type, Pixels pixels) {
        return switch (type) {
            case JPEG -> Encoding.jpeg(90, Chroma.HALVED).write(pixels, NO_WORDS).length;
            case WEBP -> Encoding.webp(90, 100).write(pixels, NO_WORDS).length;
            case AVIF -> Encoding.avif(90, 100, Chroma.FULL).write(pixels, NO_WORDS).length;
            default -> Encoding.lossless(type).write(pixels, NO_WORDS).length;
        };
    }

    private void prepare(Pixels pixels) {
        bench.write("source.png", PngWriter.writeAtOnce(pixels));
        if (pixels.channels() == 3) {
            Size size = pixels.size();
            byte[] head = ("P6\n" + size.width() + " " + size.height() + "\n255\n").getBytes(StandardCharsets.US_ASCII);
            byte[] ppm = new byte[head.length + pixels.samples().length];
            System.arraycopy(head, 0, ppm, 0, head.length);
            System.arraycopy(pixels.samples(), 0, ppm, head.length, pixels.samples().length);
            bench.write("source.ppm", ppm);
        }
    }

    private List<Made> peers(PictureType type, Original original, int limit) throws Exception {
        return switch (type) {
            case JPEG -> jpegPeers(original, limit);
            case WEBP -> webpPeers(original, limit);
            case AVIF -> avifPeers(original, limit);
            default -> pngPeers(original, limit);
        };
    }

    private List<Made> jpegPeers(Original original, int limit) throws Exception {
        List<Made> made = new ArrayList<>();
        for (String sampling : Workbench.isInstalled("cjpeg") ? List.of("2x2", "2x1", "1x1") : List.<String>of()) {
            add(made, "cjpeg " + sampling, original, bisected(1, 100, limit, quality -> {
                run(
                        "cjpeg",
                        "-optimize",
                        "-progressive",
                        "-sample",
                        sampling,
                        "-quality",
                        quality + "",
                        "-outfile",
                        "peer.jpg",
                        "source.ppm");
                return read("peer.jpg");
            }));
        }
        if (Workbench.isInstalled("jpegoptim") && Workbench.isInstalled("cjpeg")) {
            run("cjpeg", "-quality", "98", "-sample", "2x2", "-outfile", "peer.jpg", "source.ppm");
            run("jpegoptim", "-q", "-f", "-s", "--size=" + limit / 1024, "--all-progressive", "peer.jpg");
            add(made, "jpegoptim", original, read("peer.jpg"));
        }
        return made;
    }

    private List<Made> webpPeers(Original original, int limit) {
        List<Made> made = new ArrayList<>();
        if (Workbench.isInstalled("cwebp")) {
            for (List<String> more : List.of(List.<String>of(), List.of("-af"), List.of("-sharp_yuv"))) {
                List<String> command = new ArrayList<>(
                        List.of("cwebp", "-quiet", "-m", "6", "-pass", "10", "-size", limit + "", "source.png"));
                command.addAll(more);
                command.addAll(List.of("-o", "peer.webp"));
                run(command.toArray(String[]::new));
                add(made, "cwebp " + String.join(" ", more), original, read("peer.webp"));
            }
            run("cwebp", "-quiet", "-lossless", "-m", "6", "source.png", "-o", "peer.webp");
            add(made, "cwebp -lossless", original, read("peer.webp"));
        }
        return made;
    }

    private List<Made> avifPeers(Original original, int limit) {
        List<Made> made = new ArrayList<>();
        for (String sampling : Workbench.isInstalled("avifenc") ? List.of("444", "420") : List.<String>of()) {
            add(made, "avifenc " + sampling, original, bisected(0, COARSEST_AVIF, limit, fineness -> {
                String quantizer = COARSEST_AVIF - fineness + "";
                run(
                        "avifenc",
                        "--speed",
                        "6",
                        "--yuv",
                        sampling,
                        "--min",
                        quantizer,
                        "--max",
                        quantizer,
                        "source.png",
                        "peer.avif");
                return read("peer.avif");
            }));
        }
        return made;
    }

    private List<Made> pngPeers(Original original, int limit) throws Exception {
        List<Made> made = new ArrayList<>();
        if (Workbench.isInstalled("pngquant") && Workbench.isInstalled("optipng")) {
            for (List<String> more : List.of(List.of("--nofs"), List.<String>of())) {
                add(made, "pngquant " + String.join(" ", more), original, bisected(2, 256, limit, colours -> {
                    List<String> command = new ArrayList<>(
                            List.of("pngquant", "--force", "--strip", "--speed", "1", "-o", "peer.png"));
                    command.addAll(more);
                    command.addAll(List.of(colours + "", "source.png"));
                    run(command.toArray(String[]::new));
                    run("optipng", "-quiet", "-o2", "peer.png");
                    return read("peer.png");
                }));
            }
        }
        return made;
    }

    /** Of a rising number the file of the greatest that keeps a limit; of the least when none does. */
    private static byte[] bisected(int least, int most, int limit, IntFunction<byte[]> make) {
        byte[] best = make.apply(least);
        int low = least;
        int high = most + 1;
        while (high - low > 1) {
            int middle = (low + high) / 2;
            byte[] file = make.apply(middle);
            if (file.length <= limit) {
                low = middle;
                best = file;
            } else {
                high = middle;
            }
        }
        return best;
    }

    private static void add(List<Made> made, String by, Original original, byte[] file) {
        made.add(new Made(by, file, original.damage(OwnFile.pixels(file))));
    }

    private void run(String... command) {
        try {
            bench.run(command);
        } catch (IOException e) {
            throw new IllegalStateException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    private byte[] read(String name) {
        try {
            return bench.read(name);
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    private void exact(Map<String, Pixels> artwork) throws Exception {
        System.out.printf("%nexact PNG: case | Gavlin's bytes, ms | optipng -o5, ms%n");
        for (Map.Entry<String, Pixels> one : artwork.entrySet()) {
            prepare(one.getValue());
            long start = System.nanoTime();
            int own = whole(PictureType.PNG, one.getValue());
            long between = System.nanoTime();
            run("optipng", "-quiet", "-o5", "-force", "-clobber", "-out", "peer.png", "source.png");
            long end = System.nanoTime();
            System.out.printf(
                    Locale.ROOT,
                    "  %-16s | %7d %5.0f | %7d %5.0f  %.3f%n",
                    one.getKey(),
                    own,
                    (between - start) / 1e6,
                    read("peer.png").length,
                    (end - between) / 1e6,
                    own / (double) read("peer.png").length);
        }
    }
}
