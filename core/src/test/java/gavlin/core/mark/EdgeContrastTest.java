package gavlin.core.mark;

import static org.junit.jupiter.api.Assertions.assertEquals;

import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** WCAG 2.2, §1.4.11: graphics need 3:1. #949494 on white has 3.03:1, #959595 2.99:1 (from the formula of §1.4.3). */
class EdgeContrastTest {
    private static final Size SIZE = Size.parse("12x10");

    @ParameterizedTest
    @CsvSource({
        "000000, ffffff, 0",
        "ffffff, ffffff, 1",
        "949494, ffffff, 0",
        "959595, ffffff, 1",
        "ffffff, 17313a, 0",
        "17313a, 17313a, 1"
    })
    void squareOfOneColour_standsOutOrNot(String ink, String ground, double hidden) {
        Pixels mark = square(Integer.parseInt(ink, 16), Integer.parseInt(ink, 16));
        assertEquals(hidden, EdgeContrast.hiddenShare(mark, Integer.parseInt(ground, 16)), 1e-9);
    }

    /** Left half black, right half white, 6×6 px: of the 20 px of its edge, ten are white. */
    @Test
    void markOfTwoInks_isHiddenByHalf() {
        assertEquals(0.5, EdgeContrast.hiddenShare(square(0x000000, 0xffffff), 0xffffff), 1e-9);
    }

    /** WCAG 2.2's own pairs; of a mark of two inks the worse half counts, of one stray pixel not. */
    @Test
    void contrastThatTheEdgeReaches_isThatOfAllButItsWorstTenth() {
        assertEquals(21, EdgeContrast.of(square(0, 0)).reachedOn(0xffffff), 1e-4);
        assertEquals(3.03, EdgeContrast.of(square(0x949494, 0x949494)).reachedOn(0xffffff), 0.005);
        assertEquals(1, EdgeContrast.of(square(0, 0xffffff)).reachedOn(0xffffff), 1e-4);
        Pixels stray = square(0, 0);
        at(stray, 3, 2, 0xffffff, 255);
        assertEquals(21, EdgeContrast.of(stray).reachedOn(0xffffff), 1e-4);
        assertEquals(21, EdgeContrast.of(new Pixels(SIZE, 3, new byte[360])).reachedOn(0), 1e-4);
    }

    @Test
    void whatLiesInside_doesNotCount() {
        Pixels mark = square(0x000000, 0x000000);
        at(mark, 6, 5, 0xffffff, 255); // a white dot in the middle of black has no edge to the ground
        assertEquals(0, EdgeContrast.hiddenShare(mark, 0xffffff), 1e-9);
    }

    @Test
    void pictureWithoutTransparency_hasNoEdgeOfItsOwn() {
        Pixels opaque = new Pixels(SIZE, 3, new byte[(int) SIZE.pixels() * 3]);
        assertEquals(0, EdgeContrast.hiddenShare(opaque, 0x000000));
        Pixels clear = new Pixels(SIZE, 4, new byte[(int) SIZE.pixels() * 4]);
        assertEquals(0, EdgeContrast.hiddenShare(clear, 0x000000));
    }

    private static Pixels square(int left, int right) {
        Pixels mark = new Pixels(SIZE, 4, new byte[(int) SIZE.pixels() * 4]);
        for (int y = 2; y < 8; y++) {
            for (int x = 3; x < 9; x++) {
                at(mark, x, y, x < 6 ? left : right, 255);
            }
        }
        return mark;
    }

    private static void at(Pixels pixels, int x, int y, int colour, int alpha) {
        int at = (y * SIZE.width() + x) * 4;
        pixels.samples()[at] = (byte) (colour >> 16);
        pixels.samples()[at + 1] = (byte) (colour >> 8);
        pixels.samples()[at + 2] = (byte) colour;
        pixels.samples()[at + 3] = (byte) alpha;
    }
}
