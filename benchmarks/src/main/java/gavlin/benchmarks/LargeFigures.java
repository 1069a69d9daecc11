package gavlin.benchmarks;

import gavlin.core.geometry.Size;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javax.imageio.ImageIO;

/**
 * A hundred megapixels inside a heap of 64 MB, all of it. Making such a picture takes a large one, so it is made by another process
 * before: {@code make FOLDER}, then {@code FOLDER}.
 */
final class LargeFigures {
    private static final Size SIZE = Size.parse("10000x10000");
    private static final List<String> NAMES = List.of("baseline.jpg", "progressive.jpg");

    private LargeFigures() {}

    public static void main(String[] arguments) throws Exception {
        ImageIO.setUseCache(false);
        if (arguments[0].equals("make")) {
            make(Path.of(arguments[1]));
        } else {
            measure(Path.of(arguments[0]));
        }
    }

    private static void make(Path folder) throws IOException {
        Files.createDirectories(folder);
        Files.write(folder.resolve(NAMES.get(0)), TestPhotograph.jpeg(SIZE, 2));
        Files.write(folder.resolve(NAMES.get(1)), TestPhotograph.progressiveJpeg(SIZE, 2));
    }

    private static void measure(Path folder) throws Exception {
        Workbench bench = Workbench.open();
        for (String name : NAMES) {
            Path file = folder.resolve(name);
            new Figures("100 MP JPEG to 2000×2000, " + name)
                    .add("Gavlin", () -> bench.renditions(file, List.of("2000x2000")))
                    .print(3);
            Workbench.say(
                    "in a heap of %d MB; the file itself has %.0f MB",
                    Runtime.getRuntime().maxMemory() >> 20, Files.size(file) / 1e6);
        }
    }
}
