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
import java.util.concurrent.CompletableFuture;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.JdbcTemplate;

/** Two nodes on one database: whatever is done on one holds on the other at the next request. */
class NodesTest {
    private static final String FIT = "/api/v1/sites/tolvane/slots/wide-view/fit";

    @TempDir
    static Path cache;

    private static RunningGavlin first;
    private static ConfigurableApplicationContext second;

    @BeforeAll
    static void start() {
        first = RunningGavlin.get();
        second = new SpringApplicationBuilder(GavlinApplication.class).run(RunningGavlin.arguments("0", cache));
    }

    @AfterAll
    static void stop() {
        second.close();
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

    private static String other() {
        return "http://127.0.0.1:" + second.getEnvironment().getProperty("local.server.port");
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
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(other() + path))
                .header(
                        "Authorization",
                        "Basic " + Base64.getEncoder().encodeToString("warden:tolvane-demo".getBytes()))
                .header("Content-Type", "application/json")
                .method(
                        method,
                        body == null ? HttpRequest.BodyPublishers.noBody() : HttpRequest.BodyPublishers.ofString(body));
        return HttpClient.newHttpClient().send(request.build(), HttpResponse.BodyHandlers.ofByteArray());
    }
}
