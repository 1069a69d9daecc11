package gavlin.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.options.BoundingBox;
import gavlin.core.codec.JpegWriter;
import gavlin.core.codec.OwnFile;
import gavlin.core.codec.Tags;
import gavlin.core.geometry.Size;
import gavlin.core.jpeg.Chroma;
import gavlin.core.raster.Pixels;
import gavlin.web.RunningGavlin.Answer;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A mark out of its white box: by mouse, by keys alone, and by program; every file is read back. */
class MarkWalkTest extends BrowserWalk {
    private static final String SITE = "/api/v1/sites/marks";
    private static String ring;

    /** A ring of 120 px on a JPEG's white, 400×200, with an empty margin of 40, 240, 40 and 40 px. */
    @BeforeAll
    static void site() {
        gavlin.json("warden", "POST", "/api/v1/sites", """
                {"id":"marks","name":"Marks","slotSheet":{"format":"slot-sheet/1","theme":{"name":"M"},"slots":[
                  {"id":"by-mouse","name":"By mouse","kind":"logo","size":{"width":200,"height":100},"types":["png"],"transparency":"required","rule":"contain",
                   "showings":[{"id":"head","name":"Head","box":{"width":200,"height":100},"background":"#17313A"}]},
                  {"id":"by-keys","name":"By keys","kind":"logo","size":{"width":200,"height":100},"types":["png"],"transparency":"required","rule":"contain"},
                  {"id":"by-program","name":"By program","kind":"logo","size":{"width":200,"height":100},"types":["png"],"transparency":"required","rule":"contain",
                   "showings":[{"id":"head","name":"Head","box":{"width":200,"height":100},"background":"#17313A"}]}]}}""");
        byte[] samples = new byte[400 * 200 * 3];
        for (int i = 0; i < 400 * 200; i++) {
            double d = Math.hypot(i % 400 + 0.5 - 100, i / 400 + 0.5 - 100);
            double ink = Math.max(0, Math.min(1, Math.min(60.5 - d, d - 29.5)));
            for (int c = 0; c < 3; c++) {
                samples[i * 3 + c] = (byte) Math.round(255 - ink * (255 - new int[] {0x17, 0x31, 0x3A}[c]));
            }
        }
        byte[] jpeg = JpegWriter.write(new Pixels(Size.parse("400x200"), 3, samples), 92, Chroma.HALVED, Tags.NONE);
        ring = gavlin.upload(
                        "warden",
                        SITE + "/pictures",
                        "ring.jpg",
                        jpeg,
                        Map.of("title", "Ring", "description", "A ring", "licence", "CC0"))
                .json()
                .path("id")
                .asString();
        for (String slot : new String[] {"by-mouse", "by-keys"}) {
            gavlin.json("warden", "PUT", SITE + "/slots/" + slot + "/fit", "{\"picture\":\"" + ring + "\"}");
        }
    }

    @Test
    void markInABox_cleanedByOneButton_hasItsFile_andOneUndo() {
        signIn();
        page.navigate(gavlin.address() + "/sites/marks/slots/by-mouse/bench");
        assertThat(gauge("transparency").locator(".v")).hasText("fails");
        assertThat(gauge("transparency").locator(".remedies button")).hasText("Clean it");
        page.locator("#clean").click();
        assertThat(gauge("transparency").locator(".v")).hasText("fits");
        assertThat(gauge("on its ground").locator(".v")).hasText("fails"); // dark on dark
        assertThat(page.locator("#says")).containsText("Step 2, saved ");
        page.locator("#mark-menu summary").click();
        assertThat(page.locator("#tightened")).hasText("400×200 holds 120×120");
        assertThat(page.locator("#inks label")).hasCount(1);
        page.locator("[data-ink='#FFFFFF']").click();
        assertThat(gauge("on its ground").locator(".v")).hasText("fits");
        assertThat(page.locator("#says")).containsText("Step 3, saved ");
        assertNoViolations();
        Pixels file = file("by-mouse");
        assertEquals(Size.parse("200x100"), file.size());
        assertEquals(0, alpha(file, 2, 2), "the corner is clear");
        assertEquals(0, alpha(file, 100, 50), "so is what the ring encloses");
        assertTrue(alpha(file, 100 - 37, 50) > 250, "the ring is there");
        assertEquals(-1, file.samples()[(50 * 200 + 63) * 4], "in white");

        page.keyboard().press("Escape");
        page.locator("#undo").click();
        page.waitForURL("**/bench");
        assertThat(page.locator("#ink-to")).hasValue("");
        page.locator("#undo").click();
        assertThat(gauge("transparency").locator(".v")).hasText("fails");
        page.locator("#redo").click();
        assertThat(gauge("transparency").locator(".v")).hasText("fits");
    }

