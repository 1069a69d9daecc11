package gavlin.benchmarks;

import gavlin.core.codec.Header;
import gavlin.core.codec.JpegWriter;
import gavlin.core.codec.Limits;
import gavlin.core.codec.PictureReader;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.Tags;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.WorkingPicture;
import gavlin.core.weight.WeightSearch;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import javax.imageio.ImageIO;

/** The core on its own, beside the tools that the machine has. */
final class CoreFigures {
    private static final List<String> KIT = List.of(
            "2000x400",
            "1600x400",
            "1200x300",
            "940x198",
            "600x120",
            "1080x1080",
            "512x512",
            "260x278",
            "150x150",
            "96x96",
            "48x48",
            "16x16");
    private static final int ROUNDS = 7;

    private final Path folder;
    private final Path photograph;

    private CoreFigures(Path folder) throws IOException {
        this.folder = folder;
        this.photograph = Files.write(folder.resolve("24mp.jpg"), TestPhotograph.jpeg(new Size(6000, 4000), 0));
    }

    public static void main(String[] arguments) throws Exception {
        ImageIO.setUseCache(false);
        CoreFigures figures = new CoreFigures(Files.createTempDirectory("gavlin-figures"));
        figures.oneRendition();
        figures.wholeKit();
        figures.search();
    }

    private void oneRendition() throws Exception {
        Figures figures = new Figures("24 MP JPEG to 2000×400 JPEG, file to file")
                .add("Gavlin, decoding to a working picture first", () -> render(open(), "2000x400"));
        peer(
                figures,
                "vipsthumbnail",
                "-s",
                "2000x400",
                "--smartcrop=centre",
                "-o",
                "peer.jpg[Q=80]",
                photograph.toString());
        peer(
                figures,
                "vipsthumbnail",
                "--linear",
                "-s",
                "2000x400",
                "--smartcrop=centre",
                "-o",
                "peer.jpg[Q=80]",
                photograph.toString());
        peer(
                figures,
                "convert",
                photograph.toString(),
                "-resize",
                "2000x400^",
                "-gravity",
                "center",
                "-extent",
                "2000x400",
                "peer.jpg");
        figures.print(ROUNDS);
    }

    private void wholeKit() throws Exception {
        Figures figures = new Figures("one 24 MP JPEG to twelve renditions").add("Gavlin, decoded once", () -> {
            WorkingPicture picture = open();
            for (String size : KIT) {
                render(picture, size);
            }
        });
        if (isInstalled("vipsthumbnail")) {
            figures.add("vipsthumbnail, two at a time", () -> twoAtATime());
        }
        figures.print(3);
    }

    private void twoAtATime() {
        KIT.stream().parallel().forEach(size -> {
            try {
                run(
                        "vipsthumbnail",
                        "-s",
                        size,
                        "--smartcrop=centre",
                        "-o",
                        "kit-" + size + ".jpg[Q=80]",
                        photograph.toString());
            } catch (IOException | InterruptedException e) {
                throw new IllegalStateException(e);
            }
        });
    }

    private void search() throws Exception {
        Pixels pixels = pixels(open(), "2000x400");
        for (int limit : new int[] {100_000, 60_000}) {
            for (PictureType type : new PictureType[] {PictureType.JPEG, PictureType.WEBP}) {
                WeightSearch.Request request = new WeightSearch.Request(pixels, List.of(type), limit, Tags.NONE);
                new Figures("weight search, 2000×400, " + limit / 1000 + " kB, " + type.label())
                        .add("Gavlin", () -> WeightSearch.search(request))
                        .print(ROUNDS);
                WeightSearch.Outcome outcome = WeightSearch.search(request);
                System.out.printf(
                        Locale.ROOT,
                        "  %d bytes, %.3f of the limit, SSIM %.4f, %d encodes%n",
                        outcome.file().length,
                        outcome.file().length / (double) limit,
                        outcome.chosen().ssim(),
                        outcome.tried().size());
            }
        }
    }

    private WorkingPicture open() throws IOException {
        byte[] file = Files.readAllBytes(photograph);
        Header header = PictureReader.inspect(file, Limits.DEFAULT);
        return PictureReader.decode(file, header, folder.resolve("working")).picture();
    }

    private void render(WorkingPicture picture, String size) throws IOException {
        byte[] file = JpegWriter.write(pixels(picture, size), 80, JpegWriter.Chroma.HALVED, Tags.NONE);
        Files.write(folder.resolve("own-" + size + ".jpg"), file);
    }

    private static Pixels pixels(WorkingPicture picture, String size) {
        Size out = Size.parse(size);
        return picture.render(
                Framing.of(picture.size(), out, Rule.COVER, FocalPoint.CENTRE, FocalPoint.CENTRE, 1), out);
    }

    private void peer(Figures figures, String... command) {
        if (isInstalled(command[0])) {
            String name = command[0] + (command[1].equals("--linear") ? " --linear" : "");
            figures.add(name, () -> run(command));
        }
    }

    private void run(String... command) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(command)
                .directory(folder.toFile())
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start();
        if (process.waitFor() != 0) {
            throw new IOException(command[0] + " failed");
        }
    }

    private static boolean isInstalled(String command) {
        return Stream.of(System.getenv("PATH").split(":")).anyMatch(part -> Files.isExecutable(Path.of(part, command)));
    }
}
