package gavlin.core.solve;

import gavlin.core.Slug;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.grow.Grow;
import gavlin.core.operation.Prepared;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.IntFunction;

/**
 * What would do when a slot cannot show everything: growing an edge, a taller banner, letting something go, a larger picture. Each is the least
 * of its kind, and each is solved again before it is offered; what does not make everything seen is not offered.
 */
public final class Remedies {
    /** Of the picture's side: more than that is not grown. */
    private static final double MOST_GROWTH = 0.6;
    /** Alternatives of letting go that are worth reading. */
    private static final int MOST_LET_GO = 3;

    private final Problem problem;
    private final Lock lock;
    private final List<Offer> offers = new ArrayList<>();

    private Remedies(Problem problem, Lock lock) {
        this.problem = problem;
        this.lock = lock;
    }

    /** Empty when there is a window that shows everything, or when it is not certain that there is none. */
    public static Optional<Shortfall> of(Problem problem, Lock lock) {
        Problem.Answer answer = problem.best(lock, List.of());
        if (answer.shares().whole() || !answer.impossible()) {
            return Optional.empty();
        }
        Remedies remedies = new Remedies(problem, lock);
        List<Offer> offers = remedies.offers();
        return Optional.of(new Shortfall(new Reason(problem, lock, answer, offers).says(), offers));
    }

    private List<Offer> offers() {
        grow();
        heights();
        letGo();
        picture();
        if (offers.isEmpty()) {
            letGoAndGrow();
        }
        Costs costs = new Costs(problem);
        // Nobody is to stand there twice while anything else would do.
        return offers.stream()
                .sorted(Comparator.comparing(offer -> !costs.seenTwice(offer).isEmpty()))
                .map(costs::told)
                .toList();
    }

    private List<KeepArea> lightest() {
        return problem.areas().stream()
                .sorted(Comparator.comparingDouble(KeepArea::weight))
                .toList();
    }

    private void grow() {
        Grow g = problem.prepared().steps().get(Grow.TYPE);
        grow("top", true, px -> g.sides(g.top() + px, g.right(), g.bottom(), g.left()));
        grow("bottom", true, px -> g.sides(g.top(), g.right(), g.bottom() + px, g.left()));
        grow("left", false, px -> g.sides(g.top(), g.right(), g.bottom(), g.left() + px));
        grow("right", false, px -> g.sides(g.top(), g.right() + px, g.bottom(), g.left()));
        if (offers.isEmpty()) {
            grow("top-and-bottom", true, px -> g.sides(g.top() + px, g.right(), g.bottom() + px, g.left()));
            grow("left-and-right", false, px -> g.sides(g.top(), g.right() + px, g.bottom(), g.left() + px));
        }
        // The least of it first.
        offers.sort(Comparator.comparingInt(o -> added(o.growth(), g)));
    }

    /** Where nothing would do alone: one goes, and the picture grows for the others. */
    private void letGoAndGrow() {
        for (KeepArea area : lightest()) {
            List<KeepArea> rest =
                    problem.areas().stream().filter(a -> !a.equals(area)).toList();
            if (offers.size() < MOST_LET_GO && !rest.isEmpty()) {
                Remedies others = new Remedies(problem.with(rest), lock);
                others.grow();
                others.offers.stream().findFirst().ifPresent(o -> offers.add(o.without(area)));
            }
        }
    }

    private static int added(Grow growth, Grow before) {
        return growth.top()
                + growth.right()
                + growth.bottom()
                + growth.left()
                - before.top()
                - before.right()
                - before.bottom()
                - before.left();
    }

