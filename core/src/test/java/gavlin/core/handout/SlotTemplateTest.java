package gavlin.core.handout;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.brief.OpenArea;
import gavlin.core.brief.RandomSheet;
import gavlin.core.brief.Showing;
import gavlin.core.brief.Slot;
import gavlin.core.brief.SlotSheetReader;
import gavlin.core.codec.Limits;
import gavlin.core.codec.PictureReader;
import gavlin.core.codec.PictureType;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.raster.Pixels;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;

class SlotTemplateTest {
    private static final Slot HEADER = slot("""
            "size":{"width":1200,"height":300},"types":["jpeg"],
            "showings":[{"id":"d","name":"Desktop","box":{"width":1200,"height":300},
                         "obstructions":[{"name":"menu <bar> & \\"co\\"","kind":"solid","box":{"x":0,"y":0,"width":1200,"height":60}}]},
                        {"id":"p","name":"Phone","box":{"width":300,"height":150}}]""");

    @Test
    void drawing_hasTheSlotsExactSize_andShowsWhatIsCoveredAndCut() {
        SlotTemplate template = SlotTemplate.of(HEADER, HEADER.showings());
        assertEquals("600x300+300+0", template.seen().toString(), "a 2:1 box shows the middle half of a 4:1 file");
        assertEquals("600x240+300+60", template.safe().toString());
        Pixels pixels = template.pixels(Size.parse("1200x300"));
        assertEquals(Size.parse("1200x300"), pixels.size());
        int safe = colour(pixels, 600, 180);
        assertEquals(0xfffdf8, safe);
        assertNotEquals(safe, colour(pixels, 100, 180), "what a phone cuts away is shaded");
        long dark = 0;
        for (int x = 400; x < 800; x++) {
            dark += (colour(pixels, x, 30) & 0xff) < 0xc0 ? 1 : 0;
        }
        assertTrue(dark > 50 && dark < 300, dark + " of 400 px under the menu bar are hatched");
    }

    @Test
    void svg_withHostileNames_isAPictureThatOurOwnReaderTakes() {
        byte[] svg = SlotTemplate.of(HEADER, HEADER.showings()).svg(2).getBytes(StandardCharsets.UTF_8);
        assertEquals(PictureType.SVG, PictureReader.inspect(svg, Limits.DEFAULT).type());
        assertTrue(new String(svg, StandardCharsets.UTF_8).contains("width=\"2400\" height=\"600\""));
        assertFalse(new String(svg, StandardCharsets.UTF_8).contains("<bar>"));
    }

    @Test
    void slotOfARatio_isDrawnAtItsLargestWidth() {
        Slot slot = slot(
                "\"ratio\":\"4:1\",\"size\":{\"width\":1602,\"height\":null},\"types\":[\"png\"],\"shape\":\"circle\"");
        assertEquals(
                Size.parse("1600x400"), SlotTemplate.of(slot, slot.showings()).size());
        assertTrue(SlotTemplate.of(slot, slot.showings()).allIsSafe());
    }

    @Test
    void hugeSlot_isGivenAsSvgOnly() {
        // No sheet may ask for so much any more; one that was stored before may.
        Slot slot = slot("\"size\":{\"width\":64,\"height\":64},\"types\":[\"png\"]")
                .withSize(new Size(16384, 16384));
        SlotTemplate template = SlotTemplate.of(slot, slot.showings());
        assertThrows(IllegalArgumentException.class, () -> template.pixels(template.size()));
        assertTrue(template.svg(1).contains("width=\"16384\""));
    }

    /** Over random sheets: the safe area lies in what is always seen, and no obstruction at any width touches it. */
    @Test
    void randomSlots_safeArea_isSeenEverywhereAndNeverCovered() {
        for (int seed = 0; seed < 200; seed++) {
            for (Slot slot : RandomSheet.of(seed).slots()) {
                SlotTemplate template = SlotTemplate.of(slot, slot.showings());
                Box<InSlot> safe = template.safe();
                if (safe.isEmpty()) {
                    continue;
                }
                for (Showing showing : slot.showings()) {
                    assertTrue(template.seen().contains(safe, 1e-9), "seed " + seed);
                    for (Box<InSlot> covered : OpenArea.covered(showing, template.size())) {
                        Box<InSlot> common = covered.intersect(safe);
                        assertTrue(common.area() < 1e-6 * safe.area(), "seed " + seed + ": " + common);
                    }
                }
            }
        }
    }

    private static int colour(Pixels pixels, int x, int y) {
        int at = (y * pixels.size().width() + x) * 3;
        byte[] s = pixels.samples();
        return (s[at] & 0xff) << 16 | (s[at + 1] & 0xff) << 8 | s[at + 2] & 0xff;
    }

    private static Slot slot(String members) {
        return SlotSheetReader.read("{\"format\":\"slot-sheet/1\",\"theme\":{\"name\":\"T\"},\"slots\":[{\"id\":\"a\","
                        + "\"name\":\"A & <b>\",\"kind\":\"banner\"," + members + "}]}")
                .slots()
                .get(0);
    }
}
