package gavlin.core.weight;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.Reference;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class PaletteTest {
    private static final Pixels PHOTO = Reference.pixels("photos/skimage-coffee.png");
    private static final Pixels MARK = Reference.roundMark();

    @Test
    void exact_fewColours_givesBackEveryPixel() {
        byte[] samples = new byte[30 * 20 * 4];
        int[] colours = {0xff17313a, 0x80d9481c, 0, 0xfff6f2e9};
        for (int i = 0; i < 600; i++) {
            Reference.put(samples, 4 * i, 4, colours[i * 7 % 4]);
        }
        Pixels drawing = new Pixels(Size.parse("30x20"), 4, samples);
        Palette palette = Palette.exact(drawing);
        assertArrayEquals(samples, palette.toPixels(drawing).samples());
        assertEquals(4, palette.colours().length);
    }

    @Test
    void exact_photograph_doesNotExist() {
        assertNull(Palette.exact(PHOTO));
    }

    /** PNG's tRNS lists alphas from the first entry on and may stop early: the transparent ones come first. */
    @Test
    void colours_areOrderedByAlpha() {
        int[] alphas = Arrays.stream(
                        Palette.reduced(new Subject(MARK), 64, false).colours())
                .map(c -> c >>> 24)
                .toArray();
        int[] sorted = alphas.clone();
        Arrays.sort(sorted);
        assertArrayEquals(sorted, alphas);
    }

    @ParameterizedTest
    @ValueSource(ints = {2, 16, 64, 256})
    void reduced_anySize_hasAtMostThatManyColours(int size) {
        Palette palette = Palette.reduced(new Subject(PHOTO), size, false);
        assertTrue(palette.colours().length <= size);
        for (byte index : palette.indices()) {
            assertTrue((index & 0xff) < palette.colours().length);
        }
    }

    @Test
    void reduced_moreColours_looksBetter() {
        double previous = 0;
        for (int size : new int[] {4, 16, 64, 256}) {
            double psnr = Reference.psnr(
                    opaque(PHOTO),
                    Palette.reduced(new Subject(PHOTO), size, false).toPixels(PHOTO));
            assertTrue(psnr > previous + 1, size + " colours: " + psnr + " dB");
            previous = psnr;
        }
        assertTrue(previous > 34, "256 colours: " + previous + " dB");
    }

    @Test
    void reduced_transparentMark_keepsClearPixelsClearAndSolidOnesSolid() {
        for (boolean dithered : new boolean[] {false, true}) {
            byte[] before = MARK.samples();
            byte[] after = Palette.reduced(new Subject(MARK), 256, dithered)
                    .toPixels(MARK)
                    .samples();
            for (int i = 3; i < before.length; i += 4) {
                boolean clear = before[i] == 0;
                assertTrue(!clear || after[i] == 0, "pixel " + i / 4 + " was clear, has alpha " + (after[i] & 0xff));
                assertTrue(before[i] != -1 || (after[i] & 0xff) > 245, "pixel " + i / 4 + " was solid");
            }
        }
    }

    private static Pixels opaque(Pixels rgb) {
        byte[] out = new byte[rgb.samples().length / 3 * 4];
        for (int i = 0, o = 0; o < out.length; i += 3, o += 4) {
            System.arraycopy(rgb.samples(), i, out, o, 3);
            out[o + 3] = -1;
        }
        return new Pixels(rgb.size(), 4, out);
    }
}
