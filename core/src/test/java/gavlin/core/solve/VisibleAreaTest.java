package gavlin.core.solve;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.InPrepared;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Areas of what is left of a shape under others. */
class VisibleAreaTest {
    private static final Region WHOLE = Region.rectangle(Box.parse("1000x1000"));

    @Test
    void circleInSquare_uncovered_isPiQuartersOfIt() {
        Region circle = Region.ellipse(Box.parse("200x200+100+100"));
        assertEquals(Math.PI * 100 * 100, VisibleArea.of(circle, WHOLE, List.of()), 0.01);
        Region half = Region.rectangle(Box.parse("100x1000+100+0"));
        assertEquals(Math.PI * 100 * 100 / 2, VisibleArea.of(circle, half, List.of()), 0.01);
    }

    /** Two circles of radius r whose centres lie r apart: r²(2π/3 − √3/2) in common (Weisstein, "Circle-Circle Intersection", MathWorld, from memory). */
    @Test
    void circleUnderCircle_losesTheirLens() {
        Region circle = Region.ellipse(Box.parse("200x200+100+100"));
        Region other = Region.ellipse(Box.parse("200x200+200+100"));
        double lens = 100 * 100 * (2 * Math.PI / 3 - Math.sqrt(3) / 2);
        assertEquals(Math.PI * 100 * 100 - lens, VisibleArea.of(circle, WHOLE, List.of(other)), 0.01);
    }

    @Test
    void overlappingObstructions_countOnce() {
        Region keep = Region.rectangle(Box.parse("100x100+0+0"));
        Region left = Region.rectangle(Box.parse("60x100+0+0"));
        Region right = Region.rectangle(Box.parse("60x50+40+0"));
        assertEquals(40 * 50, VisibleArea.of(keep, WHOLE, List.of(left, right)), 1e-6);
        assertEquals(0, VisibleArea.of(keep, WHOLE, List.of(WHOLE, left)), 1e-9);
    }

    @Test
    void roundedCorners_cutFourMinusPiOfTheRadiusSquared() {
        Region button = Region.rounded(Box.parse("100x40+10+10"), 10);
        assertEquals(100 * 40 - (4 - Math.PI) * 100, button.area(), 1e-9);
        assertEquals(button.area(), button.areaWithin(0, 0, 1000, 1000), 1e-3);
        Region pill = Region.rounded(Box.parse("100x40+10+10"), 1e9);
        assertEquals(60 * 40 + Math.PI * 400, pill.area(), 1e-9, "a radius of half the shorter side at most");
    }

    /** Oracle: counting a fine grid of points, over random shapes. */
    @Test
    void randomShapes_areaLeft_agreesWithCountingPoints() {
        Random random = new Random(7);
        for (int i = 0; i < 60; i++) {
            Region keep = shape(random);
            Region seen = random.nextBoolean() ? WHOLE : shape(random);
            List<Region> hidden = new ArrayList<>();
            for (int k = random.nextInt(4); k > 0; k--) {
                hidden.add(shape(random));
            }
            int step = 1;
            double counted = 0;
            for (double y = 0.5; y < 1000; y += step) {
                for (double x = 0.5; x < 1000; x += step) {
                    double px = x;
                    double py = y;
                    if (inside(keep, px, py)
                            && inside(seen, px, py)
                            && hidden.stream().noneMatch(h -> inside(h, px, py))) {
                        counted += step * step;
                    }
                }
            }
            double area = VisibleArea.of(keep, seen, hidden);
            assertEquals(counted, area, 0.004 * keep.area() + 150, "case " + i);
        }
    }

    /** What a search adds up from its tables is what is measured exactly, but for ellipses under round shapes. */
    @Test
    void randomScenes_searchAndMeasurement_agree() {
        for (int seed = 0; seed < 200; seed++) {
            Scene scene = RandomScene.of(seed);
            WindowMeter meter = new WindowMeter(scene, new WindowSpace(scene, Lock.NOTHING));
            Random random = new Random(seed);
            for (int i = 0; i < 10; i++) {
                double width = scene.narrowest() + (scene.widest() - scene.narrowest()) * random.nextDouble();
                Box<InPrepared> window = scene.within(random.nextInt(30) - 5, random.nextInt(30) - 5, width);
                double exact = Shares.of(scene, window).worst();
                assertEquals(exact, meter.measure(window).worst(), 0.03, "seed " + seed + ", " + window);
            }
        }
    }

    /** Over random scenes and cells: no window of a cell is better than the cell's bound. */
    @Test
    void randomCells_noWindowOfThem_isBetterThanTheirBound() {
        for (int seed = 0; seed < 200; seed++) {
            Scene scene = RandomScene.of(seed);
            WindowSpace space = new WindowSpace(scene, Lock.NOTHING);
            WindowMeter meter = new WindowMeter(scene, space);
            Random random = new Random(seed);
            WindowSpace.Cell cell = space.whole(1);
            for (int depth = 0; depth < 10; depth++) {
                cell = space.split(cell)[random.nextInt(2)];
                double bound = meter.bound(cell, 0);
                double sumBound = meter.sumBound(cell);
                for (int i = 0; i < 10; i++) {
                    double w = between(random, cell.w0(), cell.w1());
                    Box<InPrepared> window =
                            space.at(between(random, cell.u0(), cell.u1()), between(random, cell.v0(), cell.v1()), w);
                    meter.measure(window);
                    assertTrue(meter.worst() <= bound + 1e-6, "seed " + seed + ": " + meter.worst() + " over " + bound);
                    assertTrue(
                            meter.sum() <= sumBound + 1e-6, "seed " + seed + ": " + meter.sum() + " over " + sumBound);
                }
            }
        }
    }

    private static double between(Random random, double a, double b) {
        return a + (b - a) * random.nextDouble();
    }

    private static Region shape(Random random) {
        double width = 30 + random.nextInt(500);
        double height = 30 + random.nextInt(500);
        Box<InPrepared> box = new Box<>(random.nextInt(400), random.nextInt(400), width, height);
        return switch (random.nextInt(3)) {
            case 0 -> Region.rectangle(box);
            case 1 -> Region.ellipse(box);
            default -> Region.rounded(box, random.nextInt(200));
        };
    }

    private static boolean inside(Region region, double x, double y) {
        return y > region.top && y < region.bottom && x > region.enterAt(y) && x < region.exitAt(y);
    }
}
