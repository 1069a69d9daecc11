package gavlin.core.solve;

import gavlin.core.brief.Showing;
import gavlin.core.brief.Slot;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Position;
import gavlin.core.geometry.Space.InPrepared;
import java.util.List;
import java.util.stream.Stream;

/**
 * The one object-position that serves all showings best whose position the site lets be set, for a window as it is. In whole percent, as
 * people write it; each axis over all its values, the other held, until neither changes. Between equals the one nearest to 50 %.
 */
public record BestPosition(Position position, double worst, Shares shares) {
    /** Where nothing is marked, so much of the picture about its focal point is what must be seen. */
    private static final double POINT = 0.02;

    private static final int ROUNDS = 3;

    /** Where the search for window and position together begins: mostly one of these will do, or is near it. */
    private static final List<Position> FROM = Stream.of(0.0, 0.25, 0.75, 1.0)
            .flatMap(at -> Stream.of(new Position(at, 0.5), new Position(0.5, at)))
            .toList();

    /** Null when no showing lets its position be set. */
    public static BestPosition of(Problem problem, Box<InPrepared> window) {
        if (!isFree(problem)) {
            return null;
        }
        int[] at = {50, 50};
        double worst = worst(problem, window, at[0], at[1]);
        for (int round = 0; round < ROUNDS; round++) {
            double before = worst;
            for (int axis = 0; axis < 2; axis++) {
                int best = at[axis];
                for (int step = 0; step <= 50; step++) {
                    for (int percent : new int[] {50 - step, 50 + step}) {
                        int[] tried = at.clone();
                        tried[axis] = percent;
                        double value = worst(problem, window, tried[0], tried[1]);
                        if (value > worst + 1e-9) {
                            worst = value;
                            best = percent;
                        }
                    }
                }
                at[axis] = best;
            }
            if (worst <= before) {
                break;
            }
        }
        Position best = new Position(at[0] / 100.0, at[1] / 100.0);
        return new BestPosition(best, worst, problem.at(best).shares(window));
    }

    /** The same for pages whose author sets the position in every showing; the focal point counts where nothing is marked. */
    public static BestPosition everywhere(Problem problem, Box<InPrepared> window) {
        Slot slot = problem.slot();
        Problem free = new Problem(
                slot.with(
                        slot.showings().stream().map(Showing::withFreePosition).toList()),
                problem.prepared(),
                problem.areas().isEmpty() ? List.of(about(problem)) : problem.areas(),
                problem.focal(),
                problem.height(),
                null);
        return slot.showings().isEmpty()
                ? new BestPosition(new Position(0.5, 0.5), 1, free.shares(window))
                : of(free, window);
    }

    private static KeepArea about(Problem problem) {
        double x = Math.max(0, Math.min(1 - POINT, problem.focal().x() - POINT / 2));
        double y = Math.max(0, Math.min(1 - POINT, problem.focal().y() - POINT / 2));
        return new KeepArea("the focal point", KeepArea.Shape.RECTANGLE, new Box<>(x, y, POINT, POINT), 1);
    }

    private static boolean isFree(Problem problem) {
        return problem.slot().showings().stream().anyMatch(s -> s.positionIsFree());
    }

    private static double worst(Problem problem, Box<InPrepared> window, int x, int y) {
        return problem.at(new Position(x / 100.0, y / 100.0)).shares(window).worst();
    }

    private static double worst(Problem problem, Lock lock, List<Box<InPrepared>> starts) {
        return WindowSearch.most(problem.scene(), lock, starts).worst();
    }

    /** @param certain whether it is, where not everything is seen, proven that no position shows everything */
    public record Together(Problem problem, boolean certain) {}

    /** Window and position together: at a few positions first, and then over all of them until it is proven. */
    public static Together together(Problem problem, Lock lock, List<Box<InPrepared>> starts) {
        double first = worst(problem, lock, starts);
        if (!isFree(problem) || first >= Shares.WHOLE) {
            return new Together(problem, true);
        }
        Problem best = problem;
        double worst = first;
        for (Position from : FROM) {
            Problem tried = problem.at(from);
            double value = worst(tried, lock, starts);
            if (value > worst + 1e-6) {
                best = tried;
                worst = value;
            }
            if (worst >= Shares.WHOLE) {
                return new Together(best, true);
            }
        }
        return PositionSearch.best(best, worst, lock, starts);
    }
}
