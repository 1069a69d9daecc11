package gavlin.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.BoundingBox;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.WaitForSelectorState;
import gavlin.core.codec.OwnFile;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import gavlin.core.tile.Seam;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What a picture carries and meets: a veil under words, a clear canvas, a tile behind the page. */
class SurroundingsWalkTest extends BrowserWalk {
    private static final String SITE = "/api/v1/sites/surroundings";

    @BeforeAll
    static void site() {
        assertEquals(201, gavlin.json("warden", "POST", "/api/v1/sites", """
                {"id":"surroundings","name":"Surroundings","slotSheet":{"format":"slot-sheet/1","theme":{"name":"S"},"slots":[
                  {"id":"top","name":"Top","kind":"banner","size":{"width":1500,"height":300},"types":["jpeg"],
                   "showings":[{"id":"wide","name":"Wide","page":"home","box":{"width":1280,"height":256},"obstructions":[
                     {"name":"title","kind":"words","box":{"x":800,"y":100,"width":400,"height":60},"text":"Open lights","size":40,"weight":400,"ink":"#909090"}]}]},
                  {"id":"banner","name":"Banner","kind":"banner","size":{"width":1500,"height":300},"types":["jpeg"],
                   "showings":[{"id":"wide","name":"Wide","page":"home","box":{"width":1280,"height":256},"obstructions":[
                     {"name":"title","kind":"words","box":{"x":800,"y":100,"width":400,"height":60},"text":"Open lights","size":40,"weight":400,"ink":"#202020"}]}]},
                  {"id":"slide","name":"Slide","kind":"slide","size":{"width":1400,"height":400},"types":["png","webp"],"transparency":"allowed"},
                  {"id":"solid","name":"Solid","kind":"slide","size":{"width":1400,"height":400},"types":["png"],"transparency":"forbidden"},
                  {"id":"behind","name":"Behind","kind":"tile","size":{"width":240,"height":240},"types":["png","webp"],"weight":{"limit":5,"unit":"kB"}}],
                 "pages":[{"id":"home","name":"Home","width":1280,"height":600,"slots":[{"slot":"top","showing":"wide","x":0,"y":0}]}]}}""").status());
        String picture = gavlin.upload(
                        "warden",
                        SITE + "/pictures",
                        "sky.jpg",
                        RunningGavlin.photograph(Size.parse("3000x2000"), 1515),
                        Map.of("title", "Sky", "description", "A bright sky", "licence", "CC0"))
                .json()
                .path("id")
                .asString();
        gavlin.json("warden", "PUT", SITE + "/pictures/" + picture + "/keep-areas", """
                [{"name":"the face","shape":"ellipse","x":0.1,"y":0.46,"width":0.08,"height":0.08}]""");
        gavlin.json("warden", "PUT", SITE + "/slots/top/fit", "{\"picture\":\"" + picture + "\"}");
    }

    private void open(String path) {
        page.navigate(gavlin.address() + "/sites/surroundings/" + path);
    }

    private Locator button(String words) {
        return page.locator("main button:visible", new Page.LocatorOptions().setHasText(words))
                .first();
    }

    private static JsonNode fit(String slot) {
        return gavlin.get("warden", SITE + "/slots/" + slot + "/fit").json();
    }

    private static Pixels file(String slot) {
        return OwnFile.pixels(gavlin.get("warden", SITE + "/slots/" + slot + "/rendition")
                .response()
                .body());
    }