    /** Alpha is kept inside by a click, and taken again by one at the focal point; on other grounds; as it came. */
    @Test
    void spots_groundsAndTheToleranceDrawnLive_answerTheHand() {
        gavlin.json(
                "warden",
                "PUT",
                SITE + "/slots/by-keys/fit",
                "{\"picture\":\"" + ring + "\",\"mark\":{\"lift\":true}}");
        signIn();
        page.navigate(gavlin.address() + "/sites/marks/slots/by-keys/bench");
        page.locator("#mark-menu summary").click();
        page.locator("[data-tool='keep-spot']").click();
        assertThat(page.locator("#moving")).containsText("belongs to the mark");
        BoundingBox picture = page.locator("#drawing image").first().boundingBox();
        page.mouse().click(picture.x + picture.width / 4, picture.y + picture.height / 2);
        assertThat(page.locator("#says")).containsText(", saved ");
        page.locator("#mark-menu summary").click();
        assertThat(page.locator("#forget-spots")).isVisible();
        page.locator("#on-grounds").click();
        assertThat(page.locator("#grounds .says")).containsText("was lifted, within ΔE");
        assertThat(page.locator("#grounds figure")).not().hasCount(0);
        assertNoViolations();
        page.keyboard().press("Escape");
        assertEquals(255, alpha(file("by-keys"), 50, 50), "what the ring encloses was kept");

        page.locator("#table").focus();
        page.keyboard().press("x");
        assertThat(page.locator("#as-it-came")).hasAttribute("aria-pressed", "true");
        page.keyboard().press("x");
        assertThat(page.locator("#as-it-came")).hasAttribute("aria-pressed", "false");
    }

    @Test
    void keysAlone_cleanAMark() {
        gavlin.json("warden", "PUT", SITE + "/slots/by-keys/fit", "{\"picture\":\"" + ring + "\"}");
        signIn();
        page.navigate(gavlin.address() + "/sites/marks/slots/by-keys/bench");
        page.locator("#clean").focus();
        page.keyboard().press("Enter");
        assertThat(gauge("transparency").locator(".v")).hasText("fits");
        page.locator("#table").focus();
        page.keyboard().press("m");
        assertThat(page.locator("#lift-tolerance")).isFocused();
        page.keyboard().type("5");
        page.keyboard().press("Tab");
        assertThat(page.locator("#lift-range")).hasValue("5");
        assertThat(page.locator("#says")).containsText(", saved ");
        assertEquals(0, alpha(file("by-keys"), 100, 50));
    }

    @Test
    void program_asksInShort_andGetsADocument() {
        Answer put = gavlin.json(
                "warden",
                "PUT",
                SITE + "/slots/by-program/fit",
                "{\"picture\":\"" + ring
                        + "\",\"mark\":{\"lift\":{\"enclosed\":false},\"tighten\":{\"margin\":0.1},\"ink\":true,\"seat\":\"mass\"}}");
        assertEquals(200, put.status(), put.text());
        JsonNode fit = put.json().path("fit");
        assertEquals(28, fit.at("/prepare/tighten/top").asInt(), 1, fit.toString());
        assertEquals("#FFFFFF", fit.at("/prepare/ink/to").asString(), "white stands out from the dark head");
        assertEquals("mass", fit.at("/frame/seat/by").asString());
        assertEquals(0.5, fit.at("/frame/seat/middle/x").asDouble(), 0.01);
        Answer again = gavlin.json("warden", "PUT", SITE + "/slots/by-program/fit", fit.toString());
        assertEquals(fit, again.json().path("fit"), "what GET gives can be PUT and changes nothing");
        assertEquals(255, alpha(file("by-program"), 100, 50), "what it encloses was to stay");
    }

