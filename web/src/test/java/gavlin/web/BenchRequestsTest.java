package gavlin.web;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.geometry.Size;
import gavlin.web.RunningGavlin.Answer;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** What the bench's page asks while somebody works: judged there, stored only when it is said so. */
class BenchRequestsTest {
    private static final String SITE = "/sites/bench-requests";
    private static final String BENCH = SITE + "/slots/top/bench";
    private static final String AREA =
            "{\"name\":\"lamp\",\"shape\":\"rectangle\",\"x\":0.4,\"y\":0.05,\"width\":0.1,\"height\":0.1,\"weight\":1}";

    private static RunningGavlin gavlin;
    private static Visitor warden;
    private static String picture;
    private static String portrait;

    @BeforeAll
    static void start() {
        gavlin = RunningGavlin.get();
        String slots = """
                {"id":"top","name":"Top","kind":"banner","size":{"width":1500,"height":300},"types":["jpeg"],"rule":"cover",
                 "showings":[{"id":"d","name":"Home, desktop","screen":{"width":1500},"box":{"width":1500,"height":300},
                   "obstructions":[{"name":"menu","kind":"solid","box":{"x":0,"y":0,"width":1500,"height":60}}]},
                  {"id":"p","name":"Home, phone","screen":{"width":390},"box":{"width":390,"height":200}}]},
                {"id":"tile","name":"Tile","kind":"tile","size":{"width":600,"height":400},"types":["jpeg"],"rule":"cover"},
                {"id":"turns","name":"Turns","kind":"slide","size":{"width":800,"height":200},"types":["jpeg"],"rule":"cover",
                 "set":{"most":3,"order":"in-turn"}}""";
        gavlin.json(
                "warden",
                "POST",
                "/api/v1/sites",
                "{\"id\":\"bench-requests\",\"name\":\"Requests\",\"slotSheet\":{\"format\":\"slot-sheet/1\",\"theme\":{\"name\":\"T\"},\"slots\":["
                        + slots + "]}}");
        picture = upload("2000x1500", 41);
        portrait = upload("900x1600", 42);
        warden = Visitor.signedIn(gavlin, "warden");
    }

    private static String upload(String size, int seed) {
        byte[] photo = RunningGavlin.photograph(Size.parse(size), seed);
        return gavlin.upload("warden", "/api/v1" + SITE + "/pictures", "p.jpg", photo, Map.of("title", "P " + seed))
                .json()
                .get("id")
                .asString();
    }

    @BeforeEach
    void fresh() {
        gavlin.json("warden", "PUT", "/api/v1" + SITE + "/pictures/" + picture + "/keep-areas", "[]");
        gavlin.json(
                "warden",
                "PUT",
                "/api/v1" + SITE + "/slots/top/fit?measure=geometry",
                fit("\"zoom\":1,\"focal\":{\"x\":0.5,\"y\":0.5}"));
    }

    private static String fit(String members) {
        return "{\"picture\":\"" + picture + "\"" + (members.isEmpty() ? "" : "," + members) + "}";
    }

    private static JsonNode look(String fit, String areas) {
        Answer answer = warden.json(
                "POST",
                BENCH + "/look",
                "{\"fit\":" + fit + ",\"marks\":{\"focal\":{\"x\":0.5,\"y\":0.5},\"areas\":" + areas + "}}");
        assertEquals(200, answer.status(), answer.text());
        return answer.json();
    }

    private static JsonNode stored() {
        return gavlin.get("warden", "/api/v1" + SITE + "/slots/top/fit").json();
    }

    /** The widest window is 2000×400; the menu hides its upper fifth, 80 px; the lamp stands from 75 px to 225. */
    @Test
    void look_judgesWhatIsOnThePage_andStoresNothing() {
        JsonNode before = stored();
        JsonNode seen = look(fit("\"window\":{\"x\":0,\"y\":0,\"width\":2000}"), "[" + AREA + "]");
        assertEquals(145.0 / 150, mark(seen).get("seen").asDouble(), 1e-3, "5 of its 150 px lie under the menu");
        JsonNode gone = look(fit("\"window\":{\"x\":0,\"y\":600,\"width\":2000}"), "[" + AREA + "]");
        assertEquals(0, mark(gone).get("seen").asDouble());
        assertEquals("fails", gauge(gone, "keep").get("verdict").asString());
        assertEquals(before, stored());
        assertEquals(
                "[]",
                gavlin.get("warden", "/api/v1" + SITE + "/pictures/" + picture + "/keep-areas")
                        .json()
                        .get("keepAreas")
                        .toString());
    }

