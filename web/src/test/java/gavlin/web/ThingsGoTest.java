package gavlin.web;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.geometry.Size;
import gavlin.web.RunningGavlin.Answer;
import gavlin.web.fit.Housekeeping;
import gavlin.web.picture.Removals;
import gavlin.web.store.FileStore;
import java.net.http.HttpRequest;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;

/** Pictures, drafts and whole sites that are taken away, brought back, and gone for good. */
class ThingsGoTest {
    private static RunningGavlin gavlin;
    private static Visitor warden;

    @BeforeAll
    static void start() {
        gavlin = RunningGavlin.get();
        warden = Visitor.signedIn(gavlin, "warden");
    }

    @Test
    void pictureInUse_isRemovedOnlyAnyway_andComesBackIntoItsSlots() {
        String site = site("going");
        String id = picture(site, 11);
        gavlin.json("warden", "PUT", site + "/slots/front/fit", "{\"picture\":\"" + id + "\",\"zoom\":1.3}");
        gavlin.json("warden", "POST", site + "/slots/front/fit/accept", "");
        Answer before = gavlin.get("warden", site + "/slots/front/fit");

        Answer used = delete(site + "/pictures/" + id);
        assertEquals(409, used.status());
        assertTrue(used.text().contains("is shown in Front"), used.text());
        assertEquals("front", used.json().at("/changes/0/slot").asString());
        assertEquals(204, delete(site + "/pictures/" + id + "?anyway=true").status());
        assertEquals(404, gavlin.get("warden", site + "/slots/front/fit").status());
        assertEquals(0, gavlin.get("warden", site + "/pictures").json().size());
        assertTrue(warden.get("/sites/going/pictures").text().contains("Bring it back"));

        Answer late = gavlin.json("warden", "PUT", site + "/slots/front/fit", "{\"picture\":\"" + id + "\"}");
        assertEquals(410, late.status(), "whoever has it on the bench is told");
        assertTrue(late.text().contains("was removed from the site by warden"), late.text());

        assertEquals(
                200,
                gavlin.json("warden", "POST", site + "/pictures/" + id + "/restore", "")
                        .status());
        assertEquals(
                before.json(), gavlin.get("warden", site + "/slots/front/fit").json(), "whole");
    }

    @Test
    void removedPicture_sentAgain_isTheSameOne_broughtBack() {
        String site = site("again");
        byte[] file = RunningGavlin.photograph(Size.parse("900x600"), 12);
        String id = gavlin.upload("warden", site + "/pictures", "a.jpg", file, Map.of())
                .json()
                .get("id")
                .asString();
        delete(site + "/pictures/" + id);
        Answer again = gavlin.upload("warden", site + "/pictures", "a.jpg", file, Map.of());
        assertEquals(200, again.status());
        assertEquals(id, again.json().get("id").asString());
        assertEquals(1, gavlin.get("warden", site + "/pictures").json().size());
    }

    @Test
    void after30Days_theRemovedPictureIsForgotten_withItsDecisions_andTheOthersStay() {
        String site = site("forgotten");
        String first = picture(site, 13);
        String second = picture(site, 14);
        for (String id : new String[] {first, second, first, second}) {
            gavlin.json("warden", "PUT", site + "/slots/front/fit", "{\"picture\":\"" + id + "\"}");
        }
        delete(site + "/pictures/" + first + "?anyway=true");
        String sha256 = gavlin.bean(JdbcTemplate.class)
                .queryForObject(
                        "SELECT sha256 FROM picture WHERE site_id = 'forgotten' AND id = ?", String.class, first);
        Removals removals = gavlin.bean(Removals.class);
        Instant soon = Instant.now().plusSeconds(5);
        assertTrue(removals.forget(soon, false).contains("forgotten/" + first), "the dry run says so");
        assertEquals(
                200,
                gavlin.json("warden", "POST", site + "/pictures/" + first + "/restore", "")
                        .status());
        delete(site + "/pictures/" + first + "?anyway=true");
        assertFalse(gavlin.bean(Housekeeping.class).wouldGo().toString().contains("forgotten/"), "not for 30 days");
        removals.forget(soon, true);
        assertEquals(404, gavlin.get("warden", site + "/pictures/" + first).status());
        Answer fit = gavlin.get("warden", site + "/slots/front/fit");
        assertEquals(second, fit.json().get("picture").asString());
        warden.get("/sites/forgotten/slots/front/bench");
        assertEquals(
                302, warden.post("/sites/forgotten/slots/front/bench/undo", "").status());
        assertEquals(200, gavlin.get("warden", site + "/slots/front/fit").status(), "undo passes over what is gone");
        gavlin.bean(FileStore.class).collect(Instant.now().plus(Duration.ofMinutes(1)));
        assertEquals(
                0,
                gavlin.bean(JdbcTemplate.class)
                        .queryForObject("SELECT COUNT(*) FROM stored_file WHERE sha256 = ?", Integer.class, sha256));
    }

