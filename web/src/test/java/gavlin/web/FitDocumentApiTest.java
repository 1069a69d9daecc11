package gavlin.web;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import gavlin.core.codec.OwnFile;
import gavlin.core.geometry.Size;
import gavlin.web.RunningGavlin.Answer;
import gavlin.web.account.Viewer;
import gavlin.web.fit.Housekeeping;
import gavlin.web.site.Sites;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** The fit document through the API: stored, answered, accepted as it was answered; and what is kept and collected around it. */
class FitDocumentApiTest {
    private static final String SITE = "/api/v1/sites/documents";
    private static final String FIT = SITE + "/slots/top/fit";
    private static final String GEOMETRY = FIT + "?measure=geometry";

    private static RunningGavlin gavlin;
    private static Visitor warden;
    private static String picture;
    private static String mark;

    @BeforeAll
    static void start() {
        gavlin = RunningGavlin.get();
        warden = Visitor.signedIn(gavlin, "warden");
        String slots = """
                {"id":"top","name":"Top","kind":"banner","size":{"width":600,"height":150},"heights":[150,200],"types":["jpeg","png","webp"],
                 "rule":"cover","showings":[{"id":"home","name":"Home","box":{"width":600,"height":150},"positionIsFree":true,
                 "obstructions":[{"name":"menu","kind":"solid","box":{"x":0,"y":0,"width":600,"height":30}}]}]},
                {"id":"other","name":"Other","kind":"banner","size":{"width":500,"height":125},"types":["jpeg"],"rule":"cover",
                 "showings":[{"id":"home","name":"Home","box":{"width":500,"height":125}}]},
                {"id":"mark","name":"Mark","kind":"logo","size":{"width":200,"height":80},"types":["png","webp"],"rule":"contain"},
                {"id":"turns","name":"Turns","kind":"slide","size":{"width":400,"height":100},"types":["jpeg"],"rule":"cover",
                 "set":{"most":3,"order":"in-turn"}}""";
        Answer made = gavlin.json(
                "warden",
                "POST",
                "/api/v1/sites",
                "{\"id\":\"documents\",\"name\":\"Documents\",\"slotSheet\":{\"format\":\"slot-sheet/1\",\"theme\":{\"name\":\"T\"},\"slots\":["
                        + slots + "]}}");
        assertEquals(201, made.status(), made.text());
        picture = upload("1200x900", 61);
        mark = upload("700x400", 62);
        gavlin.json(
                "warden",
                "PUT",
                SITE + "/pictures/" + picture + "/keep-areas",
                "[{\"name\":\"lamp\",\"x\":0.1,\"y\":0.1,\"width\":0.1,\"height\":0.1},{\"name\":\"boat\",\"x\":0.8,\"y\":0.8,\"width\":0.1,\"height\":0.1}]");
    }

    private static String upload(String size, int seed) {
        byte[] photo = RunningGavlin.photograph(Size.parse(size), seed);
        return gavlin.upload(
                        "warden",
                        SITE + "/pictures",
                        "p.jpg",
                        photo,
                        Map.of("title", "P " + seed, "description", "A quay", "credit", "Us"))
                .json()
                .get("id")
                .asString();
    }

    private static JsonNode put(String path, String body) {
        Answer answer = gavlin.json("warden", "PUT", path, body);
        assertEquals(200, answer.status(), body + ": " + answer.text());
        return answer.json();
    }

    /** Over hundreds of random fits: what GET gives can be PUT unchanged, as the document or the whole answer, and changes nothing. */
    @Test
    void answers_sentBackAsTheyCame_changeNothing() {
        Random random = new Random(17);
        Schema schema = SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                .getSchema(gavlin.get(null, "/schemas/fit-1.json").text(), InputFormat.JSON);
        for (int i = 0; i < 200; i++) {
            JsonNode stored = put(GEOMETRY, random(random));
            JsonNode document = stored.get("fit");
            assertEquals(List.of(), schema.validate(document), document.toString());
            JsonNode again = put(GEOMETRY, document.toString());
            assertEquals(stored, again, "as the document");
            assertEquals(stored, put(GEOMETRY, "{\"fit\":" + document + "}"), "as its member");
            assertEquals(stored, put(GEOMETRY, stored.toString()), "as the whole answer");
        }
    }

