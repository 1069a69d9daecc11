package gavlin.core.gauge;

import gavlin.core.weight.Ssim;
import java.util.ArrayList;
import java.util.List;

/** What compression did: the likeness of the file and the picture, SSIM. */
final class DamageGauge implements Gauge {
    /** Below this, damage shows: the floor of a rendition. */
    private static final double LEAST_SSIM = 0.90;

    @Override
    public String id() {
        return "damage";
    }

    @Override
    public Reading read(Subject subject) {
        if (subject.measured() == null) {
            return Reading.of(this, null, LEAST_SSIM, "SSIM", Verdict.UNMEASURED, "Not measured yet.");
        }
        double ssim = subject.measured().ssim();
        Verdict verdict = ssim >= Ssim.SOUND ? Verdict.FITS : ssim >= LEAST_SSIM ? Verdict.LOOK : Verdict.FAILS;
        String says = switch (verdict) {
            case FITS -> "Compression does not show.";
            case LOOK -> "Compression may show: look at it at actual size.";
            default -> "Compression shows: use a lighter type or a simpler picture, or ask for a higher limit.";
        };
        return Reading.of(this, Says.round(ssim, 3), LEAST_SSIM, "SSIM", verdict, says)
                .on(ssim - 0.8, LEAST_SSIM - 0.8, 0.2)
                .with(remedies(subject, verdict));
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
