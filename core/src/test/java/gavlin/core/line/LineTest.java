package gavlin.core.line;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.BadInput;
import gavlin.core.brief.Slot;
import gavlin.core.brief.SlotSheetReader;
import gavlin.core.colour.Colour;
import gavlin.core.fit.Fit;
import gavlin.core.fit.PictureFacts;
import gavlin.core.fit.RenditionPlan;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.operation.Surroundings;
import gavlin.core.raster.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class LineTest {
    private static final Size SIZE = new Size(40, 30);
    private static final Line RED = new Line(3, new Colour(0xff0000));

    @ParameterizedTest
    @ValueSource(ints = {3, 4})
    void line_runsAlongTheEdge_andLeavesTheMiddle(int channels) {
        Pixels drawn = RED.finish(grey(channels), new Surroundings(SIZE.box(), 1));
        for (int y = 0; y < 30; y++) {
            for (int x = 0; x < 40; x++) {
                boolean edge = x < 3 || y < 3 || x >= 37 || y >= 27;
                assertEquals(edge ? 0xff0000 : 0x808080, colour(drawn, x, y), x + "," + y);
            }
        }
        assertEquals(channels == 4 ? 34 * 24 : 0, drawn.transparentPixels(), "it is opaque on a clear ground");
    }

    /** At twice the density it has twice the pixels, so that it looks the same. */
    @Test
    void line_atDensityTwo_isTwiceAsThick() {
        Pixels drawn = RED.finish(grey(3), new Surroundings(SIZE.box(), 2));
        assertEquals(0xff0000, colour(drawn, 5, 15));
        assertEquals(0x808080, colour(drawn, 6, 15));
    }

    /** A menu bar covers the upper fifth: the line runs below it, where it is seen. */
    @Test
    void line_keepsOutOfWhatObstructionsCover() {
        Slot slot = slot(
                "\"showings\":[{\"id\":\"s\",\"name\":\"S\",\"box\":{\"width\":40,\"height\":30},\"obstructions\":[{\"name\":\"menu\","
                        + "\"kind\":\"solid\",\"box\":{\"x\":0,\"y\":0,\"width\":40,\"height\":6}}]}]");
        RenditionPlan plan = plan(slot, RED);
        Pixels drawn = RED.finish(grey(3), plan.around());
        assertEquals(0x808080, colour(drawn, 20, 5), "under the menu bar");
        assertEquals(0xff0000, colour(drawn, 20, 6));
        assertEquals(0xff0000, colour(drawn, 20, 8));
        assertEquals(0x808080, colour(drawn, 20, 9));
        assertTrue(
                !plan.fingerprint().equals(plan(slot(""), RED).fingerprint()),
                "what covers the slot is part of the key");
        assertEquals(
                plan(slot, Line.NONE).fingerprint(),
                plan(slot(""), Line.NONE).fingerprint(),
                "but only where something looks at it");
    }

    @Test
    void line_thickerThanTheFile_fillsIt_andIsNoError() {
        Pixels drawn = new Line(64, null).finish(grey(3), new Surroundings(SIZE.box(), 1));
        assertEquals(0, colour(drawn, 20, 15));
        Pixels untouched = RED.finish(grey(3), new Surroundings(Box.empty(), 1));
        assertEquals(0x808080, colour(untouched, 0, 0), "nothing is open: nothing is drawn");
    }

    @Test
    void line_outOfRange_isRefusedByName() {
        assertEquals(
                "the line's width must be 0 to 64 px, was 65",
                assertThrows(BadInput.class, () -> new Line(65, null)).getMessage());
        assertTrue(new Line(0, new Colour(0x123456)).changesNothing());
        assertEquals("line of 3 px in #FF0000", RED.changeFrom(Line.NONE));
    }

    private static RenditionPlan plan(Slot slot, Line line) {
        PictureFacts picture = new PictureFacts(new Size(400, 300), false, "T", "", "");
        return RenditionPlan.of(slot, Fit.chosenFor(slot).with(line), picture, 1);
    }

    private static Slot slot(String more) {
        return SlotSheetReader.read(
                        "{\"format\":\"slot-sheet/1\",\"theme\":{\"name\":\"T\"},\"slots\":[{\"id\":\"a\",\"name\":\"A\",\"kind\":\"photo\","
                                + "\"size\":{\"width\":40,\"height\":30},\"types\":[\"png\"]"
                                + (more.isEmpty() ? "" : "," + more)
                                + "}]}")
                .slots()
                .get(0);
    }

    private static Pixels grey(int channels) {
        byte[] samples = new byte[(int) SIZE.pixels() * channels];
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (byte) (i % channels == 3 ? 0 : 0x80);
        }
        return new Pixels(SIZE, channels, samples);
    }

    private static int colour(Pixels pixels, int x, int y) {
        int at = (y * pixels.size().width() + x) * pixels.channels();
        byte[] s = pixels.samples();
        return (s[at] & 0xff) << 16 | (s[at + 1] & 0xff) << 8 | s[at + 2] & 0xff;
    }
}
