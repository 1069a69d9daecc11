package gavlin.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import com.microsoft.playwright.Locator;
import gavlin.core.codec.AvifWriter;
import gavlin.core.codec.OwnFile;
import gavlin.core.codec.PngWriter;
import gavlin.core.damage.Original;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What compression did: said by the gauge, seen in the loupe, listed for every file that was tried. */
class DamageWalkTest extends BrowserWalk {
    private static final String SITE = "/api/v1/sites/damage";
    private static final String BENCH = "/sites/damage/slots/tight/bench";

    @BeforeAll
    static void site() {
        gavlin.json("warden", "POST", "/api/v1/sites", """
                {"id":"damage","name":"Damage","slotSheet":{"format":"slot-sheet/1","theme":{"name":"D"},"slots":[
                  {"id":"tight","name":"Tight","kind":"banner","size":{"width":800,"height":200},"types":["jpeg","webp"],
                   "weight":{"limit":4,"unit":"kB"}},
                  {"id":"wide","name":"Wide","kind":"banner","size":{"width":1920,"height":480},"types":["jpeg","webp","avif"],
                   "weight":{"limit":90,"unit":"kB"}}]}}""");
        String picture = gavlin.upload(
                        "warden",
                        SITE + "/pictures",
                        "sand.png",
                        sand(),
                        Map.of(
                                "title",
                                "Sea",
                                "description",
                                "The sea",
                                "credit",
                                "Ada Merrow",
                                "licence",
                                "CC BY 4.0"))
                .json()
                .path("id")
                .asString();
        gavlin.json("warden", "PUT", SITE + "/slots/tight/fit", "{\"picture\":\"" + picture + "\"}");
    }

    /** Every grain another: 4 kB are little for it. */
    private static byte[] sand() {
        byte[] samples = new byte[800 * 200 * 3];
        Random random = new Random(77);
        for (int i = 0; i < samples.length; i += 3) {
            int grain = random.nextInt(60);
            samples[i] = (byte) (150 + grain);
            samples[i + 1] = (byte) (120 + grain);
            samples[i + 2] = (byte) (80 + grain);
        }
        return PngWriter.writeAtOnce(new Pixels(Size.parse("800x200"), 3, samples));
    }

    @Test
    void damage_isSaidShownAndListed() {
        signIn();
        page.navigate(gavlin.address() + BENCH);
        assertThat(page.locator("#gauges section:has-text('damage')").first())
                .containsText(Pattern.compile("Compression (may show|shows)"));
        page.keyboard().press("d");
        assertThat(page.locator("#closer")).isVisible();
        assertThat(page.locator("#closer .map")).isVisible();
        assertThat(page.locator("#closer .map")).hasJSProperty("naturalWidth", 50); // 800 px in places of 16
        page.locator("#closer .pane").press("b");
        assertThat(page.locator("#closer .layers img").nth(1)).hasJSProperty("naturalWidth", 800);
        assertNoViolations();
        page.keyboard().press("Escape");

        page.evaluate("document.querySelector('#files-tried').click()");
        assertThat(page.locator("#files tbody tr td:nth-child(4)").first()).hasText(Pattern.compile("\\d+\\.\\d\\d"));
        assertThat(page.locator("#files tbody td:nth-child(4):has-text('–')")).hasCount(0);
        assertNoViolations();
    }

    /** Three types take seconds; one that would do is there much sooner, and whoever likes takes it. */
    @Test
    void whoDoesNotWait_takesTheFileSoFar() {
        assumeTrue(AvifWriter.isThere(), "libheif has no encoder of AV1 here");
        byte[] photograph = RunningGavlin.photograph(Size.parse("1920x960"), 4716);
        String picture = gavlin.upload("warden", SITE + "/pictures", "grain.jpg", photograph, Map.of("title", "Grain"))
                .json()
                .path("id")
                .asString();
        gavlin.json("warden", "PUT", SITE + "/slots/wide/fit?measure=geometry", "{\"picture\":\"" + picture + "\"}");
        signIn();
        page.navigate(gavlin.address() + "/sites/damage/slots/wide/bench");
        assertThat(page.locator("#says")).containsText("A better file is looked for.");
        gauge("damage")
                .locator("button", new Locator.LocatorOptions().setHasText("Take the one so far"))
                .first()
                .click();
        assertThat(page.locator("#says")).containsText("Step 2");
        assertThat(page.locator("#files-tried")).isEnabled();
        assertThat(gauge("damage").locator(".value")).containsText(Pattern.compile("\\d"));
        JsonNode fit = gavlin.get("warden", SITE + "/slots/wide/fit").json();
        assertEquals(2, fit.path("revision").asInt());
        assertEquals(1, fit.at("/file/candidates").size(), fit.at("/file").toString());
        assertEquals(
                fit.path("encoding").asString(),
                fit.at("/file/candidates/0/encoding").asString());
    }

    /** The API's numbers are those of the file and of the picture before it was compressed. */
    @Test
    void numbers_areThoseOfTheFile() {
        JsonNode file = gavlin.get("warden", SITE + "/slots/tight/fit").json().path("file");
        Pixels before = OwnFile.pixels(
                gavlin.get("warden", BENCH + "/before").response().body());
        byte[] bytes =
                gavlin.get("warden", SITE + "/slots/tight/rendition").response().body();
        assertEquals(file.path("bytes").asInt(), bytes.length);
        assertTrue(bytes.length <= 4000);
        assertEquals(
                file.path("seen").asDouble(),
                new Original(before).damage(OwnFile.pixels(bytes)).seen(),
                1e-9);
        Pixels map = OwnFile.pixels(
                gavlin.get("warden", BENCH + "/damage").response().body());
        assertEquals(new Size(50, 13), map.size());
        assertArrayEquals(
                new Original(before).map(OwnFile.pixels(bytes)).drawn(0xC2187A).samples(), map.samples());
    }

    /** 4 kB leave 80 bytes for words: no profile and no packets. */
    @Test
    void words_neverCostALimit() {
        byte[] bytes =
                gavlin.get("warden", SITE + "/slots/tight/rendition").response().body();
        String text = new String(bytes, StandardCharsets.ISO_8859_1);
        for (String heavy : List.of("ICC_PROFILE", "ICCP", "xmpmeta", "Photoshop")) {
            assertTrue(!text.contains(heavy), heavy);
        }
    }
}
