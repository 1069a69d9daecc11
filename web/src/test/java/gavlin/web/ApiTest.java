package gavlin.web;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.codec.OwnFile;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import gavlin.web.RunningGavlin.Answer;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.stream.IntStream;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** The HTTP API as a program uses it: over the wire, against the running application. */
class ApiTest {
    private static final String SLOTS = "/api/v1/sites/tolvane/slots";
    private static final String PICTURES = "/api/v1/sites/tolvane/pictures";
    private static RunningGavlin gavlin;

    @BeforeAll
    static void start() {
        gavlin = RunningGavlin.get();
    }

    @Test
    void everything_withoutAnAccount_answers401InProblemDetails() {
        for (String path : new String[] {"/api/v1/sites", SLOTS, PICTURES, SLOTS + "/masthead/fit"}) {
            Answer answer = gavlin.get(null, path);
            assertEquals(401, answer.status(), path);
            assertEquals(
                    "urn:gavlin:problem:unauthorised",
                    answer.json().path("type").asString());
        }
        assertEquals(200, gavlin.get(null, "/actuator/health").status());
        assertEquals(
                "UP", gavlin.get(null, "/actuator/health").json().path("status").asString());
    }

    @Test
    void openApi_andSchema_areServed() {
        assertTrue(gavlin.get(null, "/v3/api-docs").json().path("paths").has("/api/v1/sites/{site}/slots/{slot}/fit"));
        assertEquals(
                "urn:gavlin:slot-sheet:1",
                gavlin.get(null, "/schemas/slot-sheet-1.json")
                        .json()
                        .path("$id")
                        .asString());
    }

    @Test
    void slots_ofTheDemo_haveEachTheirStateAndBrief() {
        JsonNode slots = gavlin.get("warden", SLOTS).json();
        Map<String, String> states = StreamSupport.stream(slots.spliterator(), false)
                .collect(java.util.stream.Collectors.toMap(
                        s -> s.path("id").asString(), s -> s.path("state").asString()));
        assertEquals("fits", states.get("masthead"));
        assertEquals("fails", states.get("header-mark"));
        assertEquals("fails", states.get("section-header"));
        assertEquals(300_000, slots.get(0).path("brief").path("maxBytes").asInt());
    }

    @Test
    void upload_thenFit_thenRendition_isExactlyWhatTheSlotAsks() {
        gavlin.siteOfOneSlot(
                "trade",
                "\"size\": {\"width\": 940, \"height\": 198}, \"types\": [\"jpeg\"], \"transparency\": \"forbidden\", \"weight\": {\"limit\": 25, \"unit\": \"kB\"}");
        byte[] file = RunningGavlin.photograph(Size.parse("3000x2000"), 1);
        Answer added = gavlin.upload(
                "warden",
                "/api/v1/sites/trade/pictures",
                "harbour wall.JPG",
                file,
                Map.of("title", "Harbour wall", "credit", "A. Body"));
        assertEquals(201, added.status(), added.text());
        JsonNode picture = added.json();
        assertEquals(3000, picture.path("width").asInt());
        assertEquals("jpeg", picture.path("type").asString());
        assertFalse(picture.path("alpha").asBoolean());
        String id = picture.path("id").asString();

        Answer again = gavlin.upload("warden", "/api/v1/sites/trade/pictures", "other.jpg", file, Map.of());
        assertEquals(200, again.status(), "the same bytes again");
        assertEquals(id, again.json().path("id").asString());
        assertArrayEquals(
                file,
                gavlin.get("warden", "/api/v1/sites/trade/pictures/" + id + "/original")
                        .response()
                        .body());

        Answer put = gavlin.json(
                "warden",
                "PUT",
                "/api/v1/sites/trade/slots/banner/fit",
                "{\"picture\":\"" + id + "\",\"focal\":{\"x\":0.5,\"y\":0.25}}");
        assertEquals(200, put.status(), put.text());
        JsonNode fit = put.json();
        assertEquals(1, fit.path("revision").asInt());
        assertEquals(3000, fit.path("window").path("width").asDouble());
        assertEquals(3000 * 198 / 940.0, fit.path("window").path("height").asDouble(), 1e-9);
        assertEquals(500 - 3000 * 99 / 940.0, fit.path("window").path("y").asDouble(), 1e-9);
        assertTrue(fit.path("file").path("candidates").size() > 0);
        for (JsonNode gauge : fit.path("gauges")) {
            assertFalse(gauge.path("verdict").asString().equals("unmeasured"), gauge.toString());
        }

        Answer rendition = gavlin.get("warden", "/api/v1/sites/trade/slots/banner/rendition?density=1");
        assertEquals("image/jpeg", rendition.header("Content-Type"));
        assertEquals("nosniff", rendition.header("X-Content-Type-Options"));
        assertTrue(rendition.header("Content-Disposition").contains("banner-harbour-wall-940x198.jpg"));
        Pixels pixels = OwnFile.pixels(rendition.response().body());
        assertEquals(Size.parse("940x198"), pixels.size());
        assertTrue(rendition.response().body().length <= 25_000);
        Answer unchanged = gavlin.send(gavlin.request("warden", "/api/v1/sites/trade/slots/banner/rendition")
                .header("If-None-Match", rendition.header("ETag")));
        assertEquals(304, unchanged.status());
    }

