package gavlin.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.microsoft.playwright.Download;
import gavlin.core.codec.OwnFile;
import gavlin.core.damage.Ssim;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import gavlin.web.RunningGavlin.Answer;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** A mark for those who have none, and one mark in every place: lettered, inked for its grounds, taken along with its credit. */
class MarkSetWalkTest extends BrowserWalk {
    private static final String SITE = "/api/v1/sites/quay";
    private static final String PAGES = "/sites/quay/pictures";
    private static final String DRAWING = """
            <svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 40"><script>evil()</script>
            <rect x="10" y="5" width="30" height="30" fill="#17313A" onload="evil()"/><circle cx="70" cy="20" r="15" fill="#D9481C"/></svg>
            """;

    @BeforeAll
    static void site() {
        Answer made = gavlin.json("warden", "POST", "/api/v1/sites", """
                {"id":"quay","name":"Quay Café","slotSheet":{"format":"slot-sheet/1","theme":{"name":"Q"},"slots":[
                  {"id":"head","name":"Head","kind":"logo","size":{"width":200,"height":50},"densities":[1,2],"types":["png"],"transparency":"required","rule":"contain",
                   "showings":[{"id":"page","name":"Page","box":{"width":200,"height":50},"background":"#FFFFFF"}]},
                  {"id":"foot","name":"Foot","kind":"logo","size":{"width":200,"height":50},"types":["png"],"transparency":"required","rule":"contain",
                   "showings":[{"id":"page","name":"Page","box":{"width":200,"height":50},"background":"#17313A"}]},
                  {"id":"wall","name":"Wall","kind":"logo","size":{"width":4000,"height":1600},"types":["png"],"transparency":"allowed","rule":"contain"}]}}""");
        assertEquals(201, made.status(), made.text());
    }

    /** Lettered by keys alone, placed in the ink that each ground asks for, seen in every place, taken along whole. */
    @Test
    void markOfOnesOwn_fromItsLetters_toAWholeSet() throws Exception {
        signIn();
        page.navigate(gavlin.address() + PAGES + "/lettered");
        assertThat(page.locator("[name=name]")).hasValue("Quay Café");
        page.waitForFunction("() => document.querySelector('#drawn').naturalWidth > 0");
        page.locator("[name=name]").fill("Quay 灯");
        assertThat(page.locator("#refused")).containsText("this font has no “灯”");
        complaints.removeIf(complaint -> complaint.contains("400")); // refused, and said so
        page.locator("[name=name]").fill("Quay & Co");
        assertThat(page.locator("#refused")).isHidden();
        page.locator("[name=symbol][value=tower]").focus();
        page.keyboard().press("ArrowRight");
        assertThat(page.locator("[name=symbol][value=waves]")).isChecked();
        assertNoViolations();
        page.locator("[name=name]").focus();
        page.locator("main button.first").press("Enter");
        assertThat(page.locator(".notice.good")).containsText("Quay & Co is a picture of the site now");

        assertThat(row("head").locator("select.ink")).hasValue("");
        assertThat(row("foot").locator("select.ink")).hasValue("light");
        row("foot").locator("select.ink").selectOption("");
        assertThat(row("foot").locator(".v")).hasText("look"); // black on a dark ground, known before there is a file
        assertThat(row("foot").locator(".wrong")).containsText("hardly be told from its ground");
        row("foot").locator("select.ink").selectOption("light");
        page.locator("[name=slot][value=wall]").uncheck();
        page.locator("#place-accept").click();
        assertThat(page.locator("#progress")).containsText("It fits in 2, accepted");
        assertNoViolations();

        page.locator("text=The mark in every place").click();
        assertThat(page.locator(".mark-place")).hasCount(4);
        assertThat(page.locator(".mark-place", new com.microsoft.playwright.Page.LocatorOptions().setHasText("Foot")))
                .containsText("accepted");
        page.locator(".mark-place:last-child [name=strength]").fill("30");
        page.locator(".mark-place:last-child button").click();
        assertThat(page.locator(".mark-place:last-child [name=strength]")).hasValue("30");
        Download set = page.waitForDownload(
                () -> page.locator("text=Download the whole set").click());
        Set<String> names = new TreeSet<>();
        try (ZipFile zip = new ZipFile(set.path().toFile())) {
            zip.stream().forEach(entry -> names.add(entry.getName()));
            Pixels shared = OwnFile.pixels(zip.getInputStream(zip.getEntry("sharing/sharing-1200x630.png"))
                    .readAllBytes());
            assertEquals(Size.parse("1200x630"), shared.size());
            Pixels mark = OwnFile.pixels(
                    zip.getInputStream(zip.getEntry("watermark/watermark.png")).readAllBytes());
            assertEquals(240, mark.size().width());
            assertEquals(77, strongest(mark), 2, "30 % of 255");
        }
        assertTrue(
                names.containsAll(Set.of(
                        "head/head-quay-co-200x50.png",
                        "head/head-quay-co-400x100.png",
                        "foot/foot-quay-co-200x50.png",
                        "icons/favicon.ico",
                        "icons/icon.svg")),
                names.toString());
    }

