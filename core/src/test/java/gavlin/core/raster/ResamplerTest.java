package gavlin.core.raster;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.Reference;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import java.util.concurrent.ForkJoinPool;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class ResamplerTest {
    @ParameterizedTest
    @CsvSource({"300x200, 94x20", "300x200, 200x40", "320x180, 940x198", "77x301, 16x16", "1x1, 5x3", "3x2, 4x1"})
    void constant_anySize_staysConstantToTheLastBit(String picture, String slot) {
        Size out = Size.parse(slot);
        for (int colour : new int[] {0x000000, 0xffffff, 0xc83c28, 0x010203}) {
            Pixels source = Reference.constant(Size.parse(picture), 3, colour);
            Pixels result = cover(source, out).toPixels();
            assertEquals(out, result.size());
            assertArrayEquals(Reference.constant(out, 3, colour).samples(), result.samples());
        }
    }

    @Test
    void everyCode_identity_comesBackUnchanged() {
        Pixels source = Reference.noise(Size.parse("64x48"), 3, 1);
        assertArrayEquals(
                source.samples(), whole(source, source.size()).toPixels().samples());
    }

    @Test
    void transparentPixels_shrunk_doNotBleedTheirColour() {
        // Opaque green beside fully transparent red: no red may appear anywhere.
        Size size = Size.parse("64x64");
        byte[] samples = new byte[64 * 64 * 4];
        for (int i = 0; i < 64 * 64; i++) {
            Reference.put(samples, 4 * i, 4, i % 64 < 32 ? 0xff00c000 : 0x00ff0000);
        }
        Pixels small = whole(new Pixels(size, 4, samples), Size.parse("20x20")).toPixels();
        for (int i = 0; i < small.samples().length; i += 4) {
            assertEquals(0, small.samples()[i], "red at pixel " + i / 4);
            int green = small.samples()[i + 1] & 0xff;
            assertTrue(small.samples()[i + 3] == 0 || Math.abs(green - 0xc0) <= 1, "green " + green);
        }
    }

    @Test
    void transposition_beforeOrAfter_isTheSame() {
        Pixels source = Reference.noise(Size.parse("50x31"), 3, 2);
        Raster direct = whole(source, Size.parse("17x12"));
        Raster turned = whole(transposed(source), Size.parse("12x17"));
        float[] back = new float[direct.samples().length];
        for (int y = 0; y < 12; y++) {
            for (int x = 0; x < 17; x++) {
                System.arraycopy(turned.samples(), (x * 12 + y) * 3, back, (y * 17 + x) * 3, 3);
            }
        }
        assertArrayEquals(direct.samples(), back, 1e-5f);
    }

    @Test
    void threads_anyNumber_giveTheSameBytes() throws Exception {
        Pixels source = Reference.noise(Size.parse("1500x900"), 4, 3);
        Size out = Size.parse("311x205");
        float[] alone =
                new ForkJoinPool(1).submit(() -> whole(source, out)).get().samples();
        float[] many =
                new ForkJoinPool(7).submit(() -> whole(source, out)).get().samples();
        assertArrayEquals(alone, many);
    }

    @Test
    void contained_picture_fillsItsBoxAndNothingElse() {
        Pixels source = Reference.constant(Size.parse("40x10"), 4, 0xff336699);
        Framing<InPicture> framing = Framing.of(
                source.size(), Size.parse("30x30"), Rule.CONTAIN, FocalPoint.centre(), FocalPoint.centre(), 1);
        Pixels result = Resampler.resample(source, framing, Size.parse("30x30")).toPixels();
        double alpha = 0;
        for (int i = 3; i < result.samples().length; i += 4) {
            alpha += (result.samples()[i] & 0xff) / 255.0;
        }
        assertEquals(30 * 7.5, alpha, 0.2, "the covered area, edge pixels in part");
        assertEquals(0x336699, Reference.rgb(result, 15, 15));
    }

    /** Oracle: Debian's ImageMagick 6.9.11, Lanczos in linear light; the commands stand in photos/SOURCES.md. */
    @ParameterizedTest
    @CsvSource({
        "photos/skimage-astronaut.png, 512x512+0+0, photos/astronaut-200-imagemagick-linear.png",
        "photos/skimage-coffee.png, 600x120+0+100, photos/coffee-250x50-imagemagick-linear.png"
    })
    void photograph_shrunk_agreesWithAGeneralPurposeTool(String file, String window, String reference) {
        Pixels expected = Reference.pixels(reference);
        Pixels result = whole(cut(Reference.pixels(file), Box.parse(window)), expected.size())
                .toPixels();
        double psnr = Reference.psnr(result, expected);
        assertTrue(psnr >= 45, "PSNR " + psnr + " dB");
    }

    @Test
    void halves_usedForAMuchSmallerPicture_agreeWithTheWhole() {
        byte[] file = Reference.bytes("exif/Landscape_1.jpg");
        WorkingPicture picture = Reference.working(file);
        Size out = Size.parse("250x150");
        Framing<InPicture> framing =
                Framing.of(picture.size(), out, Rule.COVER, FocalPoint.centre(), FocalPoint.centre(), 1);
        Pixels fromHalf = picture.render(framing, out);
        Pixels fromWhole = Resampler.resample(picture.full(), framing, out).toPixels();
        double psnr = Reference.psnr(fromHalf, fromWhole);
        assertTrue(psnr >= 45, "PSNR " + psnr + " dB");
    }

    /** Lanczos rings beside an edge; enlarged, the ring would be pixels wide and plain to see. */
    @ParameterizedTest
    @ValueSource(strings = {"64x64", "90x70", "37x120"})
    void enlarged_edge_neverOvershoots(String size) {
        byte[] samples = new byte[30 * 30 * 3];
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (byte) (i / 3 % 30 < 13 ^ i / 90 > 17 ? 60 : 190);
        }
        Pixels result = whole(new Pixels(Size.parse("30x30"), 3, samples), Size.parse(size))
                .toPixels();
        for (byte sample : result.samples()) {
            int code = sample & 0xff;
            assertTrue(code >= 60 && code <= 190, "code " + code);
        }
    }

    /** A flat disc on nothing: beside its edge the kernel rings in colour and alpha alike, and the colour stays what it was. */
    @ParameterizedTest
    @ValueSource(strings = {"40x40", "77x77", "256x256"})
    void flatMark_keepsItsColourToTheEdge(String size) {
        byte[] samples = new byte[120 * 120 * 4];
        for (int i = 0; i < 120 * 120; i++) {
            if (Math.hypot(i % 120 - 59.5, i / 120 - 59.5) < 45) {
                Reference.put(samples, 4 * i, 4, 0xff2a7f6b);
            }
        }
        Pixels result = whole(new Pixels(Size.parse("120x120"), 4, samples), Size.parse(size))
                .toPixels();
        for (int i = 0; i < result.size().pixels(); i++) {
            if ((result.samples()[4 * i + 3] & 0xff) > 16) {
                int rgb = Reference.rgb(
                        result, i % result.size().width(), i / result.size().width());
                assertEquals(0x2a, rgb >> 16, 1);
                assertEquals(0x7f, rgb >> 8 & 0xff, 1);
                assertEquals(0x6b, rgb & 0xff, 1);
            }
        }
    }

    /** A photograph made half as large and enlarged again. In linear light throughout it was 0.8 dB farther from itself. */
    @Test
    void photograph_enlarged_isNearToWhatItWas() {
        Pixels photo = cut(Reference.pixels("photos/skimage-astronaut.png"), Box.parse("400x400+20+20"));
        Pixels half = whole(photo, Size.parse("200x200")).toPixels();
        Pixels again = whole(half, photo.size()).toPixels();
        double psnr = Reference.psnr(again, photo);
        assertTrue(psnr >= 29, "PSNR " + psnr + " dB");
    }

    /** An edge drawn at ten times the size: the shorter the way from 10 to 90 %, the crisper; one pixel is the ideal. */
    @Test
    void smallPicture_edge_risesWithinAPixelAndAHalf() {
        Size size = Size.parse("480x480");
        byte[] samples = new byte[480 * 480 * 3];
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (byte) (i / 3 % 480 < 243 ? 0 : 255);
        }
        Raster small = whole(new Pixels(size, 3, samples), Size.parse("48x48"));
        double from = crossing(small, 0.1f);
        double to = crossing(small, 0.9f);
        assertTrue(to - from < 1.5, "10 to 90 % in " + (to - from) + " px");
    }

    private static double crossing(Raster raster, float level) {
        for (int x = 0; ; x++) {
            float here = raster.samples()[3 * x];
            float next = raster.samples()[3 * x + 3];
            if (here < level && next >= level) {
                return x + (level - here) / (next - here);
            }
        }
    }

    private static Raster cover(Pixels source, Size out) {
        return Resampler.resample(
                source, Framing.of(source.size(), out, Rule.COVER, FocalPoint.centre(), FocalPoint.centre(), 1), out);
    }

    private static Raster whole(Pixels source, Size out) {
        return Resampler.resample(source, new Framing<>(source.size().box(), out.box()), out);
    }

    private static Pixels cut(Pixels source, Box<InPicture> box) {
        Size size = new Size((int) box.width(), (int) box.height());
        byte[] samples = new byte[(int) size.pixels() * 3];
        for (int y = 0; y < size.height(); y++) {
            int from = ((int) (box.y() + y) * source.size().width() + (int) box.x()) * 3;
            System.arraycopy(source.samples(), from, samples, y * size.width() * 3, size.width() * 3);
        }
        return new Pixels(size, 3, samples);
    }

    private static Pixels transposed(Pixels source) {
        int width = source.size().width();
        int height = source.size().height();
        byte[] samples = new byte[source.samples().length];
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                System.arraycopy(source.samples(), (y * width + x) * 3, samples, (x * height + y) * 3, 3);
            }
        }
        return new Pixels(source.size().transposed(), 3, samples);
    }
}
