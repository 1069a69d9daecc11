package gavlin.core.solve;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.InPrepared;
import java.util.List;
import java.util.Random;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** The window search, against trying every window of small pictures. */
class WindowSearchTest {
    private static final int CASES = 300;
    /** At least so much of the worst share that trying all finds. */
    private static final double AS_GOOD = 0.995;

    private static final double ZOOM_STEP = 1.03;

    @Test
    void randomScenes_bestWindow_isAsGoodAsTryingAll() {
        AtomicInteger impossible = new AtomicInteger();
        AtomicInteger partly = new AtomicInteger();
        IntStream.range(0, CASES).parallel().forEach(seed -> {
            Scene scene = RandomScene.of(seed);
            WindowSearch.Found found = WindowSearch.best(scene, Lock.NOTHING, List.of());
            double exhaustive = exhaustive(scene, Lock.NOTHING);
            double ours = Shares.of(scene, found.window()).worst();
            assertTrue(ours >= exhaustive * AS_GOOD, "seed " + seed + ": " + ours + ", every window " + exhaustive);
            assertTrue(inPicture(scene, found.window()), "seed " + seed + ": " + found.window());
            if (found.impossible()) {
                impossible.incrementAndGet();
                assertTrue(
                        exhaustive < Shares.WHOLE,
                        "seed " + seed + " was called impossible, and is not: " + exhaustive);
            }
            if (ours > 0.01 && ours < Shares.WHOLE) {
                partly.incrementAndGet();
            }
        });
        assertTrue(
                impossible.get() > CASES / 5 && impossible.get() < CASES * 4 / 5,
                impossible + " of " + CASES + " impossible");
        assertTrue(partly.get() > CASES / 5, partly + " of " + CASES + " seen in part");
    }

    @Test
    void randomScenes_withLocks_moveOnlyWhatIsFree() {
        IntStream.range(0, 120).parallel().forEach(seed -> {
            Scene scene = RandomScene.of(seed);
            Random random = new Random(seed);
            double width = scene.narrowest() + (scene.widest() - scene.narrowest()) * random.nextDouble();
            Box<InPrepared> present = scene.within(random.nextInt(20), random.nextInt(20), width);
            Lock lock = new Lock(
                    random.nextBoolean() ? present.x() : null,
                    random.nextBoolean() ? present.y() : null,
                    random.nextBoolean() ? width : null);
            Box<InPrepared> found =
                    WindowSearch.best(scene, lock, List.of(present)).window();
            assertEquals(lock.x() == null ? found.x() : lock.x(), found.x(), 1e-9);
            assertEquals(lock.y() == null ? found.y() : lock.y(), found.y(), 1e-9);
            assertEquals(lock.width() == null ? found.width() : lock.width(), found.width(), 1e-9);
            double ours = Shares.of(scene, found).worst();
            double exhaustive = exhaustive(scene, lock);
            assertTrue(ours >= exhaustive * AS_GOOD, "seed " + seed + ": " + ours + ", every window " + exhaustive);
        });
    }

    @Test
    void sameScene_searchedTwice_givesTheSameWindow() {
        for (int seed = 0; seed < 50; seed++) {
            Box<InPrepared> first = WindowSearch.best(RandomScene.of(seed), Lock.NOTHING, List.of())
                    .window();
            assertEquals(
                    first,
                    WindowSearch.best(RandomScene.of(seed), Lock.NOTHING, List.of())
                            .window());
        }
    }

    /** When all can be seen at once, the widest view is kept and the focal point comes as near to its aim as that allows. */
    @Test
    void allSeen_fromMostOfThePicture_nearestTheFocalPoint() {
        int seen = 0;
        for (int seed = 0; seed < CASES; seed++) {
            Scene scene = RandomScene.of(seed);
            Box<InPrepared> ideal = scene.around(scene.widest());
            Box<InPrepared> found =
                    WindowSearch.best(scene, Lock.NOTHING, List.of()).window();
            if (Shares.of(scene, ideal).worst() >= 1 - 1e-9) {
                assertEquals(ideal, found, "seed " + seed);
                seen++;
            }
        }
        assertTrue(seen > 5, seen + " scenes need no search");
    }

    @Test
    void nothingToKeep_isThePlainWindow() {
        Scene scene = RandomScene.of(1).with(List.of());
        WindowSearch.Found found = WindowSearch.best(scene, Lock.NOTHING, List.of());
        assertEquals(scene.around(scene.widest()), found.window());
        assertFalse(found.impossible());
    }

    /** Every pixel and a fine ladder of zooms; the same limits as the search has. */
    private static double exhaustive(Scene scene, Lock lock) {
        double[] width = lock.widths(scene);
        double best = 0;
        for (double w = width[1]; w >= width[0] - 1e-9; w /= ZOOM_STEP) {
            double lastX = scene.picture().width() - w;
            double lastY = scene.picture().height() - scene.height(w);
            for (double x = lock.x(0); x <= (lock.x() == null ? lastX + 1 : lock.x()); x++) {
                for (double y = lock.y(0); y <= (lock.y() == null ? lastY + 1 : lock.y()); y++) {
                    best = Math.max(
                            best, Shares.of(scene, scene.within(x, y, w)).worst());
                }
            }
        }
        return best;
    }

    private static boolean inPicture(Scene scene, Box<InPrepared> window) {
        return scene.picture().<InPrepared>box().contains(window, 1e-6)
                && window.width() <= scene.widest() + 1e-9
                && window.width() >= scene.narrowest() - 1e-9;
    }
}
