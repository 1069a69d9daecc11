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
    void sameName_goesBeforeASlotThatIsNearerInShape_andIsTold() {
        SlotSheet from = sheet(slot("masthead", "banner", 1920, 480), slot("wide-view", "banner", 2400, 400));
        SlotSheet to = sheet(slot("panorama", "banner", 1920, 480), slot("masthead", "banner", 2400, 400));
        assertEquals(Map.of("masthead", "masthead", "panorama", "wide-view"), ThemeMatch.of(from, to, s -> true));
        assertEquals("the same name, both banners", common(from, "masthead", to, "masthead"));
        assertEquals("both banners", common(from, "wide-view", to, "panorama"));
        assertEquals("both banners, the same shape", common(from, "masthead", to, "panorama"));
    }

    @Test
    void wordsInCommon_tellWhichOfTwoMarks_butNoWordMakesALogoABanner() {
        SlotSheet from = sheet(
                slot("logo-light", "logo", 400, 100),
                slot("logo-dark", "logo", 400, 100),
                slot("header", "banner", 1600, 300));
        SlotSheet to = sheet(slot("mark-dark", "logo", 300, 90), slot("header-logo", "logo", 300, 90));
        assertEquals("logo-dark", ThemeMatch.of(from, to, s -> true).get("mark-dark"));
        assertEquals("logo-light", ThemeMatch.of(from, to, s -> true).get("header-logo"));
        assertEquals("“dark” in both names, both logos", common(from, "logo-dark", to, "mark-dark"));
        assertEquals("nothing in common", common(from, "header", to, "mark-dark"));
    }

    private static String common(SlotSheet from, String old, SlotSheet to, String slot) {
        return ThemeMatch.common(from.slot(old).orElseThrow(), to.slot(slot).orElseThrow());
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
