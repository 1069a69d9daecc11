package gavlin.web.fit;

import gavlin.core.brief.Slot;
import gavlin.core.fit.Fit;
import gavlin.core.fit.Gauge;
import gavlin.core.fit.Gauge.Verdict;
import gavlin.core.fit.Gauges;
import gavlin.core.fit.RenditionPlan;
import gavlin.core.geometry.Rule;
import gavlin.core.solve.Problem;
import gavlin.core.solve.Shares;
import gavlin.web.picture.StoredPicture;
import gavlin.web.site.OpenSite;
import java.time.Instant;
import java.util.List;

/**
 * A slot's fit as it stands: the decision, what follows from it, and how it is judged.
 *
 * @param present the slot with the showings that exist now
 * @param revision 0 for a fit that is only looked at and not stored
 * @param plan at density 1
 * @param shares how much is seen of what must be; null where nothing is marked
 * @param rendition null while there is no file for this plan
 * @param gauges judged as it is made: a state is asked for its verdict again and again
 */
public record FitState(
        Place place,
        Slot present,
        int revision,
        String name,
        String madeBy,
        Instant madeAt,
        boolean accepted,
        boolean canUndo,
        boolean canRedo,
        StoredPicture picture,
        Fit fit,
        RenditionPlan plan,
        Shares shares,
        StoredRendition rendition,
        List<Gauge> gauges) {
    /** One that is only looked at: nothing of it is stored. */
    public static FitState looked(OpenSite site, Place place, StoredPicture picture, Fit fit) {
        Slot present = site.present(place.slot());
        RenditionPlan plan = RenditionPlan.of(place.slot(), fit, picture.facts(), 1);
        Shares shares = shares(present, picture, fit, plan);
        return new FitState(
                place,
                present,
                0,
                null,
                null,
                null,
                false,
                false,
                false,
                picture,
                fit,
                plan,
                shares,
                null,
                Gauges.judge(place.slot(), fit, picture.facts(), plan, shares, null));
    }

    /** The same as a revision that is stored. */
    FitState stored(FitHead head, FitRevision held, boolean canRedo) {
        return new FitState(
                place,
                present,
                held.revision(),
                held.name(),
                held.madeBy(),
                held.madeAt(),
                head.isAccepted(),
                held.parent() > 0,
                canRedo,
                picture,
                fit,
                plan,
                shares,
                rendition,
                gauges);
    }

    private static Shares shares(Slot present, StoredPicture picture, Fit fit, RenditionPlan plan) {
        Problem problem = fit.problem(
                present,
                picture.size(),
                picture.regions().areas(),
                picture.regions().focal());
        boolean nothing = problem.areas().isEmpty() || fit.rule() == Rule.CONTAIN;
        return nothing ? null : problem.shares(plan.framing().window());
    }

    /** What must be seen of the picture here, as a problem to be solved. */
    public Problem problem() {
        return fit.problem(
                present,
                picture.size(),
                picture.regions().areas(),
                picture.regions().focal());
    }

    /** The slot in the height that was chosen, its showings at the position that was; those that exist now. */
    public Slot shown() {
        return fit.slotOf(present);
    }

    public Slot slot() {
        return place.slot();
    }

    /** Empty for the whole site. */
    public String section() {
        return place.section();
    }

    /** What its file is stored under. */
    String key() {
        return Renditions.key(picture, slot(), plan);
    }

    /** The same with its file, or without one. */
    FitState with(StoredRendition other) {
        return new FitState(
                place,
                present,
                revision,
                name,
                madeBy,
                madeAt,
                accepted,
                canUndo,
                canRedo,
                picture,
                fit,
                plan,
                shares,
                other,
                Gauges.judge(slot(), fit, picture.facts(), plan, shares, other == null ? null : other.measured()));
    }

    public Verdict verdict() {
        return Gauges.overall(gauges);
    }

    /** The state of a slot with these pictures, in a word: {@code empty} for none, otherwise the worst. */
    public static String wordFor(List<FitState> pictures) {
        return pictures.stream()
                .map(FitState::verdict)
                .max(Verdict::compareTo)
                .map(Verdict::word)
                .orElse("empty");
    }

    /** What the first failing gauge says, else the first that asks for a look; empty when none does. */
    public static String worstOf(List<Gauge> gauges) {
        for (Verdict verdict : List.of(Verdict.FAILS, Verdict.LOOK)) {
            for (Gauge gauge : gauges) {
                if (gauge.verdict() == verdict) {
                    return gauge.says();
                }
            }
        }
        return "";
    }

    /** Whether a person should still do something: not when it fits, nor when it was looked at and accepted. */
    public boolean needsAttention() {
        Verdict verdict = verdict();
        return verdict == Verdict.FAILS || verdict == Verdict.LOOK && !accepted;
    }
}
