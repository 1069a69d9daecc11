package gavlin.core.veil;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.BadInput;
import gavlin.core.colour.Colour;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.operation.Surroundings;
import gavlin.core.raster.Pixels;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import tools.jackson.databind.json.JsonMapper;

class VeilTest {
    private static final Size FILE = Size.parse("40x20");
    private static final Surroundings OPEN = new Surroundings(FILE.box(), 1);
    private static final Colour BLACK = Colour.BLACK;

    /** W3C Compositing and Blending Level 1, §5.1: αs·Cs + αb·Cb·(1 − αs), over an opaque backdrop. */
    @Test
    void even_laysItsInkOverEachPixel_asABrowserDoes() {
        Pixels veiled = even(0.4, 0x204060).finish(filled(3, 0x80FF00), OPEN);
        // 0.6·128 + 0.4·32 = 89.6; 0.6·255 + 0.4·64 = 178.6; 0.4·96 = 38.4
        assertArrayEquals(new int[] {90, 179, 38}, at(veiled, 7, 3));
        assertArrayEquals(new int[] {90, 179, 38}, at(veiled, 39, 19));
    }

    /** The same formula over a clear backdrop leaves the ink alone, as opaque as the veil; over a half clear one, αo = αs + αb(1 − αs). */
    @Test
    void overClearPixels_isItsInk_asOpaqueAsTheVeil() {
        Pixels clear = new Pixels(FILE, 4, new byte[4 * 800]);
        assertArrayEquals(new int[] {32, 64, 96, 102}, at(even(0.4, 0x204060).finish(clear, OPEN), 5, 5));
        byte[] half = new byte[4 * 800];
        for (int i = 3; i < half.length; i += 4) {
            half[i] = (byte) 128;
        }
        int[] seen = at(even(0.5, 0xFFFFFF).finish(new Pixels(FILE, 4, half), OPEN), 5, 5);
        assertEquals(192, seen[3], 1);
        assertEquals(255 * 0.5 / 0.75, seen[0], 1);
    }

    @ParameterizedTest
    @EnumSource(names = {"LEFT", "RIGHT", "TOP", "BOTTOM"})
    void fromASide_fadesAwayFromIt_withoutAnEdge_andEndsAtItsReach(Veil.From from) {
        Weights weights = new Veil(BLACK, 0.5, from, 0.5, false).weights(FILE, OPEN);
        boolean across = from == Veil.From.LEFT || from == Veil.From.RIGHT;
        int length = across ? 40 : 20;
        double[] along = new double[length];
        for (int i = 0; i < length; i++) {
            int place = from == Veil.From.LEFT || from == Veil.From.TOP ? i : length - 1 - i;
            along[i] = across ? weights.at(place, 7) : weights.at(7, place);
        }
        assertTrue(along[0] > 0.98, Arrays.toString(along));
        for (int i = 1; i < length; i++) {
            assertTrue(along[i] <= along[i - 1] && along[i - 1] - along[i] < 3.2 / length, Arrays.toString(along));
        }
        assertEquals(0, along[length / 2], 1e-12);
    }

    @Test
    void sparing_isClearOverWhatMustBeSeen_andFadesInRoundIt() {
        Surroundings kept = new Surroundings(FILE.box(), 1, List.of(new Box<>(16, 6, 8, 8)));
        Veil veil = new Veil(BLACK, 0.6, Veil.From.ALL, null, true);
        Weights weights = veil.weights(FILE, kept);
        assertEquals(0, weights.at(16, 6), 1e-9, "the corner of the area is in the clear ellipse");
        assertEquals(0, weights.at(20, 10), 1e-9);
        assertTrue(weights.at(27, 10) > 0 && weights.at(27, 10) < 1);
        assertEquals(1, weights.at(1, 1), 1e-9);
        assertTrue(veil.looksAtKept());
    }

    @Test
    void absent_changesNothing_andIsTheSameInEverySlot() {
        Pixels pixels = filled(3, 0x336699);
        assertArrayEquals(pixels.samples(), Veil.NONE.finish(pixels, OPEN).samples());
        assertTrue(Veil.TYPE.read(JsonMapper.shared().readTree("{}")).changesNothing());
        assertNull(even(0.3, 0).carried(), "words stand elsewhere in another slot");
    }

    @Test
    void document_isReadAndWritten_andWhatIsNotAllowedIsNamed() {
        Veil veil = Veil.TYPE.read(JsonMapper.shared()
                .readTree("{\"ink\":\"#17313A\",\"strength\":0.45,\"from\":\"left\",\"reach\":0.6,\"sparing\":true}"));
        assertEquals(new Veil(new Colour(0x17313A), 0.45, Veil.From.LEFT, 0.6, true), veil);
        assertEquals("veil of 45 % #17313A from the left, sparing what must be seen", veil.changeFrom(Veil.NONE));
        for (String wrong :
                List.of("{\"strength\":1}", "{\"from\":\"inside\"}", "{\"reach\":0,\"from\":\"top\"}", "{\"x\":1}")) {
            assertThrows(
                    BadInput.class, () -> Veil.TYPE.read(JsonMapper.shared().readTree(wrong)), wrong);
        }
    }

    private static Veil even(double strength, int ink) {
        return new Veil(new Colour(ink), strength, Veil.From.ALL, null, false);
    }

    private static Pixels filled(int channels, int rgb) {
        byte[] samples = new byte[(int) FILE.pixels() * channels];
        for (int i = 0; i < samples.length; i += channels) {
            samples[i] = (byte) (rgb >> 16);
            samples[i + 1] = (byte) (rgb >> 8);
            samples[i + 2] = (byte) rgb;
        }
        return new Pixels(FILE, channels, samples);
    }

    private static int[] at(Pixels pixels, int x, int y) {
        int from = (y * FILE.width() + x) * pixels.channels();
        int[] found = new int[pixels.channels()];
        for (int c = 0; c < found.length; c++) {
            found[c] = pixels.samples()[from + c] & 0xff;
        }
        return found;
    }
}
