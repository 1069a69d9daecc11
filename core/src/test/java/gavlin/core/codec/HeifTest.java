package gavlin.core.codec;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import gavlin.core.Reference;
import gavlin.core.codec.PictureRefused.Reason;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class HeifTest {
    @TempDir
    Path folder;

    @BeforeEach
    void needsLibheif() {
        assumeTrue(Files.isExecutable(Path.of("/usr/bin/heif-convert")), "libheif-examples is not installed");
    }

    /** Stored 4032×3024 and turned: what the photographer saw is 3024×4032 (exif/SOURCES.md). */
    @Test
    void avif_turnedByItsFile_comesOutUpright() {
        Header header = PictureReader.inspect(Reference.bytes("exif/avif-orientation-6.avif"), Limits.DEFAULT);
        assertEquals(PictureType.AVIF, header.type());
        assertEquals(Size.parse("3024x4032"), header.upright());
    }

    /** Stored 4032×3024 and turned, with EXIF that calls it upright: what its subject area means cannot be told. */
    @Test
    void avif_regions_areNotGuessed() {
        byte[] file = Reference.bytes("exif/avif-orientation-6.avif");
        Embedded words = PictureReader.embedded(file, PictureReader.inspect(file, Limits.DEFAULT));
        assertEquals(java.util.List.of(), words.regions());
        assertEquals(java.util.List.of("where it was taken"), words.secrets());
    }

    /** Written by libheif's own encoder out of a photograph, read back. */
    @ParameterizedTest
    @CsvSource({"heic, HEIC", "avif, AVIF"})
    void photograph_writtenByLibheif_isReadBack(String extension, PictureType type) throws Exception {
        Pixels photo = Reference.pixels("photos/skimage-coffee.png");
        Files.write(folder.resolve("in.png"), PngWriter.write(photo, Tags.NONE));
        String out = "out." + extension;
        int failed = new ProcessBuilder(
                        "heif-enc", "-q", "95", extension.equals("avif") ? "-A" : "-v", "-o", out, "in.png")
                .directory(folder.toFile())
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start()
                .waitFor();
        assumeTrue(failed == 0, "this libheif has no encoder for " + extension);
        byte[] file = Files.readAllBytes(folder.resolve(out));
        Header header = PictureReader.inspect(file, Limits.DEFAULT);
        assertEquals(type, header.type());
        Pixels read = Reference.upright(file);
        assertTrue(Reference.psnr(photo, read) > 32, "PSNR " + Reference.psnr(photo, read) + " dB");
    }

    @Test
    void damagedFile_isRefusedAndLeavesNothing() throws IOException {
        byte[] file = Reference.bytes("exif/avif-orientation-6.avif");
        byte[] cut = Arrays.copyOf(file, file.length / 2);
        PictureRefused refused = assertThrows(PictureRefused.class, () -> {
            Header header = PictureReader.inspect(cut, Limits.DEFAULT);
            PictureReader.decode(cut, header, folder.resolve("picture"));
        });
        assertEquals(Reason.CORRUPT, refused.reason());
        try (var left = Files.list(folder)) {
            assertEquals(0, left.count());
        }
    }

    @Test
    void largePicture_isRefusedByItsHeader() {
        Limits small = new Limits(1_000_000, 5_000_000, 10, 10);
        PictureRefused refused = assertThrows(
                PictureRefused.class,
                () -> PictureReader.inspect(Reference.bytes("exif/avif-orientation-6.avif"), small));
        assertEquals(Reason.TOO_LARGE, refused.reason());
    }
}
