package gavlin.web.work;

import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;

/** Lets the first who asks for a key do the work, and the others who ask meanwhile share what comes of it. */
public final class OnceAtATime<T> {
    private final ConcurrentHashMap<String, CompletableFuture<T>> underWay = new ConcurrentHashMap<>();

    public T get(String key, Supplier<T> work) {
        CompletableFuture<T> mine = new CompletableFuture<>();
        CompletableFuture<T> theirs = underWay.putIfAbsent(key, mine);
        if (theirs != null) {
            try {
                return theirs.join();
            } catch (CompletionException e) {
                if (e.getCause() instanceof RuntimeException failure) {
                    throw failure;
                }
                throw e;
            }
        }
        try {
            T result = work.get();
            mine.complete(result);
            return result;
        } catch (RuntimeException | Error e) {
            mine.completeExceptionally(e);
            throw e;
        } finally {
            underWay.remove(key, mine);
        }
    }
}
