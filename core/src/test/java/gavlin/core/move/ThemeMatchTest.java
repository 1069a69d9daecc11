package gavlin.core.move;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.brief.RandomSheet;
import gavlin.core.brief.SlotSheet;
import gavlin.core.brief.SlotSheetReader;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

class ThemeMatchTest {
    @Test
    void theme_movedToItself_keepsEverySlot() {
        for (int seed = 0; seed < 100; seed++) {
            SlotSheet sheet = RandomSheet.of(seed);
            Map<String, String> same = sheet.slots().stream().collect(Collectors.toMap(s -> s.id(), s -> s.id()));
            assertEquals(same, ThemeMatch.of(sheet, sheet, s -> true), "seed " + seed);
        }
    }

    @Test
    void randomThemes_noOldSlot_isTakenTwice() {
        for (int seed = 0; seed < 100; seed++) {
            Map<String, String> match = ThemeMatch.of(RandomSheet.of(seed), RandomSheet.of(seed + 1000), s -> true);
            assertEquals(match.size(), new HashSet<>(match.values()).size());
        }
    }

    @Test
    void kindShapeAndPlace_decideTogether() {
        SlotSheet from = sheet(
                slot("top", "banner", 1920, 480), slot("mark", "logo", 400, 96), slot("face", "avatar", 150, 150));
        SlotSheet to = sheet(
                slot("sign", "logo", 300, 100),
                slot("front", "banner", 2000, 400),
                slot("portrait", "photo", 200, 200),
                slot("waves", "tile", 240, 240));
        assertEquals(Map.of("sign", "mark", "front", "top", "portrait", "face"), ThemeMatch.of(from, to, s -> true));
    }

    @Test
    void filledSlot_goesBeforeAnEmptyOne_thatIsALittleMoreAlike() {
        SlotSheet from = sheet(slot("front-mark", "logo", 600, 200), slot("header-mark", "logo", 400, 96));
        SlotSheet to = sheet(slot("sign", "logo", 300, 100));
        assertEquals(Map.of("sign", "front-mark"), ThemeMatch.of(from, to, s -> true));
        assertEquals(Map.of("sign", "header-mark"), ThemeMatch.of(from, to, s -> s.id().equals("header-mark")));
    }

    @Test
    void nothingAlike_isLeftEmpty() {
        assertTrue(ThemeMatch.of(sheet(slot("a", "tile", 100, 100)), sheet(slot("b", "banner", 2000, 400)), s -> true)
                .isEmpty());
    }

    private static String slot(String id, String kind, int width, int height) {
        return """
                {"id":"%s","name":"%s","kind":"%s","size":{"width":%d,"height":%d},"types":["png"]}""".formatted(id, id, kind, width, height);
    }

    private static SlotSheet sheet(String... slots) {
        return SlotSheetReader.read("{\"format\":\"slot-sheet/1\",\"theme\":{\"name\":\"T\"},\"slots\":["
                + String.join(",", List.of(slots)) + "]}");
    }
}
