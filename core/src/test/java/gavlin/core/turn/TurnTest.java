package gavlin.core.turn;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.BadInput;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Point;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.operation.Prepared;
import gavlin.core.operation.Steps;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TurnTest {
    private static final Size PICTURE = new Size(600, 400);

    @Test
    void randomTurns_thereAndBack_arriveWhereTheyBegan() {
        Random random = new Random(5);
        for (int i = 0; i < 200; i++) {
            Turn turn = new Turn(random.nextBoolean(), random.nextDouble() * 30 - 15);
            double x = random.nextInt(600);
            double y = random.nextInt(400);
            Point<InPrepared> there = turn.forward(PICTURE, new Point<>(x, y));
            Point<InPrepared> back = turn.back(PICTURE, there);
            assertEquals(x, back.x(), 1e-9);
            assertEquals(y, back.y(), 1e-9);
        }
    }

    /** What is left has the picture's proportions, lies inside it, and touches its edge. */
    @Test
    void randomTurns_whatIsLeft_isTheLargestInsideThePicture() {
        Random random = new Random(6);
        for (int i = 0; i < 200; i++) {
            Size picture = new Size(100 + random.nextInt(5000), 100 + random.nextInt(5000));
            Turn turn = new Turn(random.nextBoolean(), random.nextDouble() * 30 - 15);
            Size left = turn.of(picture);
            assertEquals(picture.proportion(), left.proportion(), 0.02 * picture.proportion());
            Box<InPicture> hull = prepared(picture, turn).toPicture(left.<InPrepared>box());
            assertTrue(picture.<InPicture>box().contains(hull, 1e-6), turn + " of " + picture + ": " + hull);
            double gap = Math.min(
                    Math.min(hull.x(), hull.y()),
                    Math.min(picture.width() - hull.right(), picture.height() - hull.bottom()));
            assertTrue(gap < 2, "no more is cut away than must be: " + gap);
        }
    }

    @Test
    void flip_movesAPointToTheOtherSide() {
        Turn flip = new Turn(true, 0);
        assertEquals(PICTURE, flip.of(PICTURE));
        assertEquals(
                new FocalPoint<>(0.9, 0.3),
                rounded(prepared(PICTURE, flip).toPrepared(new FocalPoint<InPicture>(0.1, 0.3))));
        assertEquals(
                "100x50+490+20",
                prepared(PICTURE, flip)
                        .toPrepared(Box.<InPicture>parse("100x50+10+20"))
                        .toString());
    }

    @ParameterizedTest
    @CsvSource({"100, 0, 0", "100, 3.4921, -2", "-100, -3.4921, -2", "3.4921, -100, -2", "-100, 3.4921, 2", "0, 50, 0"})
    void line_drawnAlongTheHorizonOrAMast_isLevelledOrPlumbed(double across, double down, double degrees) {
        assertEquals(degrees, Turn.levelling(across, down), 0.001);
        Turn turn = new Turn(false, Turn.levelling(across, down));
        Point<InPrepared> a = turn.forward(PICTURE, new Point<>(300, 200));
        Point<InPrepared> b = turn.forward(PICTURE, new Point<>(300 + across, 200 + down));
        assertEquals(0, Math.min(Math.abs(a.x() - b.x()), Math.abs(a.y() - b.y())), 0.01, "level or plumb afterwards");
    }

    @Test
    void steepLine_isNoHorizon() {
        BadInput refused = assertThrows(BadInput.class, () -> Turn.levelling(100, 80));
        assertTrue(
                refused.getMessage().startsWith("the angle must be -15 to 15 °, was -38.6598"), refused.getMessage());
    }

    private static Prepared prepared(Size picture, Turn turn) {
        return new Prepared(picture, new Steps<>(List.of(turn)));
    }

    private static FocalPoint<InPrepared> rounded(FocalPoint<InPrepared> p) {
        return new FocalPoint<>(Math.round(p.x() * 1e9) / 1e9, Math.round(p.y() * 1e9) / 1e9);
    }
}
