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
    void cores_interruptedWhileWaiting_saysBusy() {
        Cores cores = new Cores();
        Thread.currentThread().interrupt();
        assertThrows(Busy.class, () -> cores.run(() -> "never"));
        assertTrue(Thread.interrupted(), "the interruption is passed on");
        assertEquals("now", cores.run(() -> "now"));
    }

    @Test
    void cores_failingWork_givesItsCoreBack() {
        Cores cores = new Cores();
        for (int i = 0; i < 50; i++) {
            assertThrows(
                    IllegalStateException.class,
                    () -> cores.run(() -> {
                        throw new IllegalStateException();
                    }));
        }
        assertEquals("free", cores.run(() -> "free"));
    }

    private static void await(CountDownLatch latch) {
        try {
            latch.await();
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }
}
