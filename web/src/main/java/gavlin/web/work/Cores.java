package gavlin.web.work;

import gavlin.web.problem.Busy;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;

/**
 * Bounds the heavy work, decoding and encoding, to what the machine can do at once: the rest waits its turn for a while
 * and is then told to come back, so that memory never runs out.
 */
@Component
public class Cores {
    private static final long PATIENCE_SECONDS = 30;

    private final Semaphore permits =
            new Semaphore(Math.max(2, Runtime.getRuntime().availableProcessors()), true);

    /** @throws Busy when no core came free in time */
    public <T> T run(Supplier<T> work) {
        try {
            if (!permits.tryAcquire(PATIENCE_SECONDS, TimeUnit.SECONDS)) {
                throw new Busy();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Busy();
        }
        try {
            return work.get();
        } finally {
            permits.release();
        }
    }
}
