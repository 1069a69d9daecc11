package gavlin.web.work;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.web.problem.Busy;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.LockSupport;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class WorkTest {
    @Test
    void onceAtATime_manyAskForOneKey_workIsDoneOnceAndShared() throws Exception {
        OnceAtATime<String> once = new OnceAtATime<>();
        AtomicInteger runs = new AtomicInteger();
        CountDownLatch started = new CountDownLatch(1);
        CountDownLatch go = new CountDownLatch(1);
        var pool = Executors.newFixedThreadPool(8);
        try {
            CompletableFuture<String> first = CompletableFuture.supplyAsync(
                    () -> once.get("key", () -> {
                        started.countDown();
                        await(go);
                        return "made " + runs.incrementAndGet();
                    }),
                    pool);
            started.await();
            List<CompletableFuture<String>> others = IntStream.range(0, 6)
                    .mapToObj(i -> CompletableFuture.supplyAsync(
                            () -> once.get("key", () -> "made " + runs.incrementAndGet()), pool))
                    .toList();
            Thread.sleep(100); // all have asked by now
            go.countDown();
            assertEquals("made 1", first.get());
            for (CompletableFuture<String> other : others) {
                assertEquals("made 1", other.get());
            }
        } finally {
            pool.shutdown();
        }
        assertEquals("made 2", once.get("key", () -> "made " + runs.incrementAndGet()), "asked again later");
    }

    @Test
    void onceAtATime_failure_reachesTheCallerAndIsForgotten() {
        OnceAtATime<String> once = new OnceAtATime<>();
        assertThrows(
                IllegalStateException.class,
                () -> once.get("key", () -> {
                    throw new IllegalStateException("no");
                }));
        assertEquals("yes", once.get("key", () -> "yes"));
    }

    @Test
    void heavyWork_interruptedWhileWaiting_saysBusy() {
        HeavyWork work = new HeavyWork();
        Thread.currentThread().interrupt();
        assertThrows(Busy.class, () -> work.run(() -> "never"));
        assertTrue(Thread.interrupted(), "the interruption is passed on");
        assertEquals("now", work.run(() -> "now"));
    }

    @Test
    void heavyWork_failingWork_givesItsCoreBack() {
        HeavyWork work = new HeavyWork();
        for (int i = 0; i < 50; i++) {
            assertThrows(
                    IllegalStateException.class,
                    () -> work.run(() -> {
                        throw new IllegalStateException();
                    }));
        }
        assertEquals("free", work.run(() -> "free"));
    }

    /** Bounded in bytes as well: what would not go into the heap beside the others waits, though a core is free. */
    @Test
    void heavyWork_thatHoldsTooMuchTogether_takesTurns() throws InterruptedException {
        HeavyWork work = new HeavyWork(4, 100_000_000);
        AtomicInteger atOnce = new AtomicInteger();
        AtomicInteger most = new AtomicInteger();
        List<Thread> threads = IntStream.range(0, 6)
                .mapToObj(i -> new Thread(() -> work.run(60_000_000, () -> {
                    most.accumulateAndGet(atOnce.incrementAndGet(), Math::max);
                    LockSupport.parkNanos(20_000_000);
                    return atOnce.decrementAndGet();
                })))
                .toList();
        threads.forEach(Thread::start);
        for (Thread thread : threads) {
            thread.join();
        }
        assertEquals(1, most.get(), "two of 60 MB are more than 100");
        assertEquals("all of it", work.run(1L << 40, () -> "all of it"), "what is larger than all has it to itself");
    }

    @Test
    void heavyWork_insideOfHeavyWork_hasItsTurnAlready() {
        HeavyWork work = new HeavyWork(1, 1_000_000);
        assertEquals("inner", work.run(900_000, () -> work.run(900_000, () -> "inner")));
        assertEquals("after", work.run(900_000, () -> "after"));
    }

    private static void await(CountDownLatch latch) {
        try {
            latch.await();
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }
}
