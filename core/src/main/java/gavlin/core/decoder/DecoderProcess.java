package gavlin.core.decoder;

import gavlin.core.decoder.DecoderLost.Why;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Comparator;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import tools.jackson.core.JacksonException;

/** One decoder, as the application sees it: a process, a folder, and a line each way for a job. For one caller at a time. */
final class DecoderProcess implements AutoCloseable {
    private static final Duration MOST_STARTING = Duration.ofSeconds(60);
    /** What the JVM ends with by ExitOnOutOfMemoryError. */
    private static final int EXIT_OUT_OF_MEMORY = 3;
    /** 128 + SIGXCPU, and SIGKILL at the hard limit of the same. */
    private static final int EXIT_OUT_OF_TIME = 152;
    /** Longer than any answer that makes sense; a decoder that has been taken over could go on for ever. */
    private static final int LONGEST_ANSWER = 8_000_000;

    private final Path folder;
    private final Process process;
    private final BufferedReader answers;
    private final OutputStream jobs;
    private final ScheduledExecutorService clock;
    private volatile boolean overstayed;
    private boolean ended;

    /**
     * Starts one and waits until it is ready.
     *
     * @param folder does not exist yet
     * @param clock ends it when it takes too long
     */
    DecoderProcess(Sandbox sandbox, Path folder, ScheduledExecutorService clock) throws IOException {
        this.folder = folder;
        this.clock = clock;
        Files.createDirectories(folder.resolve("tmp"));
        this.process = sandbox.start(folder, folder.resolve("errors"));
        this.answers = new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8));
        this.jobs = process.getOutputStream();
        ScheduledFuture<?> deadline = deadline(MOST_STARTING);
        try {
            if (!DecoderMain.READY.equals(line())) {
                String said = said();
                close();
                throw new IOException("a decoder could not be started: " + said);
            }
        } finally {
            deadline.cancel(false);
        }
    }

    Path folder() {
        return folder;
    }

    boolean isUsable() {
        return !ended && process.isAlive();
    }

    /** @throws DecoderLost when it ended instead of answering */
    Answer ask(Job job, Duration most) throws DecoderLost {
        ScheduledFuture<?> deadline = deadline(most);
        try {
            jobs.write((Answer.JSON.writeValueAsString(job) + "\n").getBytes(StandardCharsets.UTF_8));
            jobs.flush();
            String line = line();
            if (line == null) {
                throw lost();
            }
            Answer answer = Answer.of(line);
            ended = answer.last();
            return answer;
        } catch (IOException | JacksonException e) {
            throw lost(); // also one that answers nonsense is not asked again
        } finally {
            deadline.cancel(false);
        }
    }

    private ScheduledFuture<?> deadline(Duration most) {
        return clock.schedule(
                () -> {
                    overstayed = true;
                    kill();
                },
                most.toMillis(),
                TimeUnit.MILLISECONDS);
    }

    private String line() throws IOException {
        StringBuilder line = new StringBuilder();
        for (int c = answers.read(); c != '\n'; c = answers.read()) {
            if (c < 0 || line.length() >= LONGEST_ANSWER) {
                return null;
            }
            line.append((char) c);
        }
        return line.toString();
    }

    private DecoderLost lost() {
        ended = true;
        kill();
        try {
            process.waitFor(10, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        int exit = process.isAlive() ? -1 : process.exitValue();
        if (overstayed || exit == EXIT_OUT_OF_TIME) {
            return new DecoderLost(Why.OVERSTAYED);
        }
        boolean heap = exit == EXIT_OUT_OF_MEMORY || said().contains("OutOfMemoryError");
        return new DecoderLost(heap ? Why.OUT_OF_MEMORY : Why.CRASHED);
    }

    /** The beginning of what it wrote as its errors. */
    private String said() {
        try (var in = Files.newInputStream(folder.resolve("errors"))) {
            return new String(in.readNBytes(2000), StandardCharsets.UTF_8).strip();
        } catch (IOException e) {
            return "";
        }
    }

    private void kill() {
        process.descendants().forEach(ProcessHandle::destroyForcibly);
        process.destroyForcibly();
    }

    /** Clears its folder for the next job. */
    void tidy() throws IOException {
        try (Stream<Path> left = Files.list(folder)) {
            for (Path path : (Iterable<Path>) left::iterator) {
                if (Files.isRegularFile(path) && !path.endsWith("errors")) {
                    Files.delete(path);
                }
            }
        }
    }

    @Override
    public void close() {
        ended = true;
        kill();
        delete(folder);
    }

    /** With all that is in it, as far as that goes: what is left is tried again at the next start. */
    static void delete(Path folder) {
        try (Stream<Path> all = Files.walk(folder)) {
            for (Path path : all.sorted(Comparator.reverseOrder()).toList()) {
                Files.deleteIfExists(path);
            }
        } catch (IOException | java.io.UncheckedIOException e) {
            // A process that is just ending may still have written something.
        }
    }
}
