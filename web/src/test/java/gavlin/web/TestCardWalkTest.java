package gavlin.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
import gavlin.core.geometry.Size;
import java.util.Base64;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** The test card's way to a live page and back: what the page really shows becomes a showing and a statement. */
class TestCardWalkTest extends BrowserWalk {
    private static final String SITE = "/api/v1/sites/measured";
    private static final String CARD = SITE + "/slots/top/test-card";

    @BeforeAll
    static void site() {
        gavlin.json("warden", "POST", "/api/v1/sites", """
                {"id":"measured","name":"Measured","slotSheet":{"format":"slot-sheet/1","theme":{"name":"M"},"slots":[
                  {"id":"top","name":"Top","kind":"banner","size":{"width":1000,"height":200},"densities":[1,2],"types":["jpeg"],
                   "statements":[{"says":"1000×200","source":"handbook"}]},
                  {"id":"face","name":"Face","kind":"avatar","ratio":"1:1","types":["jpeg"]}],"pages":[]}}""");
    }

    /** A live page of 1200 CSS px that shows a slot's card in a frame of its own, under a menu bar. */
    private byte[] screenshot(String slot, int density) {
        return screenshot(slot, density, 900);
    }

    private byte[] screenshot(String slot, int density, int width) {
        byte[] card = gavlin.get("warden", SITE + "/slots/" + slot + "/test-card?density=" + density)
                .response()
                .body();
        Page live = page.context().newPage();
        live.setViewportSize(1200, 700);
        live.setContent(
                "<body style='margin:0;font:16px sans-serif'><p>Welcome aboard</p>"
                        + "<div style='position:relative'><img style='display:block;margin-left:100px;width:" + width
                        + "px;height:300px;object-fit:cover' src='data:image/png;base64,"
                        + Base64.getEncoder().encodeToString(card)
                        + "'><div style='position:absolute;left:0;top:0;width:100%;height:60px;background:#222;color:#fff'>menu</div></div>");
        live.waitForFunction("document.images[0].complete");
        byte[] png = Chromium.screenshot(live::screenshot);
        live.close();
        return png;
    }

    private static RunningGavlin.Answer read(String path, byte[] screenshot, String deviceScale) {
        return gavlin.upload("warden", path, "screenshot", "page.png", screenshot, Map.of("deviceScale", deviceScale));
    }

    @Test
    void reading_forPrograms_saysFrameScaleAndWhatCoversIt() {
        JsonNode reading = read(CARD + "/readings", screenshot("top", 2), "1").json();
        assertTrue(reading.path("found").asBoolean());
        assertEquals(2, reading.path("density").asInt());
        assertEquals(1.5, reading.path("scale").asDouble(), 0.005);
        assertEquals(600, reading.at("/visible/width").asDouble(), 1, "1000 × 300/200 px, of which 900 are shown");
        assertEquals(200, reading.at("/visible/x").asDouble(), 1);
        assertEquals(300, reading.at("/frame/height").asDouble(), 1, "the bar is taken to lie over it");
        assertEquals(60, reading.at("/obstructions/0/box/height").asDouble(), 1);
        assertTrue(reading.at("/obstructions/0/assumed").asBoolean());
        assertEquals("rectangle", reading.at("/corner/shape").asString());
        assertFalse(reading.path("compressed").asBoolean(true));
    }

    @Test
    void reading_withoutTheSlotsCard_orOfNonsense_isRefusedInWords() {
        RunningGavlin.Answer others = read(SITE + "/slots/face/test-card/readings", screenshot("top", 1), "1");
        assertEquals(422, others.status());
        assertTrue(others.json().path("type").asString().endsWith("no-card"), others.text());
        byte[] sea = RunningGavlin.photograph(Size.parse("800x600"), 3);
        assertEquals(422, read(CARD + "/readings", sea, "1").status());
        assertEquals(415, read(CARD + "/readings", "no picture".getBytes(), "1").status());
        assertEquals(400, read(CARD + "/readings", sea, "0").status());
        assertEquals(400, read(CARD + "/readings", sea, "NaN").status());
        assertEquals(400, gavlin.get("warden", CARD + "?density=3").status());
    }

    @Test
    void screenshot_read_becomesAShowing_andAStatementThatOutranksTheHandbook() {
        signIn();
        page.navigate(gavlin.address() + "/sites/measured/slots/top");
        page.locator("a", new Page.LocatorOptions().setHasText("Measure the live page"))
                .click();
        assertThat(page.locator("h1")).hasText("Test card, Top");
        page.locator("[name=screenshots]").setInputFiles(new FilePayload[] {
            new FilePayload("live.png", "image/png", screenshot("top", 1)),
            new FilePayload("sea.jpg", "image/jpeg", RunningGavlin.photograph(Size.parse("800x600"), 3))
        });
        page.locator("button", new Page.LocatorOptions().setHasText("Read them"))
                .click();
        assertThat(page.locator(".card-shot")).hasCount(2);
        assertThat(page.locator(".card-shot").first())
                .containsText("The frame is 900×300 CSS px, at 150.0 % of the slot's size.");
        assertThat(page.locator(".card-shot").first()).containsText("Of the file it cuts off 200 left, 200 right px.");
        assertThat(page.locator(".card-shot").last()).containsText("three cells by three");
        assertNoViolations();
        page.locator("[name=page]").fill("Home");
        page.locator("[name=width]").fill("1200");
        page.locator("[name=statement]").check();
        page.locator("button", new Page.LocatorOptions().setHasText("Record it"))
                .click();
        assertThat(page.locator(".notice.good")).hasText("Measured and on record: 900×300 on Home at 1200 px.");
        assertThat(page.locator("main")).containsText("900×300 measured");
        assertThat(page.locator("input[type=radio][value='900×300']")).isChecked();
        page.navigate(gavlin.address() + "/sites/measured/plan");
        assertThat(page.locator(".plan-page h2").first()).containsText("Home, 1200 px");
    }

    @Test
    void severalScreenshots_giveTheRangeOfWidths_asOneShowing() {
        signIn();
        page.navigate(gavlin.address() + "/sites/measured/slots/top/test-card");
        page.locator("[name=screenshots]").setInputFiles(new FilePayload[] {
            new FilePayload("wide.png", "image/png", screenshot("top", 1, 900)),
            new FilePayload("narrow.png", "image/png", screenshot("top", 1, 600))
        });
        page.locator("button", new Page.LocatorOptions().setHasText("Read them"))
                .click();
        assertThat(page.locator("#range h2")).hasText("Together: 600×300 to 900×300 CSS px");
        assertNoViolations();
        page.locator("#range [name=page]").fill("Boats");
        page.locator("#range [name=width]").fill("1200");
        page.locator("#range button").click();
        assertThat(page.locator(".notice.good"))
                .hasText("Measured and on record: 600×300 to 900×300 on Boats at 1200 px.");
    }
}
