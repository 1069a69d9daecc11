package gavlin.core.brief;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.ObjectFit;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.geometry.Space.InShowing;
import gavlin.core.geometry.Space.InSlot;
import java.util.List;
import org.junit.jupiter.api.Test;

class ShowingTest {
    private static final Size FILE = Size.parse("1920x480");
    private static final Framing<InShowing> WHOLE =
            Framing.of(FILE, FILE, Rule.COVER, FocalPoint.centre(), FocalPoint.centre(), 1);

    @Test
    void fullBleed_390to2560_isCutAtTheSidesWhenNarrowAndAboveWhenWide() {
        // 320 px high everywhere: 4:1 is reached at 1280 px; below it the sides are cut, above it top and bottom.
        Showing showing = showing("390x320", "2560x320");
        assertEquals(List.of(390.0, 1280.0, 2560.0), showing.keyWidths(FILE));
        assertEquals(
                "1920x480+0+0",
                showing.at(1280)
                        .objectFit()
                        .seen(WHOLE, FILE, showing.at(1280).box())
                        .toString());
        // At 390 px the window is 390/320 · 480 = 585 px wide; at 2560 px it is 320 · 1920/2560 = 240 px high.
        assertEquals("585x240+667.500+120", showing.alwaysSeen(WHOLE, FILE).toString());
    }

    @Test
    void height_runsEvenly_fromOneEndToTheOther() {
        Showing showing = showing("400x200", "1200x400");
        assertEquals(Box.parse("800x300"), showing.at(800).box());
        assertEquals(showing.at(1200), showing.at(5000));
        assertEquals(showing.at(400), showing.at(1));
        assertFalse(showing.at(800).isRange());
    }

    /** Twice as large about its middle, the middle quarter is seen, and a bar of 40 px covers 20 of the picture as it began. */
    @Test
    void enlarged_showsItsMiddleAlone_andLessOfItIsCovered() {
        Showing grown =
                showing("400x200", "400x200", over("menu bar", "400x40")).enlargedBy(2);
        List<Obstruction> over = grown.obstructions();
        assertEquals(Box.parse("200x20+100+50"), over.get(0).box());
        assertEquals(
                List.of(
                        Box.parse("400x50"),
                        Box.parse("400x50+0+150"),
                        Box.parse("100x100+0+50"),
                        Box.parse("100x100+300+50")),
                over.subList(1, 5).stream().map(Obstruction::box).toList());
    }

    @Test
    void obstructions_inAWiderBox_hangOnTheEdgesTheyTouch() {
        Showing showing = showing(
                "400x200",
                "1000x200",
                over("menu bar", "400x40"),
                over("button", "80x30+320+100"),
                over("title", "200x50+20+80"));
        List<Obstruction> wide = showing.at(1000).obstructions();
        assertEquals(Box.parse("1000x40"), wide.get(0).box());
        assertEquals(Box.parse("80x30+920+100"), wide.get(1).box());
        assertEquals(Box.parse("200x50+20+80"), wide.get(2).box());
    }

    /** The claim of the key widths: no width in between shows less, or covers more, than they do together. */
    @Test
    void randomRanges_everyWidth_isWithinWhatTheKeyWidthsSay() {
        for (int seed = 0; seed < 300; seed++) {
            for (Slot slot : RandomSheet.of(seed).slots()) {
                Size file = slot.brief().size();
                Framing<InPrepared> framing =
                        Framing.of(file, file, Rule.COVER, FocalPoint.centre(), FocalPoint.centre(), 1);
                Showing showing = slot.showings().get(0);
                Box<InPrepared> always = showing.alwaysSeen(framing, file);
                Box<InSlot> open = OpenArea.of(List.of(showing), file);
                for (int i = 0; i <= 40; i++) {
                    Showing at = showing.at(showing.box().width()
                            + i * (showing.widest().width() - showing.box().width()) / 40);
                    Box<InPrepared> seen = at.objectFit().seen(framing, file, at.box());
                    assertTrue(seen.contains(always, 1e-6), "seed " + seed + ": " + seen + " lacks part of " + always);
                    Box<InSlot> covered =
                            at.obstructions().get(0).box().carry(at.objectFit().place(file, at.box()), file.box());
                    Box<InSlot> both = covered.intersect(open);
                    // Slivers of rounding only.
                    assertTrue(both.width() < 1e-6 || both.height() < 1e-6, "seed " + seed + ": " + both);
                }
            }
        }
    }

    private static Obstruction over(String name, String box) {
        return new Obstruction(name, false, Box.parse(box), 0, "", 16, 400, 0);
    }

    private static Showing showing(String box, String widest, Obstruction... over) {
        return new Showing(
                "home",
                "Home",
                null,
                0,
                Box.parse(box),
                Box.parse(widest),
                ObjectFit.INITIAL,
                false,
                0,
                List.of(over),
                Exists.ALWAYS);
    }
}
