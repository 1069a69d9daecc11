package gavlin.core.brief;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Claims about sizes: read, compared, weighed, decided. The sizes are those of the trade: common practice, no source. */
class StatementTest {
    private static final String FRAMED = """
            {"format":"slot-sheet/1","theme":{"name":"T"},"slots":[
              {"id":"framed","name":"Framed","kind":"photo","size":{"width":260,"height":278},"types":["jpeg"],
               "statements":[{"says":"260×278","source":"handbook"},{"says":"277×277","source":"help page"}],
               "showings":[{"id":"a","name":"Home","box":{"width":260,"height":278}}]}]}
            """;

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "260×278|260x278",
                "1400 x 400 px, JPEG|1400x400",
                "use 500px*100px please|500x100",
                "at 2026-05-02 we measured 940X198|940x198"
            })
    void size_inPlainWords_isRead(String says, String size) {
        assertEquals(Size.parse(size), StatedSize.of(says).orElseThrow().size().orElseThrow());
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "4:1, at least 1600 wide|1600×400|true",
                "4:1, at least 1600 wide|1200×300|false",
                "4:1|1599×400|true",
                "4:1|1580×400|false",
                "140 px high|1280×140|true",
                "at most 140 px high|1280×141|false",
                "260×278|277×277|false",
                "4:1|8:2|true",
                "about as large as a stamp|1×1|true",
                "99999×3|1×1|true"
            })
    void twoStatements_agree_whenOneSizeSatisfiesBoth(String one, String other, boolean agree) {
        assertEquals(
                agree,
                StatedSize.of(one)
                        .map(s -> s.agreesWith(StatedSize.of(other).orElseThrow()))
                        .orElse(true));
    }

    @Test
    void framedPhoto_ofTwoStatedSizes_isInDisputeUntilDecided() {
        SizeDispute dispute = SizeDispute.of(framed(FRAMED)).orElseThrow();
        assertEquals(List.of("260×278", "277×277"), dispute.labels());
        assertFalse(dispute.settled());
        assertEquals(
                "help page says 277×277, the slot asks 260×278.", dispute.says().get(0));
        // The 277×277 file in the 260×278 frame: 1 − 260/278 = 6.47 %.
        assertTrue(dispute.says()
                .contains("Home shows 260×278, where a file of 277×277 would be cut by 6.5 % or squashed by 6.5 %."));

        Decision decision =
                new Decision(Size.parse("277x277"), dispute.labels(), "measured on the page", "warden", "2026-11-23");
        String decided = SheetEdits.decide(FRAMED, "framed", decision);
        assertEquals(Size.parse("277x277"), framed(decided).brief().size());
        assertEquals(decision, framed(decided).decision());
        assertTrue(SizeDispute.of(framed(decided)).orElseThrow().settled());

        String reopened =
                SheetEdits.addStatement(decided, "framed", new Statement("300×300", "a colleague", "2026-11-24"));
        assertFalse(SizeDispute.of(framed(reopened)).orElseThrow().settled());
    }

    @Test
    void statement_thatRepeatsTheBrief_isNoDispute() {
        assertTrue(
                SizeDispute.of(framed(FRAMED.replace("277×277", "260x278 px"))).isEmpty());
        assertTrue(SizeDispute.of(framed(FRAMED.replace("277×277", "portrait"))).isEmpty());
    }

    @Test
    void frame_ofAnotherSize_cutsEnlargesOrSquashes() {
        FrameCost cost = FrameCost.of(Size.parse("200x100"), Box.parse("300x300"));
        assertEquals(0.5, cost.cut(), 1e-12);
        assertEquals(3, cost.enlarged(), 1e-12);
        assertEquals(0.5, cost.squashed(), 1e-12);
        assertEquals(new FrameCost(0, 1, 0), FrameCost.of(Size.parse("400x400"), Box.parse("300x300")));
    }

    @ParameterizedTest
    @CsvSource({
        "268x278,260x278", // one digit wrong
        "260x287,260x278", // two swapped
        "2600x278,260x278", // one too many
        "26x278,260x278", // one too few
        "2x278,", // two too few
        "278x260,260x278", // turned
        "262x278,260x278", // nearly equal
        "277x277,", // another size altogether
        "260x278,", // known
        "1400x400,"
    })
    void slip_ofTyping_isToldFromAnotherSize(String typed, String meant) {
        assertEquals(
                meant == null ? null : Size.parse(meant),
                TypingSlip.meant(Size.parse(typed), List.of(Size.parse("260x278")))
                        .orElse(null));
    }

    @Test
    void comparison_ofTwoSheets_saysEachDifferenceOnce() {
        String other = FRAMED.replace("\"height\":278},\"types\"", "\"height\":280},\"types\"")
                .replace("\"name\":\"Framed\"", "\"name\":\"Framed picture\"")
                .replace("\"source\":\"help page\"}", "\"source\":\"help page\"},{\"says\":\"1:1\",\"source\":\"x\"}");
        List<String> changes =
                SheetComparison.of(FRAMED, other).stream().map(Object::toString).toList();
        assertEquals(3, changes.size(), changes.toString());
        assertTrue(changes.contains("slots › Framed › name was Framed, is Framed picture"), changes.toString());
        assertTrue(changes.contains("slots › Framed › size › height was 278, is 280"), changes.toString());
        assertEquals(List.of(), SheetComparison.of(FRAMED, SheetEdits.pretty(FRAMED)));
        assertEquals(
                "theme › name was T, is Copy",
                SheetComparison.of(FRAMED, SheetEdits.renamed(FRAMED, "Copy", ""))
                        .get(0)
                        .toString());
    }

    private static Slot framed(String sheet) {
        return SlotSheetReader.read(sheet).slot("framed").orElseThrow();
    }
}