    @Test
    void keeper_changesWordsAndAreas_onlyOfPicturesThatNobodyElseShows() {
        String masthead = gavlin.get("warden", "/api/v1/sites/tolvane/slots/masthead/fit")
                .json()
                .get("picture")
                .asString();
        String path = "/api/v1/sites/tolvane/pictures/";
        String area = "[{\"name\":\"lamp\",\"x\":0.1,\"y\":0.1,\"width\":0.2,\"height\":0.2}]";
        Answer theirs = gavlin.json("keeper", "PUT", path + masthead + "/keep-areas", area);
        assertEquals(403, theirs.status(), theirs.text());
        assertTrue(theirs.text().contains("is also shown in"), theirs.text());
        assertEquals(
                403,
                gavlin.send(gavlin.request("keeper", path + masthead + "?anyway=true")
                                .DELETE())
                        .status());
        byte[] file = RunningGavlin.photograph(Size.parse("900x600"), 15);
        String own = gavlin.upload("keeper", path.replaceAll("/$", ""), "own.jpg", file, Map.of())
                .json()
                .get("id")
                .asString();
        assertEquals(
                200,
                gavlin.json("keeper", "PUT", path + own + "/keep-areas", area).status());
        assertEquals(
                204, gavlin.send(gavlin.request("keeper", path + own).DELETE()).status());
    }

    @Test
    void siteAtRest_canBeLookedAt_notChanged_andIsWoken() {
        String site = site("resting");
        picture(site, 16);
        warden.get("/sites");
        warden.post("/sites/resting/archive", "archived=true");
        assertEquals(200, warden.get("/sites/resting/plan").status());
        byte[] file = RunningGavlin.photograph(Size.parse("300x200"), 17);
        assertEquals(
                403,
                gavlin.upload("warden", site + "/pictures", "a.jpg", file, Map.of())
                        .status());
        assertFalse(gavlin.get("warden", "/api/v1/sites").text().contains("\"resting\""));
        warden.post("/sites/resting/archive", "archived=false");
        assertEquals(
                201,
                gavlin.upload("warden", site + "/pictures", "a.jpg", file, Map.of())
                        .status());
    }

    @Test
    void site_isRemovedOnlyWithItsNameTyped_andThenNothingOfItIsLeft() {
        String site = site("ending");
        String id = picture(site, 18);
        gavlin.json("warden", "PUT", site + "/slots/front/fit", "{\"picture\":\"" + id + "\"}");
        warden.get("/sites");
        warden.post("/sites/ending/remove", "name=something");
        assertEquals(200, gavlin.get("warden", site).status());
        Visitor keeper = Visitor.signedIn(gavlin, "keeper");
        assertEquals(404, keeper.post("/sites/ending/remove", "name=ending").status());
        warden.post("/sites/ending/remove", "name=ending");
        assertEquals(404, gavlin.get("warden", site).status());
        assertTrue(warden.get("/sites").text().contains("is gone"));
        assertEquals(
                0,
                gavlin.bean(JdbcTemplate.class)
                        .queryForObject("SELECT COUNT(*) FROM picture WHERE site_id = 'ending'", Integer.class));
        site("ending"); // its id is free again
    }

    @Test
    void draft_isRemoved_theSheetInUseIsNot() {
        site("drafts");
        Visitor visitor = Visitor.signedIn(gavlin, "warden");
        visitor.get("/sites/drafts/sheets");
        JdbcTemplate sql = gavlin.bean(JdbcTemplate.class);
        long first = sql.queryForObject("SELECT sheet_id FROM site WHERE id = 'drafts'", Long.class);
        visitor.post("/sites/drafts/sheets", "copy=" + first);
        long draft = sql.queryForObject("SELECT MAX(id) FROM sheet WHERE site_id = 'drafts'", Long.class);
        assertEquals(200, visitor.get("/sites/drafts/sheets/" + draft).status());
        visitor.post("/sites/drafts/sheets/" + draft + "/remove", "");
        assertEquals(404, visitor.get("/sites/drafts/sheets/" + draft).status());
        assertTrue(visitor.get("/sites/drafts/sheets").text().contains("The slot sheet is removed."));
        visitor.post("/sites/drafts/sheets/" + first + "/remove", "");
        assertTrue(visitor.get("/sites/drafts/sheets").text().contains("this slot sheet is in use"));
    }

