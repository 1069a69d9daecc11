package gavlin.web;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.geometry.Size;
import gavlin.web.RunningGavlin.Answer;
import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicIntegerArray;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.JdbcTemplate;

/** Three nodes on one database behind a proxy: whatever is done on one holds on the others at the next request. */
class NodesTest {
    private static final String FIT = "/api/v1/sites/tolvane/slots/wide-view/fit";
    private static final int HANDS = 4;
    private static final HttpClient CLIENT =
            HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build();
    private static final String SITE =
            "{\"id\":\"many-hands\",\"name\":\"Many hands\",\"slotSheet\":{\"format\":\"slot-sheet/1\","
                    + "\"theme\":{\"name\":\"Hands\"},\"slots\":["
                    + IntStream.range(0, HANDS)
                            .mapToObj(hand ->
                                    ("{\"id\":\"s%d\",\"name\":\"S%d\",\"kind\":\"banner\",\"size\":{\"width\":600,"
                                                    + "\"height\":150},\"types\":[\"jpeg\"],\"rule\":\"cover\"}")
                                            .formatted(hand, hand))
                            .collect(Collectors.joining(","))
                    + "]}}";

    @TempDir
    static Path folder;

    private static RunningGavlin first;
    /** Between the second node and the database. */
    private static Proxy database;

    private static Node second;
    private static Node third;
    private static Proxy people;
    private static String picture;

    @BeforeAll
    static void start() throws Exception {
        first = RunningGavlin.get();
        database = Proxy.ofDatabase(folder, Integer.parseInt(System.getenv("GAVLIN_TEST_DB_PORT")));
        second = Node.start(folder, "second", database.port());
        third = Node.start(folder, "third", Integer.parseInt(System.getenv("GAVLIN_TEST_DB_PORT")));
        second.awaitReady();
        third.awaitReady();
        people = Proxy.ofNodes(folder, List.of(URI.create(first.address()).getPort(), second.port(), third.port()));
        assertEquals(201, first.json("warden", "POST", "/api/v1/sites", SITE).status());
        picture = first.upload(
                        "warden",
                        "/api/v1/sites/many-hands/pictures",
                        "hands.jpg",
                        RunningGavlin.photograph(Size.parse("1600x900"), 4714),
                        Map.of())
                .json()
                .get("id")
                .asString();
    }

    @AfterAll
    static void stop() throws IOException {
        people.close();
        second.kill();
        third.kill();
        database.close();
    }

    @Test
    void whoSignedInOnOneNode_isSignedInOnTheOther_andSignedOutOnBoth() throws Exception {
        HttpClient browser = HttpClient.newBuilder()
                .cookieHandler(new CookieManager()) // cookies are of a host, whatever its port
                .build();
        String form = get(browser, first.address() + "/sign-in").body();
        Matcher token = Pattern.compile("name=\"_csrf\" value=\"([^\"]+)\"").matcher(form);
        assertTrue(token.find());
        post(browser, first.address() + "/sign-in", "username=keeper&password=tolvane-demo&_csrf=", token.group(1));
        HttpResponse<String> there = get(browser, other() + "/sites/tolvane/plan");
        assertEquals(200, there.statusCode());
        Matcher again = Pattern.compile("name=\"_csrf\" value=\"([^\"]+)\"").matcher(there.body());
        assertTrue(again.find());
        post(browser, other() + "/sign-out", "_csrf=", again.group(1));
        assertEquals(302, get(browser, first.address() + "/sites/tolvane/plan").statusCode());
    }

    @Test
    void fitChangedOnOneNode_isThatOnTheOther_andUndoneThere() throws Exception {
        double before = first.get("warden", FIT).json().at("/fit/frame/zoom").asDouble(1);
        first.json("warden", "PUT", FIT, "{\"zoom\":1.37}");
        assertEquals(1.37, json(ask("GET", FIT, null)).at("/fit/frame/zoom").asDouble());
        ask("PUT", FIT, "{\"zoom\":1.41}");
        assertEquals(1.41, first.get("warden", FIT).json().at("/fit/frame/zoom").asDouble());
        ask("PUT", FIT, "{\"zoom\":" + before + "}");
    }

