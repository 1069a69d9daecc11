package gavlin.core.fit;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.brief.Slot;
import gavlin.core.brief.SlotSheetReader;
import gavlin.core.geometry.Size;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Whether what one slot holds serves in another. The thresholds are the product's: common practice, no source. */
class SuitabilityTest {
    private static Slot slot(String fit, int width, int height, String transparency) {
        return SlotSheetReader.read("""
                        {"format":"slot-sheet/1","theme":{"name":"T"},"slots":[{"id":"a","name":"A","kind":"logo",
                         "size":{"width":400,"height":100},"types":["png"],"transparency":"%s","rule":"contain","showings":[
                         {"id":"foot","name":"Foot","box":{"width":%d,"height":%d},"objectFit":"%s","background":"#17313A"}]}]}""".formatted(transparency, width, height, fit))
                .slots()
                .get(0);
    }

    private static List<String> against(Slot slot, String file, boolean clear, double hidden) {
        return Suitability.against(slot, Size.parse(file), clear, ground -> {
            assertEquals(0x17313A, ground, "it is judged on the place's own ground");
            return hidden;
        });
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "contain|200x50|400x100|",
                "contain|200x50|200x50|",
                "contain|200x50|100x25|enlarged 2.0 times",
                "contain|200x50|199x50|",
                "contain|200x50|100x100|fill only 25 % of the box",
                "cover|200x50|400x100|",
                "cover|200x50|300x100|25 % of it would be cut off",
                "cover|200x50|380x100|"
            })
    void markOfAnotherSize_suitsOrNot(String fit, String box, String file, String says) {
        Size seen = Size.parse(box);
        List<String> against = against(slot(fit, seen.width(), seen.height(), "allowed"), file, true, 0);
        if (says == null) {
            assertEquals(List.of(), against);
        } else {
            assertEquals(1, against.size());
            assertTrue(against.get(0).contains(says) && against.get(0).startsWith("Foot: "), against.toString());
        }
    }

    /** Of a gradient, or a picture behind, each colour counts: the first on which the mark is lost is named. */
    @Test
    void markThatOneOfSeveralGroundsSwallows_doesNotSuit() {
        Slot fading = SlotSheetReader.read("""
                        {"format":"slot-sheet/1","theme":{"name":"T"},"slots":[{"id":"a","name":"A","kind":"logo",
                         "size":{"width":400,"height":100},"types":["png"],"rule":"contain","showings":[
                         {"id":"foot","name":"Foot","box":{"width":200,"height":50},"objectFit":"contain","background":"#17313A","alsoBehind":["#F6F2E9"]}]}]}""").slots().get(0);
        assertEquals(List.of(0x17313A, 0xF6F2E9), fading.grounds());
        assertEquals(
                List.of("Foot: 90 % of its edge has less than 3:1 on #F6F2E9."),
                Suitability.against(fading, Size.parse("400x100"), true, ground -> ground == 0xF6F2E9 ? 0.9 : 0));
    }

    @Test
    void darkMarkOnDarkGround_doesNotSuit() {
        List<String> against = against(slot("contain", 200, 50, "allowed"), "400x100", true, 0.4);
        assertEquals(List.of("Foot: 40 % of its edge has less than 3:1 on #17313A."), against);
        assertEquals(
                List.of(), against(slot("contain", 200, 50, "allowed"), "400x100", true, 0.1), "a tenth is let pass");
    }

    @Test
    void opaqueFile_whereTransparencyIsAsked_doesNotSuit() {
        assertTrue(against(slot("contain", 200, 50, "required"), "400x100", false, 0)
                .get(0)
                .contains("Nothing in it is transparent"));
        assertEquals(List.of(), against(slot("contain", 200, 50, "required"), "400x100", true, 0));
    }
}
