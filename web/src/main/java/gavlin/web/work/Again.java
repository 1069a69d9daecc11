package gavlin.web.work;

import java.util.function.Supplier;
import org.springframework.dao.PessimisticLockingFailureException;

/** A change that the database took back because it and another waited for each other: done again, since nothing of it was kept. */
public final class Again {
    private static final int TRIES = 8;

    private Again() {}

    public static <T> T whenBeaten(Supplier<T> change) {
        for (int left = TRIES - 1; ; left--) {
            try {
                return change.get();
            } catch (PessimisticLockingFailureException e) {
                if (left == 0) {
                    throw e;
                }
            }
        }
    }
}
