package gavlin.core.receipt;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.Reference;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.PixelsPicture;
import gavlin.core.receipt.Comparison.Outcome;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.List;
import java.util.stream.Stream;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.MemoryCacheImageOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Four photographs and marks, and ten things that sites do to them, done by the JDK's own scaler and JPEG writer: 40 cases. */
class ComparisonTest {
    /**
     * One thing that a site does.
     *
     * @param cut fractions: left, top, width, height
     * @param size of what is held, as a share of the part
     * @param quality of the JPEG that is written last; 0 for none
     */
    private record Treatment(
            double left, double top, double width, double height, double size, double quality, Outcome outcome) {}

    private static final List<Treatment> TREATMENTS = List.of(
            new Treatment(0, 0, 1, 1, 1, 0.9, Outcome.COMPRESSED),
            new Treatment(0, 0, 1, 1, 1, 0.7, Outcome.COMPRESSED),
            new Treatment(0, 0, 1, 1, 1, 0.35, Outcome.COMPRESSED),
            new Treatment(0, 0, 1, 1, 0.5, 0, Outcome.SCALED),
            new Treatment(0, 0, 1, 1, 0.78, 0.8, Outcome.SCALED),
            new Treatment(0, 0, 1, 1, 1.3, 0.8, Outcome.SCALED),
            new Treatment(0.1, 0, 0.8, 1, 1, 0, Outcome.CROPPED),
            new Treatment(0, 0.2, 1, 0.6, 0.75, 0.8, Outcome.CROPPED),
            new Treatment(0.31, 0.12, 0.5, 0.55, 1.4, 0.7, Outcome.CROPPED),
            new Treatment(0.02, 0.03, 0.95, 0.93, 1, 0.6, Outcome.CROPPED));

    private record Case(String name, Pixels sent, Treatment done) {
        @Override
        public String toString() {
            return name + " " + done;
        }
    }

    static Stream<Case> cases() {
        return Stream.of(
                        new Case("banner", part("photos/skimage-coffee.png", "600x150+0+120", "1400x350"), null),
                        new Case("face", part("photos/skimage-astronaut.png", "512x512+0+0", "300x300"), null),
                        new Case(
                                "slide",
                                part("photos/sunset_by_Aitzol_Berasategi.jpg", "200x100+20+20", "900x450"),
                                null),
                        new Case("small", part("photos/skimage-coffee.png", "400x400+100+0", "128x128"), null))
                .flatMap(each -> TREATMENTS.stream().map(done -> new Case(each.name, each.sent, done)));
    }

    private static Pixels part(String name, String box, String size) {
        Pixels whole = Reference.pixels(name);
        Size out = Size.parse(size);
        return new PixelsPicture<InPicture>(whole, whole.size()).render(new Framing<>(Box.parse(box), out.box()), out);
    }

    @ParameterizedTest
    @MethodSource("cases")
    void whatASiteDid_isTold_andWhichPartItHoldsWithinOnePixel(Case each) throws IOException {
        Pixels sent = each.sent;
        Treatment done = each.done;
        int w = sent.size().width();
        int h = sent.size().height();
        int x = (int) (done.left * w);
        int y = (int) (done.top * h);
        int width = (int) Math.round(done.width * w);
        int height = (int) Math.round(done.height * h);
        BufferedImage held = drawn(image(sent), x, y, width, height, done.size);
        Comparison told = Comparison.of(sent, pixels(done.quality > 0 ? compressed(held, done.quality) : held));

        assertEquals(done.outcome, told.outcome());
        assertEquals(x, told.part().x(), 1);
        assertEquals(y, told.part().y(), 1);
        assertEquals(x + width, told.part().right(), 1);
        assertEquals(y + height, told.part().bottom(), 1);
        assertTrue(told.likeness() > 0.6 && told.likeness() <= 1, () -> "likeness " + told.likeness());
    }

    @Test
    void otherBytesOfTheSamePixels_areRewritten_alsoWithIdleTransparency() {
        Pixels sent = Reference.pixels("photos/skimage-coffee.png");
        Pixels held = sent.placed(0, 0, sent.size());
        assertEquals(Outcome.REWRITTEN, Comparison.of(sent, held).outcome());
        assertEquals(1, Comparison.of(sent, held).likeness());
    }

