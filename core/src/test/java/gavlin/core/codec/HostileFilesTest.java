package gavlin.core.codec;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.Reference;
import gavlin.core.codec.PictureRefused.Reason;
import gavlin.core.geometry.Size;
import gavlin.core.jpeg.Chroma;
import gavlin.core.raster.Pixels;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Arrays;
import java.util.Random;
import java.util.stream.Stream;
import java.util.zip.CRC32;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Isolated;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

@Isolated("each file has two seconds")
class HostileFilesTest {
    private static final Pixels PHOTO = Reference.noise(Size.parse("48x32"), 3, 5);

    /** A sound file of each type, to be damaged. */
    static Stream<byte[]> sound() {
        return Stream.of(
                JpegWriter.write(PHOTO, 80, Chroma.HALVED, Tags.NONE),
                PngWriter.write(PHOTO, Tags.NONE),
                WebpWriter.writeLossy(PHOTO, WebpWriter.Lossy.usual(80), Tags.NONE),
                WebpWriter.writeLossless(PHOTO, 100, new Tags("a title", "", "", "")));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            ignoreLeadingAndTrailingWhitespace = false,
            value = {
                "<!doctype html><script>alert(1)</script>|NOT_A_PICTURE",
                "PK\u0003\u0004 an archive|NOT_A_PICTURE",
                "GIF|NOT_A_PICTURE",
                "II*\u0000 a raw picture|UNSUPPORTED",
                "BM and more|NOT_A_PICTURE"
            })
    void otherFiles_anyName_areRefusedByWhatTheyAre(String content, Reason reason) {
        byte[] file = content.getBytes(StandardCharsets.ISO_8859_1);
        PictureRefused refused = assertThrows(PictureRefused.class, () -> PictureReader.inspect(file, Limits.DEFAULT));
        assertEquals(reason, refused.reason());
        assertTrue(refused.getMessage().contains("JPEG, PNG, WebP, GIF"), refused.getMessage());
    }

    @Test
    void emptyAndHeavyFiles_areRefusedWithTheLimit() {
        assertEquals(Reason.EMPTY, refusal(new byte[0]).reason());
        Limits small = new Limits(100, 1_000, 10, 10);
        PictureRefused heavy = assertThrows(PictureRefused.class, () -> PictureReader.inspect(new byte[101], small));
        assertEquals(Reason.TOO_HEAVY, heavy.reason());
        assertEquals("the file weighs 101 bytes; at most 100 bytes are allowed", heavy.getMessage());
    }

    @Test
    void bombsByPixels_areRefusedByTheirHeader() {
        assertEquals(Reason.TOO_LARGE, refusal(pngClaiming(20_000, 20_000)).reason());
        assertEquals(
                Reason.TOO_LARGE, refusal(pngClaiming(0x7fffffff, 0x7fffffff)).reason());
        assertEquals(Reason.CORRUPT, refusal(pngClaiming(0, 10)).reason());
        byte[] jpeg = JpegWriter.write(PHOTO, 80, Chroma.HALVED, Tags.NONE);
        int frame = indexOf(jpeg, 0xff, 0xc2);
        ByteBuffer.wrap(jpeg).putShort(frame + 5, (short) 65_500).putShort(frame + 7, (short) 65_500);
        assertEquals(Reason.TOO_LARGE, refusal(jpeg).reason());
    }

    @Test
    void bombByScans_isRefusedByCounting() {
        byte[] jpeg = JpegWriter.write(PHOTO, 80, Chroma.HALVED, Tags.NONE);
        Limits fewScans = new Limits(1_000_000, 1_000_000, 10, 3);
        PictureRefused refused = assertThrows(PictureRefused.class, () -> PictureReader.inspect(jpeg, fewScans));
        assertEquals(Reason.TOO_LARGE, refused.reason());
        assertTrue(refused.getMessage().contains("3 scans"), refused.getMessage());
    }

    /** A hundred passes over a hundred megapixels, in a file of a few kilobytes. */
    @Test
    void bombByScansTimesPixels_isRefusedByMultiplying() {
        byte[] jpeg = JpegWriter.write(PHOTO, 80, Chroma.HALVED, Tags.NONE);
        int frame = indexOf(jpeg, 0xff, 0xc2);
        ByteBuffer.wrap(jpeg).putShort(frame + 5, (short) 10_000).putShort(frame + 7, (short) 10_000);
        int scan = indexOf(jpeg, 0xff, 0xda);
        int end = jpeg.length - 2;
        byte[] bomb = Arrays.copyOf(jpeg, end + 20 * (end - scan) + 2);
        for (int i = 0; i < 20; i++) {
            System.arraycopy(jpeg, scan, bomb, end + i * (end - scan), end - scan);
        }
        bomb[bomb.length - 2] = (byte) 0xff;
        bomb[bomb.length - 1] = (byte) 0xd9;
        PictureRefused refused = refusal(bomb);
        assertEquals(Reason.TOO_LARGE, refused.reason());
        assertTrue(refused.getMessage().contains("scans"), refused.getMessage());
    }

    @Test
    void bombByChunks_isRefusedByCounting() {
        byte[] png = PngWriter.write(PHOTO, Tags.NONE);
        int chunks = 400_000;
        ByteBuffer bomb = ByteBuffer.allocate(png.length + 12 * chunks);
        CRC32 crc = new CRC32();
        crc.update("tEXt".getBytes(StandardCharsets.US_ASCII));
        bomb.put(png, 0, 33);
        for (int i = 0; i < chunks; i++) {
            bomb.putInt(0).put("tEXt".getBytes(StandardCharsets.US_ASCII)).putInt((int) crc.getValue());
        }
        bomb.put(png, 33, png.length - 33);
        assertTimeoutPreemptively(
                Duration.ofSeconds(2),
                () -> assertEquals(Reason.CORRUPT, refusal(bomb.array()).reason()));
    }

