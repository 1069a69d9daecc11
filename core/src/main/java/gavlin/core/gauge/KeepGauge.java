package gavlin.core.gauge;

import gavlin.core.solve.Shares;
import java.util.List;

/** The least share of any keep area in any showing. */
public final class KeepGauge implements Gauge {
    /** Less of what must be seen is a cut head: common practice, no source. */
    private static final double LEAST_SEEN = 0.9;

    /** What a share of an area that is seen means, 0..1. */
    public static Verdict of(double share) {
        return share >= Shares.WHOLE ? Verdict.FITS : share >= LEAST_SEEN ? Verdict.LOOK : Verdict.FAILS;
    }

    @Override
    public String id() {
        return "keep";
    }

    @Override
    public String name() {
        return "must be seen";
    }

    @Override
    public Reading read(Subject subject) {
        Shares shares = subject.shares();
        if (shares == null || shares.areas().isEmpty()) {
            return Reading.of(this, null, 100, "%", Verdict.FITS, "Nothing is marked as what must be seen.");
        }
        double worst = shares.worst();
        List<Shares.Hidden> hidden = shares.hidden();
        Verdict verdict = of(worst);
        String says = hidden.isEmpty()
                ? "All that must be seen is seen in every showing."
                : Says.format(
                        "Of %s only %.0f %% is seen on %s%s.",
                        hidden.get(0).area().name(),
                        Math.floor(worst * 100),
                        hidden.get(0).showing().name(),
                        hidden.size() > 1 ? ", and " + (hidden.size() - 1) + " more" : "");
        return Reading.of(this, Math.floor(worst * 1000) / 10, 100, "%", verdict, says)
                .on(worst, 1, 1)
                .with(Remedy.place("best-window", "Find the best window", "", Remedy.Place.BEST_WINDOW));
    }
}
