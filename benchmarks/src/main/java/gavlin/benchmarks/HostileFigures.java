package gavlin.benchmarks;

import gavlin.benchmarks.HostileFiles.Hostile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ConcurrentSkipListMap;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Whether hostile files, one after the other, are felt by the people who work meanwhile. */
final class HostileFigures {
    private static final int CLIENTS = 4;
    private static final int SENDERS = 3;
    private static final int FILES = Integer.getInteger("files", 1000);
    private static final int QUIET_SECONDS = 20;
    private static final long SEED = 20261126;
    /** What people look at: pages, and a fit with its file. */
    private static final List<String> LOOKS = List.of(
            "/sites/tolvane/plan",
            "/sites/tolvane/pictures",
            "/sites/tolvane/slots/masthead/bench",
            "/api/v1/sites/tolvane/slots/masthead/fit");

    private final GavlinClient gavlin;
    private final Path process;

    private HostileFigures(GavlinClient gavlin, Path process) {
        this.gavlin = gavlin;
        this.process = process;
    }

    /** @param arguments the address, and the file that holds the application's process id */
    public static void main(String[] arguments) throws Exception {
        new HostileFigures(new GavlinClient(arguments[0]), Path.of(arguments[1])).run();
    }

    private void run() throws Exception {
        String before = Files.readString(process).strip();
        for (String path : LOOKS) {
            gavlin.status(path);
        }
        People quiet = new People();
        Thread.sleep(QUIET_SECONDS * 1000L);
        double[] alone = quiet.stop();
        long heapBefore = heap(before);

        People people = new People();
        Map<Integer, Integer> answers = new ConcurrentSkipListMap<>();
        AtomicInteger next = new AtomicInteger();
        long started = System.nanoTime();
        List<Thread> senders = new ArrayList<>();
        for (int i = 0; i < SENDERS; i++) {
            senders.add(new Thread(() -> {
                for (int n = next.getAndIncrement(); n < FILES; n = next.getAndIncrement()) {
                    answers.merge(offered(HostileFiles.of(SEED + n)), 1, Integer::sum);
                }
            }));
        }
        senders.forEach(Thread::start);
        for (Thread sender : senders) {
            sender.join();
        }
        double seconds = (System.nanoTime() - started) / 1e9;
        double[] beside = people.stop();
        String after = Files.readString(process).strip();

        System.out.printf(
                Locale.ROOT,
                "%d hostile files in %.0f s, three at a time, while %d people work%n",
                FILES,
                seconds,
                CLIENTS);
        print("answers to the files, by status", answers.toString());
        print("people's requests without, with", alone.length + ", " + beside.length);
        print("of these lost", quiet.lost + ", " + people.lost);
        print("p95 of people's requests without, with", "%.1f, %.1f ms".formatted(p95(alone), p95(beside)));
        boolean same =
                before.equals(after) && ProcessHandle.of(Long.parseLong(after)).isPresent();
        print("the same process", same ? "yes" : "NO");
        print("its heap before, after", "%d, %d MB".formatted(heapBefore >> 20, heap(after) >> 20));
    }

    /** @return 0 when there was no answer */
    private int offered(Hostile file) {
        try {
            return offer(file);
        } catch (IOException | InterruptedException e) {
            return 0;
        }
    }

    private int offer(Hostile file) throws IOException, InterruptedException {
        return file.isPage()
                ? gavlin.offer("/sites/tolvane/sheets/1/page", "files", file.name(), file.content())
                : gavlin.offer("/api/v1/sites/tolvane/pictures", "file", file.name(), file.content());
    }

    /** Four at once, each looking at one thing after the other. */
    private final class People {
        private final AtomicBoolean stopped = new AtomicBoolean();
        private final ConcurrentLinkedQueue<Double> millis = new ConcurrentLinkedQueue<>();
        private final AtomicInteger lost = new AtomicInteger();
        private final List<Thread> threads = new ArrayList<>();

        People() {
            for (int i = 0; i < CLIENTS; i++) {
                int first = i;
                Thread thread = new Thread(() -> work(first));
                thread.start();
                threads.add(thread);
            }
        }

        private void work(int first) {
            for (int i = first; !stopped.get(); i++) {
                long start = System.nanoTime();
                try {
                    if (gavlin.status(LOOKS.get(i % LOOKS.size())) != 200) {
                        lost.incrementAndGet();
                    }
                    millis.add((System.nanoTime() - start) / 1e6);
                    Thread.sleep(100); // people look before they click
                } catch (IOException | InterruptedException e) {
                    lost.incrementAndGet();
                }
            }
        }

        double[] stop() throws InterruptedException {
            stopped.set(true);
            for (Thread thread : threads) {
                thread.join();
            }
            return millis.stream().mapToDouble(Double::doubleValue).toArray();
        }
    }

    private static double p95(double[] millis) {
        return Figures.quantile(millis, 0.95);
    }

    /** Bytes in use after a collection. */
    private static long heap(String pid) throws IOException, InterruptedException {
        jcmd(pid, "GC.run");
        Matcher used = Pattern.compile("used (\\d+)K").matcher(jcmd(pid, "GC.heap_info"));
        return used.find() ? Long.parseLong(used.group(1)) * 1024 : -1;
    }

    private static String jcmd(String pid, String what) throws IOException, InterruptedException {
        String jcmd = Path.of(System.getProperty("java.home"), "bin", "jcmd").toString();
        Process run =
                new ProcessBuilder(jcmd, pid, what).redirectErrorStream(true).start();
        String said = new String(run.getInputStream().readAllBytes());
        run.waitFor();
        return said;
    }

    private static void print(String what, String value) {
        System.out.printf(Locale.ROOT, "  %-46s %s%n", what, value);
    }
}