    private static String random(Random random) {
        boolean contain = random.nextInt(5) == 0;
        return """
                {"format":"fit/1","picture":"%s",
                 "prepare":{"turn":%s,"grow":%s},
                 "frame":{"rule":"%s","focal":{"x":%s,"y":%s},"zoom":%s,"height":%s,"position":%s},
                 "finish":{"backing":%s,"line":%s},"file":{"type":%s,"encoding":null},"letGo":[%s]}""".formatted(
                        random.nextBoolean() ? picture : mark,
                        random.nextBoolean()
                                ? "{\"flipped\":" + random.nextBoolean() + ",\"degrees\":"
                                        + (random.nextInt(300) / 10.0 - 15) + "}"
                                : "null",
                        random.nextBoolean()
                                ? "{\"top\":" + random.nextInt(100) + ",\"left\":" + random.nextInt(100) + "}"
                                : "null",
                        contain ? "contain" : "cover",
                        random.nextDouble(),
                        random.nextDouble(),
                        contain ? 1 : 1 + 3 * random.nextDouble(),
                        random.nextInt(3) == 0 ? 200 : "null",
                        random.nextInt(3) == 0 ? "{\"x\":" + random.nextDouble() + ",\"y\":0.25}" : "null",
                        random.nextInt(3) == 0 ? "\"#A1B2C3\"" : "null",
                        random.nextInt(3) == 0 ? "{\"width\":" + random.nextInt(65) + ",\"ink\":\"#FFFFFF\"}" : "null",
                        random.nextInt(3) == 0 ? "\"jpeg\"" : "null",
                        random.nextInt(3) == 0 ? "\"k" + (1 + random.nextInt(9)) + "\"" : "");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "{\"format\":\"fit/2\",\"picture\":\"PICTURE\"}",
                "{\"format\":\"fit/1\",\"picture\":\"PICTURE\"}",
                "{\"format\":\"fit/1\",\"picture\":\"PICTURE\",\"frame\":{\"rule\":\"cover\",\"focal\":{\"x\":2,\"y\":0},\"zoom\":1}}",
                "{\"format\":\"fit/1\",\"picture\":\"PICTURE\",\"frame\":{\"rule\":\"contain\",\"focal\":{\"x\":0,\"y\":0},\"zoom\":2}}",
                "{\"format\":\"fit/1\",\"picture\":\"PICTURE\",\"frame\":{\"rule\":\"cover\",\"focal\":{\"x\":0,\"y\":0},\"zoom\":1,\"height\":199}}",
                "{\"format\":\"fit/1\",\"picture\":\"PICTURE\",\"prepare\":{\"grow\":{\"top\":5000}},\"frame\":{\"rule\":\"cover\",\"focal\":{\"x\":0,\"y\":0},\"zoom\":1}}",
                "{\"format\":\"fit/1\",\"picture\":\"nobody\",\"frame\":{\"rule\":\"cover\",\"focal\":{\"x\":0,\"y\":0},\"zoom\":1}}",
                "{\"fit\":{\"format\":\"fit/1\"},\"wings\":2}",
                "{\"fit\":[]}",
                "{\"picture\":\"PICTURE\",\"letGo\":[\"nobody\"]}",
                "{\"picture\":\"PICTURE\",\"line\":{\"width\":65}}",
                "{\"picture\":\"PICTURE\",\"line\":{\"width\":2,\"colour\":\"#000000\"}}",
                "[]"
            })
    void faultyDocument_isRefused_andChangesNothing(String body) {
        JsonNode before =
                put(GEOMETRY, "{\"picture\":\"" + picture + "\",\"zoom\":1.25,\"focal\":{\"x\":0.5,\"y\":0.5}}");
        Answer answer = gavlin.json("warden", "PUT", FIT, body.replace("PICTURE", picture));
        assertTrue(answer.status() >= 400 && answer.status() < 500, answer.status() + " " + answer.text());
        assertTrue(answer.json().path("type").asString().startsWith("urn:gavlin:problem:"), answer.text());
        assertEquals(before.get("fit"), gavlin.get("warden", FIT).json().get("fit"));
    }

    /** Every operation is a short member as well, by its id. */
    @Test
    void operation_asAShortMember_isTheSameAsInTheDocument() {
        JsonNode line = put(
                GEOMETRY,
                "{\"picture\":\"" + picture + "\",\"line\":{\"width\":4,\"ink\":\"#AABBCC\"},\"grow\":{\"top\":9}}");
        assertEquals(
                "{\"width\":4,\"ink\":\"#AABBCC\"}", line.at("/fit/finish/line").toString());
        assertEquals(9, line.at("/fit/prepare/grow/top").asInt());
        assertEquals(9, line.at("/setting/growth/top").asInt(), "the names of before go on working");
    }

    /** The line is in the file, and what is laid over showings and thumbnails is the same line. */
    @Test
    void line_isInTheFile_andInTheLayerThatIsShown() {
        put(FIT, "{\"picture\":\"" + picture + "\",\"type\":\"png\",\"line\":{\"width\":5,\"ink\":\"#00FF00\"}}");
        byte[] file =
                gavlin.get("warden", SITE + "/slots/top/rendition").response().body();
        var pixels = OwnFile.pixels(file);
        int at = (32 * 600 + 300) * 3;
        assertEquals(
                List.of(0, 255, 0),
                IntStream.range(0, 3)
                        .mapToObj(c -> pixels.samples()[at + c] & 0xff)
                        .toList());
        JsonNode look = warden.get("/sites/documents/slots/top/bench/stored").json();
        Answer layer = warden.get(look.get("layer").asString());
        assertEquals(200, layer.status());
        assertEquals("image/webp", layer.header("Content-Type"));
        var over = OwnFile.pixels(layer.response().body());
        int there = (32 * 600 + 300) * 4;
        assertEquals(
                List.of(0, 255, 0, 255),
                IntStream.range(0, 4)
                        .mapToObj(c -> over.samples()[there + c] & 0xff)
                        .toList());
        assertEquals(0, over.samples()[(80 * 600 + 300) * 4 + 3], "clear within");
        assertEquals(
                400,
                warden.get("/sites/documents/slots/top/layer?size=60000x60000&finish={}".replace("{}", "%7B%7D"))
                        .status());
    }

    /** As many words as a file may have, in letters of which an address has six for each. */
    @Test
    void wordsWithoutEnd_areStored_andSeenInTheLayer() {
        String passage = "{\"text\":\"" + "маяк ".repeat(60) + "\",\"size\":8,\"width\":580,\"x\":10,\"y\":%d}";
        String words = IntStream.range(0, 6)
                .mapToObj(i -> passage.formatted(35 + 18 * i))
                .collect(Collectors.joining(","));
        JsonNode stored = put(GEOMETRY, "{\"picture\":\"" + picture + "\",\"words\":[" + words + "]}");
        assertEquals(6, stored.at("/fit/finish/words").size());
        JsonNode look = warden.get("/sites/documents/slots/top/bench/stored").json();
        assertEquals(200, warden.get(look.get("layer").asString()).status());
        // What no font can set is refused in words, and the slot stays as it was.
        Answer refused = gavlin.json(
                "warden",
                "PUT",
                FIT,
                "{\"picture\":\"" + picture + "\",\"words\":["
                        + passage.formatted(9).replace("м", "灯") + "]}");
        assertEquals(400, refused.status());
        assertTrue(refused.text().contains("none of the fonts here has “灯”"), refused.text());
        assertEquals(6, gavlin.get("warden", FIT).json().at("/fit/finish/words").size());
    }

    /** A person let the boat go in one slot: another slot never held it, and is judged with it. */
    @Test
    void whatWasLetGoInOneSlot_mustBeSeenInTheNext() {
        JsonNode here = put(GEOMETRY, "{\"picture\":\"" + picture + "\",\"letGo\":[\"boat\"]}");
        assertEquals(1, here.at("/fit/letGo").size());
        JsonNode proposed = warden.json(
                        "POST",
                        "/sites/documents/slots/other/bench/look",
                        "{\"fit\":{\"picture\":\"" + picture + "\"}}")
                .json();
        assertEquals(
                "fails", keep(proposed).get("verdict").asString(), "lamp and boat are farther apart than it is high");
        String several =
                warden.get("/sites/documents/pictures/" + picture + "/slots").text();
        assertTrue(several.matches("(?s).*data-slot=\"other\".{0,2500}is seen on Home.*"), "said there as well");
    }

    /** A deleted area's name, drawn again, is another area: nothing that was let go before is let go of it. */
    @Test
    void nameDrawnAgain_isNotLetGo() {
        String other = upload("800x600", 63);
        String areas = SITE + "/pictures/" + other + "/keep-areas";
        String tree = "[{\"name\":\"tree\",\"x\":0.1,\"y\":0.9,\"width\":0.05,\"height\":0.05}]";
        assertEquals("k1", put(areas, tree).at("/keepAreas/0/id").asString());
        assertEquals(
                "k1",
                put(areas, tree.replace("0.1", "0.2")).at("/keepAreas/0/id").asString(),
                "moved: the same");
        put(GEOMETRY, "{\"picture\":\"" + other + "\",\"letGo\":[\"tree\"],\"focal\":{\"x\":0,\"y\":0}}");
        put(areas, "[]");
        assertEquals("k2", put(areas, tree).at("/keepAreas/0/id").asString());
        JsonNode after = gavlin.get("warden", GEOMETRY).json();
        assertEquals("[\"k1\"]", after.at("/fit/letGo").toString());
        assertEquals("fails", keep(after).get("verdict").asString());
        assertEquals(
                400,
                gavlin.json("warden", "PUT", areas, tree.replace("\"name\"", "\"id\":\"k9\",\"name\""))
                        .status());
    }

    /** Accepted while it fitted; then somebody marks what it cuts off. */
    @Test
    void acceptance_doesNotHideWhatBecameWorse() {
        String other = upload("1200x300", 64);
        put(SITE + "/slots/other/fit", "{\"picture\":\"" + other + "\"}");
        assertEquals(
                200,
                gavlin.json("warden", "POST", SITE + "/slots/other/fit/accept", "")
                        .status());
        assertEquals("fits", state("other"));
        put(
                SITE + "/pictures/" + other + "/keep-areas",
                "[{\"name\":\"all\",\"x\":0,\"y\":0,\"width\":1,\"height\":1}]");
        String height = gavlin.get("warden", SITE + "/slots/other/fit")
                .json()
                .at("/gauges")
                .toString();
        assertEquals("fits", state("other"), "all of a picture of its proportions is seen: " + height);
        put(SITE + "/slots/other/fit", "{\"picture\":\"" + other + "\",\"zoom\":1.02,\"focal\":{\"x\":0.5,\"y\":0.5}}");
        assertEquals(
                200,
                gavlin.json("warden", "POST", SITE + "/slots/other/fit/accept", "")
                        .status());
        assertEquals("look", state("other"), "96 % of it: looked at, and accepted");
        String plan = warden.get("/sites/documents/plan").text();
        assertFalse(plan.contains("Worse than when it was accepted"), "no worse than it was");
    }

    private static String state(String slot) {
        return StreamSupport.stream(gavlin.get("warden", SITE + "/slots").json().spliterator(), false)
                .filter(s -> s.get("id").asString().equals(slot))
                .findFirst()
                .orElseThrow()
                .get("state")
                .asString();
    }

    private static JsonNode keep(JsonNode answer) {
        return StreamSupport.stream(answer.get("gauges").spliterator(), false)
                .filter(g -> g.get("id").asString().equals("keep"))
                .findFirst()
                .orElseThrow();
    }

    /** Numbers of a set are given under lock: of many who add at once each gets its own, and no more get in than it takes. */
    @Test
    void manyWhoAddToASetAtOnce_getNumbersOfTheirOwn_andNoMoreThanItTakes() {
        String turns = "/sites/documents/slots/turns/bench";
        List<Integer> statuses = IntStream.range(0, 8)
                .parallel()
                .mapToObj(i -> Visitor.signedIn(gavlin, "warden"))
                .map(visitor ->
                        visitor.post(turns + "/pictures", "picture=" + picture).status())
                .toList();
        assertEquals(List.of(302), statuses.stream().distinct().toList());
        String page = warden.get(turns).text();
        assertTrue(page.contains("3 of up to 3"), "three of eight got in");
        warden.post(turns + "?member=1", "");
        // What is taken out and put back is what was there, not a newer step that was undone before.
        put(
                SITE + "/slots/turns/fit?member=1&measure=geometry",
                "{\"picture\":\"" + picture + "\",\"zoom\":1.5,\"focal\":{\"x\":0.5,\"y\":0.5}}");
        put(
                SITE + "/slots/turns/fit?member=1&measure=geometry",
                "{\"picture\":\"" + picture + "\",\"zoom\":2,\"focal\":{\"x\":0.5,\"y\":0.5}}");
        warden.post(turns + "/undo?member=1", "");
        warden.post(turns + "/take-out?member=1", "");
        warden.post(turns + "/put-back?member=1", "");
        assertEquals(
                1.5,
                gavlin.get("warden", SITE + "/slots/turns/fit?member=1")
                        .json()
                        .get("zoom")
                        .asDouble(),
                1e-9);
    }

    /** A file that a fit needs stays; one that none needs any more goes, and is made again when it is wanted. */
    @Test
    void housekeeping_collectsFilesThatNoDecisionNeeds() {
        String slot = SITE + "/slots/mark";
        put(slot + "/fit", "{\"picture\":\"" + mark + "\",\"backing\":\"#123456\"}");
        byte[] before = gavlin.get("warden", slot + "/rendition").response().body();
        put(slot + "/fit", "{\"picture\":\"" + mark + "\",\"backing\":\"#654321\"}");
        byte[] present = gavlin.get("warden", slot + "/rendition").response().body();
        assertTrue(gavlin.bean(Housekeeping.class).collect(Duration.ZERO) > 0);
        assertEquals(0, gavlin.bean(Housekeeping.class).collect(Duration.ZERO), "nothing is left to collect");
        assertEquals(
                present.length,
                gavlin.get("warden", slot + "/rendition").response().body().length);
        assertEquals(
                200,
                gavlin.get("warden", SITE + "/pictures/" + mark + "/original").status(),
                "pictures stay");
        put(slot + "/fit", "{\"picture\":\"" + mark + "\",\"backing\":\"#123456\"}");
        assertTrue(Arrays.equals(
                before, gavlin.get("warden", slot + "/rendition").response().body()));
    }

    /** Pictures that are offered are judged by the gauges, best first, and shown as they would be seen. */
    @Test
    void choices_areJudgedAsTheyWouldBeSeen_bestFirst() {
        String small = upload("300x200", 65);
        String page = warden.get("/sites/documents/slots/other/bench/choices").text();
        assertTrue(page.contains("value=\"" + small + "\""));
        assertTrue(page.indexOf(small) > page.indexOf(mark), "the one that would be enlarged comes later");
        assertTrue(page.matches("(?s).*" + small + ".{0,1500}The picture is enlarged.*"), "and why is said");
        assertTrue(page.contains("class=\"thumb\""));
    }

    @Test
    void words_changedByTwo_theSecondIsTold_andLosesNothing() {
        String path = "/sites/documents/pictures/" + mark;
        String base = warden.get(path).text().replaceAll("(?s).*name=\"base\" value=\"(\\d+)\".*", "$1");
        String form = "&description=d&credit=c&licence=l&base=" + base;
        assertEquals(302, warden.post(path, "title=First" + form).status());
        warden.post(path, "title=Second" + form);
        String page = warden.get(path).text();
        assertTrue(page.contains("somebody else changed these words meanwhile"), page);
        assertTrue(
                page.contains("value=\"Second\"") && page.contains("First"), "what was typed, beside what was saved");
        assertEquals(
                "First",
                gavlin.get("warden", SITE + "/pictures/" + mark)
                        .json()
                        .get("title")
                        .asString());
        assertEquals(
                1,
                gavlin.bean(Sites.class).openAll(new Viewer(0, "x", true)).stream()
                        .filter(s -> s.id().equals("documents"))
                        .count());
    }

    /** A slot whose file would not go into the heap is a fault of its sheet, at every height and density. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "\"size\":{\"width\":16384,\"height\":16384}",
                "\"size\":{\"width\":3000,\"height\":2000},\"densities\":[1,2]",
                "\"size\":{\"width\":4000,\"height\":400},\"heights\":[400,9000]",
                "\"ratio\":\"1:1\",\"size\":{\"width\":9000}"
            })
    void slotOfTooManyPixels_isAFaultOfItsSheet(String members) {
        Answer answer = gavlin.json(
                "warden",
                "POST",
                "/api/v1/sites",
                "{\"id\":\"huge\",\"name\":\"Huge\",\"slotSheet\":{\"format\":\"slot-sheet/1\",\"theme\":{\"name\":\"T\"},\"slots\":[{\"id\":\"a\",\"name\":\"A\",\"kind\":\"banner\",\"types\":[\"jpeg\"],"
                        + members + "}]}}");
        assertEquals(422, answer.status(), answer.text());
        assertTrue(answer.text().contains("at most 9 megapixels"), answer.text());
        assertEquals("/slots/0/size", answer.json().at("/faults/0/pointer").asString(), answer.text());
    }
}
