package gavlin.core.solve;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.solve.WindowSpace.Cell;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.PriorityQueue;

/**
 * Finds the window that shows most: first of what is worst off, then in sum, then of the picture, then nearest to the focal point's aim.
 * Branch and bound over place and width (Land and Doig 1960), best bound first, so that what is found is proven; a climb from some coarse
 * starts finds good windows early, so that most cells are never opened. Deterministic: the same scene gives the same window.
 */
final class WindowSearch {
    /** The search ends when nothing is left that is better by more than this share of what is found, and by this at least. */
    private static final double CLOSE = 0.003;

    private static final double CLOSE_LEAST = 2e-4;

    private static final double WHOLE = 1 - 1e-9;
    /** Cells times {@link WindowMeter#cost}. What is not proven by then is only the best of what was tried. */
    private static final int MOST_WORK = 120_000;

    /** So many times that for the question whether everything can be seen, where it is still open: a wrong "impossible" costs people most. */
    private static final int DECIDING = 6;

    private static final int MOST_CELLS = 12_000;
    /** Windows tried before the search: places across and down, and widths. */
    private static final int GRID = 4;

    private static final int CLIMBED = 3;
    private static final int MOST_ROUNDS = 6;
    /** Of the window's width; coarser while something is not seen at all, when only the sum leads uphill. */
    private static final double LAST_STEP = 1e-4;

    private static final double LAST_STEP_BLIND = 4e-3;
    /** The same while it is still open which hill is the highest. */
    private static final double ROUGH_STEP = 1.5e-3;

    private static final int MOST_ALIGNED = 12;
    /** Across, down, wider. */
    private static final int[][] WAYS = {
        {1, 0, 0}, {-1, 0, 0}, {0, 1, 0}, {0, -1, 0}, {0, 0, 1}, {0, 0, -1}, {1, 1, 0}, {1, -1, 0}, {-1, 1, 0},
        {-1, -1, 0}, {1, 0, 1}, {-1, 0, 1}, {1, 0, -1}, {-1, 0, -1}, {0, 1, 1}, {0, -1, 1}, {0, 1, -1}, {0, -1, -1}
    };

    private final Scene scene;
    private final WindowSpace space;
    private final WindowMeter meter;
    private Box<InPrepared> best;
    private double bestWorst;
    /** Of the worst: windows that have less are not looked for. */
    private double wanted;

    /**
     * @param worst the least share of any keep area in any showing, 0..1
     * @param bound no window has more of the worst than this
     */
    record Found(Box<InPrepared> window, double worst, double bound) {
        /** Whether it is certain that no window shows everything. */
        boolean impossible() {
            return bound < Shares.WHOLE;
        }
    }

    private WindowSearch(Scene scene, Lock lock) {
        this.scene = scene;
        this.space = new WindowSpace(scene, lock);
        this.meter = new WindowMeter(scene, space);
    }

    /** @param starts windows to begin with, such as the present one */
    static Found best(Scene scene, Lock lock, List<Box<InPrepared>> starts) {
        WindowSearch search = new WindowSearch(scene, lock);
        Found found = search.run(starts);
        if (found.bound >= Shares.WHOLE && found.worst < Shares.WHOLE) {
            // Not found and not ruled out: what is left of the question is whether all can be seen, which is less work.
            search.wanted = Shares.WHOLE;
            double bound = search.proven(DECIDING * MOST_WORK);
            found = new Found(search.best, search.bestWorst, Math.min(1, bound));
        }
        boolean isIdeal = found.window.equals(search.space.ideal(search.space.widest));
        return isIdeal && found.worst >= WHOLE ? found : search.preferred(found);
    }

    /** How much any window shows at best, and one that does: any of those, not the one that is liked best. */
    static Found most(Scene scene, Lock lock, List<Box<InPrepared>> starts) {
        return new WindowSearch(scene, lock).run(starts);
    }

    /**
     * Whether any window shows everything: nothing is opened that can't, so that the same budget goes much further than for {@link #best}. Any such
     * window, not the best of them; where there is none, not the one that shows most.
     */
    static Found whole(Scene scene, Lock lock, List<Box<InPrepared>> starts) {
        WindowSearch search = new WindowSearch(scene, lock);
        search.wanted = Shares.WHOLE;
        return search.reach(starts);
    }

    private Found reach(List<Box<InPrepared>> starts) {
        best = space.ideal(space.widest);
        bestWorst = meter.pairs() == 0 ? 1 : meter.measure(best).worst();
        if (bestWorst < wanted) {
            climb(starts, wanted);
        }
        double bound = bestWorst < wanted ? proven(MOST_WORK) : 1;
        if (bestWorst < wanted && bound >= wanted) {
            align();
        }
        return new Found(best, bestWorst, Math.min(1, bound));
    }

    private Found preferred(Found found) {
        // What is liked better may show a hair less, but never so much that not everything is seen any more.
        double least = bestWorst >= WHOLE
                ? WHOLE
                : bestWorst >= Shares.WHOLE ? Math.max(Shares.WHOLE, bestWorst - close()) : bestWorst - close();
        Box<InPrepared> liked = new Preference(scene, space, meter).among(best, least);
        // The meter takes some round shapes in strips: that may hide a hair.
        boolean isLost = bestWorst >= Shares.WHOLE
                && !Shares.of(scene, liked).whole()
                && Shares.of(scene, best).whole();
        return new Found(isLost ? best : liked, found.worst, found.bound);
    }

    private Found run(List<Box<InPrepared>> starts) {
        best = space.ideal(space.widest);
        bestWorst = meter.pairs() == 0 ? 1 : meter.measure(best).worst();
        if (bestWorst >= WHOLE) {
            return new Found(best, 1, 1);
        }
        climb(starts, WHOLE);
        double bound = proven(MOST_WORK);
        if (bound >= Shares.WHOLE && bestWorst < WHOLE) {
            align();
        }
        return new Found(best, bestWorst, Math.min(1, bound));
    }

