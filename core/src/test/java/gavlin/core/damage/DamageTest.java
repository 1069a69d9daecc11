package gavlin.core.damage;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.Reference;
import gavlin.core.codec.OwnFile;
import gavlin.core.codec.Tags;
import gavlin.core.colour.CieLab;
import gavlin.core.geometry.Size;
import gavlin.core.jpeg.Chroma;
import gavlin.core.raster.Pixels;
import gavlin.core.weight.Encoding;
import java.util.function.IntBinaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What is judged by, beside what SSIM alone says: its agreement with an outside judge is printed by the benchmark DamageFigures. */
class DamageTest {
    private static final Pixels SKY = made(400, 300, (x, y) -> rgb(110 + y / 4, 150 + y / 4, 205 + y / 9));
    private static final Pixels GRAIN = made(400, 300, (x, y) -> {
        int grain = (x * 7919 ^ y * 104_729 ^ x * y * 31) % 13 - 6;
        return rgb(120 + y / 5 + grain, 130 + y / 5 + grain, 160 + y / 6 + grain);
    });

    /** The mean of SSIM forgives blocks in a sky; people don't. */
    @Test
    void sky_inSteps_showsThoughSsimSaysNothing() {
        Damage damage = damage(SKY, 6, Chroma.HALVED);
        assertTrue(damage.ssim() > 0.95, damage.toString());
        assertTrue(damage.addedEdges() > 0.9, damage.toString());
        assertTrue(damage.seen() > Damage.SHOWS, damage.toString());
    }

    /** Grain is never missed, but SSIM counts every grain. */
    @Test
    void grain_thatIsKeptInPart_isNotSeenMuchThoughSsimFailsIt() {
        Damage damage = damage(GRAIN, 75, Chroma.HALVED);
        assertTrue(damage.ssim() < 0.95, damage.toString());
        assertTrue(damage.seen() < Damage.SHOWS, damage.toString());
        assertTrue(damage.structure() > damage.ssim(), damage.toString());
    }

    /** Luma is blind to it. */
    @Test
    void redLetters_underHalvedChroma_areToldByColour() {
        Damage halved = damage(Letters.red(), 90, Chroma.HALVED);
        Damage full = damage(Letters.red(), 90, Chroma.FULL);
        assertTrue(halved.ssim() > 0.98 && halved.colourCountsMost(), halved.toString());
        assertTrue(halved.seen() > 2 * full.seen(), halved + " " + full);
        assertTrue(full.seen() <= Damage.NOT_SEEN, full.toString());
    }

    @Test
    void coarserFiles_areSeenMore() {
        Pixels photo = Reference.pixels("photos/skimage-astronaut.png");
        double last = 0;
        for (int quality : new int[] {97, 92, 80, 60, 40, 20, 8, 1}) {
            double seen = damage(photo, quality, Chroma.HALVED).seen();
            assertTrue(seen > last, "quality " + quality + ": " + seen + " after " + last);
            last = seen;
        }
        assertTrue(damage(photo, 92, Chroma.HALVED).seen() <= Damage.NOT_SEEN);
        assertTrue(damage(photo, 15, Chroma.HALVED).seen() > Damage.SHOWS);
    }

    @ParameterizedTest
    @ValueSource(strings = {"1x1", "5x3", "40x30", "300x1", "200x170"})
    void samePicture_ofAnySize_hasNone(String size) {
        for (int channels = 3; channels <= 4; channels++) {
            Pixels picture = Reference.noise(Size.parse(size), channels, 9);
            assertEquals(0, new Original(picture).damage(picture).seen(), 1e-2, size);
        }
    }

    @Test
    void anotherSize_isRefused() {
        Original original = new Original(Reference.noise(Size.parse("40x30"), 3, 9));
        assertThrows(IllegalArgumentException.class, () -> original.damage(Reference.noise(Size.parse("30x40"), 3, 9)));
    }

    /** White on clear: invisible on white, so damage of it shows only on black. */
    @Test
    void transparentPicture_isJudgedOnBlackAndOnWhite_theWorseCounts() {
        Pixels white = Reference.constant(Size.parse("64x64"), 4, 0xffffffff);
        Pixels half = Reference.constant(Size.parse("64x64"), 4, 0x80ffffff);
        assertTrue(new Original(white).damage(half).seen() > Damage.SHOWS);
    }

    /** A change of colour all over is CIEDE2000 itself. */
    @Test
    void colour_ofAnEvenShift_isItsDifference() {
        Pixels before = Reference.constant(Size.parse("64x64"), 3, 0x407090);
        Pixels after = Reference.constant(Size.parse("64x64"), 3, 0x447290);
        double expected = CieLab.ofSrgb(0x407090).difference(CieLab.ofSrgb(0x447290));
        assertEquals(expected, new Original(before).damage(after).colour(), 0.02);
    }

    /** One step of two codes down the middle of a grey: as high as CIE 1976 says of greys, and in a hundredth of the places. */
    @Test
    void addedEdges_ofOneStep_areItsHeight() {
        Pixels flat = Reference.constant(Size.parse("64x64"), 3, 0x808080);
        Pixels stepped = made(64, 64, (x, y) -> x < 32 ? 0x808080 : 0x848484);
        double height =
                CieLab.ofSrgb(0x848484).lightness() - CieLab.ofSrgb(0x808080).lightness();
        assertEquals(height, new Original(flat).damage(stepped).addedEdges(), 0.05);
        assertEquals(0, new Original(stepped).damage(stepped).addedEdges());
    }

    /** Against the formula written out: Wang, Simoncelli and Bovik 2003, eq. 7, five scales, in doubles and window by window. */
    @ParameterizedTest
    @ValueSource(ints = {90, 30, 8})
    void structure_isMultiScaleSsim(int quality) {
        Pixels photo = cut(Reference.pixels("photos/skimage-astronaut.png"), 192);
        Pixels file = OwnFile.pixels(Encoding.jpeg(quality, Chroma.FULL).write(photo, Tags.NONE));
        assertEquals(
                MultiScaleByHand.between(photo, file),
                new Original(photo).damage(file).structure(),
                1e-4);
    }

    private static Damage damage(Pixels picture, int quality, Chroma chroma) {
        return new Original(picture)
                .damage(OwnFile.pixels(Encoding.jpeg(quality, chroma).write(picture, Tags.NONE)));
    }

    private static Pixels cut(Pixels pixels, int side) {
        return made(side, side, (x, y) -> Reference.rgb(pixels, 100 + x, 20 + y));
    }

    private static Pixels made(int width, int height, IntBinaryOperator colour) {
        byte[] samples = new byte[width * height * 3];
        for (int i = 0; i < width * height; i++) {
            Reference.put(samples, 3 * i, 3, colour.applyAsInt(i % width, i / width));
        }
        return new Pixels(new Size(width, height), 3, samples);
    }

    private static int rgb(int r, int g, int b) {
        return Math.min(255, r) << 16 | Math.min(255, g) << 8 | Math.min(255, b);
    }
}