    @Test
    void wordsThatCantBeRead_getTheVeilThatIsJustEnough_andTheFaceStaysBright() {
        Pixels bare = file("top");
        signIn();
        open("slots/top/bench");
        assertThat(page.locator("#gauges")).containsText("words over it");
        page.keyboard().press("v");
        page.locator("#veil-sparing").check();
        page.locator("#word-places").click();
        assertThat(page.locator("#veil-told li")).hasCount(9);
        assertThat(page.locator("#veil-told")).containsText("set from the left");
        page.locator("#veil-enough").click();
        assertThat(page.locator("#veil-told")).containsText("is just enough: “Open lights” has 3");
        page.waitForCondition(() -> fit("top").at("/fit/finish/veil/strength").asDouble() > 0);
        JsonNode veil = fit("top").at("/fit/finish/veil");
        assertTrue(veil.path("sparing").asBoolean(), veil.toString());
        assertNoViolations();
        page.keyboard().press("Escape");
        assertThat(gauge("words over it").locator("> .v")).hasText("fits");
        page.locator(".showing image[href*='/layer']")
                .first()
                .waitFor(new Locator.WaitForOptions().setState(WaitForSelectorState.ATTACHED));
        String layer = page.locator(".showing image[href*='/layer']").first().getAttribute("href");
        assertTrue(layer.contains("kept="), layer);
        assertEquals(200, gavlin.get("warden", layer).status());
        assertEquals(
                400,
                gavlin.get("warden", layer.replaceFirst("kept=[^&]*", "kept=1,2,3"))
                        .status());
        Pixels veiled = file("top");
        // The face lies a tenth to a fifth from the left; the words stand at the right.
        assertEquals(mean(bare, 200, 130, 20), mean(veiled, 200, 130, 20), 4);
        assertTrue(mean(veiled, 1000, 130, 60) < mean(bare, 1000, 130, 60) - 10);
    }

    /** Typed, placed by Gavlin beside the theme's own title, put under it by hand, and placed again. */
    @Test
    void wordsInTheFile_arePlacedWhereTheyRead_andAFaultWhereTheThemeCoversThem() {
        gavlin.json(
                "warden",
                "PUT",
                SITE + "/slots/banner/fit",
                "{\"picture\":\"" + fit("top").path("picture").asString() + "\"}");
        signIn();
        open("slots/banner/bench");
        assertThat(page.locator("#gauges")).containsText("weight");
        page.keyboard().press("i");
        page.locator("#words-text").fill("Пять маяков, one coast");
        page.locator("#words-place").click();
        assertThat(page.locator("#words-told")).containsText("1 where it is worst");
        page.waitForCondition(() -> fit("banner").at("/fit/finish/words/0/x").asDouble() > 0);
        JsonNode words = fit("banner").at("/fit/finish/words/0");
        assertTrue(words.path("x").asDouble() + words.path("width").asDouble() <= 1500, words.toString());
        assertNoViolations();
        page.locator("#words-x").fill("950");
        page.locator("#words-y").fill("110");
        page.locator("#words-y").press("Tab");
        page.keyboard().press("Escape");
        assertThat(gauge("words over it").locator("> .v")).hasText("fails");
        assertThat(gauge("words over it")).containsText("in the file, is under title on Wide");
        page.waitForCondition(() -> fit("banner").at("/fit/finish/words/0/x").asDouble() == 950); // a step of its own
        gauge("words over it").locator("button.small").first().click();
        page.keyboard().press("Escape");
        assertThat(gauge("words over it").locator("> .v")).not().hasText("fails");
        page.locator("#undo").click();
        page.waitForCondition(() -> fit("banner").at("/fit/finish/words/0/x").asDouble() == 950);
    }

    /** More than one request may weigh: sent in parts, each with the credits; then one is found by its looks and taken. */
    @Test
    void folderHeavierThanARequest_isSentInParts_andAPictureIsTakenWithItsCredit() {
        signIn();
        open("shelf");
        FilePayload[] files = {
            file("parade-one.jpg", RunningGavlin.photograph(Size.parse("900x300"), 1571)),
            file("parade-two.jpg", RunningGavlin.photograph(Size.parse("300x300"), 1572)),
            file(
                    "credits.csv",
                    "file,title,credit,licence\nparade-one.jpg,Parade one,Ines Pascoe,CC BY 4.0\nparade-two.jpg,Parade two,,CC0\n"
                            .getBytes(StandardCharsets.UTF_8))
        };
        // Room for the larger of both beside the credits, but not for both.
        page.locator("form[data-most-bytes]")
                .evaluate(
                        "(form, bytes) => { form.dataset.mostBytes = bytes; }",
                        2_000_000 + files[0].buffer.length + 1000);
        page.locator("input[type=file]").first().setInputFiles(files);
        page.locator("main .folio button.first").click();
        assertThat(page.locator("form[data-most-bytes] [role=status]"))
                .containsText("2 files sent. One picture is on the shelf now. One picture is on the shelf now.");
        page.locator("form[data-most-bytes] [role=status] a").click();
        page.locator("[name=q]").fill("wide parade");
        page.locator("[role=search] button").click();
        assertThat(page.locator(".contact")).hasCount(1);
        assertThat(page.locator(".contact")).containsText("Parade one");
        assertNoViolations();
        page.locator(".contact button").first().click();
        assertThat(page.locator("[name=credit]")).hasValue("Ines Pascoe");
    }

