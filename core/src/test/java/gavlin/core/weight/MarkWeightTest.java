package gavlin.core.weight;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import gavlin.core.Reference;
import gavlin.core.codec.OwnFile;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.PngWriter;
import gavlin.core.codec.Tags;
import gavlin.core.damage.Ssim;
import gavlin.core.drawing.KnownParts;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.lettered.LetteredMark;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.WorkingPicture;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The weight of marks as PNG beside two general-purpose tools of Debian's, on the same pixels, in the same run. */
class MarkWeightTest {
    /** Bytes of the chunk that says sRGB, which optipng was told to strip. */
    private static final int SRGB = 13;

    /** Optipng gives deflate more memory than Java lets anybody. */
    private static final double NEARLY = 1.01;

    @TempDir
    Path folder;

    @ParameterizedTest
    @ValueSource(
            strings = {"ring 16", "sun 32", "tower 48", "waves 180", "leaf 512", "Quay & Co 400", "Harbour office 1200"
            })
    void mark_isNoHeavierThanItsPeersMakeIt_andSound(String what) throws Exception {
        assumeTrue(Files.isExecutable(Path.of("/usr/bin/optipng")) && Files.isExecutable(Path.of("/usr/bin/pngquant")));
        Pixels mark = mark(what);
        byte[] exact = Encoding.lossless(PictureType.PNG).write(mark, Tags.NONE);
        assertEquals(0, run("pngcheck", "-q", file("ours.png", exact)), "pngcheck");
        String optimised = file("optipng.png", PngWriter.write(mark, Tags.NONE));
        run("optipng", "-quiet", "-o5", "-strip", "all", optimised);
        long peer = Files.size(Path.of(optimised));
        byte[] reduced = Encoding.palette(PictureType.PNG, 256, false).write(mark, Tags.NONE);
        String quantised = folder.resolve("pngquant.png").toString();
        run("pngquant", "--force", "--strip", "--speed", "1", "--output", quantised, "256", file("in.png", exact));
        run("optipng", "-quiet", "-o5", quantised);
        long peerReduced = Files.size(Path.of(quantised));
        double ours = Ssim.between(mark, OwnFile.pixels(reduced));
        double theirs = Ssim.between(mark, alpha(OwnFile.pixels(Files.readAllBytes(Path.of(quantised)))));
        assertTrue(exact.length - SRGB <= peer * NEARLY, exact.length + " exact, optipng " + peer);
        assertTrue(
                Math.min(reduced.length, exact.length) - SRGB <= peerReduced * NEARLY || ours > theirs,
                reduced.length + " at " + ours + ", pngquant with optipng " + peerReduced + " at " + theirs);
    }

    private Pixels mark(String what) throws IOException {
        int width = Integer.parseInt(what.replaceAll(".* ", ""));
        String name = what.replaceAll(" \\d+$", "");
        boolean words = Character.isUpperCase(name.charAt(0));
        LetteredMark mark = new LetteredMark(
                null,
                words ? name : "",
                null,
                null,
                null,
                null,
                "#17313A",
                words ? "tower" : name,
                null,
                "#D9481C",
                null,
                null);
        WorkingPicture drawn = Reference.working(mark.svg(KnownParts.none()).getBytes(StandardCharsets.UTF_8));
        Size size = new Size(
                width, Math.max(1, width * drawn.size().height() / drawn.size().width()));
        return drawn.render(new Framing<>(drawn.size().box(), size.box()), size);
    }

    private static Pixels alpha(Pixels pixels) {
        if (pixels.channels() == 4) {
            return pixels;
        }
        byte[] samples = new byte[(int) pixels.size().pixels() * 4];
        for (int i = 0; i < pixels.size().pixels(); i++) {
            System.arraycopy(pixels.samples(), 3 * i, samples, 4 * i, 3);
            samples[4 * i + 3] = -1;
        }
        return new Pixels(pixels.size(), 4, samples);
    }

    private String file(String name, byte[] bytes) throws IOException {
        return Files.write(folder.resolve(name), bytes).toString();
    }

    private static int run(String... command) throws Exception {
        Process process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start();
        assertTrue(process.waitFor(60, TimeUnit.SECONDS), command[0]);
        return process.exitValue();
    }
}
