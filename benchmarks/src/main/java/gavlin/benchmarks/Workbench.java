package gavlin.benchmarks;

import gavlin.core.codec.Header;
import gavlin.core.codec.JpegWriter;
import gavlin.core.codec.Limits;
import gavlin.core.codec.PictureReader;
import gavlin.core.codec.Tags;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.jpeg.Chroma;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.WorkingPicture;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** A folder to work in, the core's ways from file to file, and the machine's own tools. */
record Workbench(Path folder) {
    /** A made picture of 16 bits with grain is heavier than any camera's. */
    private static final Limits LIMITS = new Limits(200_000_000, 120_000_000, 100, 100);

    static Workbench open() throws IOException {
        return new Workbench(Files.createTempDirectory("gavlin-figures"));
    }

    Path write(String name, byte[] bytes) {
        try {
            return Files.write(folder.resolve(name), bytes);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Decodes no more of a picture than these renditions need, and writes each as a JPEG. */
    void renditions(Path picture, List<String> sizes) throws IOException {
        byte[] file = Files.readAllBytes(picture);
        Header header = PictureReader.inspect(file, LIMITS);
        List<Framing<InPicture>> framings =
                sizes.stream().map(s -> cover(header.upright(), s)).toList();
        WorkingPicture source = PictureReader.decodeFor(file, header, folder.resolve("excerpt"), framings);
        IntStream.range(0, sizes.size()).parallel().forEach(i -> {
            Pixels pixels = source.render(framings.get(i), Size.parse(sizes.get(i)));
            write("own-" + sizes.get(i) + ".jpg", JpegWriter.write(pixels, 80, Chroma.HALVED, Tags.NONE));
        });
    }

    /** The first half of that. */
    void decode(Path picture, String size) throws IOException {
        byte[] file = Files.readAllBytes(picture);
        Header header = PictureReader.inspect(file, LIMITS);
        PictureReader.decodeFor(file, header, folder.resolve("excerpt"), List.of(cover(header.upright(), size)));
    }

    /** As a rendition's pixels, by the whole picture. */
    Pixels pixels(byte[] file, String size) throws IOException {
        Header header = PictureReader.inspect(file, LIMITS);
        Framing<InPicture> framing = cover(header.upright(), size);
        return PictureReader.decodeFor(file, header, folder.resolve("excerpt"), List.of(framing))
                .render(framing, Size.parse(size));
    }

    static Framing<InPicture> cover(Size picture, String size) {
        return Framing.of(picture, Size.parse(size), Rule.COVER, FocalPoint.centre(), FocalPoint.centre(), 1);
    }

    /** Adds a tool to a comparison, when the machine has it. */
    void peer(Figures figures, String name, String... command) {
        if (isInstalled(command[0]) && works(command)) {
            figures.add(name, () -> run(command));
        }
    }

    /** Another program may have the same name. */
    boolean works(String... command) {
        try {
            run(command);
            return true;
        } catch (IOException e) {
            say("left out: %s", e.getMessage());
            return false;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
    }

    void run(String... command) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(command)
                .directory(folder.toFile())
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start();
        if (process.waitFor() != 0) {
            throw new IOException(String.join(" ", command) + " failed");
        }
    }

    byte[] read(String name) throws IOException {
        return Files.readAllBytes(folder.resolve(name));
    }

    static boolean isInstalled(String command) {
        return Stream.of(System.getenv("PATH").split(":")).anyMatch(part -> Files.isExecutable(Path.of(part, command)));
    }

    static void say(String format, Object... values) {
        System.out.printf(Locale.ROOT, "  " + format + "%n", values);
    }
}
