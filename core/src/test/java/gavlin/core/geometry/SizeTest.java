package gavlin.core.geometry;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SizeTest {
    @ParameterizedTest
    @CsvSource({"4000x2000, 400x200", "300x100, 300x100", "400x400, 400x400", "1000x1, 400x1", "1x16000, 1x400"})
    void longestSide_isKept_inProportion(String size, String within) {
        assertEquals(Size.parse(within), Size.parse(size).withinSide(400));
    }

    @ParameterizedTest
    @CsvSource({"4000x3000", "6000x4000", "16000x1000", "2000x3000"})
    void pixels_areNeverMore_andNearlyAsMany(String size) {
        Size within = Size.parse(size).within(6_000_000);
        assertTrue(within.pixels() <= 6_000_000 && within.pixels() > 5_980_000, within.toString());
        assertEquals(Size.parse(size).proportion(), within.proportion(), 0.02);
    }
}