    /** The demo's first trouble, out of its white box and into every place; every file is read back. */
    @ParameterizedTest
    @ValueSource(strings = {"mouse", "keys"})
    void oldLetterhead_becomesAFinishedSet(String by) throws Exception {
        String site = "letterhead-by-" + by;
        gavlin.json("warden", "POST", "/api/v1/sites", """
                {"id":"%s","name":"Letterhead","slotSheet":{"format":"slot-sheet/1","theme":{"name":"L"},"slots":[
                  {"id":"head","name":"Head","kind":"logo","size":{"width":200,"height":48},"densities":[1,2],"types":["png"],"transparency":"required","rule":"contain",
                   "showings":[{"id":"page","name":"Page","box":{"width":200,"height":48},"background":"#DFE8E6"}]},
                  {"id":"foot","name":"Foot","kind":"logo","size":{"width":200,"height":48},"types":["png","webp"],"transparency":"required","rule":"contain",
                   "showings":[{"id":"page","name":"Page","box":{"width":200,"height":48},"background":"#17313A"}]},
                  {"id":"tab","name":"Tab","kind":"icon","size":{"width":32,"height":32},"types":["ico","png"],"transparency":"allowed","rule":"contain"}]}}""".formatted(site));
        JsonNode letterhead = null;
        for (JsonNode picture :
                gavlin.get("warden", "/api/v1/sites/tolvane/pictures").json()) {
            letterhead = picture.path("title").asString().equals("Old letterhead") ? picture : letterhead;
        }
        byte[] file = gavlin.get(
                        "warden",
                        "/api/v1/sites/tolvane/pictures/"
                                + letterhead.path("id").asString() + "/original")
                .response()
                .body();
        String id = gavlin.upload(
                        "warden",
                        "/api/v1/sites/" + site + "/pictures",
                        "letterhead.jpg",
                        file,
                        Map.of("title", "Letterhead", "description", "Our name", "licence", "own work"))
                .json()
                .path("id")
                .asString();
        gavlin.json("warden", "PUT", "/api/v1/sites/" + site + "/slots/head/fit", "{\"picture\":\"" + id + "\"}");
        signIn();
        page.navigate(gavlin.address() + "/sites/" + site + "/slots/head/bench");
        assertThat(gauge("transparency").locator(".v")).hasText("fails");
        act(by, page.locator("#clean"));
        assertThat(gauge("transparency").locator(".v")).hasText("fits");
        assertThat(page.locator("#says")).containsText("Step 2, saved ");
        page.navigate(gavlin.address() + "/sites/" + site + "/pictures/" + id + "/slots");
        assertThat(row("foot").locator("select.ink")).hasValue("light");
        act(by, page.locator("#place-accept"));
        assertThat(page.locator("#progress")).containsText("It fits in");
        act(by, page.locator("text=The mark in every place"));
        Download set = page.waitForDownload(() -> act(by, page.locator("text=Download the whole set")));
        try (ZipFile zip = new ZipFile(set.path().toFile())) {
            Map<String, byte[]> files = new TreeMap<>();
            for (var entry : java.util.Collections.list(zip.entries())) {
                files.put(entry.getName(), zip.getInputStream(entry).readAllBytes());
            }
            assertTrue(files.size() >= 13, files.keySet().toString());
            assertClearAround(files.get("head/head-letterhead-200x48.png"), "200x48");
            byte[] foot = files.getOrDefault(
                    "foot/foot-letterhead-200x48.png", files.get("foot/foot-letterhead-200x48.webp"));
            assertClearAround(foot, "200x48");
            Pixels white = OwnFile.pixels(foot);
            for (int i = 0; i < white.samples().length; i += 4) {
                if ((white.samples()[i + 3] & 0xff) > 250) {
                    assertEquals(-1, white.samples()[i], "all of it in light ink");
                }
            }
            assertClearAround(files.get("watermark/watermark.png"), null);
        }
    }

