package gavlin.core.geometry;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.BadInput;
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
            double[] there = turn.fromPicture(PICTURE, x, y);
            double[] back = turn.toPicture(PICTURE, there[0], there[1]);
            assertEquals(x, back[0], 1e-9);
            assertEquals(y, back[1], 1e-9);
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
            Box hull = turn.toPicture(picture, left.box());
            assertTrue(picture.box().contains(hull, 1e-6), turn + " of " + picture + ": " + hull);
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
        assertEquals(new FocalPoint(0.9, 0.3), rounded(flip.fromPicture(PICTURE, new FocalPoint(0.1, 0.3))));
        assertEquals(
                "100x50+490+20",
                flip.fromPicture(PICTURE, Box.parse("100x50+10+20")).toString());
    }

    @ParameterizedTest
    @CsvSource({"100, 0, 0", "100, 3.4921, -2", "-100, -3.4921, -2", "3.4921, -100, -2", "-100, 3.4921, 2", "0, 50, 0"})
    void line_drawnAlongTheHorizonOrAMast_isLevelledOrPlumbed(double across, double down, double degrees) {
        assertEquals(degrees, Turn.levelling(across, down), 0.001);
        Turn turn = new Turn(false, Turn.levelling(across, down));
        double[] a = turn.fromPicture(PICTURE, 300, 200);
        double[] b = turn.fromPicture(PICTURE, 300 + across, 200 + down);
        assertEquals(0, Math.min(Math.abs(a[0] - b[0]), Math.abs(a[1] - b[1])), 0.01, "level or plumb afterwards");
    }

    @Test
    void steepLine_isNoHorizon() {
        BadInput refused = assertThrows(BadInput.class, () -> Turn.levelling(100, 80));
        assertTrue(refused.getMessage().startsWith("degrees must be -15..15 °, was -38.6598"), refused.getMessage());
    }

    private static FocalPoint rounded(FocalPoint p) {
        return new FocalPoint(Math.round(p.x() * 1e9) / 1e9, Math.round(p.y() * 1e9) / 1e9);
    }
}