    @Test
    void pictureTakenInOnOneNode_isReadOnTheOther() throws Exception {
        byte[] file = RunningGavlin.photograph(Size.parse("1500x1000"), 4711);
        Answer added = first.upload("warden", "/api/v1/sites/tolvane/pictures", "node.jpg", file, Map.of());
        String id = added.json().get("id").asString();
        assertArrayEquals(
                file,
                ask("GET", "/api/v1/sites/tolvane/pictures/" + id + "/original", null)
                        .body());
        assertEquals(
                200,
                ask("GET", "/sites/tolvane/pictures/" + id + "/view?width=320", null)
                        .statusCode());
        assertEquals(
                204, ask("DELETE", "/api/v1/sites/tolvane/pictures/" + id, null).statusCode());
        assertEquals(
                410,
                first.get("warden", "/api/v1/sites/tolvane/pictures/" + id + "/original")
                        .status());
    }

    @Test
    void sameFileAskedOfBothAtOnce_isTheSame_andStoredOnce() throws Exception {
        byte[] file = RunningGavlin.photograph(Size.parse("2400x1600"), 4712);
        String id = first.upload("warden", "/api/v1/sites/quillet-street/pictures", "both.jpg", file, Map.of())
                .json()
                .get("id")
                .asString();
        String slot = "/api/v1/sites/quillet-street/slots/front";
        String held = first.get("warden", slot + "/fit").json().get("fit").toString();
        first.json("warden", "PUT", slot + "/fit?measure=geometry", "{\"picture\":\"" + id + "\",\"zoom\":1.07}");
        JdbcTemplate sql = first.bean(JdbcTemplate.class);
        int before = sql.queryForObject("SELECT COUNT(*) FROM rendition", Integer.class);
        List<CompletableFuture<byte[]>> asked = new ArrayList<>();
        for (int i = 0; i < 3; i++) {
            asked.add(CompletableFuture.supplyAsync(
                    () -> first.get("warden", slot + "/rendition").response().body()));
            asked.add(CompletableFuture.supplyAsync(() -> body(slot + "/rendition")));
        }
        byte[] one = asked.get(0).join();
        for (CompletableFuture<byte[]> another : asked) {
            assertArrayEquals(one, another.join());
        }
        assertEquals(before + 1, sql.queryForObject("SELECT COUNT(*) FROM rendition", Integer.class));
        first.json("warden", "PUT", slot + "/fit", held);
        first.json("warden", "POST", slot + "/fit/accept", "");
    }

    @Test
    void bothNodesChangeOneFit_atOnce_everyAcknowledgedRevisionIsThere() throws Exception {
        int before = first.get("warden", FIT).json().get("revision").asInt();
        String held = first.get("warden", FIT).json().get("fit").toString();
        List<CompletableFuture<Integer>> changes = new ArrayList<>();
        for (int i = 0; i < 12; i++) {
            String body = "{\"zoom\":" + (1.1 + i / 100.0) + "}";
            boolean here = i % 2 == 0;
            changes.add(CompletableFuture.supplyAsync(() -> here
                    ? first.json("warden", "PUT", FIT + "?measure=geometry", body)
                            .status()
                    : status("PUT", FIT + "?measure=geometry", body)));
        }
        long acknowledged = changes.stream()
                .map(CompletableFuture::join)
                .filter(status -> status == 200)
                .count();
        assertEquals(12, acknowledged);
        assertEquals(
                before + 12, first.get("warden", FIT).json().get("revision").asInt());
        first.json("warden", "PUT", FIT, held);
    }

