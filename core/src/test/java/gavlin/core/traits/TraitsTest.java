package gavlin.core.traits;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.colour.Colour;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import java.util.List;
import java.util.Random;
import java.util.function.IntBinaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TraitsTest {
    private static final Size SIZE = Size.parse("300x150");
    private static final Random RANDOM = new Random(15);

    @ParameterizedTest
    @CsvSource({"4, wide", "1.5, broad", "1, square", "0.7, tall"})
    void shape_isAWord(double proportion, String word) {
        assertEquals(
                word,
                Traits.of(drawn((x, y) -> 0x808080)).words(proportion, false).get(0));
    }

    /** A sky with a crowd in its right third. */
    @Test
    void quietThird_hasRoom_andALivelyOneHasNone() {
        List<String> words =
                Traits.of(drawn((x, y) -> x > 200 ? noise() : 0x88AACC)).words(2, false);
        assertTrue(words.contains("room at the left") && words.contains("room at the middle"), words.toString());
        assertFalse(words.contains("room at the right") || words.contains("calm"), words.toString());
    }

    @Test
    void evenPicture_isCalm_andNowhereQuieter() {
        assertEquals(
                List.of("wide", "calm"),
                Traits.of(drawn((x, y) -> 0x808080 + 0x010101 * (x % 2))).words(2, false));
        assertTrue(Traits.of(drawn((x, y) -> noise())).words(2, true).containsAll(List.of("lively", "clear ground")));
    }

    /** A red boat of one per cent on blue water: both are found, a red of nothing is not. */
    @Test
    void colours_areFound_smallOnesThatTellToo() {
        Traits boat = Traits.of(drawn((x, y) -> x < 22 && y < 22 ? 0xC03020 : 0x3060A0));
        assertTrue(boat.distanceTo(new Colour(0xC03020)) < 3);
        assertTrue(boat.distanceTo(new Colour(0x3060A0)) < 3);
        assertTrue(boat.distanceTo(new Colour(0x20C040)) > 30);
        assertEquals(
                Double.POSITIVE_INFINITY,
                Traits.of(new Pixels(SIZE, 4, new byte[4 * 300 * 150])).distanceTo(Colour.BLACK));
    }

    private static int noise() {
        return 0x010101 * RANDOM.nextInt(256);
    }

    private static Pixels drawn(IntBinaryOperator rgb) {
        byte[] samples = new byte[3 * 300 * 150];
        for (int i = 0; i < 300 * 150; i++) {
            int at = rgb.applyAsInt(i % 300, i / 300);
            samples[3 * i] = (byte) (at >> 16);
            samples[3 * i + 1] = (byte) (at >> 8);
            samples[3 * i + 2] = (byte) at;
        }
        return new Pixels(SIZE, 3, samples);
    }
}
