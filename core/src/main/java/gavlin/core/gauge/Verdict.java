package gavlin.core.gauge;

import java.util.Collection;
import java.util.Comparator;

/** What a gauge says of a fit, from the best to the worst. */
public enum Verdict {
    FITS,
    /** Nobody can tell before there is a file. */
    UNMEASURED,
    LOOK,
    FAILS;

    public String word() {
        return name().toLowerCase(java.util.Locale.ROOT);
    }

    /** The one rule for several: the worst of them; what is not measured yet comes between what fits and what asks for a look. */
    public static Verdict worst(Collection<Verdict> all) {
        return all.stream().max(Comparator.naturalOrder()).orElse(FITS);
    }

    /** Of a fit that is all right as far as that can be told. */
    public boolean isNoObstacle() {
        return this == FITS || this == UNMEASURED;
    }

    /** Where many are looked over before any file is made: what is only not measured yet counts as what fits. */
    public Verdict asFarAsKnown() {
        return isNoObstacle() ? FITS : this;
    }
}
