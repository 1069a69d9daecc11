package gavlin.web.move;

import gavlin.core.brief.Slot;
import gavlin.core.gauge.Verdict;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Place;

/**
 * One old fit as the new theme would have it.
 *
 * @param from the old fit
 * @param place where it goes
 * @param look what it is there, not stored; null when it cannot be
 * @param refusal why it cannot be; null otherwise
 */
record Carried(FitState from, Place place, FitState look, String refusal) {
    Slot slot() {
        return place.slot();
    }

    Verdict verdict() {
        return look == null ? Verdict.FAILS : look.verdict();
    }

    String outcome() {
        return switch (verdict()) {
            case FITS, UNMEASURED -> "fits as is";
            case LOOK -> "look at this";
            default -> "cannot";
        };
    }

    String says() {
        return look == null ? refusal : FitState.worstOf(look.gauges());
    }
}
