package gavlin.core.solve;

import gavlin.core.brief.Showing;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Position;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.geometry.Space.InShowing;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.PriorityQueue;
import java.util.stream.Stream;

/**
 * Window and object-position together: branch and bound over the positions, in whole percent (Land and Doig 1960). What any position of a cell
 * may show is more than each of them does, so that a cell in which not even that shows more than what is found need not be opened. Deterministic.
 */
final class PositionSearch {
    /** A cell is not opened for less than this share more. */
    private static final double CLOSE = 0.002;
    /** Searches for any window that shows everything; each takes a few milliseconds. */
    private static final int MOST_DECIDING = 120;
    /** Searches for the window that shows most; each takes up to about ten. */
    private static final int MOST_IMPROVING = 80;

    private final Problem problem;
    private final Lock lock;
    private final List<Box<InPrepared>> starts;
    private final boolean movesAcross;
    private final boolean movesDown;
    /** Whether it is only asked if everything can be seen, which is soon told; otherwise for the most. */
    private boolean isDeciding;

    private int searches;

    private Problem best;
    private double worst;

    /**
     * Positions from..to of each axis, in percent.
     *
     * @param bound no window shows more at any of them
     * @param promise cells are opened by it
     */
    private record Cell(int x0, int x1, int y0, int y1, double bound, double promise) {
        boolean isOne() {
            return x0 == x1 && y0 == y1;
        }
    }

    private PositionSearch(Problem begun, double worst, Lock lock, List<Box<InPrepared>> starts) {
        this.problem = begun;
        this.lock = lock;
        this.starts = starts;
        this.best = begun;
        this.worst = worst;
        List<Showing> free = problem.slot().inHeight(problem.height()).showings().stream()
                .filter(Showing::positionIsFree)
                .toList();
        this.movesAcross = free.stream().anyMatch(showing -> slack(showing, true) > 0);
        this.movesDown = free.stream().anyMatch(showing -> slack(showing, false) > 0);
    }

    /** How far a position moves the file in a showing's box, at the width where it does so most, CSS px. */
    private double slack(Showing showing, boolean across) {
        return showing.looks(problem.size()).stream()
                .mapToDouble(look -> {
                    Box<InShowing> placed = look.objectFit().place(problem.size(), look.box());
                    double slack = across
                            ? placed.width() - look.box().width()
                            : placed.height() - look.box().height();
                    return Math.abs(slack) < 1e-6 ? 0 : Math.abs(slack);
                })
                .max()
                .orElse(0);
    }

    /** @param begun at the best position that is known @param worst what it shows */
    static BestPosition.Together best(Problem begun, double worst, Lock lock, List<Box<InPrepared>> starts) {
        return new PositionSearch(begun, worst, lock, starts).run();
    }

    private BestPosition.Together run() {
        isDeciding = true;
        BestPosition.Together decided = searched();
        if (worst >= Shares.WHOLE) {
            return decided;
        }
        isDeciding = false;
        searches = 0;
        BestPosition.Together most = searched();
        return new BestPosition.Together(most.problem(), decided.certain() || most.certain());
    }

    private BestPosition.Together searched() {
        PriorityQueue<Cell> queue =
                new PriorityQueue<>(Comparator.comparingDouble(Cell::promise).reversed());
        queue.add(
                new Cell(movesAcross ? 0 : 50, movesAcross ? 100 : 50, movesDown ? 0 : 50, movesDown ? 100 : 50, 1, 1));
        while (!queue.isEmpty() && worst < Shares.WHOLE) {
            Cell cell = queue.poll();
            if (!isWorthOpening(cell.bound)) {
                continue;
            }
            if (searches >= (isDeciding ? MOST_DECIDING : MOST_IMPROVING) || Patience.isOver()) {
                queue.add(cell);
                return new BestPosition.Together(best, queue.stream().allMatch(left -> left.bound < Shares.WHOLE));
            }
            for (Cell half : halves(cell)) {
                open(half, queue);
            }
        }
        return new BestPosition.Together(best, true);
    }

    /** Little more is not looked for, unless it were all. */
    private boolean isWorthOpening(double bound) {
        return bound >= Shares.WHOLE || !isDeciding && bound > worst + CLOSE;
    }

    private void open(Cell half, PriorityQueue<Cell> queue) {
        if (worst >= Shares.WHOLE) {
            return;
        }
        double bound = 1;
        if (!half.isOne()) {
            searches++;
            bound = Math.min(half.bound, found(atMost(half)).bound());
            if (!isWorthOpening(bound)) {
                return;
            }
        }
        searches++;
        Problem middle = problem.at(position((half.x0 + half.x1) / 2, (half.y0 + half.y1) / 2));
        double value = found(middle.scene()).worst();
        if (value > worst + 1e-9) {
            best = middle;
            worst = value;
        }
        if (!half.isOne()) {
            queue.add(new Cell(half.x0, half.x1, half.y0, half.y1, bound, isDeciding ? value : bound));
        }
    }

    private WindowSearch.Found found(Scene scene) {
        return isDeciding ? WindowSearch.whole(scene, lock, starts) : WindowSearch.most(scene, lock, starts);
    }

    private List<Cell> halves(Cell cell) {
        boolean across = cell.x1 - cell.x0 >= cell.y1 - cell.y0;
        int middle = across ? (cell.x0 + cell.x1) / 2 : (cell.y0 + cell.y1) / 2;
        return across
                ? List.of(
                        new Cell(cell.x0, middle, cell.y0, cell.y1, cell.bound, cell.promise),
                        new Cell(Math.min(cell.x1, middle + 1), cell.x1, cell.y0, cell.y1, cell.bound, cell.promise))
                : List.of(
                        new Cell(cell.x0, cell.x1, cell.y0, middle, cell.bound, cell.promise),
                        new Cell(cell.x0, cell.x1, Math.min(cell.y1, middle + 1), cell.y1, cell.bound, cell.promise));
    }

    private static Position position(int x, int y) {
        return new Position(x / 100.0, y / 100.0);
    }

    /** The scene in which each showing that is free shows whatever it shows at any position of a cell. */
    private Scene atMost(Cell cell) {
        List<Scene> scenes = Stream.of(
                        position(cell.x0, cell.y0),
                        position(cell.x1, cell.y0),
                        position(cell.x0, cell.y1),
                        position(cell.x1, cell.y1))
                .distinct()
                .map(corner -> problem.at(corner).scene())
                .toList();
        return scenes.get(0).with(sights -> {
            List<Sight> all = new ArrayList<>();
            for (int i = 0; i < sights.size(); i++) {
                int which = i;
                all.add(Sight.atMost(
                        scenes.stream().map(scene -> scene.sights().get(which)).toList()));
            }
            return all;
        });
    }
}
