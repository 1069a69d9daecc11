package gavlin.core.solve;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.brief.Slot;
import gavlin.core.brief.SlotSheetReader;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Position;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.grow.Grow;
import gavlin.core.operation.Prepared;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** Why not, and what would do. */
class RemediesTest {
    private static final Size PICTURE = new Size(3000, 2000);
    private static final String DESKTOP = """
            {"id":"d","name":"Home, desktop","box":{"width":1280,"height":320},
             "obstructions":[{"name":"menu bar","kind":"solid","box":{"x":0,"y":0,"width":1280,"height":64}}]}""";
    private static final String PHONE = """
            {"id":"p","name":"Home, phone","box":{"width":400,"height":400}}""";
    private static final KeepArea LAMP = area("the lamp", 1400, 300, 100, 100, 1);
    private static final KeepArea BOAT = area("the boat", 1300, 1100, 300, 150, 2);
    private static final KeepArea EDGE = area("the jetty", 900, 300, 200, 100, 1);

    @Test
    void areasFurtherApartThanTheWindowIsHigh_areNamedWithTheShowingAndTheMeasure() {
        Shortfall shortfall = shortfall(problem(DESKTOP, LAMP, BOAT));
        // The window is 3000×750, of which the menu bar leaves 600; from the lamp's top to the boat's foot there are
        // 1030 px.
        assertEquals(
                "The lamp and the boat can't both be seen on Home, desktop: the window is not high enough for them, by 350 px.",
                shortfall.says());
        assertEquals(
                List.of("height-720", "without-the-lamp", "without-the-boat"),
                shortfall.offers().stream()
                        .map(Offer::id)
                        .filter(id -> !id.startsWith("grow"))
                        .toList());
    }

    @Test
    void areaUnderTheMenuBar_atTheEdge_isMendedByGrowingThatEdge() {
        Shortfall shortfall = shortfall(problem(DESKTOP, area("the lamp", 1400, 20, 100, 100, 1)));
        assertTrue(
                shortfall
                        .says()
                        .startsWith(
                                "The lamp can't be seen whole on Home, desktop: the menu bar covers part of it wherever the window stands, and the picture ends "),
                shortfall.says());
        Offer grow = shortfall.offers().get(0);
        assertEquals("grow-top", grow.id());
        // The menu bar hides a fifth of the window's height, 150 px at its widest; the lamp's top is 20 px below the
        // picture's.
        assertTrue(grow.growth().top() > 0 && grow.growth().top() <= 130, grow.toString());
        assertTrue(grow.window().y() < grow.growth().top(), "the window stands on what was grown: " + grow.window());
        assertTrue(
                grow.costs()
                        .matches(
                                "\\d+ px of picture are made up, \\d+ % of the file; shows part of the lamp a second time, mirrored"),
                grow.costs());
        assertFalse(
                shortfall.offers().stream().anyMatch(o -> o.id().startsWith("without")),
                "with nothing left there is nothing to see");
    }

    @Test
    void areasTooWideForAPhone_areMendedByLettingTheLighterGo() {
        Shortfall shortfall = shortfall(problem(PHONE, EDGE, area("the light", 1900, 300, 200, 200, 3)));
        assertEquals(
                "The jetty and the light can't both be seen on Home, phone: the window is not wide enough for them, by 800 px.",
                shortfall.says().replaceAll("by \\d+ px", "by 800 px"));
        Offer first = shortfall.offers().stream()
                .filter(o -> o.id().startsWith("without"))
                .findFirst()
                .orElseThrow();
        assertEquals("Let the jetty go", first.says());
        assertTrue(first.costs().matches("of the jetty \\d+ % are seen where it is worst"), first.costs());
    }

    /** A face at the upper edge: growing above would mirror it, whatever else would do stands first. */
    @Test
    void growingThatMirrorsWhatMustBeSeen_isOfferedLast() {
        Shortfall shortfall = shortfall(
                problem(DESKTOP, area("the face", 1400, 20, 100, 100, 1), area("the light", 1900, 400, 50, 50, 1)));
        List<Boolean> twice = shortfall.offers().stream()
                .map(offer -> offer.costs().contains("a second time"))
                .toList();
        assertTrue(
                twice.contains(true) && twice.contains(false),
                shortfall.offers().toString());
        assertEquals(twice.stream().sorted().toList(), twice, "those that mirror it come last");
    }

    /** The phone shows the middle quarter of the file: of the narrowest window, 1920 px, from 720 px on. */
    @Test
    void areasAtBothEdges_whereNothingAloneWouldDo_areMendedByTwoChangesAtOnce() {
        Shortfall shortfall = shortfall(
                problem(PHONE, area("the crane", 60, 900, 100, 100, 1), area("the lamp", 2840, 900, 100, 100, 2)));
        assertEquals(
                "The crane can't be seen whole on Home, phone: it lies 660 px too near the picture's left edge.",
                shortfall.says());
        Offer first = shortfall.offers().get(0);
        assertEquals(List.of("k-the crane"), first.letGo());
        assertTrue(first.says().matches("Let the crane go and grow the right by \\d+ px"), first.says());
        assertTrue(first.growth().right() > 0 && first.worst() >= Shares.WHOLE, first.toString());
    }

    @Test
    void wantOfPixels_isMendedByALargerPicture() {
        Problem small = new Problem(
                slot(DESKTOP),
                Prepared.asIs(new Size(1400, 933)),
                List.of(new KeepArea("the lamp", KeepArea.Shape.RECTANGLE, new Box<>(0.45, 0.09, 0.05, 0.05), 1)),
                FocalPoint.centre(),
                null,
                null);
        Optional<Shortfall> shortfall = Remedies.of(small, Lock.NOTHING);
        shortfall.ifPresent(s -> s.offers().stream()
                .filter(o -> o.picture() != null)
                .forEach(o -> assertTrue(o.picture().width() > 1400)));
    }

