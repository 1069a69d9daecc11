package gavlin.core.solve;

import java.time.Duration;
import java.util.function.Supplier;

/**
 * How long a search on this thread may go on, as somebody waits for it. What is found by then is the best of what was tried, and proven no further; without a limit
 * the same scene always gives the same window.
 */
public final class Patience {
    private static final ThreadLocal<Long> UNTIL = new ThreadLocal<>();
    /** In the place of an end: there is none, whatever is asked for inside. */
    private static final long NEVER = Long.MAX_VALUE;

    private Patience() {}

    /** Does what searches, for so long. Inside of another the sooner end holds. */
    public static <T> T within(Duration most, Supplier<T> search) {
        Long before = UNTIL.get();
        long until = System.nanoTime() + most.toNanos();
        if (before != null) {
            until = before == NEVER ? NEVER : Math.min(before, until);
        }
        return until(until, search);
    }

    /** Does what searches to its end, however slow the machine is: where nobody waits, and the window must always be the same. */
    public static <T> T endless(Supplier<T> search) {
        return until(NEVER, search);
    }

    private static <T> T until(long until, Supplier<T> search) {
        Long before = UNTIL.get();
        UNTIL.set(until);
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
        return until != null && until != NEVER && System.nanoTime() > until;
    }
}