    @Test
    void nodeKilledUnderLoad_peopleGoOnOnTheOthers_andNothingAcknowledgedIsLost() throws Exception {
        try (Proxy both = Proxy.ofNodes(folder, List.of(second.port(), third.port()));
                Load load = new Load("http://127.0.0.1:" + both.port())) {
            load.awaitMore(10);
            third.kill(); // the others' proxy does without it as well
            load.awaitMore(20);
            load.stop();
            // What was under way on the node that died, and what was sent there before the proxy knew.
            assertTrue(load.refused() <= 3 * HANDS, load.refused() + " requests were not answered");
            load.assertNothingLost();
        }
    }

    @Test
    void databaseAwayUnderLoad_isSaidAsBusy_andEverythingGoesOnByItself() throws Exception {
        try (Load load = new Load(other())) {
            for (int times = 0; times < 3; times++) { // each finds other work under way
                load.awaitMore(5);
                database.goAway();
                HttpResponse<byte[]> answer = ask("GET", FIT, null);
                assertEquals(503, answer.statusCode());
                assertTrue(new String(answer.body(), StandardCharsets.UTF_8).contains("try again"));
                int page = get(HttpClient.newHttpClient(), other() + "/sites/tolvane/plan")
                        .statusCode();
                assertTrue(page == 302 || page == 503, "status " + page);
                database.comeBack();
                load.awaitMore(10);
            }
            load.stop();
            assertEquals(Set.of(200, 503), load.statuses());
            load.assertNothingLost();
        } finally {
            database.comeBack();
        }
    }

    @Test
    void throughTheProxy_everybodySeesOnesChange_onWhicheverNode() throws Exception {
        String address = "http://127.0.0.1:" + people.port();
        String held = first.get("warden", FIT).json().get("fit").toString();
        for (int i = 0; i < 9; i++) {
            double zoom = 1.2 + i / 100.0;
            assertEquals(
                    200,
                    ask(address, "PUT", FIT + "?measure=geometry", "{\"zoom\":" + zoom + "}")
                            .statusCode());
            assertEquals(
                    zoom,
                    json(ask(address, "GET", FIT, null)).at("/fit/frame/zoom").asDouble());
        }
        first.json("warden", "PUT", FIT, held);
    }

    /** Hands that change their fits without a pause, each its own slot. */
    private static final class Load implements AutoCloseable {
        private final String address;
        private final AtomicIntegerArray acknowledged = new AtomicIntegerArray(HANDS);
        private final AtomicInteger changes = new AtomicInteger();
        private final AtomicInteger refused = new AtomicInteger();
        private final Set<Integer> statuses = ConcurrentHashMap.newKeySet();
        private final List<Thread> hands = new ArrayList<>();
        private volatile boolean stopped;

        Load(String address) {
            this.address = address;
            for (int i = 0; i < HANDS; i++) {
                int hand = i;
                Thread thread = new Thread(() -> work(hand));
                hands.add(thread);
                thread.start();
            }
        }

        private void work(int hand) {
            for (int i = 0; !stopped; i++) {
                try {
                    HttpResponse<byte[]> answer = ask(
                            address,
                            "PUT",
                            fit(hand) + "?measure=geometry",
                            "{\"picture\":\"" + picture + "\",\"zoom\":" + (1.1 + i % 50 / 100.0) + "}");
                    statuses.add(answer.statusCode());
                    if (answer.statusCode() == 200) {
                        acknowledged.set(hand, json(answer).get("revision").asInt());
                        changes.incrementAndGet();
                    } else {
                        refused.incrementAndGet();
                    }
                } catch (IOException e) {
                    refused.incrementAndGet();
                } catch (InterruptedException e) {
                    return;
                }
            }
        }

        private static String fit(int hand) {
            return "/api/v1/sites/many-hands/slots/s" + hand + "/fit";
        }

        void awaitMore(int count) throws InterruptedException {
            int until = changes.get() + count;
            for (int i = 0; changes.get() < until; i++) {
                assertTrue(i < 600, "nothing was acknowledged for a minute");
                Thread.sleep(100);
            }
        }

        int refused() {
            return refused.get();
        }

        Set<Integer> statuses() {
            return statuses;
        }

