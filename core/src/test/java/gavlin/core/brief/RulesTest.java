package gavlin.core.brief;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.BadInput;
import gavlin.core.brief.SlotSheetFaults.Fault;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What exists, what stands in for what, and what a change reaches. */
class RulesTest {
    private static final String TWO_LOGOS = """
            {"format":"slot-sheet/1","theme":{"name":"T"},
             "variants":[{"id":"logo","name":"Logo","options":[{"id":"site","name":"in the header"},{"id":"home","name":"on the front page"}]}],
             "sections":[{"id":"north","name":"North"},{"id":"south","name":"South"}],
             "slots":[
               {"id":"site-logo","name":"Site logo","kind":"logo","size":{"width":400,"height":100},"types":["png"],"exists":{"logo":"site"},"sections":"may-override",
                "showings":[{"id":"a","name":"Header","page":"home","box":{"width":200,"height":50}}]},
               {"id":"home-logo","name":"Home logo","kind":"logo","size":{"width":400,"height":100},"types":["png"],"exists":{"logo":"home"}},
               {"id":"footer-logo","name":"Footer logo","kind":"logo","size":{"width":400,"height":100},"types":["png"],"standsInFor":"site-logo",
                "showings":[{"id":"a","name":"Footer","page":"inner","box":{"width":200,"height":50}}]},
               {"id":"order-logo","name":"Order logo","kind":"logo","size":{"width":400,"height":100},"types":["png"],"standsInFor":"footer-logo"}],
             "pages":[{"id":"home","name":"Home","width":1280,"height":900},{"id":"inner","name":"Inner","width":1280,"height":900}]}
            """;
    private static final SlotSheet LOGOS = SlotSheetReader.read(TWO_LOGOS);

    @Test
    void eitherOr_ofTwoLogos_isNeverBoth() {
        Slot site = LOGOS.slot("site-logo").orElseThrow();
        Slot home = LOGOS.slot("home-logo").orElseThrow();
        Map<String, String> usual = LOGOS.settled(Map.of());
        assertEquals(Map.of("logo", "site"), usual);
        assertTrue(site.exists().given(usual));
        assertFalse(home.exists().given(usual));
        Map<String, String> other = LOGOS.settled(Map.of("logo", "home", "gone", "x"));
        assertFalse(site.exists().given(other));
        assertTrue(home.exists().given(other));
        assertEquals("when Logo is on the front page", home.exists().says(LOGOS.variants()));
        assertThrows(BadInput.class, () -> LOGOS.variants().get(0).option("nowhere"));
    }

    @Test
    void exists_namingAnUnlistedVariant_makesIt() {
        SlotSheet sheet = SlotSheetReader.read(
                TWO_LOGOS.replace("\"exists\":{\"logo\":\"home\"}", "\"exists\":{\"notice\":true}"));
        Variant notice = sheet.variant("notice").orElseThrow();
        assertEquals("on", notice.usual());
        assertEquals(
                List.of("on", "off"),
                notice.options().stream().map(Variant.Option::id).toList());
    }

    @Test
    void emptyLogos_alongTheChain_showTheFirstThatIsFilled() {
        Slot order = LOGOS.slot("order-logo").orElseThrow();
        assertEquals("site-logo", seen(order, Set.of("site-logo")));
        assertEquals("footer-logo", seen(order, Set.of("site-logo", "footer-logo")));
        assertEquals("order-logo", seen(order, Set.of("site-logo", "order-logo")));
        assertEquals("", seen(order, Set.of()));
    }

    @Test
    void changeOfTheSitesLogo_reachesThePagesOfThoseThatShowIt() {
        Slot site = LOGOS.slot("site-logo").orElseThrow();
        Map<String, String> usual = LOGOS.settled(Map.of());
        Reach reach = Reach.of(LOGOS, usual, site, s -> false, Set.of("south"));
        assertEquals(
                List.of("home", "inner"),
                reach.pages().stream().map(PagePlan::id).toList());
        assertEquals(
                List.of("footer-logo", "order-logo"),
                reach.slots().stream().map(Slot::id).toList());
        assertEquals("North", reach.altered().get(0).name());
        assertEquals("South", reach.unaltered().get(0).name());
        Reach filledFooter = Reach.of(LOGOS, usual, site, s -> s.id().equals("footer-logo"), Set.of());
        assertEquals(
                List.of("home"), filledFooter.pages().stream().map(PagePlan::id).toList());
        assertEquals(2, filledFooter.altered().size());
    }

