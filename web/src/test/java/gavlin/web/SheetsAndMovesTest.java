package gavlin.web;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.codec.Header;
import gavlin.core.codec.Limits;
import gavlin.core.codec.PictureReader;
import gavlin.core.geometry.Size;
import gavlin.web.RunningGavlin.Answer;
import java.net.http.HttpRequest;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Slot sheets and moves from one to another, as forms and programs send them; wrong things, twice, and out of order. */
class SheetsAndMovesTest {
    private static int count;

    private static RunningGavlin gavlin;
    private static Visitor warden;
    private String site;
    private String picture;

    @BeforeAll
    static void start() {
        gavlin = RunningGavlin.get();
        warden = Visitor.signedIn(gavlin, "warden");
    }

    /** A site of its own for each test, with a picture in its banner. */
    @BeforeEach
    void freshSite() {
        site = "sheets-" + ++count;
        Answer made = gavlin.json(
                "warden",
                "POST",
                "/api/v1/sites",
                "{\"id\":\"" + site + "\",\"name\":\"" + site + "\",\"slotSheet\":" + sheet("Old", "banner", 900, 200)
                        + "}");
        assertEquals(201, made.status(), made.text());
        byte[] photo = RunningGavlin.photograph(Size.parse("1000x700"), 51);
        picture = gavlin.upload(
                        "warden",
                        "/api/v1/sites/" + site + "/pictures",
                        "a.jpg",
                        photo,
                        Map.of("title", "Quay", "description", "A quay", "credit", "Us"))
                .json()
                .get("id")
                .asString();
        gavlin.json(
                "warden",
                "PUT",
                "/api/v1/sites/" + site + "/slots/banner/fit?measure=geometry",
                "{\"picture\":\"" + picture + "\"}");
    }

    private static String sheet(String theme, String slot, int width, int height) {
        return "{\"format\":\"slot-sheet/1\",\"theme\":{\"name\":\"" + theme + "\"},\"slots\":[{\"id\":\"" + slot
                + "\",\"name\":\"Top\",\"kind\":\"banner\",\"size\":{\"width\":" + width + ",\"height\":" + height
                + "},\"types\":[\"jpeg\"],\"rule\":\"cover\"}]}";
    }

    private String path(String rest) {
        return "/sites/" + site + rest;
    }

    private Answer addSheet(String json) {
        return warden.multipart(path("/sheets"), "file", "new.json", json.getBytes(StandardCharsets.UTF_8));
    }

    /** The number at the end of where one is sent. */
    private static String number(Answer answer) {
        assertEquals(302, answer.status(), answer.text());
        return answer.header("Location").replaceAll(".*/(\\d+)(\\?.*)?$", "$1");
    }

    private String slotInUse() {
        return gavlin.get("warden", "/api/v1" + path("/slots"))
                .json()
                .get(0)
                .get("id")
                .asString();
    }

    private String pictureIn(String slot) {
        return gavlin.get("warden", "/api/v1" + path("/slots/" + slot + "/fit"))
                .json()
                .get("picture")
                .asString();
    }

    @Test
    void sheet_readAndWrittenByAProgram_neverOverSomebodyUnseen() {
        Answer read = gavlin.get("warden", "/api/v1" + path("/slot-sheet"));
        String tag = read.header("ETag");
        assertEquals(200, put(tag, read.text().replace("\"Top\"", "\"Head\"")).status());
        Answer late = put(tag, read.text().replace("\"Top\"", "\"Crown\""));
        assertEquals(409, late.status(), late.text());
        assertTrue(late.json().get("detail").asString().contains("warden"), late.text());
        assertTrue(gavlin.get("warden", "/api/v1" + path("/slot-sheet")).text().contains("Head"));
        assertEquals(400, put("\"three\"", read.text()).status());
        assertEquals(422, put(null, read.text().replace("\"jpeg\"", "\"tiff\"")).status());
    }

