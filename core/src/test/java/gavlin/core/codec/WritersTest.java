package gavlin.core.codec;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import gavlin.core.Reference;
import gavlin.core.geometry.Size;
import gavlin.core.jpeg.Chroma;
import gavlin.core.raster.Pixels;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class WritersTest {
    private static final Tags TAGS = new Tags("Gallery & dusk", "I. Pascoe", "© Tolvane <Lights>", "");
    private static final Pixels PHOTO = Reference.pixels("photos/skimage-coffee.png");
    private static final Pixels MARK = Reference.roundMark();

    @TempDir
    Path folder;

    @Test
    void lossless_writers_giveBackEveryPixel() {
        assertArrayEquals(
                PHOTO.samples(), OwnFile.pixels(PngWriter.write(PHOTO, TAGS)).samples());
        assertArrayEquals(
                MARK.samples(), OwnFile.pixels(PngWriter.write(MARK, TAGS)).samples());
        assertArrayEquals(
                PHOTO.samples(),
                OwnFile.pixels(WebpWriter.writeLossless(PHOTO, 100, TAGS)).samples());
        assertArrayEquals(
                MARK.samples(),
                OwnFile.pixels(WebpWriter.writeLossless(MARK, 100, Tags.NONE)).samples());
    }

    /** PNG §11.2.1: colour type 4 is grey with alpha; half the bytes of a mark in one grey ink. */
    @Test
    void greyMark_isWrittenAsGreyWithAlpha_andComesBackExactly() {
        byte[] samples = new byte[60 * 40 * 4];
        for (int i = 0; i < 60 * 40; i++) {
            samples[4 * i] = samples[4 * i + 1] = samples[4 * i + 2] = (byte) (i * 7);
            samples[4 * i + 3] = (byte) (i * 13);
        }
        byte[] png = PngWriter.write(new Pixels(Size.parse("60x40"), 4, samples), Tags.NONE);
        assertEquals(4, png[25]);
        assertArrayEquals(samples, OwnFile.pixels(png).samples());
        samples[0]++;
        assertEquals(
                6, PngWriter.write(new Pixels(Size.parse("60x40"), 4, samples), Tags.NONE)[25], "one pixel of colour");
    }

    /** T.81 §B.2.2: a frame of one component; nothing can bring colour into it. */
    @Test
    void greyPhoto_isWrittenAsOneComponent() {
        byte[] samples = PHOTO.samples().clone();
        for (int i = 0; i < samples.length; i += 3) {
            samples[i] = samples[i + 2] = samples[i + 1];
        }
        Pixels grey = new Pixels(PHOTO.size(), 3, samples);
        byte[] jpeg = JpegWriter.write(grey, 40, Chroma.HALVED, TAGS);
        Pixels read = OwnFile.pixels(jpeg);
        assertTrue(read.isGrey());
        assertTrue(Reference.psnr(grey, read) > 30, "PSNR " + Reference.psnr(grey, read));
        assertTrue(jpeg.length < JpegWriter.write(PHOTO, 40, Chroma.HALVED, TAGS).length);
    }

    @Test
    void lossy_writers_stayNearAndKeepTheSize() {
        Pixels jpeg = OwnFile.pixels(JpegWriter.write(PHOTO, 92, Chroma.FULL, TAGS));
        assertTrue(Reference.psnr(PHOTO, jpeg) > 36, "PSNR " + Reference.psnr(PHOTO, jpeg));
        Pixels webp = OwnFile.pixels(WebpWriter.writeLossy(PHOTO, WebpWriter.Lossy.usual(92), TAGS));
        assertTrue(Reference.psnr(PHOTO, webp) > 34, "PSNR " + Reference.psnr(PHOTO, webp));
    }

    @Test
    void everyWriter_sameInput_sameBytes() {
        assertArrayEquals(
                JpegWriter.write(PHOTO, 71.5, Chroma.HALVED, TAGS), JpegWriter.write(PHOTO, 71.5, Chroma.HALVED, TAGS));
        assertArrayEquals(PngWriter.write(MARK, TAGS), PngWriter.write(MARK, TAGS));
        assertArrayEquals(
                WebpWriter.writeLossy(MARK, WebpWriter.Lossy.usual(71.5), TAGS),
                WebpWriter.writeLossy(MARK, WebpWriter.Lossy.usual(71.5), TAGS));
    }

    @Test
    void jpeg_transparentPicture_isRefusedNotFlattened() {
        assertThrows(IllegalArgumentException.class, () -> JpegWriter.write(MARK, 80, Chroma.FULL, TAGS));
    }

    /** Strict checkers of Debian's packages, where they are installed (./gavlin test installs them). */
    @Test
    void strictCheckers_ofEachType_acceptWhatIsWritten() throws Exception {
        check(JpegWriter.write(PHOTO, 80, Chroma.HALVED, TAGS), "a.jpg", "djpeg", "-strict", "-outfile", "/dev/null");
        check(PngWriter.write(PHOTO, TAGS), "a.png", "pngcheck", "-q");
        check(PngWriter.write(MARK, TAGS), "b.png", "pngcheck", "-q");
        check(WebpWriter.writeLossy(PHOTO, WebpWriter.Lossy.usual(80), TAGS), "a.webp", "webpinfo", "-quiet");
        check(WebpWriter.writeLossy(MARK, WebpWriter.Lossy.usual(80), TAGS), "b.webp", "webpinfo", "-quiet");
        WebpAlpha alpha = new WebpAlpha(MARK);
        check(WebpWriter.writeLossy(MARK, alpha, WebpWriter.Lossy.usual(80), TAGS), "e.webp", "webpinfo", "-quiet");
        check(WebpWriter.writeLossless(MARK, 100, TAGS), "c.webp", "webpinfo", "-quiet");
        Tags brief = TAGS.under(9_000, PictureType.JPEG);
        check(JpegWriter.write(PHOTO, 80, Chroma.HALVED, brief), "d.jpg", "djpeg", "-strict", "-outfile", "/dev/null");
        check(PngWriter.write(MARK, brief), "d.png", "pngcheck", "-q");
        check(WebpWriter.writeLossy(MARK, WebpWriter.Lossy.usual(80), brief), "d.webp", "webpinfo", "-quiet");
        Pixels icon = Reference.constant(Size.parse("32x32"), 4, 0x80336699);
        check(IcoWriter.wrap(PngWriter.write(icon, Tags.NONE), icon.size()), "a.ico", "icotool", "-l");
    }

    /** Oracle: exiftool reads back the profile and the words, and finds nothing to warn of. */
    @Test
    void exiftool_reads_profileTitleAndRights() throws Exception {
        assumeTrue(isInstalled("exiftool"));
        for (String name : new String[] {"a.jpg", "a.png", "a.webp"}) {
            byte[] file = name.endsWith("jpg")
                    ? JpegWriter.write(PHOTO, 80, Chroma.HALVED, TAGS)
                    : name.endsWith("png")
                            ? PngWriter.write(PHOTO, TAGS)
                            : WebpWriter.writeLossy(PHOTO, WebpWriter.Lossy.usual(80), TAGS);
            Path path = Files.write(folder.resolve(name), file);
            String said = run("exiftool", "-validate", "-warning", "-a", "-G1", "-s", path.toString());
            String read = run("exiftool", "-s", "-XMP-dc:all", "-ICC_Profile:ProfileDescription", path.toString());
            assertTrue(read.contains("Gallery & dusk") && read.contains("© Tolvane <Lights>"), name + ": " + read);
            assertTrue(name.endsWith("png") || read.contains("sRGB"), name + ": " + read);
            assertTrue(said.contains("OK"), name + ": " + said);
        }
    }

    /** PNG §11.3.2.5; the JPEG and WebP profile is read by the JDK's LittleCMS and changes no colour. */
    @Test
    void profile_ofOurOwn_isSrgb() {
        IccTransform transform = IccTransform.toSrgb(SrgbProfile.bytes(), 3);
        byte[] row = {(byte) 200, 60, 40, 0, 1, 2, (byte) 255, (byte) 128, 64};
        byte[] before = row.clone();
        transform.convert(row, 3, 3, 1);
        assertArrayEquals(before, row);
        assertEquals(0x61637370, java.nio.ByteBuffer.wrap(SrgbProfile.bytes()).getInt(36), "acsp");
    }

    private void check(byte[] file, String name, String... command) throws IOException, InterruptedException {
        assumeTrue(isInstalled(command[0]), command[0] + " is not installed");
        Path path = Files.write(folder.resolve(name), file);
        String[] whole = java.util.Arrays.copyOf(command, command.length + 1);
        whole[command.length] = path.toString();
        Process process = new ProcessBuilder(whole).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertEquals(0, process.waitFor(), name + ": " + said);
    }

    private static String run(String... command) throws IOException {
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        return new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    }

    private static boolean isInstalled(String command) {
        return java.util.stream.Stream.of(System.getenv("PATH").split(":"))
                .anyMatch(part -> Files.isExecutable(Path.of(part, command)));
    }
}