        void assertNothingLost() {
            for (int hand = 0; hand < HANDS; hand++) {
                int there =
                        first.get("warden", fit(hand)).json().get("revision").asInt();
                assertTrue(there >= acknowledged.get(hand), "an acknowledged change of s" + hand + " is lost");
            }
        }

        void stop() throws InterruptedException {
            stopped = true;
            for (Thread hand : hands) {
                hand.join();
            }
        }

        @Override
        public void close() throws InterruptedException {
            stop();
        }
    }

    /** A node in a process of its own. */
    private record Node(Process process, int port) {
        static Node start(Path folder, String name, int database) throws IOException {
            int port = Proxy.freePort();
            List<String> command = new ArrayList<>(List.of(
                    Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                    "-Xmx512m",
                    "-Djava.awt.headless=true",
                    "-cp",
                    System.getProperty("java.class.path"),
                    GavlinApplication.class.getName()));
            for (String argument : RunningGavlin.arguments(String.valueOf(port), folder.resolve(name))) {
                command.add(argument.replaceFirst("127\\.0\\.0\\.1:\\d+/", "127.0.0.1:" + database + "/"));
            }
            Process process = new ProcessBuilder(command)
                    .redirectErrorStream(true)
                    .redirectOutput(Path.of("target", name + "-node.log").toFile())
                    .start();
            return new Node(process, port);
        }

        String address() {
            return "http://127.0.0.1:" + port;
        }

        void awaitReady() throws InterruptedException {
            HttpRequest health = HttpRequest.newBuilder(URI.create(address() + "/actuator/health"))
                    .build();
            for (int i = 0; ; i++) {
                try {
                    if (HttpClient.newHttpClient()
                                    .send(health, HttpResponse.BodyHandlers.discarding())
                                    .statusCode()
                            == 200) {
                        return;
                    }
                } catch (IOException e) {
                    // not yet
                }
                assertTrue(i < 900 && process.isAlive(), "a node does not start");
                Thread.sleep(200);
            }
        }

        void kill() {
            process.destroyForcibly().onExit().join();
        }
    }

    private static String other() {
        return second.address();
    }

    private static HttpResponse<String> get(HttpClient browser, String address)
            throws IOException, InterruptedException {
        return browser.send(HttpRequest.newBuilder(URI.create(address)).build(), HttpResponse.BodyHandlers.ofString());
    }

    private static void post(HttpClient browser, String address, String form, String token)
            throws IOException, InterruptedException {
        HttpResponse<String> answer = browser.send(
                HttpRequest.newBuilder(URI.create(address))
                        .header("Content-Type", "application/x-www-form-urlencoded")
                        .POST(HttpRequest.BodyPublishers.ofString(
                                form + URLEncoder.encode(token, StandardCharsets.UTF_8)))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
        assertEquals(302, answer.statusCode(), answer.body());
    }

    private static tools.jackson.databind.JsonNode json(HttpResponse<byte[]> answer) {
        return RunningGavlin.JSON.readTree(answer.body());
    }

    private static byte[] body(String path) {
        try {
            return ask("GET", path, null).body();
        } catch (IOException | InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    private static int status(String method, String path, String body) {
        try {
            return ask(method, path, body).statusCode();
        } catch (IOException | InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    private static HttpResponse<byte[]> ask(String method, String path, String body)
            throws IOException, InterruptedException {
        return ask(other(), method, path, body);
    }

    private static HttpResponse<byte[]> ask(String address, String method, String path, String body)
            throws IOException, InterruptedException {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(address + path))
                .header(
                        "Authorization",
                        "Basic " + Base64.getEncoder().encodeToString("warden:tolvane-demo".getBytes()))
                .header("Content-Type", "application/json")
                .method(
                        method,
                        body == null ? HttpRequest.BodyPublishers.noBody() : HttpRequest.BodyPublishers.ofString(body));
        return CLIENT.send(request.build(), HttpResponse.BodyHandlers.ofByteArray());
    }
}
