package gavlin.core.ink;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.BadInput;
import gavlin.core.colour.Colour;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.PixelsPicture;
import gavlin.core.raster.Renderable;
import java.util.List;
import org.junit.jupiter.api.Test;

class InkTest {
    private static final Size SIZE = Size.parse("6x1");

    /** Clear, soft blue, blue, half-way between blue and yellow, yellow, and a colour of neither. */
    private static final Renderable<InPrepared> MARK = new PixelsPicture<>(
            new Pixels(
                    SIZE,
                    4,
                    bytes(
                            0, 0, 0, 0, 0, 0, 200, 90, 0, 0, 200, 255, 100, 100, 120, 255, 200, 200, 40, 255, 10, 0,
                            200, 255)),
            SIZE);

    @Test
    void oneInk_takesEveryColour_andLeavesAlphaAsItIs() {
        Pixels white = rendered(Ink.of(new Colour(0xFFFFFF)));
        for (int i = 1; i < 6; i++) {
            assertEquals(0xFFFFFF, rgb(white, i));
        }
        for (int i = 0; i < 6; i++) {
            assertEquals(
                    MARK.render(new Framing<>(SIZE.box(), SIZE.box()), SIZE).samples()[i * 4 + 3],
                    white.samples()[i * 4 + 3]);
        }
    }

    @Test
    void eachInk_becomesAnother_andWhatLiesBetweenTwoComesToLieBetween() {
        Ink map = new Ink(null, List.of(new Ink.Change("#0000C8", "#C00000"), new Ink.Change("#c8c828", "#00C000")));
        Pixels changed = rendered(map);
        assertEquals(0xC00000, rgb(changed, 1));
        assertEquals(0xC00000, rgb(changed, 2));
        assertEquals(0x606000, rgb(changed, 3));
        assertEquals(0x00C000, rgb(changed, 4));
        assertTrue((rgb(changed, 5) >> 16) >= 0xC0, "what is off its ink stays off by as much");
    }

    @Test
    void whatCannotBeInked_isRefusedInWords() {
        Renderable<InPrepared> opaque = new PixelsPicture<>(new Pixels(SIZE, 3, new byte[18]), SIZE);
        BadInput refused =
                assertThrows(BadInput.class, () -> Ink.of(new Colour(0)).settled(opaque));
        assertTrue(refused.getMessage().contains("Lift its backing first"), refused.getMessage());
        assertThrows(BadInput.class, () -> new Ink("blue", null));
        assertTrue(new Ink(null, List.of(new Ink.Change("#112233", "#112233"))).changesNothing());
    }

    private static Pixels rendered(Ink ink) {
        return ink.apply(MARK).render(new Framing<>(SIZE.box(), SIZE.box()), SIZE);
    }

    private static int rgb(Pixels pixels, int i) {
        return (pixels.samples()[i * 4] & 0xff) << 16
                | (pixels.samples()[i * 4 + 1] & 0xff) << 8
                | pixels.samples()[i * 4 + 2] & 0xff;
    }

    private static byte[] bytes(int... values) {
        byte[] bytes = new byte[values.length];
        for (int i = 0; i < values.length; i++) {
            bytes[i] = (byte) values[i];
        }
        return bytes;
    }
}