    /** Over random sheets: what is seen anywhere is filled, a stand-in chain ends, and reach and "seen in" say the same. */
    @Test
    void randomSheets_reachAndStandIns_agree() {
        for (int seed = 0; seed < 400; seed++) {
            SlotSheet sheet = RandomSheet.of(seed);
            Random random = new Random(seed);
            Map<String, String> chosen = sheet.settled(Map.of("layout", random.nextBoolean() ? "low" : "tall"));
            Set<String> filled = new HashSet<>();
            sheet.slots().stream().filter(s -> random.nextBoolean()).forEach(s -> filled.add(s.id()));
            for (Slot slot : sheet.slots()) {
                sheet.seenIn(slot, s -> filled.contains(s.id()))
                        .ifPresent(seen -> assertTrue(filled.contains(seen.id())));
                Reach reach = Reach.of(sheet, chosen, slot, s -> filled.contains(s.id()), Set.of("north"));
                assertEquals(
                        sheet.sections().size(),
                        reach.altered().size() + reach.unaltered().size());
                Set<String> shownIn = sheet.slots().stream()
                        .filter(s -> !s.equals(slot) && s.exists().given(chosen))
                        .filter(s -> sheet.seenIn(s, f -> f.equals(slot) || filled.contains(f.id()))
                                .filter(slot::equals)
                                .isPresent())
                        .map(Slot::id)
                        .collect(Collectors.toSet());
                assertEquals(shownIn, reach.slots().stream().map(Slot::id).collect(Collectors.toSet()));
                assertTrue(reach.slots().stream().noneMatch(s -> filled.contains(s.id())));
            }
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "\"exists\":{\"logo\":\"home\"}|\"exists\":{\"logo\":\"attic\"}|/slots/1/exists/logo",
                "\"exists\":{\"logo\":\"home\"}|\"exists\":{\"logo\":7}|/slots/1/exists/logo",
                "\"id\":\"home\",\"name\":\"on the|\"id\":\"site\",\"name\":\"on the|/variants/0/options/1/id",
                "\"standsInFor\":\"site-logo\"|\"standsInFor\":\"order-logo\"|/slots/3/standsInFor",
                "\"box\":{\"width\":200,\"height\":50}|\"box\":{\"width\":200,\"height\":50,\"to\":{\"width\":100,\"height\":50}}|/slots/0/showings/0/box/to/width",
                "\"sections\":\"may-override\"|\"heights\":[90,120]|/slots/0/heights",
                "\"sections\":\"may-override\"|\"set\":{\"most\":1}|/slots/0/set/most"
            })
    void fault_ofTheseRules_isNamedByItsPointer(String sound, String faulty, String pointer) {
        assertTrue(TWO_LOGOS.contains(sound), sound);
        List<Fault> faults = assertThrows(
                        SlotSheetFaults.class, () -> SlotSheetReader.read(TWO_LOGOS.replace(sound, faulty)))
                .faults();
        assertTrue(faults.stream().anyMatch(f -> f.pointer().equals(pointer)), faults.toString());
    }

    @Test
    void box_ofThePicturesOwnHeight_followsTheBrief() {
        Showing showing = SlotSheetReader.read(TWO_LOGOS.replace(
                        "\"height\":50", "\"height\":\"own\",\"to\":{\"width\":800,\"height\":\"own\"}"))
                .slot("site-logo")
                .orElseThrow()
                .showings()
                .get(0);
        assertEquals("200x50+0+0", showing.box().toString());
        assertEquals("800x200+0+0", showing.widest().toString());
    }

    private static String seen(Slot slot, Set<String> filled) {
        return LOGOS.seenIn(slot, s -> filled.contains(s.id())).map(Slot::id).orElse("");
    }
}
