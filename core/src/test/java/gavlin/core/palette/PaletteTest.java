package gavlin.core.palette;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.colour.CieLab;
import gavlin.core.colour.Colour;
import gavlin.core.colour.Contrast;
import gavlin.core.geometry.Size;
import gavlin.core.palette.Palette.Swatch;
import gavlin.core.raster.Pixels;
import java.util.List;
import java.util.Random;
import java.util.function.IntUnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PaletteTest {
    private static final Size SIZE = Size.parse("200x100");

    @Test
    void threeColours_areFoundWithTheirShares() {
        Palette palette = Palette.of(drawn(i -> i % 10 < 6 ? 0x2B5A6E : i % 10 < 9 ? 0xE8D9B0 : 0xB5452A));
        assertEquals(
                List.of(new Colour(0x2B5A6E), new Colour(0xE8D9B0), new Colour(0xB5452A)),
                palette.colours().stream().map(Swatch::colour).toList());
        assertEquals(0.6, palette.colours().get(0).share(), 1e-9);
        assertEquals(0.1, palette.colours().get(2).share(), 1e-9);
        assertFalse(palette.colours().stream().anyMatch(Swatch::accent));
    }

    /** In pictures of many colours with grain, 0.5 % of another one is found as the accent: 40 made ones. */
    @Test
    void accentOfHalfAPerCent_isFound_inMadePictures() {
        Random random = new Random(606);
        for (int n = 0; n < 40; n++) {
            int accent = List.of(0xFFC400, 0xE4002B, 0x00C853, 0x2979FF).get(n % 4);
            int[] sea = {random.nextInt(60), 60 + random.nextInt(60), 80 + random.nextInt(60)};
            int[] sky = {150 + random.nextInt(60), 160 + random.nextInt(60), 170 + random.nextInt(60)};
            Pixels picture = drawn(i -> {
                if (i % 200 == 7) {
                    return accent;
                }
                double along = i / 20_000.0;
                int rgb = 0;
                for (int c = 0; c < 3; c++) {
                    double value = sky[c] + along * (sea[c] - sky[c]) + random.nextInt(11) - 5;
                    rgb = rgb << 8 | (int) Math.max(0, Math.min(255, value));
                }
                return rgb;
            });
            Palette palette = Palette.of(picture);
            double nearest = palette.colours().stream()
                    .mapToDouble(swatch -> CieLab.ofSrgb(swatch.colour().rgb()).difference(CieLab.ofSrgb(accent)))
                    .min()
                    .orElseThrow();
            assertTrue(nearest < 6, n + ": " + palette);
            assertEquals(palette, Palette.of(picture), "the same each time");
        }
    }

    /** Published values: white on #767676 is 4.54 : 1, on #777777 4.48 : 1 (WebAIM's example of the border at 4.5), black on white 21 : 1. */
    @ParameterizedTest
    @CsvSource({"767676, 4.54", "777777, 4.48", "000000, 21", "FFFFFF, 1", "0000FF, 8.59", "FF0000, 4.00"})
    void contrastOnWhite_isAsPublished(String hex, double ratio) {
        assertEquals(ratio, Contrast.ratio(Integer.parseInt(hex, 16), 0xFFFFFF), 0.005);
    }

    @Test
    void pageColours_allPass_whateverThePicture() {
        Random random = new Random(9);
        for (int n = 0; n < 200; n++) {
            int a = random.nextInt(1 << 24);
            int b = random.nextInt(1 << 24);
            for (PageColours page : PageColours.of(Palette.of(drawn(i -> i % 3 == 0 ? a : b)))) {
                assertTrue(Contrast.ratio(page.text().rgb(), page.ground().rgb()) >= 4.5, page.toString());
                assertTrue(Contrast.ratio(page.link().rgb(), page.ground().rgb()) >= 4.5, page.toString());
                assertTrue(Contrast.ratio(page.onButton().rgb(), page.button().rgb()) >= 4.5, page.toString());
                assertTrue(Contrast.ratio(page.button().rgb(), page.ground().rgb()) >= 3, page.toString());
            }
        }
    }

    @Test
    void greyPicture_hasGreyPages_andAClearOneNone() {
        Palette grey = Palette.of(drawn(i -> 0x010101 * (i % 256)));
        assertTrue(grey.colours().size() > 2);
        assertEquals(2, PageColours.of(grey).size());
        assertEquals(List.of(), PageColours.of(Palette.of(new Pixels(SIZE, 4, new byte[4 * 20_000]))));
    }

    private static Pixels drawn(IntUnaryOperator colour) {
        byte[] samples = new byte[3 * 20_000];
        for (int i = 0; i < 20_000; i++) {
            int rgb = colour.applyAsInt(i);
            samples[3 * i] = (byte) (rgb >> 16);
            samples[3 * i + 1] = (byte) (rgb >> 8);
            samples[3 * i + 2] = (byte) rgb;
        }
        return new Pixels(SIZE, 3, samples);
    }
}
