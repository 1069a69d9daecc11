package gavlin.web.fit;

import gavlin.core.brief.Slot;
import gavlin.core.fit.Fit;
import gavlin.core.fit.Gauge;
import gavlin.core.fit.Gauge.Verdict;
import gavlin.core.fit.Gauges;
import gavlin.core.fit.RenditionPlan;
import gavlin.web.picture.StoredPicture;
import java.time.Instant;
import java.util.List;

/**
 * A slot's fit as it stands: the decision, what follows from it, and how it is judged.
 *
 * @param section empty for the whole site
 * @param revision 0 for a fit that is only looked at and not stored
 * @param rendition null while there is no file for this plan
 */
public record FitState(
        Slot slot,
        String section,
        int revision,
        Instant madeAt,
        boolean accepted,
        boolean canUndo,
        boolean canRedo,
        StoredPicture picture,
        Fit fit,
        RenditionPlan plan,
        StoredRendition rendition) {
    public List<Gauge> gauges() {
        return Gauges.judge(slot, fit, picture.facts(), plan, rendition == null ? null : rendition.measured());
    }

    public Verdict verdict() {
        return Gauges.overall(gauges());
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
