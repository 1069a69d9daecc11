package gavlin.core.solve;

import java.time.Duration;
import java.util.function.Supplier;

/**
 * How long a search on this thread may go on. What is found by then is the best of what was tried, and proven no further; without a limit
 * the same scene always gives the same window.
 */
public final class Patience {
    private static final ThreadLocal<Long> UNTIL = new ThreadLocal<>();

    private Patience() {}

    /** Does what searches, for so long. Inside of another the sooner end holds. */
    public static <T> T within(Duration most, Supplier<T> search) {
        Long before = UNTIL.get();
        long until = System.nanoTime() + most.toNanos();
        UNTIL.set(before == null ? until : Math.min(before, until));
        try {
            return search.get();
        } finally {
            if (before == null) {
                UNTIL.remove();
            } else {
                UNTIL.set(before);
            }
        }
    }

    static boolean isOver() {
        Long until = UNTIL.get();
        return until != null && System.nanoTime() > until;
    }
}
