package gavlin.benchmarks;

import gavlin.core.codec.OwnFile;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.PngWriter;
import gavlin.core.codec.Tags;
import gavlin.core.damage.Ssim;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import gavlin.core.weight.Encoding;
import gavlin.core.weight.WeightSearch;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javax.imageio.ImageIO;

/** The search under a weight limit, and what other tools make under the same limit. */
final class WeightFigures {
    private static final int[] LIMITS = {100_000, 60_000};
    private static final Path PHOTOS = Path.of("core/src/test/resources/photos");

    private final Workbench bench;

    private WeightFigures(Workbench bench) {
        this.bench = bench;
    }

    public static void main(String[] arguments) throws Exception {
        ImageIO.setUseCache(false);
        WeightFigures figures = new WeightFigures(Workbench.open());
        figures.search("made photograph", TestPhotograph.jpeg(Size.parse("6000x4000"), 0));
        figures.search("sunset", Files.readAllBytes(PHOTOS.resolve("sunset_by_Aitzol_Berasategi.jpg")));
        figures.exactPng("astronaut", OwnFile.pixels(Files.readAllBytes(PHOTOS.resolve("skimage-astronaut.png"))));
        figures.exactPng("logo", TestLogo.pixels());
        figures.palette(TestLogo.pixels());
    }

    private void search(String name, byte[] file) throws Exception {
        Pixels pixels = bench.pixels(file, "2000x400");
        bench.write("source.png", PngWriter.write(pixels, Tags.NONE));
        for (int limit : LIMITS) {
            for (PictureType type : new PictureType[] {PictureType.JPEG, PictureType.WEBP}) {
                WeightSearch.Request request = new WeightSearch.Request(pixels, List.of(type), limit, Tags.NONE);
                new Figures("weight search, " + name + " 2000×400, " + limit / 1000 + " kB, " + type.label())
                        .add("Gavlin", () -> WeightSearch.search(request))
                        .print(7);
                WeightSearch.Outcome outcome = WeightSearch.search(request);
                Workbench.say(
                        "%d bytes, %.3f of the limit, SSIM %.4f, %d encodes",
                        outcome.file().length,
                        outcome.file().length / (double) limit,
                        outcome.chosen().ssim(),
                        outcome.tried().size());
                if (type == PictureType.JPEG) {
                    jpegPeers(pixels, limit);
                } else {
                    webpPeer(pixels, limit);
                }
            }
        }
    }

    private void jpegPeers(Pixels pixels, int limit) throws Exception {
        // Elsewhere another program may have that name.
        boolean converted =
                Workbench.isInstalled("convert") && bench.works("convert", "source.png", "-quality", "98", "peer.jpg");
        if (converted && Workbench.isInstalled("jpegoptim")) {
            bench.run("jpegoptim", "-q", "--size=" + limit / 1000, "--all-progressive", "peer.jpg");
            peerSays("jpegoptim", pixels, "peer.jpg", limit);
        }
        if (converted) {
            bench.run("convert", "source.png", "-define", "jpeg:extent=" + limit + "B", "extent.jpg");
            peerSays("convert", pixels, "extent.jpg", limit);
        }
    }

    private void webpPeer(Pixels pixels, int limit) throws Exception {
        if (Workbench.isInstalled("cwebp")) {
            bench.run("cwebp", "-quiet", "-size", "" + limit, "-pass", "8", "source.png", "-o", "peer.webp");
            peerSays("cwebp", pixels, "peer.webp", limit);
        }
    }

    private void peerSays(String name, Pixels pixels, String file, int limit) throws IOException {
        byte[] bytes = bench.read(file);
        Workbench.say(
                "  %-10s %d bytes%s, SSIM %.4f",
                name, bytes.length, bytes.length > limit ? " (over)" : "", Ssim.between(pixels, OwnFile.pixels(bytes)));
    }

    private void exactPng(String name, Pixels pixels) throws Exception {
        byte[][] own = new byte[1][];
        Path source = bench.write("exact.png", PngWriter.write(pixels, Tags.NONE));
        Figures figures = new Figures("exact PNG, " + name + " " + pixels.size())
                .add("Gavlin", () -> own[0] = Encoding.lossless(PictureType.PNG).write(pixels, Tags.NONE));
        bench.peer(
                figures,
                "optipng -o5",
                "optipng",
                "-quiet",
                "-o5",
                "-force",
                "-out",
                "opt.png",
                "-clobber",
                source + "");
        figures.print(1);
        Workbench.say("%d bytes", own[0].length);
        if (Workbench.isInstalled("optipng")) {
            Workbench.say("  optipng -o5 %d bytes", bench.read("opt.png").length);
        }
    }

    private void palette(Pixels pixels) throws Exception {
        Path source = bench.write("logo.png", PngWriter.write(pixels, Tags.NONE));
        for (int colours : new int[] {256, 64, 16}) {
            byte[][] own = new byte[1][];
            Figures figures = new Figures("palette PNG, logo " + pixels.size() + ", " + colours + " colours")
                    .add(
                            "Gavlin",
                            () -> own[0] = Encoding.palette(PictureType.PNG, colours, true)
                                    .write(pixels, Tags.NONE));
            bench.peer(
                    figures,
                    "pngquant",
                    "pngquant",
                    "--force",
                    "--speed",
                    "1",
                    "-o",
                    "quant.png",
                    colours + "",
                    source + "");
            figures.print(3);
            bench.write("own.png", own[0]);
            peerSays("Gavlin", pixels, "own.png", Integer.MAX_VALUE);
            bench.write(
                    "plain.png",
                    Encoding.palette(PictureType.PNG, colours, false).write(pixels, Tags.NONE));
            peerSays("undithered", pixels, "plain.png", Integer.MAX_VALUE);
            if (Workbench.isInstalled("pngquant")) {
                peerSays("pngquant", pixels, "quant.png", Integer.MAX_VALUE);
            }
        }
    }
}