    @Test
    void window_givenBeyondThePicture_isPutInside_andNeverSquashed() {
        JsonNode look = look(fit("\"window\":{\"x\":-500,\"y\":9000,\"width\":1800}"), "[]");
        JsonNode window = look.get("window");
        assertEquals(0, window.get("x").asDouble(), 1e-6);
        assertEquals(1500, window.get("y").asDouble() + window.get("height").asDouble(), 1e-6);
        assertEquals(5, window.get("width").asDouble() / window.get("height").asDouble(), 1e-9);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "\"degrees\":40",
                "\"height\":333",
                "\"growth\":{\"top\":-5,\"right\":0,\"bottom\":0,\"left\":0}",
                "\"growth\":{\"top\":99999,\"right\":0,\"bottom\":0,\"left\":0}",
                "\"position\":{\"x\":2,\"y\":0}",
                "\"horizon\":{\"x1\":0.5,\"y1\":0.5,\"x2\":0.5,\"y2\":0.5}",
                "\"window\":{\"x\":0,\"y\":0,\"width\":0}",
                "\"window\":{\"x\":NaN,\"y\":0,\"width\":10}",
                "\"zoom\":0.2",
                "\"wings\":2"
            })
    void badRequest_isRefusedByName_andNothingIsStored(String members) {
        JsonNode before = stored();
        for (String path : List.of("/look", "/fit")) {
            String body = path.equals("/look") ? "{\"fit\":" + fit(members) + "}" : fit(members);
            Answer answer = warden.json("POST", BENCH + path, body);
            assertTrue(
                    answer.status() >= 400 && answer.status() < 500,
                    path + " " + answer.status() + " " + answer.text());
        }
        assertEquals(before, stored());
    }

    /** A line that falls by 1 in 20 is levelled by its angle, and the window stays inside what is left. */
    @Test
    void horizonDrawn_levelsThePicture() {
        JsonNode look = look(fit("\"horizon\":{\"x1\":0.1,\"y1\":0.5,\"x2\":0.6,\"y2\":0.5333333333}"), "[]");
        assertEquals(
                -Math.toDegrees(Math.atan2(50, 1000)),
                look.get("turned").get("degrees").asDouble(),
                0.01);
        assertTrue(look.get("turned").get("size").get("width").asInt() < 2000);
        assertTrue(look.get("window").get("x").asDouble() >= 0);
    }

    @Test
    void best_isOffered_withWhatItComesTo() {
        String question = "{\"fit\":" + fit("\"window\":{\"x\":0,\"y\":900,\"width\":2000}")
                + ",\"marks\":{\"focal\":{\"x\":0.5,\"y\":0.5},\"areas\":[" + AREA + "]},\"lock\":[]}";
        JsonNode best = warden.json("POST", BENCH + "/best", question).json();
        assertEquals(
                "Everything is seen now; before, the least was 0 %.",
                best.get("says").asString());
        assertEquals("", best.get("why").asString());
        assertEquals(1, mark(best.get("look")).get("seen").asDouble(), 1e-9);
        JsonNode held = warden.json("POST", BENCH + "/best", question.replace("\"lock\":[]", "\"lock\":[\"y\"]"))
                .json();
        assertEquals(900, held.get("look").get("window").get("y").asDouble(), 1e-6);
        assertFalse(held.get("why").asString().isEmpty());
    }

    @Test
    void twoWhoStore_theSecondIsTold_andTheirsStays() {
        int base = stored().get("revision").asInt();
        assertEquals(
                200,
                warden.json("POST", BENCH + "/fit", fit("\"zoom\":1.1,\"base\":" + base))
                        .status());
        Answer second = warden.json("POST", BENCH + "/fit", fit("\"zoom\":1.2,\"base\":" + base));
        assertEquals(409, second.status());
        assertTrue(second.json().get("detail").asString().contains("warden"), second.text());
        assertEquals(1.1, stored().get("zoom").asDouble(), 1e-9);
        // The same decision again is no conflict: an answer that was lost may be asked for once more.
        assertEquals(
                200,
                warden.json("POST", BENCH + "/fit", fit("\"zoom\":1.1,\"base\":" + base))
                        .status());
    }

    @Test
    void twoWhoMark_theSecondIsTold() {
        int base = look(fit(""), "[]").get("marks").get("revision").asInt();
        String marks = "{\"picture\":\"" + picture + "\",\"base\":" + base
                + ",\"focal\":{\"x\":0.5,\"y\":0.5},\"areas\":[" + AREA + "]}";
        assertEquals(200, warden.json("PUT", BENCH + "/marks", marks).status());
        Answer second = warden.json("PUT", BENCH + "/marks", marks.replace("lamp", "boat"));
        assertEquals(409, second.status(), second.text());
        assertEquals(
                "lamp",
                mark(look(fit(""), "[" + AREA + "]")).get("area").get("name").asString());
    }

    @Test
    void history_keepsEveryStep_names_andGoesBack() {
        warden.json("POST", BENCH + "/fit", fit("\"zoom\":1.5"));
        int named = stored().get("revision").asInt();
        assertEquals(
                302,
                warden.post(BENCH + "/history/" + named + "/name", "name=before+the+fair")
                        .status());
        warden.json("POST", BENCH + "/fit", fit("\"zoom\":2"));
        String page = warden.get(BENCH + "/history").text();
        assertTrue(page.contains("before the fair"), page);
        warden.post(BENCH + "/history/" + named, "");
        assertEquals(1.5, stored().get("zoom").asDouble(), 1e-9);
        warden.post(BENCH + "/redo", "");
        assertEquals(2, stored().get("zoom").asDouble(), 1e-9);
        assertEquals(404, warden.post(BENCH + "/history/9999", "").status());
        assertEquals(
                404,
                warden.json("POST", BENCH + "/fit", "{\"picture\":\"none\"}").status());
    }

    @Test
    void suggestions_sayWhy_andMarkNothing() {
        Answer answer = warden.get(BENCH + "/suggestions?picture=" + picture);
        assertEquals(200, answer.status(), answer.text());
        for (JsonNode suggestion : answer.json()) {
            assertFalse(suggestion.get("reason").asString().isEmpty());
            assertTrue(suggestion.get("x").asDouble() >= 0
                    && suggestion.get("x").asDouble() + suggestion.get("width").asDouble() <= 1 + 1e-9);
        }
        assertEquals(
                "[]",
                gavlin.get("warden", "/api/v1" + SITE + "/pictures/" + picture + "/keep-areas")
                        .json()
                        .get("keepAreas")
                        .toString());
        assertEquals(404, warden.get(BENCH + "/suggestions?picture=nobody").status());
    }

    /** A decision made for one size proposes itself for the others: about the same point. */
    @Test
    void fitOfOneSlot_proposesItselfForAnother() {
        warden.json("POST", BENCH + "/fit", fit("\"window\":{\"x\":0,\"y\":1000,\"width\":1800}"));
        JsonNode other = StreamSupport.stream(
                        warden.get(BENCH + "/others?picture=" + picture).json().spliterator(), false)
                .filter(o -> o.get("slot").asString().equals("tile"))
                .findFirst()
                .orElseThrow();
        JsonNode window = other.get("window");
        double middle = window.get("y").asDouble() + window.get("height").asDouble() / 2;
        assertTrue(middle > 800, "low in the picture, as the banner's window is: " + window);
        assertEquals(1.5, window.get("width").asDouble() / window.get("height").asDouble(), 1e-6);
    }

    @Test
    void set_takesSeveral_ordersThem_andNoMoreThanItHolds() {
        String turns = SITE + "/slots/turns/bench";
        warden.post(turns + "/pictures", "picture=" + picture + "&picture=" + portrait);
        assertEquals(List.of(picture, portrait), members());
        warden.post(turns + "/order", "order=1,0");
        assertEquals(List.of(portrait, picture), members());
        warden.post(turns + "/take-out?member=1", "");
        assertEquals(List.of(picture), members());
        warden.post(turns + "/put-back?member=1", "");
        assertEquals(2, members().size());
        warden.post(turns + "/pictures", "picture=" + picture + "&picture=" + picture);
        assertEquals(3, members().size(), "of four asked for, the slot takes three");
        assertTrue(warden.get(turns).text().contains("3 of up to 3"));
    }

    /** The pictures of the set in their order, as its page shows them. */
    private static List<String> members() {
        String page = warden.get(SITE + "/slots/turns/bench").text();
        return Pattern.compile("data-member=\"(\\d+)\"")
                .matcher(page)
                .results()
                .map(found -> gavlin.get("warden", "/api/v1" + SITE + "/slots/turns/fit?member=" + found.group(1)))
                .map(answer -> answer.json().get("picture").asString())
                .toList();
    }

    private static JsonNode mark(JsonNode look) {
        return look.get("marks").get("areas").get(0);
    }

    private static JsonNode gauge(JsonNode look, String id) {
        return StreamSupport.stream(look.get("gauges").spliterator(), false)
                .filter(g -> g.get("id").asString().equals(id))
                .findFirst()
                .orElseThrow();
    }
}