    /** Header, footer and phone look alike when a mark is as high in each. */
    @Test
    void markInSeveralSlots_isShownAtOneHeight() {
        for (String slot : new String[] {"by-keys", "by-program"}) {
            gavlin.json(
                    "warden",
                    "PUT",
                    SITE + "/slots/" + slot + "/fit",
                    "{\"picture\":\"" + ring
                            + "\",\"mark\":{\"lift\":true,\"tighten\":true,\"ink\":true,\"seat\":\"mass\"}}");
        }
        signIn();
        page.navigate(gavlin.address() + "/sites/marks/pictures/" + ring + "/slots");
        for (String slot : new String[] {"by-keys", "by-program"}) {
            page.locator("[name=slot][value=" + slot + "]").check();
        }
        page.locator("#visible").fill("40");
        page.locator("#place").click();
        assertThat(page.locator("#progress")).containsText("It fits in 2");
        for (String slot : new String[] {"by-keys", "by-program"}) {
            JsonNode fit = gavlin.get("warden", SITE + "/slots/" + slot + "/fit")
                    .json()
                    .path("fit");
            assertEquals(40, fit.at("/frame/seat/visible").asInt(), fit.toString());
            assertEquals("mass", fit.at("/frame/seat/by").asString());
            Pixels file = file(slot);
            assertTrue(alpha(file, 100, 32) > 250, "the ring is there");
            assertEquals(0, alpha(file, 100, 28), "nothing above it");
        }
    }

    /** The mark as a site's icon: seen in a tab and on a phone, one ZIP; what is no mark has none. */
    @Test
    void markAsASitesIcon_isDrawnInEverySize_andTakenAlong() throws Exception {
        gavlin.json(
                "warden",
                "PUT",
                SITE + "/slots/by-program/fit",
                "{\"picture\":\"" + ring + "\",\"mark\":{\"lift\":true,\"tighten\":true,\"seat\":true}}");
        signIn();
        page.navigate(gavlin.address() + "/sites/marks/slots/by-program/icons");
        assertThat(page.locator("h1")).containsText("as a site’s icon");
        assertThat(page.locator("pre").first()).containsText("rel=\"manifest\"");
        assertEquals(
                16,
                page.evaluate("() => document.querySelector('.tab-drawn img').naturalWidth"),
                "drawn from the file of that size");
        page.locator("[name=ground]").fill("#23734D");
        page.locator("text=Draw it on this").click();
        assertThat(page.locator("pre").first()).containsText("#23734D");
        assertNoViolations();
        Download download =
                page.waitForDownload(() -> page.locator("text=Download all").click());
        Set<String> names = new TreeSet<>();
        try (ZipFile zip = new ZipFile(download.path().toFile())) {
            zip.stream().forEach(entry -> names.add(entry.getName()));
        }
        assertTrue(
                names.containsAll(Set.of("favicon.ico", "icon-maskable-512.png", "site.webmanifest")),
                names.toString());
        assertEquals(
                404, gavlin.get("warden", "/sites/tolvane/slots/masthead/icons").status());
        assertEquals(
                404,
                gavlin.get("warden", "/sites/marks/slots/by-program/icons/other.png")
                        .status());
    }

    @Test
    void whatMakesNoSense_isRefusedInWords() {
        String photograph = gavlin.upload(
                        "warden",
                        SITE + "/pictures",
                        "sea.jpg",
                        RunningGavlin.photograph(Size.parse("600x400"), 5),
                        Map.of("title", "Sea"))
                .json()
                .path("id")
                .asString();
        assertRefused(photograph, "{\"lift\":true}", "Nothing would be left");
        assertRefused(photograph, "{\"ink\":\"#FFFFFF\"}", "Lift its backing first");
        assertRefused(ring, "{\"lift\":{\"tolerance\":41}}", "the tolerance of lifting must be 0 to 40");
        assertRefused(ring, "{\"shine\":true}", "a mark has no “shine”");
        assertRefused(ring, "{\"lift\":7}", "must be");
    }

    private static void assertRefused(String picture, String mark, String says) {
        Answer refused = gavlin.json(
                "warden",
                "PUT",
                SITE + "/slots/by-program/fit",
                "{\"picture\":\"" + picture + "\",\"mark\":" + mark + "}");
        assertEquals(400, refused.status(), refused.text());
        assertTrue(refused.json().path("detail").asString().contains(says), refused.text());
    }

    private static Pixels file(String slot) {
        gavlin.get("warden", SITE + "/slots/" + slot + "/fit");
        return OwnFile.pixels(gavlin.get("warden", SITE + "/slots/" + slot + "/rendition")
                .response()
                .body());
    }

    private static int alpha(Pixels pixels, int x, int y) {
        return pixels.samples()[(y * pixels.size().width() + x) * 4 + 3] & 0xff;
    }
}