    private static FilePayload file(String name, byte[] content) {
        return new FilePayload(name, "application/octet-stream", content);
    }

    /** A spot is drawn round on the picture; one of the proposals is taken, and taken back. */
    @Test
    void spot_isFilledFromElsewhere_byTheProposalThatIsTaken() {
        gavlin.json(
                "warden",
                "PUT",
                SITE + "/slots/banner/fit",
                "{\"picture\":\"" + fit("top").path("picture").asString() + "\"}");
        signIn();
        open("slots/banner/bench");
        assertThat(page.locator("#gauges")).containsText("weight");
        page.locator("#mend-menu summary").click();
        page.locator("[data-tool=mend]").click();
        assertThat(page.locator("#moving")).containsText("draw a box round the spot");
        BoundingBox table = page.locator("#drawing").boundingBox();
        page.mouse().move(table.x + 0.5 * table.width, table.y + 0.45 * table.height);
        page.mouse().down();
        page.mouse().move(table.x + 0.6 * table.width, table.y + 0.55 * table.height);
        page.mouse().up();
        assertThat(page.locator("#mending figure")).hasCount(4);
        assertNoViolations();
        page.locator("#mending figure button").nth(1).click();
        page.waitForCondition(() -> fit("banner").at("/fit/prepare/mend").size() == 1);
        JsonNode spot = fit("banner").at("/fit/prepare/mend/0");
        assertTrue(
                Math.abs(spot.path("x").asInt() - spot.path("fromX").asInt())
                                >= spot.path("width").asInt()
                        || Math.abs(spot.path("y").asInt() - spot.path("fromY").asInt())
                                >= spot.path("height").asInt(),
                spot.toString());
        page.locator("#mend-menu summary").click();
        page.locator("#mend-none").click();
        page.waitForCondition(() -> fit("banner").at("/fit/prepare/mend").isMissingNode());
    }

    @Test
    void coloursOfWhatASlotShows_becomeAPage_andAreSeenOnTheProof() {
        String id = fit("top").path("picture").asString();
        JsonNode palette = gavlin.get("warden", SITE + "/pictures/" + id + "/palette?slot=top")
                .json();
        assertTrue(palette.size() >= 2, palette.toString());
        double shares = 0;
        for (JsonNode swatch : palette) {
            shares +=
                    swatch.path("accent").asBoolean() ? 0 : swatch.path("share").asDouble();
            assertTrue(swatch.path("contrastOnWhite").asDouble()
                            * swatch.path("contrastOnBlack").asDouble()
                    > 20.5);
        }
        assertEquals(1, shares, 0.001);
        assertEquals(
                404,
                gavlin.get("warden", SITE + "/pictures/" + id + "/palette?slot=slide")
                        .status());
        signIn();
        open("pictures/" + id);
        page.locator("a:has-text('Its colours')").click();
        assertThat(page.locator("#page-drawn tr")).hasCount(4);
        assertThat(page.locator("#page-drawn .v.fails")).hasCount(0);
        assertNoViolations();
        page.locator("#page-colours [name=text]").fill("#777777");
        page.locator("#page-colours [name=ground]").fill("#FFFFFF");
        assertThat(page.locator("#page-drawn .v.fails")).hasCount(1);
        assertThat(page.locator("#page-drawn")).containsText("#767676 is the nearest that has it");
        page.locator("a:has-text('See the page on this ground')").click();
        assertThat(page.locator("#page > rect")).hasAttribute("fill", "#FFFFFF");
    }

