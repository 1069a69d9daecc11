package gavlin.web.dispatch;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.sun.net.httpserver.HttpServer;
import gavlin.core.geometry.Size;
import gavlin.standin.StandIn;
import gavlin.web.RunningGavlin;
import gavlin.web.RunningGavlin.Answer;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.Base64;
import java.util.Map;
import java.util.function.Predicate;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Assertions;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** A dispatch to a site, and the receipts for all that a site may make of a file: sent to the stand-in, which knows nothing of us. */
class SendingTest {
    private static final String SITE = "/api/v1/sites/sending";
    private static final RunningGavlin gavlin = RunningGavlin.get();

    private HttpServer standIn;
    private String address;

    @BeforeAll
    static void site() {
        gavlin.json("warden", "POST", "/api/v1/sites", """
                {"id":"sending","name":"Sending","slotSheet":{"format":"slot-sheet/1","theme":{"name":"S"},"slots":[
                  {"id":"story","name":"Story","kind":"photo","size":{"width":1200,"height":500},"types":["jpeg"]},
                  {"id":"face","name":"Face","kind":"avatar","size":{"width":128,"height":128},"types":["jpeg"]},
                  {"id":"cellar","name":"Cellar","kind":"photo","size":{"width":200,"height":100},"types":["jpeg"]}]}}""");
        String picture = gavlin.upload(
                        "warden",
                        SITE + "/pictures",
                        "Quay.jpg",
                        RunningGavlin.photograph(Size.parse("1700x900"), 815),
                        Map.of("title", "Quay", "description", "The quay", "licence", "CC0"))
                .json()
                .path("id")
                .asString();
        for (String slot : new String[] {"story", "face", "cellar"}) {
            String fit = SITE + "/slots/" + slot + "/fit";
            assertEquals(
                    200,
                    gavlin.json("warden", "PUT", fit, "{\"picture\":\"" + picture + "\"}")
                            .status());
            assertEquals(200, gavlin.json("warden", "POST", fit + "/accept", "").status());
        }
    }

    @BeforeEach
    void standIn() throws IOException {
        standIn = StandIn.serve(new InetSocketAddress("127.0.0.1", 0), "word");
        address = "http://127.0.0.1:" + standIn.getAddress().getPort();
        assertEquals(200, connect("word").status());
    }

    @AfterEach
    void noStandIn() {
        standIn.stop(0);
    }

    private Answer connect(String key) {
        return gavlin.json(
                "warden",
                "PUT",
                SITE + "/connection",
                "{\"kind\":\"slots\",\"address\":\"" + address + "\",\"secret\":\"" + key + "\"}");
    }

