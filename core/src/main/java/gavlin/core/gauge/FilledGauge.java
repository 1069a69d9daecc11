package gavlin.core.gauge;

import gavlin.core.brief.Brief.Transparency;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Size;

/** How much of the slot the picture fills. */
final class FilledGauge implements Gauge {
    @Override
    public String id() {
        return "filled";
    }

    @Override
    public String name() {
        return "slot filled";
    }

    @Override
    public Reading read(Subject subject) {
        double filled = subject.filled();
        boolean marginsAreFine = subject.brief().rule() == Rule.CONTAIN
                && (subject.hasBacking() || subject.brief().transparency() != Transparency.FORBIDDEN);
        Verdict verdict =
                subject.isFull() || marginsAreFine ? Verdict.FITS : subject.hasBacking() ? Verdict.LOOK : Verdict.FAILS;
        String says = subject.isFull()
                ? "The picture fills the slot."
                : Says.format(
                        "The picture fills %.0f %% of the slot; the rest is %s.",
                        filled * 100, subject.hasBacking() ? "the backing colour" : "empty");
        return Reading.of(this, Says.round(filled * 100, 1), 100, "%", verdict, says)
                .on(filled, 1, 1)
                .with(Remedy.change("rule-cover", "Fill the slot", cut(subject), "frame", "rule", Rule.COVER.word()));
    }

    /** What filling it cuts away: what sticks out when the shorter of both ratios is stretched to fit. */
    private static String cut(Subject subject) {
        Size picture = subject.plan().prepared().size();
        double ratio = picture.proportion() / subject.plan().size().proportion();
        return Says.format("%.0f %% of the picture is cut off", 100 * (1 - Math.min(ratio, 1 / ratio)));
    }
}