    /** All ways side by side, the best first; the one taken is what the file shows, and a keep area is never copied. */
    @Test
    void edge_isGrownInTheWayThatSomebodyChose() {
        String bench = "/sites/surroundings/slots/top/bench";
        JsonNode before = fit("top").path("fit");
        signIn();
        open("slots/top/bench");
        page.keyboard().press("g");
        page.locator("#grow-right").fill("600");
        page.locator("#grow-right").press("Tab");
        page.waitForCondition(() -> fit("top").at("/fit/prepare/grow/right").asInt() == 600);
        page.locator("#grow-ways").click();
        assertThat(page.locator("#growth figure")).hasCount(8);
        assertThat(page.locator("#growth")).containsText("no join to be seen");
        assertNoViolations();
        page.locator("#growth button.more").click();
        assertThat(page.locator("#growth")).containsText("patches, No. 4");
        page.locator("#growth button[aria-label$='patches, No. 5']").click();
        page.waitForCondition(() -> fit("top").at("/fit/prepare/grow/seed").asInt() == 5);
        JsonNode grow = fit("top").at("/fit/prepare/grow");
        assertEquals("patches", grow.path("by").asString());
        // The face: a tenth to 18 % from the left of 3000 px, 46 to 54 % from the top of 2000 px.
        assertEquals("[[300,920,241,161]]", grow.path("avoid").toString());
        assertEquals(Size.parse("1500x300"), file("top").size());
        assertEquals(400, gavlin.json("warden", "POST", bench + "/growth", "{}").status());
        gavlin.json("warden", "PUT", SITE + "/slots/top/fit", before.toString());
        assertEquals(before, fit("top").path("fit"));
    }

    private static double mean(Pixels pixels, int left, int top, int side) {
        double sum = 0;
        for (int y = top; y < top + side; y++) {
            for (int x = left; x < left + side; x++) {
                sum += pixels.samples()[(y * pixels.size().width() + x) * pixels.channels() + 1] & 0xff;
            }
        }
        return sum / side / side;
    }

    @Test
    void clearCanvas_isPutIntoASlot_inOneClick_whereItTakesOne() {
        signIn();
        open("slots/slide/bench");
        button("A clear canvas of its size").click();
        page.waitForURL("**/slots/slide/bench");
        assertThat(page.locator("#state")).hasText("fits");
        Pixels clear = file("slide");
        assertEquals(Size.parse("1400x400"), clear.size());
        assertEquals(1400 * 400, clear.transparentPixels());
        assertEquals(
                "canvas",
                gavlin.get(
                                "warden",
                                SITE + "/pictures/"
                                        + fit("slide").path("picture").asString())
                        .json()
                        .at("/made/kind")
                        .asString());
        open("slots/solid/bench");
        assertEquals(
                0, page.locator("button:has-text('A clear canvas of its size')").count());
    }

    @Test
    void tile_isDrawnForItsSlot_seenBehindThePage_andDrawnAnew() {
        signIn();
        open("slots/behind/bench");
        page.locator("a:has-text('Draw a tile')").click();
        assertThat(page.locator("[name=width]")).hasValue("240");
        page.locator("[name=repeat]").selectOption("brick");
        page.locator("[name=down]").fill("3");
        assertThat(page.locator("#refused")).containsText("the rows must be even in number");
        complaints.removeIf(complaint -> complaint.contains("400")); // refused, and said so
        page.locator("[name=down]").fill("4");
        assertThat(page.locator("#refused")).isHidden();
        assertNoViolations();
        button("Keep it as a picture").click();
        page.waitForURL("**/slots");
        String id = page.url().replaceAll(".*/pictures/([^/]+)/slots", "$1");
        gavlin.json("warden", "PUT", SITE + "/slots/behind/fit", "{\"picture\":\"" + id + "\"}");
        Pixels tile = file("behind");
        assertEquals(Size.parse("240x240"), tile.size());
        assertTrue(Seam.of(tile).worst() < 2, Seam.of(tile).toString());
        open("proof?ground=backdrop");
        assertThat(page.locator("#backdrop image")).hasAttribute("width", "240");
        assertThat(page.locator("#page > rect")).hasAttribute("fill", "url(#backdrop)");
        byte[] before = gavlin.get("warden", SITE + "/slots/behind/rendition")
                .response()
                .body();
        open("pictures/" + id + "/tile");
        page.locator("[name=angle]").fill("30");
        button("Draw it anew everywhere").click();
        assertThat(page.locator(".notice.good")).containsText("drawn anew");
        assertFalse(Arrays.equals(
                before,
                gavlin.get("warden", SITE + "/slots/behind/rendition")
                        .response()
                        .body()));
    }

