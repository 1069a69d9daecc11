package gavlin.core.solve;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.BadInput;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.OfPicture;
import gavlin.core.solve.KeepArea.Shape;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What may be asked to be seen. */
class KeepAreaTest {
    @ParameterizedTest
    @CsvSource({
        "-0.1, 0, 0.5, 0.5, 1, x",
        "0, 1.1, 0.5, 0.5, 1, y",
        "0, 0, 0, 0.5, 1, width",
        "0, 0, 0.5, 0.00001, 1, height",
        "0.6, 0, 0.5, 0.5, 1, width",
        "0, 0.6, 0.5, 0.5, 1, width",
        "NaN, 0, 0.5, 0.5, 1, box",
        "0, Infinity, 0.5, 0.5, 1, box",
        "0, 0, NaN, 0.5, 1, box",
        "0, 0, 0.5, 0.5, 0, weight",
        "0, 0, 0.5, 0.5, 11, weight",
        "0, 0, 0.5, 0.5, NaN, weight"
    })
    void areaThatMakesNoSense_isRefusedByTheMember(
            double x, double y, double width, double height, double weight, String member) {
        BadInput refused = assertThrows(
                BadInput.class, () -> new KeepArea("lamp", Shape.RECTANGLE, new Box<>(x, y, width, height), weight));
        assertEquals(member, refused.field());
    }

    @Test
    void wholePicture_andItsCorner_areAreas() {
        new KeepArea("all", Shape.RECTANGLE, new Box<>(0, 0, 1, 1), 10);
        new KeepArea("corner", Shape.ELLIPSE, new Box<>(0.9, 0.9, 0.1, 0.1), 0.1);
    }

    @Test
    void area_needsAName_ofItsOwn_andThereAreFortyAtMost() {
        Box<OfPicture> box = new Box<>(0, 0, 0.1, 0.1);
        assertThrows(BadInput.class, () -> new KeepArea(" ", Shape.RECTANGLE, box, 1));
        assertThrows(BadInput.class, () -> new KeepArea("x".repeat(61), Shape.RECTANGLE, box, 1));
        KeepArea lamp = new KeepArea("lamp", Shape.RECTANGLE, box, 1);
        assertThrows(BadInput.class, () -> KeepArea.checked(List.of(lamp, lamp)));
        List<KeepArea> many = IntStream.range(0, 41)
                .mapToObj(i -> new KeepArea("lamp " + i, Shape.RECTANGLE, box, 1))
                .toList();
        assertTrue(assertThrows(BadInput.class, () -> KeepArea.checked(many))
                .getMessage()
                .contains("40"));
        assertEquals(40, KeepArea.checked(many.subList(0, 40)).size());
    }

    @Test
    void fractions_arePxOfThePicture() {
        KeepArea lamp = new KeepArea("lamp", Shape.ELLIPSE, new Box<>(0.25, 0.5, 0.1, 0.2), 1);
        assertEquals(new Box<>(1500, 2000, 600, 800), lamp.inPx(new Size(6000, 4000)));
    }
}
