package gavlin.web;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.github.kagkarlsson.scheduler.Scheduler;
import gavlin.core.geometry.Size;
import gavlin.web.connect.Rclone;
import gavlin.web.store.FileStore;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/**
 * Two hundred files go into a folder over WebDAV, along a line that breaks ten times, by an application that is killed twice: in the end
 * each slot has exactly the file that was meant, and nothing else lies there.
 */
class SentThroughTroubleTest {
    private static final int SLOTS = 200;
    private static final String SITE = "/api/v1/sites/two-hundred";

    private final RunningGavlin gavlin = RunningGavlin.get();

    @TempDir
    Path folder;

    private Killable sender;

    @AfterEach
    void end() {
        sender.kill();
        gavlin.bean(Scheduler.class).resume();
    }

    @Test
    void twoHundredFiles_areThereOnce_afterTenBrokenLinesAndTwoKills() throws Exception {
        gavlin.bean(Scheduler.class).pause(); // the one that is killed does it
        accepted();
        sender = new Killable(folder);
        try (Rclone server = new Rclone("webdav", folder.resolve("served"), 0, folder.resolve("keys"));
                Cutter line = new Cutter(server.port(), 10, 40_000)) {
            assertEquals(200, connect(line.port()));
            JsonNode sent = gavlin.json("warden", "POST", SITE + "/dispatches", "{\"to\":\"site\"}")
                    .json();
            String path = SITE + "/dispatches/" + sent.path("id").asLong();

            sender.start();
            killedAfter(40);
            sender.start();
            killedAfter(100);
            gavlin.bean(Scheduler.class).resume(); // and another node takes it up
            JsonNode now = gavlin.get("warden", path).json();
            for (int i = 0; i < 900 && !now.path("state").asString().equals("done"); i++) {
                Thread.sleep(100);
                now = gavlin.get("warden", path).json();
            }
            assertEquals("done", now.path("state").asString(), now.path("says").asString());
            assertEquals(0, line.cutsLeft(), "the line broke as often as it should");
            Map<String, String> meant = new TreeMap<>();
            for (JsonNode file : now.path("files")) {
                meant.put(file.path("path").asString(), file.path("sha256").asString());
                assertEquals("SAME", file.path("receipt").path("outcome").asString(), file.toString());
                assertTrue(file.path("receipt").path("seen").asBoolean(), file.toString());
            }
            assertEquals(SLOTS, meant.size());
            assertEquals(meant, there());
        }
    }

    private void accepted() {
        String slots = IntStream.range(0, SLOTS)
                .mapToObj(n -> """
                        {"id":"s%03d","name":"Slot %d","kind":"photo","size":{"width":%d,"height":40},"types":["jpeg"]}""".formatted(n, n, 40 + n))
                .collect(Collectors.joining(","));
        assertEquals(
                201,
                gavlin.json(
                                "warden",
                                "POST",
                                "/api/v1/sites",
                                "{\"id\":\"two-hundred\",\"name\":\"Two hundred\",\"slotSheet\":{\"format\":\"slot-sheet/1\","
                                        + "\"theme\":{\"name\":\"T\"},\"slots\":[" + slots + "]}}")
                        .status());
        String picture = gavlin.upload(
                        "warden",
                        SITE + "/pictures",
                        "Quay.jpg",
                        RunningGavlin.photograph(Size.parse("600x300"), 2200),
                        Map.of("title", "Quay", "description", "The quay", "licence", "CC0"))
                .json()
                .path("id")
                .asString();
        for (int n = 0; n < SLOTS; n++) {
            String fit = SITE + "/slots/s%03d/fit".formatted(n);
            assertEquals(
                    200,
                    gavlin.json("warden", "PUT", fit, "{\"picture\":\"" + picture + "\"}")
                            .status());
            assertEquals(200, gavlin.json("warden", "POST", fit + "/accept", "").status());
        }
    }

    private int connect(int port) {
        for (int i = 0; ; i++) { // the line may break here, too
            int status = gavlin.json(
                            "warden",
                            "PUT",
                            SITE + "/connection",
                            "{\"kind\":\"webdav\",\"address\":\"http://127.0.0.1:" + port + "\",\"user\":\""
                                    + Rclone.USER + "\",\"secret\":\"" + Rclone.PASSWORD + "\"}")
                    .status();
            if (status == 200 || i > 3) {
                return status;
            }
        }
    }

    private void killedAfter(int files) throws IOException, InterruptedException {
        for (int i = 0; i < 1200 && there().size() < files; i++) {
            Thread.sleep(20);
        }
        sender.kill();
        assertTrue(there().size() < SLOTS, "it was killed before it was through");
    }

    /** What lies in the folder, by path, with its checksum. */
    private Map<String, String> there() throws IOException {
        Path served = folder.resolve("served");
        try (Stream<Path> files = Files.walk(served)) {
            return new TreeMap<>(files.filter(Files::isRegularFile)
                    .collect(Collectors.toMap(
                            file -> served.relativize(file).toString(), SentThroughTroubleTest::sha256)));
        } catch (UncheckedIOException e) {
            return Map.of(); // something was renamed meanwhile
        }
    }

    private static String sha256(Path file) {
        try {
            return FileStore.sha256(Files.readAllBytes(file));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