    @Test
    void fit_changedByMany_losesNothing() {
        gavlin.siteOfOneSlot("crowd", "\"size\": {\"width\": 100, \"height\": 50}, \"types\": [\"jpeg\"]");
        String picture = upload("crowd", RunningGavlin.photograph(Size.parse("400x300"), 2));
        CompletableFuture<?>[] changes = IntStream.range(0, 12)
                .mapToObj(i -> CompletableFuture.runAsync(() -> {
                    String body = "{\"picture\":\"" + picture + "\",\"focal\":{\"x\":0.5,\"y\":0." + (10 + i) + "}}";
                    Answer answer = gavlin.json("warden", "PUT", "/api/v1/sites/crowd/slots/banner/fit", body);
                    assertEquals(200, answer.status(), answer.text());
                }))
                .toArray(CompletableFuture[]::new);
        CompletableFuture.allOf(changes).join();
        assertEquals(
                12,
                gavlin.get("warden", "/api/v1/sites/crowd/slots/banner/fit")
                        .json()
                        .path("revision")
                        .asInt());
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "{\"picture\":\"nowhere\"}",
                "{\"focal\":{\"x\":1.5,\"y\":0.5}}",
                "{\"focal\":{\"x\":1e999,\"y\":0.5}}",
                "{\"focal\":{\"x\":NaN,\"y\":0.5}}",
                "{\"focal\":{\"x\":\"0.5\",\"y\":0.5}}",
                "{\"focal\":{\"x\":0.5}}",
                "{\"zoom\":0.5}",
                "{\"zoom\":1e9}",
                "{\"rule\":\"stretch\"}",
                "{\"backing\":\"white\"}",
                "{\"type\":\"tiff\"}",
                "{\"colour\":\"blue\"}",
                "{\"window\":{\"x\":0,\"y\":0,\"width\":-4}}",
                "[]",
                "{\"focal\":",
                "{} {}",
                ""
            })
    void badFit_isRefusedWith4xxAndChangesNothing(String body) {
        JsonNode before = gavlin.get("warden", SLOTS + "/masthead/fit").json();
        Answer answer = gavlin.json("warden", "PUT", SLOTS + "/masthead/fit", body);
        assertTrue(answer.status() >= 400 && answer.status() < 500, answer.status() + " " + answer.text());
        assertTrue(answer.json().path("type").asString().startsWith("urn:gavlin:problem:"), answer.text());
        assertEquals(before, gavlin.get("warden", SLOTS + "/masthead/fit").json());
    }

    @Test
    void hugeJson_isRefusedBeforeItIsRead() throws Exception {
        String huge = "{\"id\":\"huge\",\"name\":\"" + "x".repeat(5_000_000) + "\",\"slotSheet\":{}}";
        assertEquals(413, gavlin.json("warden", "POST", "/api/v1/sites", huge).status());
        byte[] bytes = huge.getBytes(StandardCharsets.UTF_8);
        int status = gavlin.send(gavlin.request("warden", "/api/v1/sites") // chunked: its length is not told
                        .header("Content-Type", "application/json")
                        .POST(java.net.http.HttpRequest.BodyPublishers.ofInputStream(
                                () -> new java.io.ByteArrayInputStream(bytes))))
                .status();
        assertTrue(status >= 400 && status < 500, "status " + status);
    }

    @Test
    void deepJson_isRefused() {
        String deep = "{\"focal\":" + "[".repeat(20_000) + "]".repeat(20_000) + "}";
        assertEquals(
                400, gavlin.json("warden", "PUT", SLOTS + "/masthead/fit", deep).status());
    }

    /** The search's working comes with the answer, and any of its files can be taken instead. */
    @Test
    void candidate_takenByItsEncoding_isTheFile() {
        gavlin.siteOfOneSlot(
                "taking",
                "\"size\": {\"width\": 400, \"height\": 200}, \"types\": [\"jpeg\", \"webp\"], \"weight\": {\"limit\": 20, \"unit\": \"kB\"}");
        String id = upload("taking", RunningGavlin.photograph(Size.parse("900x600"), 33));
        String fits = "/api/v1/sites/taking/slots/banner/fit";
        JsonNode file = gavlin.json("warden", "PUT", fits, "{\"picture\":\"" + id + "\"}")
                .json()
                .path("file");
        JsonNode candidates = file.path("candidates");
        assertTrue(candidates.size() >= 3, candidates.toString());
        JsonNode other = StreamSupport.stream(candidates.spliterator(), false)
                .filter(c -> c.path("ssim").isNumber()
                        && c.path("bytes").asInt() < 20_000
                        && c.path("bytes").asInt() != file.path("bytes").asInt())
                .findFirst()
                .orElseThrow();
        assertTrue(other.path("ssim").asDouble() > 0.5);
        String encoding = other.path("encoding").asString();
        Answer taken =
                gavlin.json("warden", "PUT", fits, "{\"picture\":\"" + id + "\",\"encoding\":\"" + encoding + "\"}");
        assertEquals(200, taken.status(), taken.text());
        assertEquals(encoding, taken.json().path("encoding").asString());
        assertEquals(
                other.path("bytes").asInt(),
                taken.json().path("file").path("bytes").asInt());
        Answer wrong =
                gavlin.json("warden", "PUT", fits, "{\"picture\":\"" + id + "\",\"encoding\":\"jpeg-q101-420\"}");
        assertEquals(400, wrong.status());
        assertEquals("encoding", wrong.json().path("field").asString());
    }

    @Test
    void limitAtDensityTwo_isItsOwn() {
        gavlin.siteOfOneSlot(
                "dense",
                "\"size\": {\"width\": 400, \"height\": 200}, \"densities\": [1, 2], \"types\": [\"jpeg\"], \"weight\": {\"limit\": 5, \"unit\": \"kB\", \"atDensity\": {\"2\": 14}}");
        String id = upload("dense", RunningGavlin.photograph(Size.parse("1600x900"), 34));
        String slot = "/api/v1/sites/dense/slots/banner";
        gavlin.json("warden", "PUT", slot + "/fit", "{\"picture\":\"" + id + "\"}");
        int once = gavlin.get("warden", slot + "/rendition").response().body().length;
        int twice =
                gavlin.get("warden", slot + "/rendition?density=2").response().body().length;
        assertTrue(once <= 5_000, once + " bytes");
        assertTrue(twice <= 14_000 && twice > 5_000, twice + " bytes");
    }

    @Test
    void site_withFaultySheet_listsEveryFault() {
        Answer answer = gavlin.json(
                "warden",
                "POST",
                "/api/v1/sites",
                "{\"id\":\"faulty\",\"name\":\"Faulty\",\"slotSheet\":{\"format\":\"slot-sheet/1\",\"theme\":{\"name\":\"T\"},\"slots\":[{\"id\":\"A!\",\"name\":\"A\",\"kind\":\"poster\",\"types\":[]}]}}");
        assertEquals(422, answer.status());
        JsonNode faults = answer.json().path("faults");
        assertTrue(faults.size() >= 3, faults.toString());
        assertTrue(StreamSupport.stream(faults.spliterator(), false)
                .anyMatch(f -> f.path("pointer").asString().equals("/slots/0/kind")));
        assertEquals(404, gavlin.get("warden", "/api/v1/sites/faulty").status());
    }

    @Test
    void keeper_reachesTheOwnSectionAndNothingElse() {
        assertEquals(404, gavlin.get("keeper", "/api/v1/sites/quillet-street").status());
        assertEquals(
                403, gavlin.json("keeper", "PUT", SLOTS + "/masthead/fit", "{}").status());
        assertEquals(
                403,
                gavlin.json("keeper", "POST", "/api/v1/sites", "{\"id\":\"own\",\"name\":\"Own\",\"slotSheet\":{}}")
                        .status());
        String picture = gavlin.get("keeper", SLOTS + "/masthead/fit")
                .json()
                .path("picture")
                .asString();
        String body = "{\"picture\":\"" + picture + "\"}";
        assertEquals(
                403,
                gavlin.json("keeper", "PUT", SLOTS + "/section-header/fit", body)
                        .status());
        assertEquals(
                403,
                gavlin.json("keeper", "PUT", SLOTS + "/section-header/fit?section=north-head", body)
                        .status());
        assertEquals(
                200,
                gavlin.json("keeper", "PUT", SLOTS + "/section-header/fit?section=kelso-gallery", body)
                        .status());
        assertEquals(
                403,
                gavlin.json("keeper", "PUT", SLOTS + "/masthead/fit?section=kelso-gallery", body)
                        .status());
        assertEquals(
                404,
                gavlin.get("keeper", SLOTS + "/section-header/fit?section=nowhere")
                        .status());
    }

    @Test
    void pictureOfAnotherSite_cannotBeUsed() {
        String foreign = gavlin.get("warden", "/api/v1/sites/quillet-street/pictures")
                .json()
                .get(0)
                .path("id")
                .asString();
        assertEquals(404, gavlin.get("warden", PICTURES + "/" + foreign).status());
        assertEquals(
                404,
                gavlin.json("warden", "PUT", SLOTS + "/masthead/fit", "{\"picture\":\"" + foreign + "\"}")
                        .status());
    }

    @Test
    void original_isAnAttachmentThatNoBrowserRuns() {
        String id = gavlin.get("warden", PICTURES).json().get(0).path("id").asString();
        Answer original = gavlin.get("warden", PICTURES + "/" + id + "/original");
        assertTrue(original.header("Content-Disposition").startsWith("attachment"));
        assertEquals("nosniff", original.header("X-Content-Type-Options"));
        assertTrue(original.header("Content-Security-Policy").contains("sandbox"));
    }

    /** Browsers repeat Basic credentials that they know: a form of another site must not profit from that. */
    @Test
    void changeFromAnotherSite_withKnownCredentials_isRefused() {
        Answer answer = gavlin.send(gavlin.request("warden", SLOTS + "/masthead/fit")
                .header("Content-Type", "application/json")
                .header("Sec-Fetch-Site", "cross-site")
                .PUT(java.net.http.HttpRequest.BodyPublishers.ofString("{}")));
        assertEquals(403, answer.status());
    }

    @Test
    void density_askedOrNot_isOfferedOnlyWithThePixels() {
        assertEquals(
                200,
                gavlin.get("warden", SLOTS + "/masthead/rendition?density=2").status());
        assertEquals(
                400,
                gavlin.get("warden", SLOTS + "/masthead/rendition?density=3").status());
        assertEquals(
                400,
                gavlin.get("warden", SLOTS + "/masthead/rendition?density=x").status());
        gavlin.siteOfOneSlot("bare", "\"size\": {\"width\": 100, \"height\": 50}, \"types\": [\"jpeg\"]");
        assertEquals(
                404,
                gavlin.get("warden", "/api/v1/sites/bare/slots/banner/rendition")
                        .status());
        JsonNode bare = gavlin.get("warden", "/api/v1/sites/bare/slots").json();
        assertEquals("empty", bare.get(0).path("state").asString());
    }

    private static String upload(String site, byte[] file) {
        return gavlin.upload("warden", "/api/v1/sites/" + site + "/pictures", "a.jpg", file, Map.of())
                .json()
                .path("id")
                .asString();
    }
}
