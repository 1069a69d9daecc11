package gavlin.core.mend;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.BadInput;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.operation.OperationType;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.PixelsPicture;
import gavlin.core.raster.Renderable;
import java.util.List;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.json.JsonMapper;

/** A brick wall with a blot on it: rows of 20 px, bricks of 40, every row moved by half a brick. */
class MendTest {
    private static final Size WALL = Size.parse("400x240");
    private static final Box<InPrepared> BLOT = new Box<>(170, 90, 40, 40);

    @Test
    void blot_isFilledWithBricks_thatGoOnWhereTheyWere_andNothingElseIsTouched() {
        List<Spot> places = MendPlaces.of(wall(true, 0), around(BLOT, 10), List.of(), 4);
        assertEquals(4, places.size());
        Pixels clean = drawn(wall(false, 0), WALL);
        Pixels blotted = drawn(wall(true, 0), WALL);
        Pixels mended = drawn(new Mend(List.of(places.get(0))).apply(wall(true, 0)), WALL);
        double worst = 0;
        for (int y = 0; y < 240; y++) {
            for (int x = 0; x < 400; x++) {
                boolean inSpot =
                        around(BLOT, 10).intersect(new Box<>(x, y, 1, 1)).area() > 0;
                if (!inSpot) {
                    assertEquals(level(blotted, x, y), level(mended, x, y), "at " + x + ", " + y);
                }
                worst = Math.max(worst, Math.abs(level(clean, x, y) - level(mended, x, y)));
            }
        }
        assertTrue(worst <= 3, "the wall as it was, but for " + worst);
    }

    /** Light falls from the left: a copy from the dark side is as light as where it is laid. */
    @Test
    void copy_takesTheToneOfItsNewPlace() {
        Renderable<InPrepared> lit = wall(true, 0.3);
        Pixels clean = drawn(wall(false, 0.3), WALL);
        Pixels mended = drawn(new Mend(List.of(new Spot(160, 80, 60, 60, 320, 80))).apply(lit), WALL);
        assertEquals(mean(clean), mean(mended), 1.5);
    }

    @Test
    void whatMustBeSeen_isNeverCopied_norTheSpotItself() {
        Box<InPrepared> face = new Box<>(0, 0, 160, 240);
        for (Spot place : MendPlaces.of(wall(true, 0), BLOT, List.of(face), 6)) {
            assertTrue(
                    place.from().intersect(face).isEmpty()
                            && place.from().intersect(BLOT).isEmpty(),
                    place.toString());
            assertTrue(WALL.<InPrepared>box().contains(place.from(), 0), place.toString());
        }
        assertEquals(List.of(), MendPlaces.of(wall(true, 0), BLOT, List.of(new Box<>(0, 0, 400, 240)), 4));
    }

    /** Through a window that cuts the spot, at another size, the same is seen. */
    @Test
    void everyWindow_showsTheSame() {
        Renderable<InPrepared> mended = new Mend(List.of(new Spot(160, 80, 60, 60, 40, 80))).apply(wall(true, 0));
        Pixels whole = drawn(mended, WALL);
        Pixels part = mended.render(
                new Framing<>(
                        new Box<>(190, 60, 100, 100), Size.parse("100x100").box()),
                Size.parse("100x100"));
        for (int y = 0; y < 100; y++) {
            for (int x = 0; x < 100; x++) {
                assertEquals(level(whole, 190 + x, 60 + y), level(part, x, y), 1, "at " + x + ", " + y);
            }
        }
    }

    @Test
    void source_isAllThatIsCopiedFrom() {
        Mend mend = new Mend(List.of(new Spot(160, 80, 60, 60, 10, 20)));
        Framing<InPrepared> framing =
                new Framing<>(new Box<>(150, 70, 100, 100), Size.parse("50x50").box());
        assertEquals("240x150+10+20", mend.source(WALL, framing).window().toString());
        Framing<InPrepared> beside =
                new Framing<>(new Box<>(250, 150, 100, 50), Size.parse("50x25").box());
        assertEquals(beside.window(), mend.source(WALL, beside).window());
    }

    @Test
    void document_readsAsItWrites_andWhatIsNoSpotIsRefused() {
        Mend mend = new Mend(List.of(new Spot(1, 2, 30, 40, 50, 60), new Spot(5, 6, 70, 80, 90, 100)));
        assertEquals(mend, Mend.TYPE.read(OperationType.write(mend)));
        assertEquals("2 spots mended", mend.changeFrom(Mend.NONE));
        BadInput thin = assertThrows(
                BadInput.class,
                () -> Mend.TYPE.read(JsonMapper.shared()
                        .readTree("[{\"x\":1,\"y\":2,\"width\":1,\"height\":40,\"fromX\":0,\"fromY\":0}]")));
        assertTrue(thin.getMessage().contains("must be 4 to"), thin.getMessage());
        // Asked for of a larger picture than there is now: it stays as it is.
        Renderable<InPrepared> wall = wall(true, 0);
        assertEquals(
                mean(drawn(wall, WALL)),
                mean(drawn(new Mend(List.of(new Spot(10, 10, 50, 50, 900, 10))).apply(wall), WALL)));
    }

    /** @param fall of light over the width */
    private static Renderable<InPrepared> wall(boolean blotted, double fall) {
        byte[] samples = new byte[3 * 400 * 240];
        for (int i = 0; i < samples.length; i++) {
            int x = i / 3 % 400;
            int y = i / 3 / 400;
            int shifted = x + (y / 20 % 2) * 20;
            boolean joint = y % 20 < 3 || shifted % 40 < 3;
            boolean blot = blotted && !BLOT.intersect(new Box<>(x, y, 1, 1)).isEmpty();
            samples[i] = (byte) ((blot ? 10 : joint ? 200 : 140) * (1 - fall * x / 400));
        }
        return new PixelsPicture<>(new Pixels(WALL, 3, samples), WALL);
    }

    private static Box<InPrepared> around(Box<InPrepared> box, double room) {
        return new Box<>(box.x() - room, box.y() - room, box.width() + 2 * room, box.height() + 2 * room);
    }

    private static Pixels drawn(Renderable<InPrepared> picture, Size size) {
        return picture.render(new Framing<>(WALL.box(), size.box()), size);
    }

    private static int level(Pixels pixels, int x, int y) {
        return pixels.samples()[3 * (y * pixels.size().width() + x)] & 0xff;
    }

    private static double mean(Pixels pixels) {
        double sum = 0;
        for (int y = 90; y < 130; y++) {
            for (int x = 170; x < 210; x++) {
                sum += level(pixels, x, y);
            }
        }
        return sum / 1600;
    }
}