    /** A picture's colours kept as a scheme; a colour of it is changed wherever it is used, a step in each history. */
    @Test
    void colourScheme_isKept_changedEverywhere_andGivenOut() {
        String scheme =
                "{\"format\":\"colour-scheme/1\",\"name\":\"Day\",\"colours\":{\"ground\":\"#F6F2E8\",\"text\":\"#17313B\",\"button\":\"#336699\",\"button-text\":\"#FFFFFE\",\"header\":\"#FEFEFE\",\"footer\":\"#DDDDDD\",\"link\":\"#A8221B\",\"highlight\":\"#FFEE88\"}}";
        assertEquals(
                201,
                gavlin.json("warden", "POST", SITE + "/colour-schemes", scheme).status());
        assertEquals(
                409,
                gavlin.json("warden", "POST", SITE + "/colour-schemes", scheme).status());
        assertEquals(
                400,
                gavlin.json("warden", "POST", SITE + "/colour-schemes", scheme.replace("highlight", "shine"))
                        .status());
        JsonNode tile = gavlin.json(
                        "warden",
                        "POST",
                        SITE + "/pictures",
                        "{\"made\":{\"kind\":\"tile\",\"width\":32,\"height\":32,\"motif\":\"ring\",\"ink\":\"#336699\"}}")
                .json();
        JsonNode before = fit("top").path("fit");
        gavlin.json("warden", "PUT", SITE + "/slots/top/fit", "{\"line\":{\"width\":4,\"ink\":\"#336699\"}}");
        signIn();
        open("schemes");
        assertThat(page.locator("main"))
                .containsText("Two places have one of its colours: Top, the picture Tile of rings.");
        assertThat(page.locator(".v.fails")).hasCount(0);
        assertNoViolations();
        page.locator("[name=button]").fill("#225588");
        page.locator("[name=everywhere]").check();
        button("Save it").click();
        assertThat(page.locator(".notice.good")).hasText("Day is changed, and two places with it.");
        assertEquals("#225588", fit("top").at("/fit/finish/line/ink").asString());
        assertEquals(
                "#225588",
                gavlin.get("warden", SITE + "/pictures/" + tile.path("id").asString())
                        .json()
                        .at("/made/ink")
                        .asString());
        button("Copy it").click();
        assertThat(page.locator("main section h2").nth(1)).hasText("Day, copy");
        String css = gavlin.get(
                        "warden", page.locator("a:has-text('As CSS')").first().getAttribute("href"))
                .text();
        assertTrue(css.contains("  --button: #225588;\n"), css);
        gavlin.json("warden", "PUT", SITE + "/slots/top/fit", before.toString());
    }

    /** A plain ground, a piece moved by keys and by hand, words: kept, it is looked at in its slot; and put together anew. */
    @Test
    void header_isPutTogether_forItsSlot() {
        signIn();
        open("pictures/composition?slot=top");
        assertThat(page.locator("#stage")).hasAttribute("viewBox", "0 0 1500 300");
        page.locator("#ground").fill("#204060");
        page.locator("#ground-to").fill("#80A0C0");
        page.locator("#add-piece").click();
        page.locator("#add-words").click();
        page.locator("[data-handle=piece-0]").focus();
        page.keyboard().press("Shift+ArrowRight");
        assertThat(page.locator("#pieces input").first()).hasValue("85"); // a twentieth of 1500 px, and ten
        page.locator("#pieces input").first().fill("900");
        page.locator("#pieces input").first().press("Tab");
        assertThat(page.locator("#covered")).containsText("stands under title");
        page.locator("#undo").click();
        assertThat(page.locator("#pieces input").first()).hasValue("85");
        page.locator("#pieces input").first().fill("900");
        page.locator("#pieces input").first().press("Tab");
        open("plan");
        open("pictures/composition?slot=top");
        assertThat(page.locator("main")).containsText("What you put together here and did not keep is back");
        assertThat(page.locator("#pieces input").first()).hasValue("900");
        assertThat(page.locator("#drawn")).hasAttribute("href", java.util.regex.Pattern.compile(".*x%22%3A900.*"));
        assertNoViolations();
        button("Keep it, and look at it in its slot").click();
        page.waitForURL("**/slots/top/bench?picture=**");
        String id = page.url().replaceAll(".*picture=", "");
        JsonNode made = gavlin.get("warden", SITE + "/pictures/" + id).json().path("made");
        assertEquals("composition", made.path("kind").asString());
        assertEquals(900, made.at("/pieces/0/x").asInt());
        open("pictures/" + id);
        page.locator("a:has-text('Put it together anew')").click();
        page.locator("#words textarea").fill("Licht 灯");
        page.locator("#words textarea").press("Tab");
        assertThat(page.locator("#refused")).containsText("this font has no “灯”");
        complaints.removeIf(complaint -> complaint.contains("400")); // refused, and said so
        page.locator("#words textarea").fill("Five lights");
        page.locator("#words textarea").press("Tab");
        assertThat(page.locator("#refused")).isHidden();
        button("Draw it anew everywhere").click();
        assertThat(page.locator(".notice.good")).containsText("drawn anew");
    }