    /** More growth allows every window that less did, so that the least is found by halving. */
    private void grow(String edge, boolean down, IntFunction<Grow> growth) {
        Size before = problem.prepared().before(Grow.TYPE);
        int most = (int) (MOST_GROWTH * (down ? before.height() : before.width()));
        Box<InPrepared> seen = problem.with(growth.apply(most)).whole(lock);
        int low = 0;
        int high = most;
        while (seen != null && high - low > 1 && !Patience.isOver()) {
            int middle = (low + high) / 2;
            Box<InPrepared> less = problem.with(growth.apply(middle)).whole(lock);
            if (less != null) {
                seen = less;
                high = middle;
            } else {
                low = middle;
            }
        }
        if (seen == null) {
            return;
        }
        // The best one there is, where it shows everything, too: it may trade a hair of that for the focal point.
        Problem grown = problem.with(growth.apply(high));
        Problem.Answer answer = grown.best(lock, List.of(seen));
        Box<InPrepared> window = answer.shares().whole() ? answer.window() : seen;
        offers.add(new Offer(
                "grow-" + edge,
                "Grow the " + edge.replace('-', ' ') + " by " + high + " px" + (edge.contains("and") ? " each" : ""),
                growth.apply(high),
                null,
                List.of(),
                null,
                window,
                grown.shares(window).worst()));
    }

    private void heights() {
        int present = problem.size().height();
        problem.slot().heights().stream()
                .filter(h -> h > present)
                .sorted()
                .map(h -> whole(problem.inHeight(h), lock)
                        .map(a -> new Offer(
                                "height-" + h,
                                "Choose the banner of " + h + " px",
                                null,
                                h,
                                List.of(),
                                null,
                                a.window(),
                                a.shares().worst())))
                .flatMap(Optional::stream)
                .findFirst()
                .ifPresent(offers::add);
    }

    /** One area that may go, the lightest first; two where no single one would do. */
    private void letGo() {
        List<KeepArea> lightest = lightest();
        int before = offers.size();
        for (KeepArea area : lightest) {
            if (offers.size() < before + MOST_LET_GO) {
                letGo(List.of(area));
            }
        }
        for (int i = 0; i < lightest.size() && offers.size() == before; i++) {
            for (int j = i + 1; j < lightest.size() && offers.size() == before; j++) {
                letGo(List.of(lightest.get(i), lightest.get(j)));
            }
        }
    }

    private void letGo(List<KeepArea> gone) {
        List<KeepArea> rest =
                problem.areas().stream().filter(a -> !gone.contains(a)).toList();
        if (rest.isEmpty()) {
            return;
        }
        List<String> names = gone.stream().map(KeepArea::name).toList();
        whole(problem.with(rest), lock)
                .ifPresent(a -> offers.add(new Offer(
                        "without-" + Slug.of(String.join(" ", names)),
                        "Let " + Reason.list(names, "and") + " go",
                        null,
                        null,
                        gone.stream().map(KeepArea::id).toList(),
                        null,
                        a.window(),
                        a.shares().worst())));
    }

    /** Where only the want of pixels keeps the window from being narrower: the same picture, larger. */
    private void picture() {
        if (lock.width() != null) {
            return;
        }
        Scene free = problem.scene();
        Scene narrow = free.withNarrowest(free.widest() / Framing.MAX_ZOOM);
        Box<InPrepared> window = WindowSearch.best(narrow, lock, List.of()).window();
        if (!Shares.of(narrow, window).whole() || window.width() >= free.narrowest()) {
            return;
        }
        double times = problem.size().width() / window.width();
        Size larger = new Size(
                (int) Math.min(Size.MAX, Math.ceil(problem.prepared().picture().width() * times * 1.002)),
                (int) Math.min(Size.MAX, Math.ceil(problem.prepared().picture().height() * times * 1.002)));
        Problem other = problem.of(new Prepared(larger, problem.prepared().steps()));
        Lock scaled =
                new Lock(lock.x() == null ? null : lock.x() * times, lock.y() == null ? null : lock.y() * times, null);
        Box<InPrepared> start =
                new Box<>(window.x() * times, window.y() * times, window.width() * times, window.height() * times);
        Problem.Answer answer = other.best(scaled, List.of(start));
        if (answer.shares().whole()) {
            offers.add(new Offer(
                    "picture-" + larger,
                    "Take a picture of at least " + larger.label(),
                    null,
                    null,
                    List.of(),
                    larger,
                    answer.window(),
                    answer.shares().worst()));
        }
    }

    private static Optional<Problem.Answer> whole(Problem problem, Lock lock) {
        return Optional.of(problem.best(lock, List.of())).filter(a -> a.shares().whole());
    }
}
