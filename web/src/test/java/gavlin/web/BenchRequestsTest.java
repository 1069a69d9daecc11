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
    /** In px of the picture, which has 2000×1500. */
    private static final String AREA =
            "{\"id\":\"new-1\",\"name\":\"lamp\",\"shape\":\"rectangle\",\"box\":{\"x\":800,\"y\":75,\"width\":200,\"height\":150},\"weight\":1}";

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
                "{\"fit\":" + fit + ",\"keepAreas\":{\"focal\":{\"x\":1000,\"y\":750},\"put\":" + areas + "}}");
        assertEquals(200, answer.status(), answer.text());
        return answer.json();
    }

    private static JsonNode stored() {
        return gavlin.get("warden", "/api/v1" + SITE + "/slots/top/fit").json();
    }

    /** The first file that would do is told at once, with all but its damage; then, of one type, the one that was chosen; and that alone from then on. */
    @Test
    void measured_comesInSteps_whileTheFileIsLookedFor() {
        gavlin.json(
                "warden",
                "PUT",
                "/api/v1" + SITE + "/slots/top/fit?measure=geometry",
                fit("\"window\":{\"x\":11,\"y\":377,\"width\":1777}"));
        List<JsonNode> steps = warden.lines(BENCH + "/measured");
        assertEquals(2, steps.size(), steps.toString());
        JsonNode first = steps.get(0).get("look");
        assertFalse(steps.get(0).get("isLast").asBoolean());
        assertEquals("fits", gauge(first, "weight").get("verdict").asString());
        assertEquals("unmeasured", gauge(first, "damage").get("verdict").asString());
        assertEquals(0, first.get("files").size(), "none is chosen yet");
        JsonNode chosen = steps.get(1).get("look");
        assertTrue(steps.get(1).get("isLast").asBoolean());
        assertEquals("fits", gauge(chosen, "damage").get("verdict").asString());
        assertFalse(chosen.get("files").isEmpty());
        assertEquals(chosen.get("revision"), first.get("revision"));

        List<JsonNode> again = warden.lines(BENCH + "/measured");
        assertEquals(1, again.size(), again.toString());
        assertTrue(again.get(0).get("isLast").asBoolean());
    }

    /** The widest window is 2000×400; the menu hides its upper fifth, 80 px; the lamp stands from 75 px to 225. */
    @Test
    void look_judgesWhatIsOnThePage_andStoresNothing() {
        JsonNode before = stored();
        JsonNode seen = look(fit("\"window\":{\"x\":0,\"y\":0,\"width\":2000}"), "[" + AREA + "]");
        assertEquals(145.0 / 150, share(mark(seen)), 1e-2, "5 of its 150 px lie under the menu");
        JsonNode gone = look(fit("\"window\":{\"x\":0,\"y\":600,\"width\":2000}"), "[" + AREA + "]");
        assertEquals(0, share(mark(gone)));
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
                "\"wings\":2",
                "\"line\":3",
                "\"grow\":{\"top\":99999}",
                "\"turn\":{\"degrees\":\"two\"}"
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
                look.at("/fit/prepare/turn/degrees").asDouble(),
                0.01);
        assertTrue(look.at("/prepared/width").asInt() < 2000);
        assertTrue(look.get("window").get("x").asDouble() >= 0);
    }

    @Test
    void best_isOffered_withWhatItComesTo() {
        String question = "{\"fit\":" + fit("\"window\":{\"x\":0,\"y\":900,\"width\":2000}")
                + ",\"keepAreas\":{\"focal\":{\"x\":1000,\"y\":750},\"put\":[" + AREA + "]},\"lock\":[]}";
        JsonNode best = warden.json("POST", BENCH + "/best", question).json();
        assertEquals(
                "Everything is seen now; before, the least was 0 %.",
                best.get("says").asString());
        assertEquals("", best.get("why").asString());
        assertEquals(1, share(mark(best.get("look"))), 1e-9);
        JsonNode held = warden.json("POST", BENCH + "/best", question.replace("\"lock\":[]", "\"lock\":[\"y\"]"))
                .json();
        assertEquals(900, held.get("look").get("window").get("y").asDouble(), 1e-6);
        assertFalse(held.get("why").asString().isEmpty());
    }

    /** What lies under the menu at the picture's own edge is seen when that edge is grown: the offer's window is drawn where it is, beyond it. */
    @Test
    void offerThatGrowsAnEdge_isOutlinedOnThePictureAsItIs() {
        String question = "{\"fit\":" + fit("\"window\":{\"x\":0,\"y\":900,\"width\":2000}")
                + ",\"keepAreas\":{\"focal\":{\"x\":1000,\"y\":750},\"put\":[" + AREA.replace("\"y\":75", "\"y\":10")
                + "]},\"lock\":[]}";
        JsonNode best = warden.json("POST", BENCH + "/best", question).json();
        JsonNode grown = StreamSupport.stream(best.get("offers").spliterator(), false)
                .filter(offer -> offer.at("/look/fit/prepare/grow/top").asInt(0) > 0)
                .findFirst()
                .orElseThrow(() -> new AssertionError(best.toString()));
        int top = grown.at("/look/fit/prepare/grow/top").asInt();
        assertEquals(
                grown.at("/look/window/y").asDouble() - top,
                grown.at("/outline/y").asDouble(),
                1e-6);
        assertEquals(
                grown.at("/look/window/width").asDouble(),
                grown.at("/outline/width").asDouble(),
                1e-6);
        assertTrue(grown.at("/outline/y").asDouble() < 0, grown.toString());
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

    /** What somebody changes goes together with what others did; the second is told, and neither loses anything. */
    @Test
    void twoWhoMark_keepBoth_andTheSecondIsTold() {
        int base = look(fit(""), "[]").at("/keepAreas/revision").asInt();
        JsonNode first = keep(base, "\"put\":[" + AREA + "]");
        assertEquals("", first.get("says").asString());
        String lamp = first.at("/ids/new-1").asString();
        JsonNode second = keep(base, "\"put\":[" + AREA.replace("lamp", "boat") + "]");
        assertTrue(second.get("says").asString().contains("their areas are here beside yours"), second.toString());
        assertEquals(List.of("lamp", "boat"), names());
        // Taken away by one, moved by the other meanwhile: it stays away, and that is said.
        keep(null, "\"removed\":[\"" + lamp + "\"]");
        JsonNode late = keep(null, "\"put\":[" + AREA.replace("new-1", lamp).replace("800", "700") + "]");
        assertTrue(late.get("says").asString().contains("lamp: somebody else took that away"), late.toString());
        assertEquals(List.of("boat"), names());
        // Until somebody wants it back, under the id that it had.
        keep(null, "\"back\":[\"" + lamp + "\"]");
        assertEquals(List.of("boat", "lamp"), names());
    }

    private static JsonNode keep(Integer base, String changes) {
        Answer answer = warden.json(
                "PUT",
                BENCH + "/keep-areas",
                "{\"picture\":\"" + picture + "\"" + (base == null ? "" : ",\"base\":" + base) + "," + changes + "}");
        assertEquals(200, answer.status(), answer.text());
        return answer.json();
    }

    private static List<String> names() {
        return StreamSupport.stream(keepAreas().spliterator(), false)
                .map(a -> a.get("name").asString())
                .toList();
    }

    private static JsonNode keepAreas() {
        return gavlin.get("warden", "/api/v1" + SITE + "/pictures/" + picture + "/keep-areas")
                .json()
                .get("keepAreas");
    }

    /** Drawn on a picture that is turned, flipped and grown, an area is found again where it was drawn. */
    @Test
    void areaDrawnOnAPreparedPicture_liesWhereItWasDrawn() {
        String prepare =
                "{\"turn\":{\"flipped\":true,\"degrees\":4},\"grow\":{\"top\":100,\"right\":0,\"bottom\":0,\"left\":50,\"by\":\"mirror\"}}";
        keep(null, "\"in\":" + prepare + ",\"put\":[" + AREA.replace("\"y\":75", "\"y\":475") + "]");
        JsonNode look = warden.json(
                        "POST",
                        BENCH + "/look",
                        "{\"fit\":{\"format\":\"fit/1\",\"picture\":\"" + picture + "\",\"prepare\":" + prepare
                                + ",\"frame\":{\"rule\":\"cover\",\"focal\":{\"x\":0.5,\"y\":0.5},\"zoom\":1}}}")
                .json();
        assertEquals(800, mark(look).at("/box/x").asDouble(), 1e-6);
        assertEquals(475, mark(look).at("/box/y").asDouble(), 1e-6);
        assertEquals(200, mark(look).at("/box/width").asDouble(), 1e-6);
        JsonNode kept = keepAreas().get(0);
        double middle = kept.get("x").asDouble() + kept.get("width").asDouble() / 2;
        assertTrue(middle > 0.5 && middle < 0.6, "on the other side of the picture itself: " + middle);
    }

    /** The first two who fill an empty place clash; nobody's work is written over unseen. */
    @Test
    void twoWhoFillAnEmptySlot_clash() {
        String tile = SITE + "/slots/tile/bench";
        String body = "{\"picture\":\"" + picture + "\",\"zoom\":1.1,\"base\":0}";
        assertEquals(200, warden.json("POST", tile + "/fit", body).status());
        Answer second = warden.json("POST", tile + "/fit", body.replace("1.1", "1.2"));
        assertEquals(409, second.status(), second.text());
        Answer form = warden.post(tile + "/picture", "picture=" + portrait + "&goesOnFrom=0");
        assertEquals(302, form.status());
        assertEquals(
                picture,
                gavlin.get("warden", "/api/v1" + SITE + "/slots/tile/fit")
                        .json()
                        .get("picture")
                        .asString(),
                "whoever chose second is told, and chooses again");
    }

    /** The other side of a conflict: mine is in the history, theirs holds. */
    @Test
    void setAside_isKept_whileThePresentOneHolds() {
        int base = stored().get("revision").asInt();
        JsonNode document = stored().get("fit");
        Answer answer = warden.json(
                "POST",
                BENCH + "/fit",
                "{\"fit\":" + document + ",\"change\":{\"patch\":{\"frame\":{\"zoom\":3}}},\"base\":" + base
                        + ",\"aside\":true}");
        assertEquals(base, answer.json().get("revision").asInt(), answer.text());
        assertEquals(base, stored().get("revision").asInt());
        assertTrue(warden.get(BENCH + "/history").text().contains("Go back to step " + (base + 1)));
    }

    /** Straightened or grown, the window keeps its middle; px of the prepared picture begin at the grown edge. */
    @Test
    void preparedOtherwise_theWindowKeepsItsMiddle() {
        JsonNode before = look(fit("\"window\":{\"x\":300,\"y\":600,\"width\":1500}"), "[]");
        JsonNode grown = warden.json(
                        "POST",
                        BENCH + "/look",
                        "{\"fit\":" + before.get("fit")
                                + ",\"change\":{\"patch\":{\"prepare\":{\"grow\":{\"top\":200,\"left\":100}}}}}")
                .json();
        assertEquals(400, grown.at("/window/x").asDouble(), 1e-6);
        assertEquals(800, grown.at("/window/y").asDouble(), 1e-6);
        assertEquals(1500, grown.at("/window/width").asDouble(), 1e-6);
        assertEquals(2100, grown.at("/prepared/width").asInt());
        assertTrue(grown.get("view").asString().contains("prepare="), "one picture, prepared by the server");
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
        return look.get("keepAreas").get("areas").get(0);
    }

    /** As it is said: "96 % seen", "seen". */
    private static double share(JsonNode area) {
        String seen = area.get("seen").asString();
        return seen.equals("seen") ? 1 : Double.parseDouble(seen.replace(" % seen", "")) / 100;
    }

    private static JsonNode gauge(JsonNode look, String id) {
        return StreamSupport.stream(look.get("gauges").spliterator(), false)
                .filter(g -> g.get("id").asString().equals(id))
                .findFirst()
                .orElseThrow();
    }
}