    private void trouble(String form) throws IOException, InterruptedException {
        HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(address + "/trouble"))
                                .POST(HttpRequest.BodyPublishers.ofString(form))
                                .build(),
                        HttpResponse.BodyHandlers.discarding());
    }

    private byte[] shown(String slot) throws IOException, InterruptedException {
        return HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(address + "/pictures/" + slot))
                                .build(),
                        HttpResponse.BodyHandlers.ofByteArray())
                .body();
    }

    private static byte[] rendition(String slot) {
        return gavlin.get("warden", SITE + "/slots/" + slot + "/rendition")
                .response()
                .body();
    }

    private static JsonNode send() {
        Answer started = gavlin.json("warden", "POST", SITE + "/dispatches", "{\"to\":\"site\"}");
        assertEquals(201, started.status(), started.text());
        return started.json();
    }

    /** Waits for a state; fails with what is there instead. */
    private static JsonNode until(JsonNode dispatch, String state) throws InterruptedException {
        return until(dispatch, now -> now.path("state").asString().equals(state));
    }

    /** Waits for what becomes of a slot's file. */
    private static void until(JsonNode dispatch, String slot, Predicate<JsonNode> became) throws InterruptedException {
        until(dispatch, now -> became.test(receipt(now, slot)));
    }

    private static JsonNode until(JsonNode dispatch, Predicate<JsonNode> reached) throws InterruptedException {
        JsonNode now = dispatch;
        for (int i = 0; i < 300; i++) {
            now = gavlin.get(
                            "warden",
                            SITE + "/dispatches/" + dispatch.path("id").asLong())
                    .json();
            if (reached.test(now)) {
                return now;
            }
            Thread.sleep(100);
        }
        return Assertions.fail("never so: " + now);
    }

    private static JsonNode receipt(JsonNode dispatch, String slot) {
        for (JsonNode file : dispatch.path("files")) {
            if (file.path("slot").asString().equals(slot)) {
                return file.path("receipt");
            }
        }
        throw new AssertionError("no file for " + slot);
    }

    @Test
    void filesArrive_asTheyAre_andThereIsAReceiptForEach() throws Exception {
        JsonNode done = until(send(), "done");
        assertArrayEquals(rendition("story"), shown("story"));
        assertEquals("SAME", receipt(done, "story").path("outcome").asString());
        assertEquals("1200×500", receipt(done, "story").path("heldSize").asString());
        assertTrue(receipt(done, "story").path("seen").asBoolean());
        assertEquals("no place", receipt(done, "cellar").path("state").asString());
        assertEquals(
                "this site has no slot called cellar",
                receipt(done, "cellar").path("says").asString());

        JsonNode again = until(send(), "done"); // what is there already is not sent once more, and has its receipt
        assertEquals("SAME", receipt(again, "face").path("outcome").asString());
    }

    @Test
    void compressedAgain_isTold_withHowMuch() throws Exception {
        trouble("recompress=40");
        JsonNode done = until(send(), "done");
        JsonNode receipt = receipt(done, "story");
        assertEquals("COMPRESSED", receipt.path("outcome").asString());
        assertTrue(
                receipt.path("likeness").asDouble() < 0.999
                        && receipt.path("likeness").asDouble() > 0.5,
                receipt.toString());
        assertEquals(shown("story").length, receipt.path("heldBytes").asInt());
    }

    @Test
    void whatVisitorsDontSeeYet_isLookedAtAgain_untilTheyDo() throws Exception {
        trouble("cache=4"); // until then pages show the theme's own
        JsonNode sent = send();
        JsonNode looking = until(sent, "looking");
        assertFalse(receipt(looking, "story").path("seen").asBoolean());
        JsonNode done = until(sent, "done");
        assertTrue(receipt(done, "story").path("seen").asBoolean());
    }

    @Test
    void laterDispatch_waitsForTheEarlier_andTakesItsPlace() throws Exception {
        trouble("cache=600");
        JsonNode first = send();
        until(first, "looking");
        trouble("cache=0&slow=150");
        zoomed(1.5);
        JsonNode second = send();
        zoomed(2);
        JsonNode third = send();
        // What the site still keeps in its cache is of another slot.
        until(third, "face", receipt -> receipt.path("seen").asBoolean());
        assertArrayEquals(rendition("face"), shown("face"), "the last that was sent is the last to arrive");
        until(first, "face", receipt -> receipt.path("state").asString().equals("replaced"));
        until(second, "face", receipt -> !receipt.path("state").asString().equals("waits"));
    }

    private static void zoomed(double zoom) {
        String fit = SITE + "/slots/face/fit";
        assertEquals(
                200,
                gavlin.json("warden", "PUT", fit, "{\"zoom\":" + zoom + "}").status());
        assertEquals(200, gavlin.json("warden", "POST", fit + "/accept", "").status());
    }

    @Test
    void publishing_whereTheSiteHasIt_isDone() throws Exception {
        trouble("publish=1");
        until(send(), "done");
        assertArrayEquals(rendition("face"), shown("face"));
    }

    @Test
    void slowFailingAndDroppedConnections_onlyTakeLonger() throws Exception {
        trouble("fail=3&drop=4&slow=20");
        JsonNode done = until(send(), "done");
        trouble("fail=0&drop=0&slow=0");
        assertEquals("SAME", receipt(done, "face").path("outcome").asString());
        assertArrayEquals(rendition("story"), shown("story"));
    }

    @Test
    void keyThatIsRefused_stopsTheDispatch_whichGoesOnWithTheRightOne() throws Exception {
        int port = standIn.getAddress().getPort();
        standIn.stop(0);
        standIn = StandIn.serve(new InetSocketAddress("127.0.0.1", port), "another");
        JsonNode sent = send();
        JsonNode stopped = until(sent, "stopped");
        assertTrue(stopped.path("says").asString().contains("the site refuses the key"), stopped.toString());
        assertEquals(409, connect("word").status(), "a key that doesn't open is not kept");
        assertEquals(200, connect("another").status());
        assertEquals(
                200,
                gavlin.json(
                                "warden",
                                "POST",
                                SITE + "/dispatches/" + sent.path("id").asLong() + "/on",
                                "")
                        .status());
        until(sent, "done");
        assertArrayEquals(rendition("face"), shown("face"));
    }

    @Test
    void stopped_betweenSlots_goesNoFurther_untilItIsToldTo() throws Exception {
        trouble("slow=700");
        JsonNode sent = send();
        String path = SITE + "/dispatches/" + sent.path("id").asLong();
        assertEquals(200, gavlin.json("warden", "POST", path + "/stop", "").status());
        JsonNode stopped = until(sent, "stopped");
        assertEquals("stopped by warden", stopped.path("says").asString());
        trouble("slow=0");
        Thread.sleep(1500);
        gavlin.json("warden", "POST", path + "/on", "");
        until(sent, "done");
    }

    @Test
    void secret_isNeitherShownNorStoredInTheClear_andGoesWithTheConnection() {
        String shown = gavlin.get("warden", SITE + "/connection").text();
        assertTrue(shown.contains(address), shown);
        assertFalse(shown.contains("word"), shown);
        JdbcTemplate sql = gavlin.bean(JdbcTemplate.class);
        String sealed = sql.queryForObject("SELECT secret FROM connection WHERE site_id = 'sending'", String.class);
        assertEquals(12 + 4 + 16, Base64.getDecoder().decode(sealed).length, "nonce, what was sealed, tag");
        assertEquals(
                204, gavlin.json("warden", "DELETE", SITE + "/connection", "").status());
        Answer nowhere = gavlin.json("warden", "POST", SITE + "/dispatches", "{\"to\":\"site\"}");
        assertEquals(409, nowhere.status());
        assertTrue(nowhere.text().contains("set its connection first"), nowhere.text());
    }

    @Test
    void connection_isForWardens() {
        assertEquals(
                403, gavlin.get("keeper", "/api/v1/sites/tolvane/connection").status());
    }
}
