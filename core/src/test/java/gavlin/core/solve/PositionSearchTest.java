package gavlin.core.solve;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.brief.Slot;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Position;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.geometry.Space.OfPicture;
import gavlin.core.operation.Prepared;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** Window and object-position sought together, where it is known by construction that there is one of each that shows everything. */
class PositionSearchTest {
    private static final int SCENES = 1000;

    /**
     * A window and a position are drawn by lot, and areas are put where they are seen through them in every showing: beside bars and round seals, at
     * every width of a range, in a height out of several, with what is locked as it was drawn. So each scene can be shown whole, and no answer may
     * say that it can't.
     */
    @Test
    void sceneThatCanBeShownWhole_isNeverCalledImpossible() {
        int told = 0;
        int found = 0;
        for (int seed = 0; told < SCENES; seed++) {
            FeasibleScene scene = FeasibleScene.ofEveryMake(new Random(seed), seed % 4 > 0);
            if (scene == null) {
                continue;
            }
            told++;
            BestPosition.Together together = BestPosition.together(scene.problem(), scene.lock(), List.of());
            Problem.Answer answer = together.problem().best(scene.lock(), List.of());
            boolean whole = answer.shares().worst() >= Shares.WHOLE;
            found += whole ? 1 : 0;
            assertTrue(
                    whole || !together.certain() || !answer.impossible(),
                    "scene " + seed + ": at best " + answer.shares().worst());
        }
        assertEquals(SCENES, found, "shown whole");
    }

    /** One area more, wherever it falls: where not all can be seen, that is proven of nearly every scene, and explained with what would do. */
    @Test
    void sceneThatCantBeShownWhole_isExplained() {
        AtomicInteger partly = new AtomicInteger();
        AtomicInteger explained = new AtomicInteger();
        IntStream.range(0, 60).parallel().forEach(seed -> {
            Random random = new Random(seed);
            FeasibleScene feasible = FeasibleScene.ofEveryMake(random, true);
            if (feasible == null) {
                return;
            }
            List<KeepArea> areas = new ArrayList<>(feasible.problem().areas());
            Box<OfPicture> far = new Box<>(0.7 * random.nextDouble(), 0.7 * random.nextDouble(), 0.25, 0.25);
            areas.add(new KeepArea("k9", "far away", KeepArea.Shape.RECTANGLE, far, 1));
            BestPosition.Together together =
                    BestPosition.together(feasible.problem().with(areas), feasible.lock(), List.of());
            if (together.problem().best(feasible.lock(), List.of()).shares().whole()) {
                return;
            }
            partly.incrementAndGet();
            if (together.certain()
                    && Remedies.of(together.problem(), feasible.lock()).isPresent()) {
                explained.incrementAndGet();
            }
        });
        assertTrue(partly.get() >= 30, partly + " scenes can't be shown whole");
        assertTrue(explained.get() >= 0.95 * partly.get(), explained + " of " + partly + " are explained");
    }

    /** Searches measure by a quicker way, which takes some round shapes in strips; what is told is measured exactly. */
    @Test
    void quickMeasure_agreesWithTheExactOne() {
        for (int seed = 0; seed < 300; seed++) {
            FeasibleScene feasible = FeasibleScene.ofEveryMake(new Random(seed), false);
            if (feasible == null) {
                continue;
            }
            Scene scene = feasible.problem().scene();
            WindowSpace space = new WindowSpace(scene, Lock.NOTHING);
            Random random = new Random(seed);
            Box<InPrepared> window = space.at(
                    random.nextDouble(),
                    random.nextDouble(),
                    space.narrowest + random.nextDouble() * (space.widest - space.narrowest));
            double exact = Shares.of(scene, window).worst();
            double quick = new WindowMeter(scene, space).measure(window).worst();
            assertEquals(exact, quick, 0.004, "scene " + seed);
        }
    }

    /** What all positions of a cell may show is at least what each of them does. */
    @Test
    void boundOverPositions_isNeverBelowWhatOneOfThemShows() {
        Random random = new Random(5);
        int told = 0;
        for (int seed = 1000; told < 40; seed++) {
            Problem problem = FeasibleScene.of(new Random(seed), true);
            if (problem == null) {
                continue;
            }
            told++;
            double x = random.nextDouble() / 2;
            double y = random.nextDouble() / 2;
            List<Sight> over = new ArrayList<>();
            List<Scene> corners = List.of(
                    scene(problem, x, y),
                    scene(problem, x + 0.5, y),
                    scene(problem, x, y + 0.5),
                    scene(problem, x + 0.5, y + 0.5));
            for (int i = 0; i < corners.get(0).sights().size(); i++) {
                int which = i;
                over.add(Sight.atMost(
                        corners.stream().map(scene -> scene.sights().get(which)).toList()));
            }
            double bound = WindowSearch.best(corners.get(0).with(sights -> over), Lock.NOTHING, List.of())
                    .bound();
            double within = WindowSearch.best(
                            scene(problem, x + 0.5 * random.nextDouble(), y + 0.5 * random.nextDouble()),
                            Lock.NOTHING,
                            List.of())
                    .worst();
            assertTrue(bound >= within - 1e-6, seed + ": " + bound + " against " + within);
        }
    }

    /** One of the scenes that were called impossible: seen whole at 84 % 6 % alone, or near it. */
    @Test
    void positionFarFromTheMiddle_isFound() {
        Slot slot = FeasibleScene.slot(
                new Size(1600, 500),
                "{\"id\":\"a\",\"name\":\"A\",\"positionIsFree\":true,\"box\":{\"width\":400,\"height\":400}},"
                        + "{\"id\":\"b\",\"name\":\"B\",\"positionIsFree\":true,\"box\":{\"width\":1200,\"height\":250}}");
        Size picture = new Size(3200, 1000);
        KeepArea area = new KeepArea("k1", "the light", KeepArea.Shape.RECTANGLE, new Box<>(0.72, 0.02, 0.2, 0.5), 1);
        Problem problem = new Problem(
                slot, Prepared.asIs(picture), List.of(area), FocalPoint.centre(), null, new Position(0.5, 0.5));
        BestPosition.Together together = BestPosition.together(problem, Lock.NOTHING, List.of());
        assertEquals(
                1, together.problem().best(Lock.NOTHING, List.of()).shares().worst(), 1e-9);
    }

    private static Scene scene(Problem problem, double x, double y) {
        return problem.at(new Position(x, y)).scene();
    }
}
