package gavlin.core.gauge;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.brief.Slot;
import gavlin.core.brief.SlotSheetReader;
import gavlin.core.codec.PictureType;
import gavlin.core.damage.Damage;
import gavlin.core.fit.Behind;
import gavlin.core.fit.Fit;
import gavlin.core.fit.PictureFacts;
import gavlin.core.fit.RenditionPlan;
import gavlin.core.fit.Standing;
import gavlin.core.geometry.Size;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** WCAG 2.2, §1.4.11: graphics need 3:1 to what they stand beside. */
class GroundGaugeTest {
    @Test
    void markThatIsHardToTell_asksForALook_whiteOnWhiteFails_andTheInkThatSuitsEveryGroundIsOffered() {
        Reading hard = read(new Standing("dark", "Footer", 0x17313A, 2.4), new Standing("night", "Night", 0x101010, 4));
        assertEquals(Verdict.LOOK, hard.verdict());
        assertTrue(hard.says().contains("#17313A on Footer"), hard.says());
        assertEquals(List.of("ink-light", "another-picture"), ids(hard));
        assertEquals(
                "{\"prepare\":{\"ink\":{\"to\":\"#FFFFFF\",\"map\":null}}}",
                hard.remedies().get(0).patch().toString());
        assertEquals(
                Verdict.FAILS,
                read(new Standing("dark", "Footer", 0xFFFFFF, 1.1)).verdict());
        assertEquals(
                Verdict.FITS,
                read(new Standing("dark", "Footer", 0x17313A, 3.0)).verdict());
    }

    @Test
    void onlyMarksOnAClearGround_areJudged() {
        GroundGauge gauge = new GroundGauge();
        assertTrue(gauge.concerns(subject("logo", true, null)));
        assertFalse(gauge.concerns(subject("logo", false, null)), "in a box of its own colour it has no edge");
        assertFalse(gauge.concerns(subject("banner", true, null)));
        assertEquals(Verdict.UNMEASURED, gauge.read(subject("logo", true, null)).verdict());
    }

    @Test
    void showingsThatDoNotExistNow_doNotCount() {
        Measured measured =
                measured(new Standing("dark", "Footer", 0x17313A, 1.2)).in(Set.of("other"));
        assertEquals(
                Verdict.FITS,
                new GroundGauge().read(subject("logo", true, measured)).verdict());
    }

    /** A gradient's colours, or those of a picture behind, each count. */
    @Test
    void severalColoursBehind_areEachMeasured_andNoInkIsOfferedThatOneOfThemSwallows() {
        Slot slot = slot("logo", ",\"alsoBehind\":[\"#F6F2E9\"]");
        assertEquals(
                List.of(0x17313A, 0xF6F2E9, 0x101010),
                Behind.of(slot).stream().map(Behind::ground).toList());
        Subject subject = subject(slot, true, measured(new Standing("dark", "Footer", 0xF6F2E9, 1.2)));
        Reading reading = new GroundGauge().read(subject);
        assertEquals(Verdict.FAILS, reading.verdict());
        assertEquals(List.of("another-picture"), ids(reading), "light is lost on one, dark on the others");
    }

    private static Reading read(Standing... standings) {
        return new GroundGauge().read(subject("logo", true, measured(standings)));
    }

    private static Measured measured(Standing... standings) {
        return new Measured(
                PictureType.PNG,
                900,
                Damage.NONE,
                400,
                List.of(),
                Stream.of(standings).toList(),
                0.0,
                null);
    }

    private static List<String> ids(Reading reading) {
        return reading.remedies().stream().map(Remedy::id).toList();
    }

    private static Subject subject(String kind, boolean transparent, Measured measured) {
        return subject(slot(kind, ""), transparent, measured);
    }

    private static Slot slot(String kind, String behind) {
        return SlotSheetReader.read("""
                {"format":"slot-sheet/1","theme":{"name":"T"},"slots":[{"id":"m","name":"M","kind":"%s",
                 "size":{"width":200,"height":50},"types":["png"],"transparency":"allowed","rule":"contain","showings":[
                  {"id":"dark","name":"Footer","box":{"width":200,"height":50},"background":"#17313A"%s},
                  {"id":"night","name":"Night","box":{"width":200,"height":50},"background":"#101010"}]}]}""".formatted(kind, behind)).slots().get(0);
    }

    private static Subject subject(Slot slot, boolean transparent, Measured measured) {
        Fit fit = Fit.chosenFor(slot);
        PictureFacts facts = new PictureFacts(Size.parse("400x100"), transparent, "Mark", "a mark", "us");
        return new Subject(slot, fit, facts, RenditionPlan.of(slot, fit, facts, 1), null, measured);
    }
}