    private void act(String by, com.microsoft.playwright.Locator what) {
        if (by.equals("mouse")) {
            what.click();
        } else {
            what.focus();
            page.keyboard().press("Enter");
        }
    }

    private static void assertClearAround(byte[] file, String size) {
        Pixels pixels = OwnFile.pixels(file);
        if (size != null) {
            assertEquals(Size.parse(size), pixels.size());
        }
        assertEquals(4, pixels.channels());
        assertEquals(0, pixels.samples()[3] & 0xff, "no box is left in its corner");
        assertTrue(strongest(pixels) > 120, "something is there");
    }

    @Test
    void letteredMark_byProgram_isMadeChangedAndMadeAgain() {
        String document = "{\"kind\":\"lettered\",\"name\":\"Pier\",\"symbol\":\"sun\"}";
        Answer made = gavlin.json("warden", "POST", SITE + "/pictures", "{\"made\":" + document + "}");
        assertEquals(201, made.status(), made.text());
        String id = made.json().path("id").asString();
        assertEquals("svg", made.json().path("type").asString());
        assertEquals("Pier", made.json().path("title").asString());
        assertEquals("sun", made.json().at("/made/symbol").asString());
        assertEquals(
                200,
                gavlin.json("warden", "POST", SITE + "/pictures", "{\"made\":" + document + "}")
                        .status());

        String changed = document.replace("sun", "leaf");
        Answer put = gavlin.json("warden", "PUT", SITE + "/pictures/" + id + "/made", changed);
        assertEquals(200, put.status(), put.text());
        assertEquals(id, put.json().path("id").asString());
        assertFalse(put.json().path("sha256").equals(made.json().path("sha256")));
        Answer back = gavlin.json("warden", "PUT", SITE + "/pictures/" + id + "/made", document);
        assertEquals(made.json().path("sha256"), back.json().path("sha256"), "the same document, the same bytes");
        assertEquals(
                200,
                gavlin.json("warden", "PUT", SITE + "/pictures/" + id + "/made", document)
                        .status());

        for (String wrong : new String[] {
            "{}",
            "{\"made\":null}",
            "{\"made\":{\"kind\":\"tile\",\"name\":\"x\"}}",
            "{\"made\":{\"name\":\"x\",\"weight\":1}}",
            "{\"made\":{\"name\":\"x\",\"shine\":1}}",
            "{\"made\":{\"name\":\"x\",\"picture\":\"no-such\"}}"
        }) {
            assertEquals(
                    400,
                    gavlin.json("warden", "POST", SITE + "/pictures", wrong).status(),
                    wrong);
        }
        assertEquals(
                400,
                gavlin.json(
                                "warden",
                                "PUT",
                                SITE + "/pictures/" + id + "/made",
                                "{\"name\":\"x\",\"picture\":\"" + id + "\"}")
                        .status(),
                "no mark is its own symbol");
    }

    /** Whose symbol a mark has goes along with the mark: on its own page, and among the site's credits. */
    @Test
    void creditOfASymbol_travelsWithTheMark() {
        String symbol = upload(
                "anchor.svg",
                DRAWING.replace("D9481C", "23734D"),
                Map.of("title", "Anchor", "credit", "N. <Wray>", "licence", "CC BY 4.0"));
        JsonNode made = gavlin.json(
                        "warden",
                        "POST",
                        SITE + "/pictures",
                        "{\"made\":{\"name\":\"Harbour\",\"picture\":\"" + symbol + "\"}}")
                .json();
        assertEquals("N. <Wray>", made.path("credit").asString());
        assertEquals("CC BY 4.0", made.path("licence").asString());
        signIn();
        page.navigate(gavlin.address() + "/sites/quay/credits?picture="
                + made.path("id").asString());
        assertThat(page.locator("pre").first()).hasText("Harbour: N. <Wray>, CC BY 4.0");
        assertThat(page.locator("pre").last())
                .containsText(
                        "<li>Harbour: N. &lt;Wray&gt;, <a rel=\"license\" href=\"https://creativecommons.org/licenses/by/4.0/\">CC BY 4.0</a></li>");
        assertNoViolations();
        gavlin.json(
                "warden",
                "PUT",
                SITE + "/slots/wall/fit",
                "{\"picture\":\"" + made.path("id").asString() + "\"}");
        page.navigate(gavlin.address() + "/sites/quay/credits");
        assertThat(page.locator("pre").first()).containsText("Harbour: N. <Wray>");
    }