    @Test
    void anotherPicture_isNoCutOfThisOne() {
        Comparison told = Comparison.of(
                part("photos/skimage-coffee.png", "600x300+0+0", "600x300"),
                part("photos/skimage-astronaut.png", "500x250+0+0", "500x250"));
        assertEquals(Outcome.OTHER, told.outcome());
        assertNull(told.part());
    }

    @Test
    void aMarkWhoseTransparencyIsGone_isToldSo() {
        Pixels mark = Reference.roundMark();
        Comparison told = Comparison.of(mark, mark.over(0xffffff));
        assertTrue(told.flattened());
        assertFalse(Comparison.of(mark, mark).flattened());
    }

    @Test
    void aFlatPicture_isWholeWhateverItsSize() {
        Pixels sent = new Pixels(new Size(100, 50), 3, new byte[15_000]);
        assertEquals(
                Outcome.SCALED,
                Comparison.of(sent, new Pixels(new Size(50, 25), 3, new byte[3750]))
                        .outcome());
    }

    @Test
    void aGradientWithGrain_thatIsCompressedAgain_isWhole_thoughPartsOfItLookTheSame() throws IOException {
        byte[] samples = new byte[1200 * 500 * 3];
        for (int i = 0; i < samples.length / 3; i++) {
            int grain = (i % 1200 * 7919 + i / 1200 * 104729) % 23;
            samples[3 * i] = (byte) (40 + 160 * (i % 1200) / 1200 + grain);
            samples[3 * i + 1] = (byte) (60 + 120 * (i / 1200) / 500 + grain);
            samples[3 * i + 2] = (byte) (90 + grain);
        }
        Pixels sent = new Pixels(new Size(1200, 500), 3, samples);
        assertEquals(
                Outcome.COMPRESSED,
                Comparison.of(sent, pixels(compressed(image(sent), 0.4))).outcome());
    }

    @Test
    void aPictureOfOnePixel_isCompared() {
        Pixels one = new Pixels(new Size(1, 1), 3, new byte[] {1, 2, 3});
        assertEquals(Outcome.REWRITTEN, Comparison.of(one, one).outcome());
        Comparison.of(one, Reference.roundMark());
        Comparison.of(Reference.roundMark(), one);
    }

    private static BufferedImage drawn(BufferedImage from, int x, int y, int width, int height, double size) {
        int w = (int) Math.round(width * size);
        int h = (int) Math.round(height * size);
        BufferedImage out = new BufferedImage(w, h, BufferedImage.TYPE_INT_RGB);
        Graphics2D pen = out.createGraphics();
        pen.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
        pen.drawImage(from, 0, 0, w, h, x, y, x + width, y + height, null);
        pen.dispose();
        return out;
    }

    private static BufferedImage compressed(BufferedImage image, double quality) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
        try (MemoryCacheImageOutputStream to = new MemoryCacheImageOutputStream(out)) {
            writer.setOutput(to);
            ImageWriteParam how = writer.getDefaultWriteParam();
            how.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
            how.setCompressionQuality((float) quality);
            writer.write(null, new IIOImage(image, null, null), how);
        } finally {
            writer.dispose();
        }
        return ImageIO.read(new ByteArrayInputStream(out.toByteArray()));
    }

    private static BufferedImage image(Pixels pixels) {
        byte[] in = pixels.over(0).samples();
        BufferedImage image =
                new BufferedImage(pixels.size().width(), pixels.size().height(), BufferedImage.TYPE_INT_RGB);
        for (int i = 0; i < in.length / 3; i++) {
            image.setRGB(
                    i % image.getWidth(),
                    i / image.getWidth(),
                    (in[3 * i] & 0xff) << 16 | (in[3 * i + 1] & 0xff) << 8 | in[3 * i + 2] & 0xff);
        }
        return image;
    }

    private static Pixels pixels(BufferedImage image) {
        byte[] out = new byte[image.getWidth() * image.getHeight() * 3];
        for (int i = 0; i < out.length / 3; i++) {
            int rgb = image.getRGB(i % image.getWidth(), i / image.getWidth());
            out[3 * i] = (byte) (rgb >> 16);
            out[3 * i + 1] = (byte) (rgb >> 8);
            out[3 * i + 2] = (byte) rgb;
        }
        return new Pixels(new Size(image.getWidth(), image.getHeight()), 3, out);
    }
}