    @Test
    void everythingSeen_needsNoRemedy() {
        assertTrue(Remedies.of(problem(DESKTOP, BOAT), Lock.NOTHING).isEmpty());
    }

    /** Over random problems: every offer works when it is carried out, and the least growth less one px does not. */
    @Test
    void randomProblems_everyOffer_works() {
        Set<String> kinds = ConcurrentHashMap.newKeySet();
        IntStream.range(0, 120).parallel().forEach(seed -> {
            Problem problem = RandomScene.problem(seed);
            Optional<Shortfall> shortfall = Remedies.of(problem, Lock.NOTHING);
            if (shortfall.isEmpty()) {
                return;
            }
            assertFalse(shortfall.get().says().isBlank());
            for (Offer offer : shortfall.get().offers()) {
                kinds.add(offer.id().replaceAll("-.*", ""));
                Problem changed = carriedOut(problem, offer);
                assertTrue(changed.shares(offer.window()).whole(), "seed " + seed + ", " + offer);
                if (offer.growth() != null && offer.id().matches("grow-(top|left)")) {
                    Grow g = offer.growth();
                    Grow less = new Grow(Math.max(0, g.top() - 1), g.right(), g.bottom(), Math.max(0, g.left() - 1));
                    assertFalse(
                            problem.with(less)
                                    .best(Lock.NOTHING, List.of())
                                    .shares()
                                    .whole(),
                            "seed " + seed + ", less than " + offer);
                }
            }
        });
        assertEquals(Set.of("grow", "height", "without", "picture"), kinds, "all kinds came up");
    }

    private static Problem carriedOut(Problem problem, Offer offer) {
        Problem changed = problem.with(problem.areas().stream()
                .filter(a -> !offer.letGo().contains(a.id()))
                .toList());
        changed = offer.growth() == null ? changed : changed.with(offer.growth());
        changed = offer.height() == null ? changed : changed.inHeight(offer.height());
        return offer.picture() == null ? changed : changed.of(Prepared.asIs(offer.picture()));
    }

    /** The top of a picture that could be shown whole is cut off: growing it by as much would do, and no more than that is offered. */
    @Test
    void growthAtTheTop_isNoMoreThanWhatIsKnownToDo() {
        int told = 0;
        for (int seed = 0; told < 150 && seed < 20_000; seed++) {
            Random random = new Random(seed);
            Problem whole = FeasibleScene.of(random, false);
            int missing = 1 + random.nextInt(200);
            Problem cut =
                    whole == null || missing > 0.3 * whole.prepared().picture().height()
                            ? null
                            : FeasibleScene.withoutTop(whole, missing);
            Shortfall shortfall =
                    cut == null ? null : Remedies.of(cut, Lock.NOTHING).orElse(null);
            if (shortfall == null) {
                continue;
            }
            told++;
            int scene = seed;
            int least = shortfall.offers().stream()
                    .filter(offer -> offer.id().equals("grow-top"))
                    .mapToInt(offer -> offer.growth().top())
                    .findFirst()
                    .orElseThrow(() -> new AssertionError(
                            "scene " + scene + ": " + missing + " px would do, nothing of it was offered"));
            assertTrue(least <= missing, "scene " + seed + ": " + least + " px are offered, " + missing + " would do");
        }
        assertEquals(150, told);
    }

    @Test
    void freePosition_isTheOneThatServesAllShowingsBest() {
        String free =
                "{\"id\":\"p\",\"name\":\"Phone\",\"positionIsFree\":true,\"box\":{\"width\":300,\"height\":300}}";
        Problem problem = problem(free, area("the light", 2700, 600, 200, 200, 1));
        Box<InPrepared> window = new Box<>(0, 300, 3000, 750);
        assertEquals(0, problem.shares(window).worst(), "in the middle of a square nothing of it is seen");
        BestPosition best = BestPosition.of(problem, window);
        assertEquals(1, best.worst(), 1e-9);
        // The square shows 750 of 3000 px; the light's right edge at 2900 is in it from (2900 − 750) / (3000 − 750) on.
        assertEquals(new Position(0.96, 0.5), best.position());
        assertNull(BestPosition.of(problem(PHONE, LAMP), window));
        assertEquals(
                1,
                BestPosition.together(problem, Lock.NOTHING, List.of())
                        .problem()
                        .best(Lock.NOTHING, List.of())
                        .shares()
                        .worst(),
                1e-9);
    }

    private static Shortfall shortfall(Problem problem) {
        return Remedies.of(problem, Lock.NOTHING).orElseThrow();
    }

    private static Problem problem(String showings, KeepArea... areas) {
        return new Problem(slot(showings), Prepared.asIs(PICTURE), List.of(areas), FocalPoint.centre(), null, null);
    }

    private static Slot slot(String showings) {
        return SlotSheetReader.read("""
                        {"format":"slot-sheet/1","theme":{"name":"T"},"slots":[{"id":"a","name":"A","kind":"banner",
                         "size":{"width":1920,"height":480},"heights":[480,560,720],"types":["jpeg"],"showings":[%s]}]}""".formatted(showings)).slots().get(0);
    }

    private static KeepArea area(String name, double x, double y, double width, double height, double weight) {
        return new KeepArea(
                "k-" + name,
                name,
                KeepArea.Shape.RECTANGLE,
                new Box<>(
                        x / PICTURE.width(), y / PICTURE.height(), width / PICTURE.width(), height / PICTURE.height()),
                weight);
    }
}
