package gavlin.core.decoder;

import gavlin.core.decoder.Decoders.Settings;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;

/** The decoder processes: as many as were asked for, started ahead and kept warm, each with one job at a time, replaced when they die. */
final class DecoderPool implements AutoCloseable {
    private static final System.Logger LOG = System.getLogger(DecoderPool.class.getName());

    private final Settings settings;
    private final Sandbox sandbox;
    /** One place for each decoder, taken by whoever gives it a job. */
    private final BlockingQueue<CompletableFuture<DecoderProcess>> places;

    private final AtomicInteger waiting = new AtomicInteger();
    private final AtomicInteger started = new AtomicInteger();
    private final ScheduledExecutorService clock =
            Executors.newSingleThreadScheduledExecutor(work -> daemon(work, "decoders-clock"));
    private final ExecutorService starter = Executors.newCachedThreadPool(work -> daemon(work, "decoders-starter"));
    private volatile boolean closed;

    DecoderPool(Settings settings) throws IOException {
        this.settings = settings;
        this.sandbox = Sandbox.ofThisMachine(settings.wrapped());
        this.places = new ArrayBlockingQueue<>(settings.processes());
        Files.createDirectories(settings.folder());
        clearLeftOvers();
        for (int i = 0; i < settings.processes(); i++) {
            places.add(startedAhead());
        }
        if (!sandbox.isWrapped() && settings.wrapped()) {
            LOG.log(System.Logger.Level.WARNING, "bubblewrap is not there or does not work: decoders run without it");
        }
    }

    int idle() {
        return places.size();
    }

    boolean isWrapped() {
        return sandbox.isWrapped();
    }

    /** One that has nothing to do; it must be given back. */
    DecoderProcess take() {
        CompletableFuture<DecoderProcess> place = place();
        try {
            DecoderProcess decoder = place.join();
            if (decoder.isUsable()) {
                return decoder;
            }
            decoder.close(); // it died with nothing to do
            return start();
        } catch (CompletionException e) {
            places.add(startedAhead());
            throw new DecodersBusy("the programs that read pictures can't be started just now; try again", e);
        }
    }

    private CompletableFuture<DecoderProcess> place() {
        if (waiting.incrementAndGet() > settings.queue()) {
            waiting.decrementAndGet();
            throw new DecodersBusy("Gavlin is busy reading other pictures; try again in a few seconds", null);
        }
        try {
            CompletableFuture<DecoderProcess> place =
                    places.poll(settings.patience().toMillis(), TimeUnit.MILLISECONDS);
            if (place == null) {
                throw new DecodersBusy("Gavlin is busy reading other pictures; try again in a few seconds", null);
            }
            return place;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new DecodersBusy("the reading was stopped", e);
        } finally {
            waiting.decrementAndGet();
        }
    }

    void giveBack(DecoderProcess decoder) {
        boolean tidy = decoder.isUsable();
        try {
            decoder.tidy();
        } catch (IOException e) {
            tidy = false;
        }
        if (tidy && !closed) {
            places.add(CompletableFuture.completedFuture(decoder));
        } else {
            decoder.close();
            places.add(startedAhead());
        }
    }

    private CompletableFuture<DecoderProcess> startedAhead() {
        return closed
                ? CompletableFuture.failedFuture(new IllegalStateException("the decoders have been closed"))
                : CompletableFuture.supplyAsync(this::start, starter);
    }

    private DecoderProcess start() {
        try {
            String name = "decoder-" + ProcessHandle.current().pid() + "-" + started.incrementAndGet();
            DecoderProcess decoder = new DecoderProcess(
                    sandbox, settings.folder().toAbsolutePath().resolve(name), clock);
            if (closed) {
                decoder.close();
            }
            return decoder;
        } catch (IOException e) {
            LOG.log(System.Logger.Level.ERROR, e.getMessage());
            throw new CompletionException(e);
        }
    }

    /** Folders of a process that was killed. */
    private void clearLeftOvers() throws IOException {
        try (Stream<Path> folders = Files.list(settings.folder())) {
            for (Path folder : folders.toList()) {
                String[] name = folder.getFileName().toString().split("-");
                boolean ours = name.length == 3 && name[0].equals("decoder") && name[1].matches("\\d{1,9}");
                if (ours && ProcessHandle.of(Long.parseLong(name[1])).isEmpty()) {
                    DecoderProcess.delete(folder);
                }
            }
        }
    }

    private static Thread daemon(Runnable work, String name) {
        Thread thread = new Thread(work, name);
        thread.setDaemon(true);
        return thread;
    }

    @Override
    public void close() {
        closed = true;
        for (CompletableFuture<DecoderProcess> place = places.poll(); place != null; place = places.poll()) {
            place.thenAccept(DecoderProcess::close);
        }
        clock.shutdown();
        starter.shutdown();
    }
}