    private Answer put(String ifMatch, String body) {
        HttpRequest.Builder request = gavlin.request("warden", "/api/v1" + path("/slot-sheet"))
                .header("Content-Type", "application/json")
                .PUT(HttpRequest.BodyPublishers.ofString(body));
        return gavlin.send(ifMatch == null ? request : request.header("If-Match", ifMatch));
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "not json", "[]", "{}", "{\"format\":\"slot-sheet/9\"}"})
    void fileThatIsNoSheet_isRefused_andNoSheetIsMade(String file) {
        String before = warden.get(path("/sheets")).text();
        Answer refused = addSheet(file);
        assertEquals(302, refused.status());
        String after = warden.get(path("/sheets")).text();
        assertTrue(after.contains("role=\"alert\""), after);
        assertEquals(rows(before), rows(after));
    }

    private static long rows(String page) {
        return page.lines().filter(line -> line.contains("<tr")).count();
    }

    @Test
    void formWithNothingInIt_isRefusedPlainly() {
        Answer answer = warden.post(path("/sheets"), "");
        assertTrue(answer.status() == 302 || answer.status() == 400, answer.status() + " " + answer.text());
    }

    @Test
    void copy_isASheetOfItsOwn_andChangesNothingInUse() {
        String own = warden.get(path("/sheets")).text().replaceAll("(?s).*?/sheets/(\\d+).*", "$1");
        String copy = number(warden.post(path("/sheets"), "copy=" + own));
        assertTrue(warden.get(path("/sheets/" + copy)).text().contains("Old, a copy"));
        warden.post(
                path("/sheets/" + copy),
                "base=1&says=other&json="
                        + java.net.URLEncoder.encode(sheet("Old, a copy", "other", 500, 100), StandardCharsets.UTF_8));
        assertEquals("banner", slotInUse());
        String exported = warden.get(path("/sheets/" + copy + "/export")).text();
        assertTrue(exported.contains("\"other\""), exported);
        assertTrue(warden.get(path("/sheets/" + copy + "/export?revision=1"))
                .text()
                .contains("\"banner\""));
        assertEquals(
                404, warden.get(path("/sheets/" + copy + "/export?revision=7")).status());
        assertEquals(404, warden.get(path("/sheets/999999")).status());
    }

    @Test
    void check_saysEveryFault_whereItIs() {
        String own = warden.get(path("/sheets")).text().replaceAll("(?s).*?/sheets/(\\d+).*", "$1");
        String faulty = sheet("T", "banner", 0, 200).replace("\"cover\"", "\"stretch\"");
        Answer answer = warden.json(
                "POST",
                path("/sheets/" + own + "/check"),
                "{\"json\":" + RunningGavlin.JSON.writeValueAsString(faulty) + "}");
        assertEquals(200, answer.status(), answer.text());
        assertTrue(answer.text().contains("/slots/0/size/width"), answer.text());
        assertTrue(answer.text().contains("/slots/0/rule"), answer.text());
    }

    /** Proposed, nothing has changed; accepted, the picture is in the new slot; undone whole, all is as it was. */
    @Test
    void move_isProposed_accepted_andUndone_eachOnce() {
        String to = number(addSheet(sheet("New", "crown", 800, 200)));
        String move = number(warden.post(path("/moves"), "to=" + to));
        assertEquals("banner", slotInUse());
        String proposal = warden.get(path("/moves/" + move)).text();
        assertTrue(proposal.contains("value=\"banner\""), "the banner takes over");
        assertTrue(proposal.contains("class=\"v fits\""), "nothing stands against it, though no file is made yet");

        Answer measured = warden.post(path("/moves/" + move + "/measure"), "slot=crown&index=0");
        assertEquals("fits", measured.json().get("state").asString(), measured.text());
        assertEquals("banner", slotInUse());

        warden.post(path("/moves/" + move + "/accept"), "");
        assertTrue(warden.get(path("/moves/" + move)).text().contains("The move can be undone whole."));
        assertEquals("crown", slotInUse());
        assertEquals(picture, pictureIn("crown"));
        warden.post(path("/moves/" + move + "/accept"), "");
        assertTrue(warden.get(path("/moves/" + move)).text().contains("this move is"), "a second time is refused");

        warden.post(path("/moves/" + move + "/undo"), "");
        assertEquals("banner", slotInUse());
        assertEquals(picture, pictureIn("banner"));
        warden.post(path("/moves/" + move + "/undo"), "");
        assertEquals("banner", slotInUse());
    }

    /** A section that the old theme hadn't, and in it a slot that takes over from none: nothing to carry there, and nothing goes wrong. */
    @Test
    void moveToAThemeWithMoreSections_carriesWhatThereIs() {
        String sections = ",\"sections\":[{\"id\":\"news\",\"name\":\"News\"}]}";
        String plain = sheet("New", "crown", 800, 200);
        String slots = plain.replace("\"rule\":\"cover\"}]}", "\"rule\":\"cover\",\"sections\":\"may-override\"},")
                + "{\"id\":\"badge\",\"name\":\"Badge\",\"kind\":\"icon\",\"size\":{\"width\":64,\"height\":64},"
                + "\"types\":[\"png\"],\"rule\":\"contain\",\"sections\":\"may-override\"}]";
        String move = number(warden.post(path("/moves"), "to=" + number(addSheet(slots + sections))));
        warden.post(path("/moves/" + move + "/match"), "slot=badge&from=");
        assertEquals(200, warden.get(path("/moves/" + move)).status());
        warden.post(path("/moves/" + move + "/accept"), "");
        assertEquals("crown", slotInUse());
        assertEquals(picture, pictureIn("crown"));
    }

    @Test
    void match_isCorrectedByHand_orLeftEmpty() {
        String to = number(addSheet(sheet("New", "crown", 800, 200)));
        String move = number(warden.post(path("/moves"), "to=" + to));
        warden.post(path("/moves/" + move + "/match"), "slot=crown&from=");
        warden.post(path("/moves/" + move + "/accept"), "");
        assertEquals(
                404, gavlin.get("warden", "/api/v1" + path("/slots/crown/fit")).status());
        assertEquals(
                404,
                warden.post(path("/moves/" + move + "9/match"), "slot=crown&from=banner")
                        .status());
        String other = number(warden.post(path("/moves"), "to=" + number(addSheet(sheet("Third", "head", 700, 200)))));
        warden.post(path("/moves/" + other + "/match"), "slot=head&from=nowhere");
        assertTrue(warden.get(path("/moves/" + other)).text().contains("the old theme has no slot nowhere"));
        assertEquals(
                404,
                warden.post(path("/moves/" + other + "/match"), "slot=nowhere&from=crown")
                        .status());
    }

    @Test
    void moveToTheThemeInUse_orProposedBeforeAnotherMove_isRefused() {
        String first = number(addSheet(sheet("New", "crown", 800, 200)));
        String second = number(addSheet(sheet("Third", "head", 700, 200)));
        String stale = number(warden.post(path("/moves"), "to=" + second));
        String move = number(warden.post(path("/moves"), "to=" + first));
        warden.post(path("/moves/" + move + "/accept"), "");
        warden.post(path("/moves/" + stale + "/accept"), "");
        assertEquals("crown", slotInUse(), "what was proposed from the former theme is not carried out");
        Answer same = warden.post(path("/moves"), "to=" + first);
        assertTrue(same.header("Location").endsWith("/sheets"), same.header("Location"));
        assertFalse(warden.get(path("/sheets")).text().contains("went wrong"));
        assertEquals(404, warden.post(path("/moves"), "to=424242").status());
        assertEquals(400, warden.post(path("/moves"), "to=abc").status());
    }

    /** What is accepted on the Plan is only what fits; a second time finds nothing left. */
    @Test
    void plan_acceptsAllThatFits_andNothingElse() {
        gavlin.json("warden", "PUT", "/api/v1" + path("/pictures/" + picture + "/keep-areas"), "[]");
        Answer before = gavlin.get("warden", "/api/v1" + path("/slots/banner/fit"));
        assertFalse(before.json().get("accepted").asBoolean());
        warden.get(path("/slots/banner/bench/measured"));
        String state = gavlin.get("warden", "/api/v1" + path("/slots"))
                .json()
                .get(0)
                .get("state")
                .asString();
        assertEquals("fits", state);
        assertTrue(warden.get(path("/plan")).text().contains("Accept the one that fits"));
        warden.post(path("/plan/accept"), "");
        assertTrue(gavlin.get("warden", "/api/v1" + path("/slots/banner/fit"))
                .json()
                .get("accepted")
                .asBoolean());
        assertFalse(warden.get(path("/plan")).text().contains("Accept the one that fits"));
    }

    @Test
    void statement_isOnRecord_asksForADecision_andIsDecided() {
        Answer stated =
                warden.post(path("/slots/banner/statements"), "says=1000%C3%97200&source=help+page&date=2026-11-01");
        assertEquals(302, stated.status(), stated.text());
        assertTrue(warden.get(path("/plan")).text().contains("help page says 1000×200"));
        warden.post(path("/slots/banner/decision"), "size=1000%C3%97200&why=measured");
        assertEquals(
                1000,
                gavlin.get("warden", "/api/v1" + path("/slots"))
                        .json()
                        .get(0)
                        .get("brief")
                        .get("width")
                        .asInt());
        warden.post(path("/slots/banner/decision"), "size=nonsense&why=");
        assertEquals(
                1000,
                gavlin.get("warden", "/api/v1" + path("/slots"))
                        .json()
                        .get(0)
                        .get("brief")
                        .get("width")
                        .asInt());
    }

    @Test
    void handOut_isAPage_aPdf_andATemplateOfTheExactSize() {
        assertTrue(warden.get(path("/slots/banner/hand-out")).text().contains("900"));
        Answer pdf = warden.get(path("/slots/banner/hand-out/pdf"));
        assertEquals("application/pdf", pdf.header("Content-Type"));
        assertTrue(pdf.text().startsWith("%PDF-"));
        Answer png = warden.get(path("/slots/banner/hand-out/template.png"));
        assertEquals("image/png", png.header("Content-Type"));
        Header header = PictureReader.inspect(png.response().body(), Limits.DEFAULT);
        assertEquals(Size.parse("900x200"), header.stored());
        assertTrue(
                warden.get(path("/slots/banner/hand-out/template.svg")).text().contains("<svg"));
        assertEquals(404, warden.get(path("/slots/nowhere/hand-out")).status());
    }
}
