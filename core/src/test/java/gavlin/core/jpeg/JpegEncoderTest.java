package gavlin.core.jpeg;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.Reference;
import gavlin.core.codec.OwnFile;
import gavlin.core.damage.Original;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.plugins.jpeg.JPEGImageWriteParam;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class JpegEncoderTest {
    private static final Pixels PHOTO = Reference.pixels("photos/skimage-coffee.png");

    /** Oracle: the JDK's reader, which is libjpeg's. Whole blocks or not, one pixel or one row. */
    @ParameterizedTest
    @CsvSource({
        "1x1,FULL",
        "1x1,HALVED",
        "7x9,ACROSS",
        "8x8,HALVED",
        "9x8,HALVED",
        "16x16,HALVED",
        "17x33,HALVED",
        "33x17,ACROSS",
        "31x40,FULL",
        "300x1,HALVED",
        "1x300,ACROSS"
    })
    void picture_ofAnySize_isReadAsItself(String size, Chroma chroma) throws IOException {
        Pixels part = smooth(Size.parse(size));
        Pixels read = readByTheJdk(new JpegEncoder(part, chroma).write(95));
        assertEquals(part.size(), read.size());
        assertTrue(Reference.psnr(part, read) > 33, "PSNR " + Reference.psnr(part, read));
    }

    /** Where a search begins: files of less than a bit a block, which are all headers, aside. */
    @ParameterizedTest
    @CsvSource({"coffee,20", "coffee,60", "coffee,90", "astronaut,20", "astronaut,60", "astronaut,90"})
    void estimate_isWithinASeventhOfTheFile(String photo, double quality) {
        Pixels pixels = Reference.pixels("photos/skimage-" + photo + ".png");
        for (Chroma chroma : Chroma.values()) {
            JpegEncoder encoder = new JpegEncoder(pixels, chroma);
            double share = encoder.estimate(quality) / encoder.write(quality).length;
            assertTrue(Math.abs(Math.log(share)) < 0.15, chroma + ": " + share);
        }
    }

    /** However a component's cosines are told, they are the same: read by the JDK and by libjpeg-turbo. */
    @ParameterizedTest
    @ValueSource(doubles = {4, 30, 75, 97, 100})
    void ways_allOfThem_tellTheSame(double quality) throws IOException {
        JpegEncoder encoder = new JpegEncoder(PHOTO, Chroma.ACROSS);
        byte[] shortest = encoder.write(quality);
        Pixels expected = readByTheJdk(shortest);
        for (List<AcScan> way : JpegEncoder.WAYS) {
            byte[] file = encoder.write(quality, List.of(way));
            assertArrayEquals(expected.samples(), readByTheJdk(file).samples(), way + " at " + quality);
            assertTrue(Reference.psnr(expected, OwnFile.pixels(file)) > 50, way + " at " + quality);
            assertTrue(shortest.length <= file.length, way + " is shorter at " + quality);
        }
    }

    /** T.81 §G.1.2.2: a run of blocks without cosines ends at 32767. */
    @Test
    void flatPicture_ofMoreBlocksThanOneRun_isReadAsItself() {
        byte[] samples = new byte[2000 * 1200 * 3];
        Arrays.fill(samples, (byte) 90);
        // The last block is the only one that holds anything.
        samples[samples.length - 1] = samples[samples.length - 2] = samples[samples.length - 3] = 0;
        Pixels flat = new Pixels(Size.parse("2000x1200"), 3, samples);
        byte[] read =
                OwnFile.pixels(new JpegEncoder(flat, Chroma.FULL).write(95)).samples();
        assertArrayEquals(Arrays.copyOf(samples, 1192 * 2000 * 3), Arrays.copyOf(read, 1192 * 2000 * 3));
        assertTrue(Math.abs(read[samples.length - 1]) < 12);
    }

    @Test
    void finest_quality_isNearlyExact() throws IOException {
        Pixels read = readByTheJdk(new JpegEncoder(PHOTO, Chroma.FULL).write(100));
        assertTrue(Reference.psnr(PHOTO, read) > 46, "PSNR " + Reference.psnr(PHOTO, read));
    }

    /** A search needs sizes that follow the quality: whole steps alone would change them by a fifth at once. */
    @Test
    void sizes_overTenthsOfQuality_riseWithoutJumps() {
        JpegEncoder encoder = new JpegEncoder(PHOTO, Chroma.HALVED);
        int before = encoder.write(80).length;
        for (int tenths = 801; tenths <= 960; tenths++) {
            int bytes = encoder.write(tenths / 10.0).length;
            assertTrue(bytes > 0.995 * before && bytes < 1.045 * before, before + " to " + bytes + " at " + tenths);
            before = bytes;
        }
    }

    /** Against libjpeg as the JDK brings it, with its tables optimised and progressive: in no more bytes less is seen, on the whole. */
    @Test
    void photographs_inNoMoreBytes_areSeenLessThanLibjpegs() throws IOException {
        double logarithms = 0;
        for (Pixels photo : List.of(PHOTO, Reference.pixels("photos/skimage-astronaut.png"))) {
            Original original = new Original(photo);
            for (int quality : new int[] {20, 45, 75}) {
                byte[] theirs = writtenByTheJdk(photo, quality);
                byte[] ours = finestWithin(photo, theirs.length);
                assertTrue(ours.length <= theirs.length, ours.length + " of " + theirs.length);
                double seen = original.damage(OwnFile.pixels(ours)).seen();
                double seenTheirs = original.damage(OwnFile.pixels(theirs)).seen();
                assertTrue(seen < 1.05 * seenTheirs, seen + " and " + seenTheirs + " at quality " + quality);
                logarithms += Math.log(seen / seenTheirs) / 6;
            }
        }
        assertTrue(Math.exp(logarithms) < 0.93, "their damage times " + Math.exp(logarithms));
    }

    private static byte[] finestWithin(Pixels photo, int bytes) {
        JpegEncoder encoder = new JpegEncoder(photo, Chroma.HALVED);
        double low = 1;
        double high = 100;
        while (high - low > 0.1) {
            double middle = (low + high) / 2;
            if (encoder.write(middle).length <= bytes) {
                low = middle;
            } else {
                high = middle;
            }
        }
        return encoder.write(low);
    }

    @ParameterizedTest
    @EnumSource(Chroma.class)
    void picture_writtenTwice_hasTheSameBytes(Chroma chroma) {
        assertArrayEquals(new JpegEncoder(PHOTO, chroma).write(61.5), new JpegEncoder(PHOTO, chroma).write(61.5));
    }

    @Test
    void quality_outOfRange_isRefused() {
        JpegEncoder encoder = new JpegEncoder(PHOTO, Chroma.FULL);
        assertThrows(IllegalArgumentException.class, () -> encoder.write(0.5));
        assertThrows(IllegalArgumentException.class, () -> encoder.write(100.1));
    }

    private static Pixels smooth(Size size) {
        byte[] samples = new byte[(int) size.pixels() * 3];
        Random random = new Random(size.hashCode());
        for (int i = 0; i < size.pixels(); i++) {
            samples[3 * i] = (byte) (40 + 2 * (i % size.width()) % 160);
            samples[3 * i + 1] = (byte) (90 + 3 * (i / size.width()) % 120);
            samples[3 * i + 2] = (byte) (120 + random.nextInt(4));
        }
        return new Pixels(size, 3, samples);
    }

    private static Pixels readByTheJdk(byte[] file) throws IOException {
        BufferedImage image = ImageIO.read(new ByteArrayInputStream(file));
        Size size = new Size(image.getWidth(), image.getHeight());
        byte[] samples = new byte[(int) size.pixels() * 3];
        for (int i = 0; i < size.pixels(); i++) {
            int rgb = image.getRGB(i % size.width(), i / size.width());
            samples[3 * i] = (byte) (rgb >> 16);
            samples[3 * i + 1] = (byte) (rgb >> 8);
            samples[3 * i + 2] = (byte) rgb;
        }
        return new Pixels(size, 3, samples);
    }

    private static byte[] writtenByTheJdk(Pixels pixels, double quality) throws IOException {
        Size size = pixels.size();
        BufferedImage image = new BufferedImage(size.width(), size.height(), BufferedImage.TYPE_INT_RGB);
        for (int i = 0; i < size.pixels(); i++) {
            image.setRGB(i % size.width(), i / size.width(), Reference.rgb(pixels, i % size.width(), i / size.width()));
        }
        ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (var stream = ImageIO.createImageOutputStream(out)) {
            JPEGImageWriteParam param = (JPEGImageWriteParam) writer.getDefaultWriteParam();
            param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
            param.setCompressionQuality((float) (quality / 100));
            param.setOptimizeHuffmanTables(true);
            param.setProgressiveMode(ImageWriteParam.MODE_DEFAULT);
            writer.setOutput(stream);
            writer.write(null, new IIOImage(image, null, null), param);
        } finally {
            writer.dispose();
        }
        return out.toByteArray();
    }
}
