package gavlin.core.gauge;

import gavlin.core.brief.Brief;
import gavlin.core.brief.Slot;
import gavlin.core.fit.Fit;
import gavlin.core.fit.PictureFacts;
import gavlin.core.fit.RenditionPlan;
import gavlin.core.solve.Shares;

/**
 * What is judged: values that every gauge may look at.
 *
 * @param slot in its own height
 * @param shares how much is seen of what must be; null where nothing is marked
 * @param measured null while there is no file yet
 */
public record Subject(Slot slot, Fit fit, PictureFacts picture, RenditionPlan plan, Shares shares, Measured measured) {
    /** A slot's share that may stay uncovered before it shows as a gap: less than half a pixel of 1000. */
    private static final double FULL = 0.9995;

    Brief brief() {
        return fit.slotOf(slot).brief();
    }

    /** The share of the slot that the picture fills, 0..1. */
    double filled() {
        return plan.framing().filled(plan.size());
    }

    boolean isFull() {
        return filled() >= FULL;
    }

    /** Whether the picture as it is prepared may have clear pixels. */
    boolean transparent() {
        return plan.prepared().transparent(picture.transparent());
    }

    boolean hasBacking() {
        return fit.backing() != null;
    }
}