    /** A viewer's mercy has to be asked for: then the rows that are there are kept, and the rest is black or grey. */
    @ParameterizedTest
    @MethodSource("salvageable")
    void damagedFile_salvaged_keepsWhatIsThere(byte[] file) {
        byte[] cut = Arrays.copyOf(file, file.length * 3 / 4);
        assertEquals(
                Reason.CORRUPT,
                assertThrows(PictureRefused.class, () -> OwnFile.pixels(cut)).reason());
        Pixels saved = OwnFile.pixels(PictureReader.salvage(cut, Limits.DEFAULT));
        Pixels whole = OwnFile.pixels(file);
        assertEquals(whole.size(), saved.size());
        for (int x = 0; x < 48; x++) {
            assertEquals(Reference.rgb(whole, x, 0), Reference.rgb(saved, x, 0));
        }
        int missing = Reference.rgb(saved, 47, 31);
        assertTrue(missing == 0 || missing == 0x808080, Integer.toHexString(missing));
    }

    static Stream<byte[]> salvageable() throws IOException {
        java.io.ByteArrayOutputStream baseline = new java.io.ByteArrayOutputStream();
        java.awt.image.BufferedImage image = new java.awt.image.BufferedImage(48, 32, 1);
        for (int i = 0; i < 48 * 32; i++) {
            image.setRGB(i % 48, i / 48, Reference.rgb(PHOTO, i % 48, i / 48));
        }
        javax.imageio.ImageIO.write(image, "jpeg", baseline);
        return Stream.of(PngWriter.write(PHOTO, Tags.NONE), baseline.toByteArray());
    }

    @Test
    void nothingToSalvage_isRefused() {
        for (String content : new String[] {"", "no picture", "\u0089PNG\r\n\u001a\n", "\u00ff\u00d8\u00ff\u00e0"}) {
            byte[] file = content.getBytes(StandardCharsets.ISO_8859_1);
            assertThrows(PictureRefused.class, () -> PictureReader.salvage(file, Limits.DEFAULT));
        }
        byte[] bomb = pngClaiming(20_000, 20_000);
        PictureRefused refused = assertThrows(PictureRefused.class, () -> PictureReader.salvage(bomb, Limits.DEFAULT));
        assertEquals(Reason.TOO_LARGE, refused.reason());
    }

    @ParameterizedTest
    @MethodSource("sound")
    void truncatedFile_atAnyLength_isRefused(byte[] file, @TempDir Path folder) {
        for (int length = 1; length < file.length; length += Math.max(1, file.length / 150)) {
            byte[] cut = Arrays.copyOf(file, length);
            assertThrows(PictureRefused.class, () -> decode(cut, folder), "cut to " + length + " of " + file.length);
        }
    }

    /** Seeded mutations: whatever is read or refused, nothing else may happen. */
    @ParameterizedTest
    @MethodSource("sound")
    void mutatedFile_isReadOrRefusedAndNothingElse(byte[] file, @TempDir Path folder) throws IOException {
        Random random = new Random(11);
        for (int i = 0; i < 400; i++) {
            byte[] mutated = file.clone();
            for (int n = 1 + random.nextInt(6); n > 0; n--) {
                mutated[random.nextInt(mutated.length)] = (byte) random.nextInt(256);
            }
            try {
                decode(mutated, folder);
            } catch (PictureRefused expected) {
                assertFalse(expected.getMessage().isBlank());
            }
        }
        try (Stream<Path> left = Files.list(folder)) {
            assertEquals(0, left.filter(f -> f.toString().endsWith(".part")).count(), "no half-made files stay");
        }
    }

    @Test
    void polyglot_pageBehindAPicture_isReadAsThePictureOnly() {
        byte[] png = PngWriter.write(PHOTO, Tags.NONE);
        byte[] page = "<script>alert(1)</script>".getBytes(StandardCharsets.US_ASCII);
        byte[] both = Arrays.copyOf(png, png.length + page.length);
        System.arraycopy(page, 0, both, png.length, page.length);
        Pixels read = OwnFile.pixels(both);
        byte[] written = PngWriter.write(read, Tags.NONE);
        assertFalse(new String(written, StandardCharsets.ISO_8859_1).contains("script"));
    }

    private static PictureRefused refusal(byte[] file) {
        return assertThrows(PictureRefused.class, () -> PictureReader.inspect(file, Limits.DEFAULT));
    }

    private static void decode(byte[] file, Path folder) throws IOException {
        PictureReader.decode(file, PictureReader.inspect(file, Limits.DEFAULT), folder.resolve("picture"));
    }

    private static byte[] pngClaiming(int width, int height) {
        byte[] png = PngWriter.write(PHOTO, Tags.NONE);
        ByteBuffer.wrap(png).putInt(16, width).putInt(20, height);
        CRC32 crc = new CRC32();
        crc.update(png, 12, 17);
        ByteBuffer.wrap(png).putInt(29, (int) crc.getValue());
        return png;
    }

    private static int indexOf(byte[] bytes, int first, int second) {
        for (int i = 0; i < bytes.length - 1; i++) {
            if ((bytes[i] & 0xff) == first && (bytes[i + 1] & 0xff) == second) {
                return i;
            }
        }
        throw new IllegalArgumentException("not there");
    }
}
