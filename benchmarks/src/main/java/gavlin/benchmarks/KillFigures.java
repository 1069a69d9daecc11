package gavlin.benchmarks;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicIntegerArray;

/** Whether anything that was acknowledged is lost when the application is killed while people work, and whether it comes up by itself. */
final class KillFigures {
    private static final int CLIENTS = 4;
    private static final int KILLS = Integer.getInteger("kills", 5);
    private static final long PATIENCE_SECONDS = 120;

    private final GavlinClient gavlin;
    private final Path process;
    private final String site = "kills-" + Long.toString(System.nanoTime(), 36);
    private final AtomicIntegerArray acknowledged = new AtomicIntegerArray(CLIENTS);
    private final AtomicInteger changes = new AtomicInteger();
    private final AtomicBoolean stopped = new AtomicBoolean();

    private KillFigures(GavlinClient gavlin, Path process) {
        this.gavlin = gavlin;
        this.process = process;
    }

    /** @param arguments the address, and the file that holds the application's process id */
    public static void main(String[] arguments) throws Exception {
        new KillFigures(new GavlinClient(arguments[0]), Path.of(arguments[1])).run();
    }

    private void run() throws Exception {
        StringBuilder slots = new StringBuilder();
        for (int i = 0; i < CLIENTS; i++) {
            slots.append(i == 0 ? "" : ",")
                    .append("{\"id\":\"s")
                    .append(i)
                    .append("\",\"name\":\"S")
                    .append(i)
                    .append("\",\"kind\":\"banner\",\"size\":{\"width\":600,\"height\":150},\"types\":[\"jpeg\"],"
                            + "\"transparency\":\"forbidden\",\"rule\":\"cover\"}");
        }
        gavlin.send(
                "POST",
                "/api/v1/sites",
                "{\"id\":\"" + site + "\",\"name\":\"Kills\",\"slotSheet\":{\"format\":\"slot-sheet/1\","
                        + "\"theme\":{\"name\":\"K\"},\"slots\":[" + slots + "]}}");
        String picture = gavlin.upload(site, TestPhotograph.jpeg(new gavlin.core.geometry.Size(1600, 900), 7), "Kills");
        List<Thread> people = new ArrayList<>();
        for (int i = 0; i < CLIENTS; i++) {
            int own = i;
            people.add(new Thread(() -> work(own, picture)));
        }
        people.forEach(Thread::start);
        int survived = 0;
        double[] seconds = new double[KILLS];
        for (int i = 0; i < KILLS; i++) {
            Thread.sleep(1500 + 731L * i % 1000);
            long pid = Long.parseLong(Files.readString(process).strip());
            ProcessHandle.of(pid).ifPresent(ProcessHandle::destroyForcibly);
            long began = System.nanoTime();
            if (comesBack()) {
                survived++;
            }
            seconds[i] = (System.nanoTime() - began) / 1e9;
        }
        Thread.sleep(1000);
        stopped.set(true);
        for (Thread person : people) {
            person.join();
        }
        int lost = 0;
        for (int i = 0; i < CLIENTS; i++) {
            lost += Math.max(0, acknowledged.get(i) - revision(gavlin.send("GET", fit(i), "")));
        }
        System.out.printf(Locale.ROOT, "%d kills of the application while %d people change fits%n", KILLS, CLIENTS);
        System.out.printf(Locale.ROOT, "  %-46s %d%n", "came up again by itself", survived);
        System.out.printf(Locale.ROOT, "  %-46s %.1f s median%n", "until it answered", Figures.median(seconds));
        System.out.printf(Locale.ROOT, "  %-46s %d, %d%n", "changes acknowledged, lost", changes.get(), lost);
    }

    private boolean comesBack() throws InterruptedException {
        for (long i = 0; i < PATIENCE_SECONDS * 4; i++) {
            Thread.sleep(250);
            try {
                if (gavlin.status("/actuator/health") == 200) {
                    return true;
                }
            } catch (IOException e) {
                // not yet
            }
        }
        return false;
    }

    private void work(int own, String picture) {
        for (int i = 0; !stopped.get(); i++) {
            String body = String.format(
                    Locale.ROOT,
                    "{\"picture\":\"%s\",\"focal\":{\"x\":%.3f,\"y\":0.5},\"zoom\":1.5}",
                    picture,
                    (i % 500 + 200) / 1000.0);
            try {
                int revision = revision(gavlin.send("PUT", fit(own) + "?measure=geometry", body));
                acknowledged.set(own, revision);
                changes.incrementAndGet();
                Thread.sleep(20);
            } catch (IOException e) {
                pause();
            } catch (InterruptedException e) {
                return;
            }
        }
    }

    private static void pause() {
        try {
            Thread.sleep(200);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private String fit(int slot) {
        return "/api/v1/sites/" + site + "/slots/s" + slot + "/fit";
    }

    private static int revision(String answer) {
        return Integer.parseInt(answer.replaceAll("(?s).*\"revision\":(\\d+).*", "$1"));
    }
}
