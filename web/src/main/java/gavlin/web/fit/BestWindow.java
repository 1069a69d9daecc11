package gavlin.web.fit;

import gavlin.core.BadInput;
import gavlin.core.brief.Slot;
import gavlin.core.fit.Fit;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Position;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.solve.BestPosition;
import gavlin.core.solve.Lock;
import gavlin.core.solve.Offer;
import gavlin.core.solve.Patience;
import gavlin.core.solve.Problem;
import gavlin.core.solve.Remedies;
import gavlin.core.solve.Shares;
import gavlin.core.solve.Shortfall;
import gavlin.web.picture.StoredPicture;
import gavlin.web.site.OpenSite;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * The best window for what must be seen of a picture, in the best of the heights and at the best object-position that the theme lets be set.
 *
 * @param fit as it would be
 * @param worst the least share of any area in any showing then
 * @param shortfall why not all can be seen, and what would do; null when all is
 */
public record BestWindow(Fit fit, double worst, Shortfall shortfall) {
    /** What can be locked. */
    public static final Set<String> LOCKS = Set.of("x", "y", "zoom", "height");

    /** What is left of the time is for what would do where not all can be seen. */
    private static final Duration MOST_FINDING = Duration.ofMillis(600);

    /**
     * @param present the fit as it is
     * @param locks of {@link #LOCKS}
     * @param heights that may be chosen, px; none for all that the slot offers
     */
    public static BestWindow of(FitState present, Set<String> locks, List<Integer> heights) {
        if (present.fit().rule() == Rule.CONTAIN) {
            return new BestWindow(present.fit(), 1, null); // all of the picture is in the file
        }
        Box<InPrepared> window = present.plan().framing().window();
        Lock lock = new Lock(
                locks.contains("x") ? window.x() : null,
                locks.contains("y") ? window.y() : null,
                locks.contains("zoom") ? window.width() : null);
        List<Integer> allowed = heights(present.slot(), present.fit(), locks, heights);
        Found found = Patience.within(MOST_FINDING, () -> find(present, lock, List.of(window), allowed));
        Optional<Shortfall> shortfall =
                found.worst >= Shares.WHOLE || !found.certain ? Optional.empty() : Remedies.of(found.problem, lock);
        return new BestWindow(found.fit, found.worst, shortfall.orElse(null));
    }

    /** @param certain whether nothing shows more in any height that was tried */
    private record Found(Fit fit, double worst, Problem problem, boolean certain) {}

    private static Found find(FitState present, Lock lock, List<Box<InPrepared>> near, List<Integer> heights) {
        Problem problem = present.problem();
        Fit best = null;
        double bestWorst = -1;
        Problem bestProblem = problem;
        boolean certain = true;
        for (Integer height : heights) {
            BestPosition.Together together = BestPosition.together(problem.inHeight(height), lock, near);
            Problem placed = together.problem();
            certain &= together.certain();
            Problem.Answer answer = placed.best(lock, near);
            Box<InPrepared> whole = inWholePixels(answer.window(), placed, lock);
            double worst = placed.shares(whole).worst();
            if (best == null || bestWorst < Shares.WHOLE && worst > bestWorst + 1e-6) {
                best = fit(present, placed, whole);
                bestWorst = worst;
                bestProblem = placed;
            }
        }
        return new Found(best, bestWorst, bestProblem, certain);
    }

    /** The fit as it is when an offer is taken that is not another picture. */
    public Fit taking(Offer offer, FitState present) {
        Fit taken = fit;
        if (offer.growth() != null) {
            taken = taken.with(offer.growth());
        }
        if (offer.height() != null) {
            taken = taken.with(taken.frame().inHeight(own(present.slot(), offer.height()) ? null : offer.height()));
        }
        taken = taken.lettingGo(
                Stream.concat(taken.letGo().stream(), offer.letGo().stream()).toList());
        Box<InPrepared> window = offer.window();
        return taken.at(present.slot(), present.picture().size(), window.x(), window.y(), window.width());
    }

    private static boolean own(Slot slot, int height) {
        return slot.brief().size() != null && slot.brief().size().height() == height;
    }

    /** Where people can type it, as long as that hides nothing more. */
    private static Box<InPrepared> inWholePixels(Box<InPrepared> window, Problem problem, Lock lock) {
        if (!lock.equals(Lock.NOTHING)) {
            return window;
        }
        double width = Math.floor(window.width());
        double height = window.height() * width / window.width();
        double y = Math.min(
                Math.round(window.y()), Math.floor(problem.prepared().size().height() - height));
        Box<InPrepared> whole = new Box<>(Math.round(window.x()), Math.max(0, y), width, height);
        return problem.shares(whole).worst() >= problem.shares(window).worst() - 1e-9 ? whole : window;
    }

    /** @throws BadInput for what can't be locked */
    public static Set<String> locks(List<String> words) {
        List<String> asked = words == null ? List.of() : words;
        for (String word : asked) {
            if (word == null || !LOCKS.contains(word)) {
                throw new BadInput("lock", "what is held can be height, x, y or zoom, was “" + word + "”");
            }
        }
        return Set.copyOf(asked);
    }

    /** Where Gavlin puts a picture of which somebody said what must be seen; the middle is as good as any otherwise. */
    static Fit placed(OpenSite site, Place place, StoredPicture picture, Fit fit) {
        if (fit.rule() == Rule.CONTAIN || picture.keepAreas().areas().isEmpty()) {
            return fit;
        }
        FitState looked = FitState.looked(site, place, picture, fit);
        return find(
                        looked,
                        Lock.NOTHING,
                        List.of(),
                        Collections.singletonList(fit.frame().height()))
                .fit;
    }

    private static Fit fit(FitState present, Problem problem, Box<InPrepared> window) {
        Position position = problem.position();
        Fit set = present.fit()
                .with(present.fit().frame().inHeight(problem.height()).with(position));
        return set.at(present.slot(), present.picture().size(), window.x(), window.y(), window.width());
    }

    /** The present one first: another is only taken when it shows more. */
    private static List<Integer> heights(Slot slot, Fit fit, Set<String> locks, List<Integer> allowed) {
        List<Integer> heights = new ArrayList<>();
        heights.add(fit.frame().height());
        if (!locks.contains("height") && slot.brief().size() != null) {
            slot.heights().stream()
                    .filter(h -> allowed.isEmpty() || allowed.contains(h))
                    .sorted()
                    .map(h -> own(slot, h) ? null : h)
                    .filter(h -> !heights.contains(h))
                    .forEach(heights::add);
        }
        return heights;
    }
}