    @Test
    void newVersion_goesOnWithWordsAndFits_isAskedAboutInAnotherShape_andTheFormerComesBack() {
        String site = site("versions");
        String id = picture(site, 31);
        gavlin.json(
                "warden",
                "PUT",
                site + "/slots/front/fit",
                "{\"picture\":\"" + id + "\",\"focal\":{\"x\":0.4,\"y\":0.3}}");
        Visitor visitor = Visitor.signedIn(gavlin, "warden");
        String page = "/sites/versions/pictures/" + id;
        visitor.get(page);
        visitor.post(page, "title=Harbour&description=d&credit=Ines&licence=CC0");
        assertEquals(
                200,
                gavlin.json("warden", "POST", site + "/slots/front/fit/accept", "")
                        .status());
        String before = gavlin.get("warden", site + "/slots/front/fit")
                .json()
                .get("fit")
                .toString();

        byte[] sameShape = RunningGavlin.photograph(Size.parse("2400x1600"), 32);
        assertEquals(
                302,
                visitor.multipart(page + "/replace", "file", "new.jpg", sameShape)
                        .status());
        Answer fit = gavlin.get("warden", site + "/slots/front/fit");
        assertEquals(before, fit.json().get("fit").toString(), "the decision goes on");
        assertTrue(fit.json().get("accepted").asBoolean());
        assertEquals(
                "Harbour",
                gavlin.get("warden", site + "/pictures/" + id)
                        .json()
                        .get("title")
                        .asString());
        assertEquals(
                2400,
                gavlin.get("warden", site + "/pictures/" + id)
                        .json()
                        .get("width")
                        .asInt());

        byte[] otherShape = RunningGavlin.photograph(Size.parse("2000x2000"), 33);
        visitor.multipart(page + "/replace", "file", "square.jpg", otherShape);
        assertFalse(gavlin.get("warden", site + "/slots/front/fit")
                .json()
                .get("accepted")
                .asBoolean());
        assertSaid(visitor, page, "is the new version now");
        visitor.multipart(page + "/replace", "file", "square.jpg", otherShape);
        assertSaid(visitor, page, "the site has this file already");
        String sheet = visitor.get("/sites/versions/pictures").text();
        assertEquals(2, sheet.split("Bring it back", -1).length - 1, "both former ones");
    }

    @Test
    void wordsOfBefore_areKept_andUsedAgain() {
        String site = site("worded");
        String id = picture(site, 21);
        Visitor visitor = Visitor.signedIn(gavlin, "warden");
        String page = "/sites/worded/pictures/" + id;
        visitor.get(page);
        visitor.post(page, "title=First&description=one&credit=Ines&licence=CC0");
        visitor.post(page, "title=Second&description=two&credit=Tomas&licence=CC0");
        String seen = visitor.get(page).text();
        assertTrue(seen.contains("Words it had before") && seen.contains("value=\"First\""), seen);
    }

    /** What several changes say of themselves is said one page after the other. */
    private static void assertSaid(Visitor visitor, String page, String words) {
        String last = "";
        for (int i = 0; i < 5 && !last.contains(words); i++) {
            last = visitor.get(page).text();
        }
        assertTrue(last.contains(words), last);
    }

    private static Answer delete(String path) {
        return gavlin.send(gavlin.request("warden", path).method("DELETE", HttpRequest.BodyPublishers.noBody()));
    }

    private static String site(String id) {
        String sheet =
                "{\"format\":\"slot-sheet/1\",\"theme\":{\"name\":\"N\"},\"slots\":[{\"id\":\"front\",\"name\":\"Front\","
                        + "\"kind\":\"banner\",\"size\":{\"width\":600,\"height\":150},\"types\":[\"jpeg\"],"
                        + "\"transparency\":\"forbidden\",\"rule\":\"cover\"}]}";
        assertEquals(
                201,
                gavlin.json(
                                "warden",
                                "POST",
                                "/api/v1/sites",
                                "{\"id\":\"" + id + "\",\"name\":\"" + id + "\",\"slotSheet\":" + sheet + "}")
                        .status());
        return "/api/v1/sites/" + id;
    }

    private static String picture(String site, int seed) {
        byte[] file = RunningGavlin.photograph(Size.parse("1200x800"), seed);
        return gavlin.upload("warden", site + "/pictures", "a.jpg", file, Map.of())
                .json()
                .get("id")
                .asString();
    }
}
