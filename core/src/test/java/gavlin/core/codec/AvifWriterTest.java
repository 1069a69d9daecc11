package gavlin.core.codec;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import gavlin.core.Reference;
import gavlin.core.geometry.Size;
import gavlin.core.jpeg.Chroma;
import gavlin.core.raster.Pixels;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class AvifWriterTest {
    private static final Tags TAGS = new Tags("Gallery & dusk", "I. Pascoe", "© Tolvane <Lights>", "");
    private static final Pixels PHOTO = Reference.pixels("photos/skimage-coffee.png");
    private static final Pixels MARK = Reference.roundMark();

    @TempDir
    Path folder;

    @BeforeAll
    static void needsAnEncoder() {
        assumeTrue(AvifWriter.isThere(), "libheif-examples is not installed, or has no encoder of AV1");
    }

    @Test
    void photo_staysNear_andIsTheSameEachTime() {
        byte[] file = AvifWriter.write(PHOTO, 80, 100, Chroma.FULL, TAGS);
        assertEquals(
                PictureType.AVIF, PictureReader.inspect(file, Limits.DEFAULT).type());
        assertTrue(
                Reference.psnr(PHOTO, OwnFile.pixels(file)) > 36,
                "PSNR " + Reference.psnr(PHOTO, OwnFile.pixels(file)));
        assertArrayEquals(file, AvifWriter.write(PHOTO, 80, 100, Chroma.FULL, TAGS));
    }

    @Test
    void alpha_isKeptExactly_orNearlyInAFractionOfTheBytes() {
        Pixels exact = OwnFile.pixels(AvifWriter.write(MARK, 60, 100, Chroma.FULL, TAGS));
        byte[] alpha = alpha(MARK);
        assertArrayEquals(alpha, alpha(exact));
        byte[] coarse = AvifWriter.write(MARK, 60, 75, Chroma.FULL, Tags.NONE);
        byte[] near = alpha(OwnFile.pixels(coarse));
        int most = 0;
        for (int i = 0; i < alpha.length; i++) {
            most = Math.max(most, Math.abs((alpha[i] & 0xff) - (near[i] & 0xff)));
        }
        assertTrue(most > 0 && most < 40, "alpha strays by " + most);
        int whole = AvifWriter.write(MARK, 60, 100, Chroma.FULL, Tags.NONE).length;
        assertTrue(coarse.length < 0.8 * whole, coarse.length + " bytes for " + whole);
    }

    private static byte[] alpha(Pixels pixels) {
        byte[] out = new byte[(int) pixels.size().pixels()];
        for (int i = 0; i < out.length; i++) {
            out[i] = pixels.samples()[4 * i + 3];
        }
        return out;
    }

    /** AV1 works in blocks of up to 128 px: what is smaller or odd is padded inside, never seen. */
    @ParameterizedTest
    @ValueSource(strings = {"1x1", "33x17", "16x250"})
    void anySize_isKept(String size) {
        Pixels pixels = Reference.constant(Size.parse(size), 3, 0xff2266aa);
        Pixels read = OwnFile.pixels(AvifWriter.write(pixels, 90, 100, Chroma.HALVED, Tags.NONE));
        assertEquals(pixels.size(), read.size());
        assertTrue(Reference.psnr(pixels, read) > 36, "PSNR " + Reference.psnr(pixels, read));
    }

    /** Oracle: exiftool reads sRGB's code points (ITU-T H.273: primaries 1, transfer 13), and the words. */
    @Test
    void exiftool_readsColourSpaceAndWords() throws Exception {
        byte[] file = AvifWriter.write(PHOTO, 50, 100, Chroma.HALVED, TAGS);
        Process process = new ProcessBuilder(
                        "exiftool",
                        "-n",
                        "-s",
                        Files.write(folder.resolve("a.avif"), file).toString())
                .redirectErrorStream(true)
                .start();
        Map<String, String> said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8)
                .lines()
                .map(line -> line.split(" *: ", 2))
                .collect(Collectors.toMap(pair -> pair[0], pair -> pair[pair.length - 1], (a, b) -> a));
        assertEquals("1", said.get("ColorPrimaries"), said.toString());
        assertEquals("13", said.get("TransferCharacteristics"), said.toString());
        assertEquals("Gallery & dusk", said.get("Title"));
        assertEquals("© Tolvane <Lights>", said.get("Rights"));
    }

    /** The title goes first, then all: a small file's limit isn't spent on words. */
    @Test
    void words_areShortenedUnderASmallLimit() {
        assertEquals(TAGS, TAGS.under(100_000, PictureType.AVIF));
        Tags shorter = TAGS.under(27_000, PictureType.AVIF);
        assertEquals("", shorter.title());
        assertEquals("I. Pascoe", shorter.maker());
        assertTrue(TAGS.under(5_000, PictureType.AVIF).isEmpty());
    }
}
