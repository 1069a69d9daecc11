package gavlin.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.microsoft.playwright.options.BoundingBox;
import gavlin.core.codec.OwnFile;
import gavlin.core.geometry.Size;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A page as it will look: at true size, out of the files that would be sent. */
class ProofWalkTest extends BrowserWalk {
    private static final String SITE = "/api/v1/sites/proof";

    @BeforeAll
    static void site() {
        gavlin.json("warden", "POST", "/api/v1/sites", """
                {"id":"proof","name":"Proof","slotSheet":{"format":"slot-sheet/1","theme":{"name":"P"},"slots":[
                  {"id":"top","name":"Top","kind":"banner","size":{"width":1000,"height":200},"types":["jpeg"],
                   "showings":[{"id":"wide","name":"Wide","page":"home","box":{"width":1000,"height":200},"obstructions":[
                     {"name":"menu","kind":"solid","box":{"x":0,"y":0,"width":1000,"height":40}},
                     {"name":"title","kind":"words","box":{"x":50,"y":90,"width":400,"height":50},"text":"Two \\"lamps\\" & <one>","size":36,"weight":700,"ink":"#FFFFFF"}]},
                    {"id":"narrow","name":"Narrow","page":"phone","box":{"width":390,"height":78}}]},
                  {"id":"face","name":"Face","kind":"avatar","size":{"width":150,"height":150},"types":["jpeg"],"shape":"circle",
                   "showings":[{"id":"thread","name":"Thread","page":"home","box":{"width":64,"height":64}}]}],
                 "pages":[{"id":"home","name":"Home","width":1000,"height":600,"slots":[{"slot":"top","showing":"wide","x":0,"y":0},{"slot":"face","showing":"thread","x":30,"y":300}]},
                  {"id":"phone","name":"Phone","width":390,"height":500,"slots":[{"slot":"top","showing":"narrow","x":0,"y":0}]}]}}""");
        String picture = gavlin.upload(
                        "warden",
                        SITE + "/pictures",
                        "sea.jpg",
                        RunningGavlin.photograph(Size.parse("1600x900"), 611),
                        Map.of("title", "Sea", "description", "The sea", "licence", "CC0"))
                .json()
                .path("id")
                .asString();
        gavlin.json("warden", "PUT", SITE + "/pictures/" + picture + "/keep-areas", """
                [{"name":"the buoy","x":0.1,"y":0.6,"width":0.05,"height":0.04}]""");
        gavlin.json("warden", "PUT", SITE + "/slots/top/fit", "{\"picture\":\"" + picture + "\"}");
    }

    @Test
    void page_isSeenAtTrueSize_byTheVeryFilesOfThePackage() throws IOException {
        signIn();
        page.navigate(gavlin.address() + "/sites/proof/proof");
        assertThat(page.locator("h1")).hasText("Home");
        assertThat(page.locator(".stop[aria-current]")).containsText("Proof");
        assertThat(page.locator(".saying .soft")).hasText("One slot is empty.");
        assertThat(page.locator("text.proof-words")).hasText("Two \"lamps\" & <one>");
        BoundingBox top = page.locator("[data-slot=top] image").boundingBox();
        assertEquals(1000, top.width, 0.01);
        assertEquals(200, top.height, 0.01);
        String href = page.locator("[data-slot=top] image").getAttribute("href");
        assertArrayEquals(
                packaged().get("top/top-sea-1000x200.jpg"),
                gavlin.get("warden", href).response().body());
        assertNoViolations();

        page.locator("nav a:has-text('Phone')").click();
        assertThat(page.locator("h1")).hasText("Phone");
        assertThat(page.locator("[data-slot]")).hasCount(1);
        page.locator("nav a:has-text('dark')").click();
        assertThat(page.locator("#page > rect")).hasAttribute("fill", "#1B1F22");
        assertThat(page.locator("h1")).hasText("Phone");
        page.locator("[data-slot=top]").focus();
        page.keyboard().press("Enter");
        page.waitForURL("**/slots/top/bench");
    }

