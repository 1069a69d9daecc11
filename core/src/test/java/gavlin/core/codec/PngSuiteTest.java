package gavlin.core.codec;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.Reference;
import gavlin.core.codec.PictureRefused.Reason;
import gavlin.core.raster.Pixels;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** PngSuite by Willem van Schaik: names starting with x are damaged on purpose, all others must be read. */
class PngSuiteTest {
    static Stream<String> all() throws IOException {
        try (Stream<Path> files = Files.list(Path.of("src/test/resources/pngsuite"))) {
            return files
                    .map(f -> f.getFileName().toString())
                    .filter(f -> f.endsWith(".png"))
                    .sorted()
                    .toList()
                    .stream();
        }
    }

    static Stream<String> sound() throws IOException {
        return all().filter(name -> !name.startsWith("x"));
    }

    static Stream<String> damaged() throws IOException {
        return all().filter(name -> name.startsWith("x"));
    }

    @Test
    void suite_isThere_whole() throws IOException {
        assertEquals(14, damaged().count());
        assertEquals(161, sound().count());
    }

    @ParameterizedTest
    @MethodSource("sound")
    void sound_file_isReadToItsLastRow(String name) {
        byte[] file = Reference.bytes("pngsuite/" + name);
        Header header = PictureReader.inspect(file, Limits.DEFAULT);
        Pixels upright = Reference.upright(file);
        assertEquals(header.upright(), upright.size());
        char colourType = name.charAt(name.length() - 7); // as in basn6a08: the name tells what the file is
        assertTrue(!"4 6".contains(String.valueOf(colourType)) || header.channels() == 4, "alpha is kept");
        assertEquals(name.endsWith("16.png") ? 2 : 1, header.bytesEach(), "16 bits are kept");
    }

    @ParameterizedTest
    @MethodSource("damaged")
    void damaged_file_isRefusedWithTheReason(String name) {
        byte[] file = Reference.bytes("pngsuite/" + name);
        PictureRefused refused = assertThrows(PictureRefused.class, () -> Reference.working(file));
        assertTrue(List.of(Reason.CORRUPT, Reason.NOT_A_PICTURE).contains(refused.reason()), refused.getMessage());
    }

    /** The suite's own pairs: the same picture without and with interlace. */
    @Test
    void interlaced_files_areTheSamePicturesAsTheOthers() throws IOException {
        for (String name : sound().filter(n -> n.startsWith("basi")).toList()) {
            Pixels interlaced = Reference.upright(Reference.bytes("pngsuite/" + name));
            Pixels plain = Reference.upright(Reference.bytes("pngsuite/" + name.replace("basi", "basn")));
            assertArrayEquals(plain.samples(), interlaced.samples(), name);
        }
    }

    /** Oracle: the JDK's own reader, where no gamma or profile is in the way. */
    @Test
    void coloursAndPalettes_asTheJdkReadsThem() throws IOException {
        for (String name : List.of(
                "basn2c08", "basn3p01", "basn3p02", "basn3p04", "basn3p08", "basn6a08", "s33n3p04", "tbbn3p08")) {
            byte[] file = Reference.bytes("pngsuite/" + name + ".png");
            BufferedImage expected = ImageIO.read(new ByteArrayInputStream(file));
            Pixels read = OwnFile.pixels(withoutGamma(file));
            int width = expected.getWidth();
            int[] argb = expected.getRGB(0, 0, width, expected.getHeight(), null, 0, width);
            assertArrayEquals(Argb.toBytes(argb, read.channels()), read.samples(), name);
        }
    }

    /** PNG third edition, §13.13: a file's gAMA says how its codes relate to light; 1.0 is linear. */
    @Test
    void gamma_linearFile_comesOutBrighterThanItsCodes() {
        byte[] file = Reference.bytes("pngsuite/g10n2c08.png");
        Pixels read = OwnFile.pixels(file);
        Pixels codes = OwnFile.pixels(withoutGamma(file));
        for (int i = 0; i < codes.samples().length; i++) {
            double linear = (codes.samples()[i] & 0xff) / 255.0;
            assertEquals(255 * gavlin.core.colour.Srgb.encode(linear), read.samples()[i] & 0xff, 0.51);
        }
    }

    /** Renames the gAMA chunk to one that nobody knows, with its checksum. */
    private static byte[] withoutGamma(byte[] file) {
        byte[] copy = file.clone();
        for (int i = 0; i < copy.length - 12; i++) {
            if (copy[i] == 'g' && copy[i + 1] == 'A' && copy[i + 2] == 'M' && copy[i + 3] == 'A') {
                copy[i] = 'x';
                java.util.zip.CRC32 crc = new java.util.zip.CRC32();
                crc.update(copy, i, 8);
                java.nio.ByteBuffer.wrap(copy).putInt(i + 8, (int) crc.getValue());
            }
        }
        return copy;
    }
}