    /** A drawing has as many pixels as are wanted; what is passed on of it is clean, and looks the same to a browser. */
    @Test
    void drawing_isSharpInALargeSlot_andItsOwnFileIsPassedOnClean() {
        String id = upload("sign.svg", DRAWING, Map.of("title", "Sign"));
        JsonNode fit = gavlin.json("warden", "PUT", SITE + "/slots/wall/fit", "{\"picture\":\"" + id + "\"}")
                .json();
        JsonNode detail = gauge(fit, "detail");
        assertEquals("fits", detail.path("verdict").asString());
        assertTrue(detail.path("says").asString().contains("drawn afresh"), detail.toString());
        Pixels file = OwnFile.pixels(
                gavlin.get("warden", SITE + "/slots/wall/rendition").response().body());
        assertEquals(Size.parse("4000x1600"), file.size());
        int between = 0;
        for (int x = 0; x < 4000; x++) {
            int alpha = file.samples()[(800 * 4000 + x) * 4 + 3] & 0xff;
            between += alpha > 12 && alpha < 243 ? 1 : 0;
        }
        assertTrue(between <= 8, "four edges of a pixel each, at twice what its working picture has: " + between);

        Answer clean = gavlin.get("warden", "/sites/quay/slots/wall/icons/icon.svg");
        assertEquals("image/svg+xml", clean.header("Content-Type"));
        assertFalse(clean.text().contains("evil"), clean.text());
        assertTrue(Ssim.between(inChromium(DRAWING.replace("<script>evil()</script>", "")), inChromium(clean.text()))
                >= 0.99);
    }

    @Test
    void wrongWishes_areRefusedInWords() {
        String id = upload("wish.svg", DRAWING.replace("D9481C", "4878A0"), Map.of("title", "Wish"));
        String set = PAGES + "/" + id + "/set";
        for (String[] wrong : new String[][] {
            {"/sharing-1200x630.png?ground=red", "expected a colour"},
            {"/sharing-1200x630.png?ink=pink", "ink must be light, dark or left out"},
            {"/watermark.png?width=9", "the width must be 16 to 2000 px"},
            {"/watermark.png?strength=3", "the strength must be 5 to 100 %"},
            {"/watermark.png?strength=NaN", "the strength must be"},
            {"?ground=red", "expected a colour"},
            {"/all.zip?over=x", "ink must be"}
        }) {
            Answer refused =
                    gavlin.send(gavlin.request("warden", set + wrong[0]).header("Accept", "application/json"));
            assertEquals(400, refused.status(), wrong[0]);
            assertTrue(refused.json().path("detail").asString().contains(wrong[1]), refused.text());
        }
        assertEquals(404, gavlin.get("warden", set + "/other.png").status());
        assertEquals(409, gavlin.get("warden", PAGES + "/" + id + "/lettered").status(), "it was uploaded");
    }

    private Pixels inChromium(String svg) {
        page.setContent("<style>body{margin:0}svg{width:400px;height:160px;display:block}</style>" + svg);
        byte[] png = Chromium.screenshot(page.locator("svg")::screenshot);
        return OwnFile.pixels(png);
    }

    private com.microsoft.playwright.Locator row(String slot) {
        return page.locator("tr[data-slot=" + slot + "]");
    }

    private static JsonNode gauge(JsonNode fit, String id) {
        for (JsonNode gauge : fit.path("gauges")) {
            if (gauge.path("id").asString().equals(id)) {
                return gauge;
            }
        }
        throw new AssertionError("no gauge " + id + " in " + fit);
    }

    private static String upload(String name, String svg, Map<String, String> words) {
        return gavlin.upload("warden", SITE + "/pictures", name, svg.getBytes(StandardCharsets.UTF_8), words)
                .json()
                .path("id")
                .asString();
    }

    private static int strongest(Pixels pixels) {
        int most = 0;
        for (int i = 3; i < pixels.samples().length; i += 4) {
            most = Math.max(most, pixels.samples()[i] & 0xff);
        }
        return most;
    }
}
