package gavlin.core.brief;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.Reference;
import gavlin.core.brief.SlotSheetFaults.Fault;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Size;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SlotSheetReaderTest {
    private static final String SHEET = new String(Reference.bytes("slot-sheet.json"), StandardCharsets.UTF_8);

    @Test
    void sheet_asDocumented_isReadWhole() {
        SlotSheet sheet = SlotSheetReader.read(SHEET);
        assertEquals("Breakwater", sheet.themeName());
        Slot masthead = sheet.slot("masthead").orElseThrow();
        assertEquals(Size.parse("1920x480"), masthead.brief().size());
        assertEquals(300_000, masthead.brief().maxBytes(1));
        assertEquals(Brief.Transparency.FORBIDDEN, masthead.brief().transparency());
        assertTrue(masthead.sectionsMayOverride());
        Showing home = masthead.showings().get(0);
        assertEquals(Box.parse("1280x320"), home.box());
        assertEquals(0x17313A, home.background());
        assertEquals("Five lights, one coast", home.obstructions().get(1).text());
        assertEquals("masthead", sheet.pages().get(0).places().get(0).slot());
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "\"width\": 1920|\"width\": 0|/slots/0/size/width",
                "\"width\": 1920|\"width\": 20000|/slots/0/size/width",
                "\"kind\": \"banner\"|\"kind\": \"poster\"|/slots/0/kind",
                "\"format\": \"slot-sheet/1\"|\"format\": \"slot-sheet/9\"|/format",
                "\"unit\": \"kB\"|\"unit\": \"stone\"|/slots/0/weight/unit",
                "\"showing\": \"home-desktop\"|\"showing\": \"nowhere\"|/pages/0/slots/0/showing",
                "\"page\": \"home\"|\"page\": \"attic\"|/slots/0/showings/0/page",
                "\"y\": 180, \"width\": 520|\"y\": 300, \"width\": 520|/slots/0/showings/0/obstructions/1/box",
                "\"standsInFor\": null|\"standsInFor\": \"masthead\"|/slots/0/standsInFor",
                "\"standsInFor\": null|\"standsInFor\": \"ghost\"|/slots/0/standsInFor",
                "\"transparency\": \"forbidden\"|\"colour\": \"blue\"|/slots/0"
            })
    void fault_anywhere_isNamedByItsPointer(String sound, String faulty, String pointer) {
        assertTrue(SHEET.contains(sound), sound);
        List<Fault> faults = faults(SHEET.replace(sound, faulty));
        assertTrue(faults.stream().anyMatch(f -> f.pointer().equals(pointer)), faults.toString());
    }

    /** Stored before there was the limit, it must still open: its slot is told when a file is to be made. */
    @Test
    void slotOfTooManyPixels_isAFaultOfANewSheet_andOpensWhenItIsStored() {
        String huge = SHEET.replaceFirst("\"width\": *1920, *\"height\": *480", "\"width\": 16384, \"height\": 16384");
        assertEquals("/slots/0/size", faults(huge).get(0).pointer());
        assertEquals(
                Size.parse("16384x16384"),
                SlotSheetReader.readStored(huge).slots().get(0).brief().size());
    }

    @Test
    void manyFaults_areReportedTogether() {
        List<Fault> faults = faults(SHEET.replace("\"width\": 1920", "\"width\": -1")
                .replace("\"kind\": \"banner\"", "\"kind\": 7")
                .replace("\"unit\": \"kB\"", "\"unit\": \"stone\""));
        assertTrue(faults.size() >= 3, faults.toString());
    }

    @Test
    void noSheetAtAll_isSaidPlainly() {
        assertTrue(faults("{").get(0).says().startsWith("is not JSON"));
        assertTrue(faults("[".repeat(5000)).get(0).says().startsWith("is not JSON"));
        assertTrue(
                faults(" ".repeat(SlotSheetReader.MAX_BYTES + 1)).get(0).says().startsWith("is larger"));
        assertTrue(faults("{\"format\":1,\"format\":2}").get(0).says().startsWith("is not JSON"));
    }

    /** SI and IEC 80000-13: kB and KiB are kept apart. */
    @Test
    void weightUnits_kBAndKiB_differ() {
        assertEquals(250_000, new WeightLimit(250, WeightLimit.Unit.kB, Map.of()).maxBytes(1));
        assertEquals(256_000, new WeightLimit(250, WeightLimit.Unit.KiB, Map.of()).maxBytes(1));
        WeightLimit twice = new WeightLimit(250, WeightLimit.Unit.kB, Map.of(2, 700.0));
        assertEquals(250_000, twice.maxBytes(1));
        assertEquals(700_000, twice.maxBytes(2));
    }

    @Test
    void openArea_menuAndTitle_leaveTheRestToAimAt() {
        Slot masthead = SlotSheetReader.read(SHEET).slot("masthead").orElseThrow();
        Size size = masthead.brief().size();
        // 1280×320 shown of 1920×480: scale 1.5. The menu covers the top 96 px, the title up to x 900 from y 270 to
        // 360.
        assertEquals("1020x384+900+96", OpenArea.of(masthead.showings(), size).toString());
        assertEquals(new FocalPoint<>(1410 / 1920.0, 288 / 480.0), OpenArea.aim(masthead.showings(), size));
        assertEquals(FocalPoint.centre(), OpenArea.aim(List.of(), size));
    }

    private static List<Fault> faults(String sheet) {
        return assertThrows(SlotSheetFaults.class, () -> SlotSheetReader.read(sheet))
                .faults();
    }
}
