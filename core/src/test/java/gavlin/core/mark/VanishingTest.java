package gavlin.core.mark;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import java.util.function.IntBinaryOperator;
import org.junit.jupiter.api.Test;

/** A file of 16×16 px, drawn four times as fine: a pixel of it is 4 of these. */
class VanishingTest {
    private static final int SIDE = 64;

    @Test
    void strokesOfAPixelAndMore_stay_thinnerOnesVanish() {
        assertEquals(0, share((x, y) -> x >= 8 && x < 12 && y >= 8 && y < 56 ? 1 : 0));
        assertEquals(1, share((x, y) -> x >= 8 && x < 11 && y >= 8 && y < 56 ? 1 : 0));
        assertEquals(
                0.25,
                share((x, y) -> (x >= 8 && x < 17 || x >= 30 && x < 33) && y >= 8 && y < 56 ? 1 : 0),
                1e-9,
                "a quarter of the ink is a hairline");
    }

    @Test
    void gapsThinnerThanAPixel_close() {
        assertEquals(0, share((x, y) -> y >= 8 && y < 56 && x >= 8 && x < 40 && !(x >= 20 && x < 24) ? 1 : 0));
        assertEquals(
                2.0 / 30, share((x, y) -> y >= 8 && y < 56 && x >= 8 && x < 40 && !(x >= 20 && x < 22) ? 1 : 0), 1e-9);
    }

    @Test
    void nothing_andWhatIsOpaque_haveNothingToLose() {
        assertEquals(0, share((x, y) -> 0));
        assertEquals(0, share((x, y) -> 1));
        assertEquals(0, Vanishing.share(new Pixels(new Size(8, 8), 3, new byte[192])));
    }

    /** The gauge and the file ask the same: what is not measured is not said to fit. */
    @Test
    void smallFiles_areMeasured_whateverTheirLength() {
        assertTrue(Vanishing.isMeasuredOn(Size.parse("16x16")));
        assertTrue(Vanishing.isMeasuredOn(Size.parse("1000x60")));
        assertFalse(Vanishing.isMeasuredOn(Size.parse("400x96")));
        assertFalse(Vanishing.isMeasuredOn(Size.parse("16000x60")));
    }

    private static double share(IntBinaryOperator there) {
        byte[] samples = new byte[SIDE * SIDE * 4];
        for (int i = 0; i < SIDE * SIDE; i++) {
            samples[i * 4 + 3] = (byte) (there.applyAsInt(i % SIDE, i / SIDE) * 255);
        }
        return Vanishing.share(new Pixels(new Size(SIDE, SIDE), 4, samples));
    }
}
