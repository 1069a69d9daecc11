package gavlin.web.work;

import gavlin.web.problem.Busy;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Component;

/**
 * The one way in for heavy work: decoding, rendering, encoding, solving, and loading what these need. Bounded in number, to what the
 * machine can do at once, and in bytes, to what the heap can hold: the rest waits its turn for a while and is then told to come back, so
 * that memory never runs out. Work inside of work has its turn already.
 */
@Component
public class HeavyWork {
    private static final long PATIENCE_SECONDS = 30;
    /** Of the heap: what heavy work may hold at once. The rest is for requests, sessions and the garbage of both. */
    private static final double SHARE = 0.7;

    private static final int MB = 1 << 20;
    /** Who would wait behind so many is told at once: threads that wait are none for those who only look. */
    private static final int LONGEST_QUEUE = 40;

    private final int turns;
    private final Semaphore cores;
    private final Semaphore memory;
    private final int mostMemory;
    private final ThreadLocal<Boolean> inside = ThreadLocal.withInitial(() -> false);

    @Autowired
    public HeavyWork() {
        this(Math.max(2, Runtime.getRuntime().availableProcessors()), (long)
                (Runtime.getRuntime().maxMemory() * SHARE));
    }

    /** @param bytes that all work at once may hold */
    HeavyWork(int cores, long bytes) {
        this.turns = cores;
        this.cores = new Semaphore(cores, true);
        this.mostMemory = megabytes(bytes);
        this.memory = new Semaphore(mostMemory, true);
    }

    /**
     * Does work in its turn.
     *
     * @param bytes of heap that it holds at most, as nearly as that is known before; what is more than all there is has it to itself
     * @throws Busy when its turn did not come in time
     */
    public <T> T run(long bytes, Supplier<T> work) {
        if (inside.get()) {
            return work.get();
        }
        int share = Math.min(mostMemory, megabytes(bytes));
        if (cores.getQueueLength() >= LONGEST_QUEUE) {
            throw new Busy();
        }
        acquire(cores, 1);
        try {
            acquire(memory, share);
            inside.set(true);
            try {
                return work.get();
            } finally {
                inside.remove();
                memory.release(share);
            }
        } finally {
            cores.release();
        }
    }

    /** Of work that holds little memory. */
    public <T> T run(Supplier<T> work) {
        return run(MB, work);
    }

    /** How it stands, for people who run it. */
    public record State(int turns, int free, int waiting) {}

    public State state() {
        return new State(turns, cores.availablePermits(), cores.getQueueLength() + memory.getQueueLength());
    }

    private static void acquire(Semaphore of, int permits) {
        try {
            if (!of.tryAcquire(permits, PATIENCE_SECONDS, TimeUnit.SECONDS)) {
                throw new Busy();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Busy();
        }
    }

    private static int megabytes(long bytes) {
        return (int) Math.max(1, (bytes + MB - 1) / MB);
    }
}