    @Test
    void pageThatIsNot_orAGroundThatIsNone_isSaid() {
        assertEquals(404, gavlin.get("warden", "/sites/proof/proof?page=none").status());
        assertEquals(404, gavlin.get("warden", "/sites/proof/proof?screen=77").status());
        assertEquals(200, gavlin.get("warden", "/sites/proof/proof?screen=390").status());
        assertTrue(gavlin.get("warden", "/sites/proof/proof?ground=pink").text().contains("light, paper or dark"));
        assertEquals(404, gavlin.get("keeper", "/sites/proof/proof").status());
    }

    /** A theme without page plans has nothing to prove, and says so. */
    @Test
    void siteWithoutPagePlans_saysThatNothingIsPlaced() {
        gavlin.json("warden", "POST", "/api/v1/sites", """
                {"id":"unplaced","name":"Unplaced","slotSheet":{"format":"slot-sheet/1","theme":{"name":"U"},"slots":[
                  {"id":"top","name":"Top","kind":"banner","size":{"width":1000,"height":200},"types":["jpeg"]}]}}""");
        assertTrue(gavlin.get("warden", "/sites/unplaced/proof").text().contains("places no slot on a page yet"));
    }

    private static Map<String, byte[]> packaged() throws IOException {
        Map<String, byte[]> files = new HashMap<>();
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(
                gavlin.get("warden", SITE + "/package").response().body()))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                files.put(entry.getName(), zip.readAllBytes());
            }
        }
        return files;
    }

    @Test
    void anotherScreen_stretchesWhatSpansThePage_andKeepsTheRestAtItsDistanceFromTheMiddle() {
        signIn();
        page.navigate(gavlin.address() + "/sites/proof/proof?page=home&width=1400");
        assertThat(page.locator("#page")).hasAttribute("width", "1400");
        assertThat(page.locator("[data-slot=top] > svg")).hasAttribute("width", "1400.0");
        assertThat(page.locator("[data-slot=top] image")).hasAttribute("height", "280.0"); // 1000×200 covering 1400×200
        assertThat(page.locator("[data-slot=face] > svg")).hasAttribute("x", "230.0");
        assertThat(page.locator("nav[aria-label='Pages and grounds'] [aria-current=page]"))
                .containsText("1000");
        assertNoViolations();
        assertEquals(
                400,
                gavlin.get("warden", "/sites/proof/proof?page=home&width=99").status());
    }

    @Test
    void portrait_isSeenSmall_andInAThread_asTheVeryFile() {
        gavlin.json("warden", "POST", "/api/v1/sites", """
                {"id":"proof-small","name":"Small","slotSheet":{"format":"slot-sheet/1","theme":{"name":"S"},"slots":[
                  {"id":"face","name":"Face","kind":"avatar","size":{"width":150,"height":150},"types":["jpeg"],"shape":"circle",
                   "showings":[{"id":"thread","name":"Thread","page":"home","box":{"width":64,"height":64}}]}],
                 "pages":[{"id":"home","name":"Home","width":1000,"height":600,"slots":[{"slot":"face","showing":"thread","x":30,"y":300}]}]}}""");
        String picture = gavlin.upload(
                        "warden",
                        "/api/v1/sites/proof-small/pictures",
                        "keeper.jpg",
                        RunningGavlin.photograph(Size.parse("600x600"), 612),
                        Map.of("title", "Keeper", "description", "The keeper", "licence", "CC0"))
                .json()
                .path("id")
                .asString();
        gavlin.json("warden", "PUT", "/api/v1/sites/proof-small/slots/face/fit", "{\"picture\":\"" + picture + "\"}");
        signIn();
        page.navigate(gavlin.address() + "/sites/proof-small/proof");
        assertThat(page.locator("#small h3")).hasText("Face");
        assertThat(page.locator("#small img.round-cut")).hasCount(6); // 150, 64, 32 px, and three in a thread
        assertEquals(
                150,
                page.locator("#small img").first().evaluate("image => image.decode().then(() => image.naturalWidth)"));
        assertNoViolations();
    }

    @Test
    void glass_enlargesInWholePixels_andMovesByOneWithTheKeys() {
        signIn();
        page.navigate(gavlin.address() + "/sites/proof/proof?page=home");
        assertThat(page.locator("#glass")).isHidden();
        page.locator("#glass-times").fill("4");
        page.mouse().move(500, 300);
        assertThat(page.locator("#glass")).isVisible();
        page.locator("#glass").focus();
        String before = page.locator("#glass use").getAttribute("transform");
        page.keyboard().press("ArrowRight");
        String after = page.locator("#glass use").getAttribute("transform");
        assertEquals(1, shift(before) - shift(after), 1e-9, before + " and " + after);
        assertEquals(0, shift(after) % 1, 1e-9);
        assertNoViolations();
    }

    @Test
    void bannerThatGrows_showsWhatIsLeftAtItsLargest_andSaysWhatThatHides() {
        signIn();
        page.navigate(gavlin.address() + "/sites/proof/proof?page=home&motion=grows&times=2");
        assertThat(page.locator("[data-slot=top] .proof-left")).hasAttribute("width", "500.0");
        assertThat(page.locator("[data-slot=face] .proof-left")).hasCount(0);
        // The buoy begins a tenth from the left: of twice the size, nothing is seen of the outer quarter.
        assertThat(page.locator("#hidden")).hasText("At their largest, the buoy in Top: 0 % of it is seen, of 100 %.");
        assertNoViolations();
        page.locator("#motion").selectOption("largest");
        page.waitForURL("**motion=largest**");
        assertEquals("2000.0", page.locator("[data-slot=top] image").getAttribute("width"));
        page.locator("#motion").selectOption("held");
        page.waitForURL("**motion=held**");
        page.setViewportSize(1280, 300);
        page.mouse().wheel(0, 200);
        assertThat(page.locator("[data-slot=top] image"))
                .hasAttribute("transform", Pattern.compile("translate\\(0 [1-9].*"));
        for (String wrong : List.of("motion=dance", "motion=grows&times=9")) {
            assertEquals(
                    400, gavlin.get("warden", "/sites/proof/proof?" + wrong).status());
        }
    }

    @Test
    void earlierStep_standsBesideWhatIsDecidedNow_inTheSameShowing() {
        JsonNode fit = gavlin.get("warden", SITE + "/slots/top/fit").json();
        int step = fit.path("revision").asInt();
        gavlin.json("warden", "PUT", SITE + "/slots/top/fit", "{\"zoom\":1.5}");
        signIn();
        page.navigate(gavlin.address() + "/sites/proof/slots/top/bench/history");
        page.locator("a[aria-label^='Step " + step + " beside']").click();
        assertThat(page.locator("h1")).hasText("Home");
        assertThat(page.locator("label.wiper").first()).containsText("in step " + step);
        String earlier =
                page.locator("[data-slot=top] [clip-path^='url(#before'] image").getAttribute("href");
        byte[] bytes = gavlin.get("warden", earlier).response().body();
        assertEquals(Size.parse("1000x200"), OwnFile.pixels(bytes).size());
        assertFalse(Arrays.equals(
                bytes,
                gavlin.get("warden", SITE + "/slots/top/rendition").response().body()));
        assertNoViolations();
        gavlin.json("warden", "PUT", SITE + "/slots/top/fit", "{\"zoom\":1}");
        for (String wrong : List.of("/top/0@99", "/none/0@1", "top")) {
            assertEquals(
                    404,
                    gavlin.get("warden", "/sites/proof/proof?against=" + wrong).status());
        }
    }

    private static double shift(String transform) {
        return Double.parseDouble(transform.replaceAll(".*translate\\((-?[0-9.]+) .*", "$1"));
    }
}
