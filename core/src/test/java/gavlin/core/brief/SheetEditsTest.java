package gavlin.core.brief;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.BadInput;
import gavlin.core.geometry.Size;
import java.util.List;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Single changes of a sheet: each makes a sound sheet again, and leaves what it does not concern as it was. */
class SheetEditsTest {
    private static final JsonMapper JSON = new JsonMapper();
    private static final String SHEET = """
            {"format":"slot-sheet/1","theme":{"name":"Old","version":"1"},"slots":[
              {"id":"top","name":"Top","kind":"banner","size":{"width":1000,"height":200},"types":["jpeg"],
               "showings":[{"id":"home","name":"Home, desktop","page":"home-desktop","screen":{"width":1280},
                            "box":{"width":1000,"height":200}}]},
              {"id":"wide","name":"Wide","kind":"photo","ratio":"4:1","types":["jpeg"]}],
             "pages":[{"id":"home-desktop","name":"Home, desktop","width":1280,"height":300,
                       "slots":[{"slot":"top","showing":"home","x":140,"y":20}]}]}""";
    private static final String CARD = """
            {"id":"card","name":"Card","kind":"tile","size":{"width":300,"height":200},"types":["jpeg"],"showings":[
              {"id":"desktop","name":"desktop","screen":{"width":1280},"box":{"width":300,"height":200}},
              {"id":"phone","name":"phone","screen":{"width":390},"box":{"width":358,"height":239}}]}""";

    private static ObjectNode card() {
        return (ObjectNode) JSON.readTree(CARD);
    }

    @Test
    void slotAdded_standsBelowWhatIsThere_andMakesThePageThatIsMissing() {
        String added = SheetEdits.addSlot(SHEET, card(), "Home");
        SlotSheet sheet = SlotSheetReader.read(added);
        assertEquals(
                List.of("top", "wide", "card"),
                sheet.slots().stream().map(Slot::id).toList());
        PagePlan desktop = sheet.pages().get(0);
        PagePlan phone = sheet.pages().get(1);
        assertEquals("home-phone", phone.id());
        assertEquals(390, phone.width());
        JsonNode places = JSON.readTree(added).at("/pages/0/slots");
        assertEquals(2, places.size());
        assertTrue(places.get(1).path("y").asInt() >= 220, "below the banner, which ends at 220: " + places);
        assertEquals(490, places.get(1).path("x").asInt(), "in the middle of 1280 px");
        assertTrue(desktop.height() >= places.get(1).path("y").asInt() + 200, "the plan grew with it");
    }

    @Test
    void slotAddedTwice_getsAnIdOfItsOwn() {
        String twice = SheetEdits.addSlot(SheetEdits.addSlot(SHEET, card(), "Home"), card(), "Home");
        List<String> ids =
                SlotSheetReader.read(twice).slots().stream().map(Slot::id).toList();
        assertEquals(List.of("top", "wide", "card", "card-2"), ids);
    }

    @Test
    void statementAdded_isOnRecordWithItsSource() {
        String stated = SheetEdits.addStatement(SHEET, "top", new Statement("1100×200", "help page", "2026-11-01"));
        Slot top = SlotSheetReader.read(stated).slots().get(0);
        assertEquals(
                new Statement("1100×200", "help page", "2026-11-01"),
                top.statements().get(0));
        assertTrue(SizeDispute.of(top).isPresent());
        assertEquals(
                List.of("slots › Top › statements is new"),
                SheetComparison.of(SHEET, stated).stream().map(Object::toString).toList());
    }

    @Test
    void decision_makesItsSizeTheSlotsOwn_andSettlesTheDispute() {
        String stated = SheetEdits.addStatement(SHEET, "top", new Statement("1100×200", "help page", null));
        List<String> known = SizeDispute.of(SlotSheetReader.read(stated).slots().get(0))
                .orElseThrow()
                .labels();
        Decision decision = new Decision(Size.parse("1100x200"), known, "measured", "warden", "2026-11-02");
        Slot top = SlotSheetReader.read(SheetEdits.decide(stated, "top", decision))
                .slots()
                .get(0);
        assertEquals(Size.parse("1100x200"), top.brief().size());
        assertEquals(decision, top.decision());
        assertTrue(SizeDispute.of(top).map(SizeDispute::settled).orElse(true));
        // Another claim opens the question again.
        String again = SheetEdits.addStatement(
                SheetEdits.decide(stated, "top", decision), "top", new Statement("1200×240", "a letter", null));
        assertFalse(SizeDispute.of(SlotSheetReader.read(again).slots().get(0))
                .orElseThrow()
                .settled());
    }

    @Test
    void ratioDecidedIntoASize_isNoRatioAnyMore() {
        Decision decision = new Decision(Size.parse("1600x400"), List.of("1600×400"), "", "warden", "2026-11-02");
        Slot wide = SlotSheetReader.read(SheetEdits.decide(SHEET, "wide", decision))
                .slots()
                .get(1);
        assertEquals(Size.parse("1600x400"), wide.brief().size());
        assertEquals(null, wide.brief().ratio());
    }

    @Test
    void copy_underAnotherName_differsInThatOnly() {
        String copy = SheetEdits.renamed(SHEET, "New", "2");
        assertEquals(
                List.of("theme › name was Old, is New", "theme › version was 1, is 2"),
                SheetComparison.of(SHEET, copy).stream().map(Object::toString).toList());
        assertEquals(List.of(), SheetComparison.of(SHEET, SheetEdits.pretty(SHEET)));
    }

    @Test
    void slotThatIsNotThere_isNamed() {
        BadInput refused = assertThrows(
                BadInput.class, () -> SheetEdits.addStatement(SHEET, "nowhere", new Statement("1×1", "me", null)));
        assertTrue(refused.getMessage().contains("nowhere"), refused.getMessage());
    }

    @Test
    void comparison_saysWhatIsNewGoneMovedAndChanged() {
        String changed = SHEET.replace(
                        "\"width\":1000,\"height\":200},\"types\"", "\"width\":1000.0,\"height\":240},\"types\"")
                .replace(
                        "{\"id\":\"wide\",\"name\":\"Wide\",\"kind\":\"photo\",\"ratio\":\"4:1\",\"types\":[\"jpeg\"]}",
                        "{\"id\":\"tall\",\"name\":\"Tall\",\"kind\":\"photo\",\"ratio\":\"1:4\",\"types\":[\"jpeg\"]}");
        assertEquals(
                List.of("slots › Top › size › height was 200, is 240", "slots › Wide is gone", "slots › Tall is new"),
                SheetComparison.of(SHEET, changed).stream()
                        .map(Object::toString)
                        .toList());
        JsonNode root = JSON.readTree(SHEET);
        var slots = (tools.jackson.databind.node.ArrayNode) root.path("slots");
        slots.add(slots.remove(0));
        assertEquals(
                List.of("slots stand in another order"),
                SheetComparison.of(SHEET, root.toString()).stream()
                        .map(Object::toString)
                        .toList());
    }
}