    /** Its pieces' credits are its own, each once; where one is missing, it has none, and the gauge asks. */
    @Test
    void composition_owesTheCreditsOfAllItsPieces() {
        String one = credited(1601, "I. Moor", "CC BY 4.0");
        String two = credited(1602, "T. Reed", "CC BY-SA 4.0");
        String free = credited(1603, "", "CC0");
        JsonNode made = composed(one, two, one, free);
        assertEquals("I. Moor; T. Reed", made.path("credit").asString());
        assertEquals("CC BY 4.0; CC BY-SA 4.0; CC0", made.path("licence").asString());
        assertEquals("none due", composed(free).path("credit").asString());
        assertEquals("", composed(one, credited(1604, "", "")).path("credit").asString());
        String long1 = credited(1605, "A".repeat(200), "CC0");
        String long2 = credited(1606, "B".repeat(200), "CC0");
        assertEquals(300, composed(long1, long2).path("credit").asString().length(), "cut, not refused");
    }

    private static String credited(int seed, String credit, String licence) {
        return gavlin.upload(
                        "warden",
                        SITE + "/pictures",
                        "piece.jpg",
                        RunningGavlin.photograph(Size.parse("60x40"), seed),
                        Map.of("title", "Piece " + seed, "credit", credit, "licence", licence))
                .json()
                .path("id")
                .asString();
    }

    private static JsonNode composed(String... pieces) {
        String all = Arrays.stream(pieces)
                .map(id -> "{\"picture\":\"" + id + "\",\"height\":20}")
                .collect(Collectors.joining(","));
        return gavlin.json(
                        "warden",
                        "POST",
                        SITE + "/pictures",
                        "{\"made\":{\"kind\":\"composition\",\"width\":90,\"height\":30,\"pieces\":[" + all + "]}}")
                .json();
    }

    @Test
    void madePictures_byProgram_areReadBackAsTheyWere() {
        String tile = "{\"kind\":\"tile\",\"width\":64,\"height\":64,\"motif\":\"dot\",\"ground\":\"#FFFFFF\"}";
        JsonNode made = gavlin.json("warden", "POST", SITE + "/pictures", "{\"made\":" + tile + "}")
                .json();
        assertEquals("Tile of dots", made.path("title").asString());
        assertEquals("dot", made.at("/made/motif").asString());
        byte[] original = gavlin.get(
                        "warden", SITE + "/pictures/" + made.path("id").asString() + "/original")
                .response()
                .body();
        JsonNode again = gavlin.json("warden", "POST", SITE + "/pictures", "{\"made\":" + made.get("made") + "}")
                .json();
        assertArrayEquals(
                original,
                gavlin.get("warden", SITE + "/pictures/" + again.path("id").asString() + "/original")
                        .response()
                        .body());
        for (String wrong :
                new String[] {"{\"kind\":\"cloud\"}", "{\"kind\":\"tile\",\"across\":0}", "{\"kind\":\"canvas\"}"}) {
            assertEquals(
                    400,
                    gavlin.json("warden", "POST", SITE + "/pictures", "{\"made\":" + wrong + "}")
                            .status(),
                    wrong);
        }
    }
}
