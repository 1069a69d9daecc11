package gavlin.core.gauge;

import gavlin.core.brief.WeightLimit;
import gavlin.core.damage.Damage;
import java.util.ArrayList;
import java.util.List;

/** What compression did, as people see it: 1 is just not seen. */
final class DamageGauge implements Gauge {
    private static final String UNIT = "× just unseen";
    /** The end of the scale that is drawn. */
    private static final double END = 2 * Damage.SHOWS;

    @Override
    public String id() {
        return "damage";
    }

    @Override
    public Reading read(Subject subject) {
        Damage damage = subject.measured() == null ? null : subject.measured().damage();
        if (damage == null) {
            Reading none = Reading.of(this, null, Damage.SHOWS, UNIT, Verdict.UNMEASURED, "Not measured yet.");
            return isBetterLookedFor(subject) ? takingItSoFar(subject, none) : none;
        }
        double seen = Says.round(damage.seen(), 2);
        Verdict verdict = seen <= Damage.NOT_SEEN ? Verdict.FITS : seen <= Damage.SHOWS ? Verdict.LOOK : Verdict.FAILS;
        String says = switch (verdict) {
            case FITS -> "Compression does not show.";
            case LOOK -> "Compression may show: " + what(damage) + ". Look at it at actual size.";
            default -> "Compression shows: " + what(damage) + "." + (keepsLimit(subject) ? " The limit is kept." : "");
        };
        boolean isSoFar = isBetterLookedFor(subject);
        Reading reading = Reading.of(
                        this,
                        seen,
                        Damage.SHOWS,
                        UNIT,
                        verdict,
                        isSoFar ? says + " A better file is looked for." : says)
                .on(seen, Damage.SHOWS, END);
        return isSoFar ? takingItSoFar(subject, reading) : reading.with(remedies(subject, verdict));
    }

    private static Reading takingItSoFar(Subject subject, Reading reading) {
        return reading.offering(List.of(Remedy.thisFile(subject.measured().soFar())));
    }

    private static boolean isBetterLookedFor(Subject subject) {
        return subject.measured() != null
                && subject.measured().soFar() != null
                && subject.fit().encoding() == null;
    }

    private static String what(Damage damage) {
        return switch (damage.most()) {
            case FORMS -> "fine forms went soft";
            case PLACES -> "in places fine forms went soft";
            case EDGES -> "smooth areas have steps or rings";
            case COLOUR -> "colours moved or ran";
        };
    }

    private static boolean keepsLimit(Subject subject) {
        WeightLimit limit = subject.brief().weight();
        return limit != null && subject.measured().bytes() <= limit.maxBytes(1);
    }

    private static List<Remedy> remedies(Subject subject, Verdict verdict) {
        List<Remedy> remedies = new ArrayList<>();
        if (subject.fit().encoding() != null) {
            remedies.add(Remedy.anyFile());
        } else if (subject.fit().type() != null && subject.brief().usableTypes().size() > 1) {
            remedies.add(Remedy.anyType("Let Gavlin choose the type"));
        }
        remedies.add(Remedy.place("closer", "Look closer", "", Remedy.Place.CLOSER));
        if (verdict == Verdict.FAILS) {
            remedies.add(Remedy.brief("Ask for a higher limit"));
        }
        return remedies;
    }
}
