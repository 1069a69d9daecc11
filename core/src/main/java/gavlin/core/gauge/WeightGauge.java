package gavlin.core.gauge;

import gavlin.core.brief.WeightLimit;
import java.util.ArrayList;
import java.util.List;

/** The file's weight against its limit. */
final class WeightGauge implements Gauge {
    @Override
    public String id() {
        return "weight";
    }

    @Override
    public Reading read(Subject subject) {
        WeightLimit limit = subject.brief().weight();
        String unit = limit == null ? "kB" : limit.unit().name();
        Object asked = limit == null ? null : limit.limit();
        if (subject.measured() == null) {
            return Reading.of(this, null, asked, unit, Verdict.UNMEASURED, "Not measured yet.");
        }
        long bytes = subject.measured().bytes();
        if (limit == null) {
            double value = bytes / 1000.0;
            String says = Says.format("The file weighs %.1f kB; there is no limit.", value);
            return Reading.of(this, Says.round(value, 1), null, unit, Verdict.FITS, says);
        }
        double value = limit.inUnit(bytes);
        boolean keeps = bytes <= limit.maxBytes(1);
        return Reading.of(
                        this,
                        Says.round(value, 1),
                        asked,
                        unit,
                        keeps ? Verdict.FITS : Verdict.FAILS,
                        Says.format("The file weighs %.1f of at most %s.", value, limit.label())
                                + (keeps ? "" : tooHeavy(subject)))
                .shownWith("of " + Reading.plain(asked) + " " + unit)
                .on(value, limit.limit(), limit.limit() * 1.1)
                .with(remedies(subject));
    }

    private static String tooHeavy(Subject subject) {
        return subject.fit().encoding() != null
                ? " You chose this file."
                : " Even its smallest form is too heavy: allow another type, or use a simpler picture.";
    }

    private static List<Remedy> remedies(Subject subject) {
        if (subject.fit().encoding() != null) {
            return List.of(Remedy.anyFile());
        }
        List<Remedy> remedies = new ArrayList<>();
        if (subject.fit().type() != null && subject.brief().usableTypes().size() > 1) {
            remedies.add(Remedy.anyType("Let Gavlin choose the type"));
        }
        remedies.add(Remedy.anotherPicture("Choose a simpler picture", ""));
        remedies.add(Remedy.brief("Ask for a higher limit"));
        return remedies;
    }
}
