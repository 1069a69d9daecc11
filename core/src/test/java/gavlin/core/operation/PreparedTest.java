package gavlin.core.operation;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.BadInput;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Point;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.grow.Grow;
import gavlin.core.turn.Turn;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** The one mapping between a picture and what its preparation makes of it. */
class PreparedTest {
    private static final Size PICTURE = new Size(3000, 2000);

    @Test
    void nothingDone_isThePictureItself() {
        Prepared asIs = Prepared.asIs(PICTURE);
        assertEquals(PICTURE, asIs.size());
        assertEquals(
                "100x50+7+9",
                asIs.toPrepared(Box.<InPicture>parse("100x50+7+9")).toString());
        assertEquals("", asIs.steps().fingerprint());
        assertEquals(Prepared.asIs(PICTURE).steps(), new Steps<>(List.of(Turn.NONE, Grow.NONE)), "as good as absent");
    }

    @Test
    void pictureGrown_beginsWhereTheGrownEdgeDoes() {
        Prepared grown = prepared(new Grow(100, 0, 50, 200));
        assertEquals(new Size(3200, 2150), grown.size());
        assertEquals(new Point<>(200, 100), grown.toPrepared(new Point<InPicture>(0, 0)));
        assertEquals(new Point<>(-200, -100), grown.toPicture(new Point<InPrepared>(0, 0)));
        assertEquals(new FocalPoint<>(1700 / 3200.0, 1100 / 2150.0), grown.toPrepared(FocalPoint.<InPicture>centre()));
    }

    /** Turn comes before grow, in whatever order they were said. */
    @Test
    void steps_actInTheirOwnOrder() {
        Turn turn = new Turn(true, 4);
        Grow grow = new Grow(10, 20, 30, 40);
        assertEquals(new Steps<Preparation>(List.of(turn, grow)), new Steps<Preparation>(List.of(grow, turn)));
        Size turned = turn.of(PICTURE);
        assertEquals(
                new Size(turned.width() + 60, turned.height() + 40),
                prepared(grow, turn).size());
        assertEquals(turned, prepared(grow, turn).before(Grow.TYPE));
        assertEquals(PICTURE, prepared(grow, turn).before(Turn.TYPE));
    }

    @Test
    void randomPoints_thereAndBack_arriveWhereTheyBegan() {
        Random random = new Random(3);
        for (int i = 0; i < 300; i++) {
            Prepared prepared = random(random);
            Point<InPicture> from = new Point<>(random.nextDouble() * 3000, random.nextDouble() * 2000);
            Point<InPicture> back = prepared.toPicture(prepared.toPrepared(from));
            assertEquals(from.x(), back.x(), 1e-8);
            assertEquals(from.y(), back.y(), 1e-8);
        }
    }

    /** What a person draws on a straightened picture is drawn there again when it is loaded, however often: it does not creep. */
    @Test
    void boxDrawn_isFoundAgainWhereItWasDrawn() {
        Random random = new Random(4);
        for (int i = 0; i < 300; i++) {
            Prepared prepared = random(random);
            double width = 200 + 800 * random.nextDouble();
            Box<InPrepared> drawn = new Box<>(
                    random.nextDouble() * 1500, random.nextDouble() * 1000, width, width * (0.4 + random.nextDouble()));
            Box<InPrepared> again = drawn;
            for (int k = 0; k < 20; k++) {
                again = prepared.toPrepared(prepared.drawnOn(again));
            }
            assertTrue(drawn.contains(again, 1e-6) && again.contains(drawn, 1e-6), drawn + " became " + again);
        }
    }

    /** A hull of so long and low a box there is not; the area then is about where it was drawn. */
    @Test
    void boxThatNoBoxHasForItsHull_keepsItsMiddle() {
        Prepared turned = prepared(new Turn(false, 15));
        Box<InPrepared> drawn = Box.parse("900x20+500+600");
        Box<InPrepared> again = turned.toPrepared(turned.drawnOn(drawn));
        assertEquals(drawn.middle().x(), again.middle().x(), 1e-9);
        assertEquals(drawn.middle().y(), again.middle().y(), 1e-9);
    }

    /** A window on grown edges reads the picture's own edge, mirrored: as far inwards as it reaches outwards. */
    @Test
    void source_ofAWindowOnGrownEdges_isWhatIsMirrored() {
        Prepared grown = prepared(new Grow(0, 0, 0, 1000));
        Framing<InPicture> narrow = grown.source(framing("300x150+0+100", "300x150"));
        assertEquals("300x150+700+100", narrow.window().toString());
        assertEquals(1, narrow.detail(), 1e-9);
        assertEquals(
                "2000x500+0+100",
                grown.source(framing("3000x500+0+100", "600x100")).window().toString());
    }

    @Test
    void growthBeyondWhatThereIs_isRefusedWhenAPersonAsksForIt() {
        Prepared much = prepared(new Grow(2001, 0, 0, 0));
        BadInput refused = assertThrows(BadInput.class, much::checked);
        assertEquals("the growth above must be 0 to 2000 px, was 2001", refused.getMessage());
        assertThrows(BadInput.class, () -> prepared(new Grow(0, 65_000, 0, 0)), "no picture is that wide");
    }

    @Test
    void steps_sayWhatChanged() {
        Steps<Preparation> before = new Steps<>(List.of(new Turn(false, 2), new Grow(10, 0, 0, 0)));
        assertEquals(
                List.of("flipped; turned by 0.00°", "not grown any more"),
                new Steps<Preparation>(List.of(new Turn(true, 0))).changesFrom(before));
        assertEquals(List.of(), before.changesFrom(before));
        assertEquals(
                new Steps<Preparation>(List.of(new Turn(false, 2))), before.carried(), "growth was for the old slot");
    }

    private static Framing<InPrepared> framing(String window, String out) {
        return new Framing<>(Box.parse(window), Size.parse(out).box());
    }

    private static Prepared random(Random random) {
        return prepared(
                new Turn(random.nextBoolean(), random.nextInt(4) == 0 ? 0 : random.nextDouble() * 30 - 15),
                new Grow(random.nextInt(300), random.nextInt(300), random.nextInt(300), random.nextInt(300)));
    }

    private static Prepared prepared(Preparation... steps) {
        return new Prepared(PICTURE, new Steps<>(List.of(steps)));
    }
}
