package gavlin.web;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.codec.Limits;
import gavlin.core.codec.PictureReader;
import gavlin.core.geometry.Size;
import gavlin.web.RunningGavlin.Answer;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** What must be seen of a picture, and the best window for it, as another program asks for them. */
class KeepAreasTest {
    private static final String SITE = "/api/v1/sites/keep-areas";
    private static final String LAMP =
            "{\"name\":\"lamp\",\"shape\":\"ellipse\",\"x\":0.4,\"y\":0.05,\"width\":0.1,\"height\":0.1,\"weight\":2}";

    private static RunningGavlin gavlin;
    private static String picture;

    @BeforeAll
    static void start() {
        gavlin = RunningGavlin.get();
        String slot =
                "{\"id\":\"banner\",\"name\":\"Banner\",\"kind\":\"banner\",\"size\":{\"width\":1000,\"height\":200},"
                        + "\"heights\":[200,400],\"types\":[\"jpeg\"],\"rule\":\"cover\",\"showings\":[{\"id\":\"home\",\"name\":\"Home\","
                        + "\"box\":{\"width\":1000,\"height\":200},\"positionIsFree\":true}]}";
        gavlin.json(
                "warden",
                "POST",
                "/api/v1/sites",
                "{\"id\":\"keep-areas\",\"name\":\"Keep areas\",\"slotSheet\":{\"format\":\"slot-sheet/1\",\"theme\":{\"name\":\"T\"},\"slots\":["
                        + slot + "]}}");
        picture = gavlin.upload(
                        "warden",
                        SITE + "/pictures",
                        "a.jpg",
                        RunningGavlin.photograph(Size.parse("2000x1500"), 31),
                        Map.of())
                .json()
                .path("id")
                .asString();
    }

    private static Answer keep(String areas) {
        return gavlin.json("warden", "PUT", SITE + "/pictures/" + picture + "/keep-areas", areas);
    }

    private static JsonNode kept() {
        return gavlin.get("warden", SITE + "/pictures/" + picture + "/keep-areas")
                .json();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "[{\"name\":\"a\",\"x\":0.9,\"y\":0,\"width\":0.2,\"height\":0.1}]",
                "[{\"name\":\"a\",\"x\":-0.1,\"y\":0,\"width\":0.2,\"height\":0.1}]",
                "[{\"name\":\"a\",\"x\":0,\"y\":0,\"width\":0,\"height\":0.1}]",
                "[{\"name\":\"a\",\"x\":NaN,\"y\":0,\"width\":0.1,\"height\":0.1}]",
                "[{\"name\":\"a\",\"x\":1e999,\"y\":0,\"width\":0.1,\"height\":0.1}]",
                "[{\"name\":\"\",\"x\":0,\"y\":0,\"width\":0.1,\"height\":0.1}]",
                "[{\"name\":\"a\",\"shape\":\"star\",\"x\":0,\"y\":0,\"width\":0.1,\"height\":0.1}]",
                "[{\"name\":\"a\",\"x\":0,\"y\":0,\"width\":0.1,\"height\":0.1,\"weight\":99}]",
                "[{\"name\":\"a\",\"x\":0,\"y\":0,\"width\":0.1}]",
                "[null]",
                "{\"name\":\"a\"}",
                "null",
                "[[["
            })
    void badArea_isRefusedByName_andNothingIsChanged(String areas) {
        assertEquals(200, keep("[" + LAMP + "]").status());
        JsonNode before = kept();
        Answer answer = keep(areas);
        assertTrue(answer.status() >= 400 && answer.status() < 500, answer.status() + " " + answer.text());
        assertTrue(answer.json().path("type").asString().startsWith("urn:gavlin:problem:"), answer.text());
        assertEquals(before, kept());
    }

    @Test
    void hundredsOfAreas_orTwoOfOneName_areRefused() {
        String many = IntStream.range(0, 300)
                .mapToObj(i -> LAMP.replace("lamp", "lamp " + i))
                .collect(Collectors.joining(",", "[", "]"));
        Answer answer = keep(many);
        assertEquals(400, answer.status(), answer.text());
        assertTrue(answer.text().contains("at most 40"), answer.text());
        assertEquals(400, keep("[" + LAMP + "," + LAMP + "]").status());
    }

    @Test
    void bestWindow_showsWhatMustBeSeen_andStoresNothing() {
        keep("[" + LAMP + "]");
        gavlin.json(
                "warden",
                "PUT",
                SITE + "/slots/banner/fit",
                "{\"picture\":\"" + picture + "\",\"zoom\":1,\"focal\":{\"x\":0.5,\"y\":0.9}}");
        JsonNode before = gavlin.get("warden", SITE + "/slots/banner/fit").json();
        Answer answer = gavlin.json("warden", "POST", SITE + "/slots/banner/best-window", "{}");
        assertEquals(200, answer.status(), answer.text());
        assertEquals(1, answer.json().path("worst").asDouble(), 1e-9, answer.text());
        assertTrue(answer.json().path("window").path("y").asDouble() <= 0.05 * 1500, answer.text());
        assertTrue(answer.json().path("shortfall").isNull(), answer.text());
        assertEquals(before, gavlin.get("warden", SITE + "/slots/banner/fit").json());
        for (String lock : new String[] {"\"hue\"", "null"}) {
            Answer bad = gavlin.json("warden", "POST", SITE + "/slots/banner/best-window", "{\"lock\":[" + lock + "]}");
            assertEquals(400, bad.status());
            assertEquals("lock", bad.json().path("field").asString(), bad.text());
        }
    }

    /** The widest window is 400 px high; from the lamp's top, 75 px, to the boat's foot, 1275 px, are 1200. */
    @Test
    void bestWindow_whereNoneShowsAll_saysWhyAndWhatWouldDo() {
        keep("[" + LAMP + "," + LAMP.replace("lamp", "boat").replace("0.05", "0.75") + "]");
        Answer answer = gavlin.json(
                "warden",
                "POST",
                SITE + "/slots/banner/best-window",
                "{\"picture\":\"" + picture + "\",\"heights\":[200]}");
        JsonNode shortfall = answer.json().path("shortfall");
        assertTrue(
                shortfall
                        .path("says")
                        .asString()
                        .contains(
                                "amp and boat can't both be seen on Home: the window is not high enough for them, by 800 px"),
                answer.text());
        assertTrue(shortfall.path("offers").size() >= 2, answer.text());
        for (JsonNode offer : shortfall.path("offers")) {
            assertTrue(offer.path("worst").asDouble() >= 0.995, offer.toString());
        }
    }

    @Test
    void copyWithRegions_isThePictureWithItsAreasInside_forThoseWhoMaySeeIt() {
        keep("[" + LAMP + "]");
        Answer copy = gavlin.get("warden", SITE + "/pictures/" + picture + "/with-regions");
        assertEquals(200, copy.status());
        assertEquals("image/jpeg", copy.header("Content-Type"));
        assertTrue(copy.header("Content-Disposition").startsWith("attachment"));
        byte[] file = copy.response().body();
        var regions = PictureReader.embedded(file, PictureReader.inspect(file, Limits.DEFAULT))
                .regions();
        assertEquals("lamp", regions.get(0).name());
        assertEquals(0.4, regions.get(0).area().x(), 1e-6);
        assertEquals(
                401,
                gavlin.get(null, SITE + "/pictures/" + picture + "/with-regions")
                        .status());
        int keeper = gavlin.get("keeper", SITE + "/pictures/" + picture + "/with-regions")
                .status();
        assertTrue(keeper == 403 || keeper == 404, keeper + " for who does not see this site");
    }
}
