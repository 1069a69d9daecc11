package gavlin.core.seat;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import gavlin.core.BadInput;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.PixelsPicture;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SeatTest {
    /** @param placed in the short notation */
    @ParameterizedTest
    @CsvSource({
        "400x100, 200x200, 0,    ,    1, 200x50+0+75",
        "400x100, 200x200, 0.1,  ,    1, 160x40+20+80",
        "100x400, 200x200, 0.1,  ,    1, 40x160+80+20",
        "400x100, 300x100, 0,    40,  1, 160x40+70+30",
        "400x100, 600x200, 0,    40,  2, 320x80+140+60",
        "100x20,  200x200, 0,    ,    1, 100x20+50+90",
        "100x20,  400x400, 0,    ,    2, 200x40+100+180",
        "100x20,  200x200, 0,    30,  1, 150x30+25+85",
        "400x100, 300x100, 0.25, 90,  1, 200x50+50+25"
    })
    void wholePicture_standsInTheMiddle_withItsClearZone_andNeverSquashed(
            String picture, String canvas, double clear, Integer visible, double density, String placed) {
        Framing<InPrepared> framing =
                new Seat(null, clear, visible, null).framing(Size.parse(picture), Size.parse(canvas), density);
        assertEquals(placed, framing.placed().toString());
        assertEquals(Size.parse(picture).box(), framing.window());
    }

    /** A triangle whose mass lies at two thirds: it moves to the left, as far as the clear zone lets it. */
    @Test
    void mass_standsInTheMiddle_insideTheClearZone() {
        Size size = Size.parse("90x90");
        byte[] samples = new byte[90 * 90 * 4];
        for (int i = 0; i < 90 * 90; i++) {
            samples[i * 4 + 3] = (byte) (i % 90 >= i / 90 ? 255 : 0);
        }
        Seat seat = new Seat(Seat.By.MASS, 0.05, null, null)
                .settled(new PixelsPicture<>(new Pixels(size, 4, samples), size));
        assertEquals(2 / 3.0, seat.middle().x(), 0.01);
        assertEquals(1 / 3.0, seat.middle().y(), 0.01);
        Framing<InPrepared> framing = seat.framing(size, Size.parse("200x100"), 1);
        assertEquals(100 - 2 / 3.0 * 90, framing.placed().x(), 1);
        assertEquals(5, framing.placed().y(), 1e-9, "no room to move down: the zone is kept");
    }

    @Test
    void nonsense_isRefused() {
        assertThrows(BadInput.class, () -> new Seat(Seat.By.BOX, 0.6, null, null));
        assertThrows(BadInput.class, () -> new Seat(Seat.By.BOX, 0, 0, null));
        assertEquals(null, new Seat(Seat.By.BOX, 0, null, FocalPoint.centre()).middle());
    }
}