    private double close() {
        return Math.max(CLOSE_LEAST, CLOSE * bestWorst);
    }

    /** What a cell must promise more of than that, to be opened. */
    private double least() {
        return Math.max(bestWorst + close(), wanted - close() / 2);
    }

    private void take(Box<InPrepared> window) {
        double worst = meter.measure(window).worst();
        if (worst > bestWorst) {
            best = window;
            bestWorst = worst;
        }
    }

    /** Opens cells until none can hold a better window; an upper bound of the worst share over all windows. */
    private double proven(int mostWork) {
        PriorityQueue<Cell> queue =
                new PriorityQueue<>(Comparator.comparingDouble(Cell::bound).reversed());
        queue.add(space.whole(1));
        int left = Math.min(MOST_CELLS, mostWork / meter.cost());
        while (!queue.isEmpty()) {
            Cell cell = queue.poll();
            if (bestWorst >= WHOLE
                    || wanted > 0 && bestWorst >= wanted
                    || cell.bound() <= least()
                    || left <= 0
                    || Patience.isOver()) {
                return Math.max(cell.bound(), bestWorst);
            }
            for (Cell half : space.split(cell)) {
                left--;
                double bound = Math.min(cell.bound(), meter.bound(half, least()));
                if (bound <= least()) {
                    continue;
                }
                if (meter.worst() > bestWorst + close() / 2) {
                    climb(space.middle(half), 0.25 * (half.w1() - half.w0()) + 0.01 * half.w1());
                }
                queue.add(half.bounded(bound));
            }
        }
        return least();
    }

    /** Uphill from where it looks best, until one is high enough. */
    private void climb(List<Box<InPrepared>> starts, double enough) {
        for (Box<InPrepared> start : coarse(starts)) {
            if (bestWorst < enough) {
                climb(start, 0.1 * start.width());
            }
        }
    }

    /** To the very top only where that may be the highest. */
    private void climb(Box<InPrepared> start, double firstStep) {
        Box<InPrepared> rough = climbed(start, firstStep, ROUGH_STEP);
        if (meter.measure(rough).worst() > bestWorst - close()) {
            take(climbed(rough, ROUGH_STEP * start.width(), LAST_STEP));
        }
    }

    /** The most promising of the given starts and of a coarse grid of windows. */
    private List<Box<InPrepared>> coarse(List<Box<InPrepared>> starts) {
        record Start(Box<InPrepared> window, double worst, double sum) {}
        List<Box<InPrepared>> windows =
                new ArrayList<>(starts.stream().map(space::allowed).toList());
        for (int z = 0; z < GRID; z++) {
            double w = space.widest * Math.pow(space.narrowest / space.widest, z / (GRID - 1.0));
            for (int i = 0; i < GRID * GRID; i++) {
                windows.add(space.at(i % GRID / (GRID - 1.0), i / GRID / (GRID - 1.0), w));
            }
        }
        return windows.stream()
                .map(w -> new Start(w, meter.measure(w).worst(), meter.sum()))
                .sorted(Comparator.comparingDouble(Start::worst)
                        .thenComparingDouble(Start::sum)
                        .reversed())
                .limit(CLIMBED)
                .map(Start::window)
                .toList();
    }

    /** Goes uphill by steps along each way, halved when none leads up; by the worst share, then the sum. */
    private Box<InPrepared> climbed(Box<InPrepared> start, double firstStep, double lastStep) {
        Box<InPrepared> top = start;
        double worst = meter.measure(top).worst();
        double sum = meter.sum();
        for (double step = firstStep;
                worst < WHOLE && step > (worst == 0 ? LAST_STEP_BLIND : lastStep) * start.width();
                step /= 2) {
            boolean up = true;
            for (int round = 0; up && round < MOST_ROUNDS && !Patience.isOver(); round++) {
                up = false;
                for (int[] way : WAYS) {
                    Box<InPrepared> next = space.moved(
                            top, way[0] * step, way[1] * step / scene.slot().proportion(), top.width() + way[2] * step);
                    if (!meter.reaches(next, worst - 1e-12)) {
                        continue;
                    }
                    meter.measure(next);
                    if (meter.worst() > worst + 1e-12 || meter.sum() > sum + 1e-9) {
                        top = next;
                        worst = Math.max(worst, meter.worst());
                        sum = meter.sum();
                        up = true;
                    }
                }
            }
        }
        return top;
    }

    /** Tries to set edges of what is kept exactly on edges of what is seen: halving steps only comes near them. */
    private void align() {
        Box<InPrepared> around = best;
        double scale = around.width() / scene.slot().width();
        List<Double> xs = new ArrayList<>(List.of(around.x()));
        List<Double> ys = new ArrayList<>(List.of(around.y()));
        for (Region region : meter.keep()) {
            for (double edge : meter.edges(true)) {
                addNear(xs, region.left - edge * scale, around.x(), around.width());
                addNear(xs, region.right - edge * scale, around.x(), around.width());
            }
            for (double edge : meter.edges(false)) {
                addNear(ys, region.top - edge * scale, around.y(), around.height());
                addNear(ys, region.bottom - edge * scale, around.y(), around.height());
            }
        }
        for (double x : xs) {
            for (double y : ys) {
                take(space.moved(around, x - around.x(), y - around.y(), around.width()));
            }
        }
    }

    private static void addNear(List<Double> values, double value, double around, double length) {
        if (Math.abs(value - around) <= 0.02 * length && values.size() < MOST_ALIGNED) {
            values.add(value);
        }
    }
}
