package gavlin.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.RequestOptions;
import com.sun.net.httpserver.HttpServer;
import gavlin.core.geometry.Size;
import gavlin.standin.StandIn;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.Arrays;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Fit, prove, send, look at the site's own page, read the receipt, put back: as a warden does it, with the stand-in as the site. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class SendWalkTest extends BrowserWalk {
    private static final String SITE = "/api/v1/sites/there-and-back";
    private static HttpServer standIn;
    private static String address;

    @BeforeAll
    static void site() throws IOException {
        standIn = StandIn.serve(new InetSocketAddress("127.0.0.1", 0), "word");
        address = "http://127.0.0.1:" + standIn.getAddress().getPort() + "/";
        gavlin.json("warden", "POST", "/api/v1/sites", """
                {"id":"there-and-back","name":"There and back","slotSheet":{"format":"slot-sheet/1","theme":{"name":"T"},"slots":[
                  {"id":"story","name":"Story","kind":"photo","size":{"width":1200,"height":500},"types":["jpeg","webp"],
                   "showings":[{"id":"wide","name":"Wide","page":"home","box":{"width":1200,"height":500}}]},
                  {"id":"front","name":"Front banner","kind":"banner","size":{"width":900,"height":240},"types":["jpeg"]}],
                 "pages":[{"id":"home","name":"Home","width":1200,"height":600,"slots":[{"slot":"story","showing":"wide","x":0,"y":0}]}]}}""");
        fit("story", "Sea", 711);
        fit("front", "Quay", 712);
    }

    @AfterAll
    static void noStandIn() {
        standIn.stop(0);
    }

    private static void fit(String slot, String title, int seed) {
        String picture = gavlin.upload(
                        "warden",
                        SITE + "/pictures",
                        title + ".jpg",
                        RunningGavlin.photograph(Size.parse("1700x900"), seed),
                        Map.of("title", title, "description", title + " at night", "licence", "CC0"))
                .json()
                .path("id")
                .asString();
        String fit = SITE + "/slots/" + slot + "/fit";
        assertEquals(
                200,
                gavlin.json("warden", "PUT", fit, "{\"picture\":\"" + picture + "\"}")
                        .status());
        assertEquals(200, gavlin.json("warden", "POST", fit + "/accept", "").status());
    }

    private void open(String path) {
        page.navigate(gavlin.address() + "/sites/there-and-back/" + path);
    }

    private void click(String button) {
        page.locator("main button, main a.b", new Page.LocatorOptions().setHasText(button))
                .first()
                .click();
    }

    private Locator row(String words) {
        return page.locator("tbody tr", new Page.LocatorOptions().setHasText(words));
    }

    private static byte[] rendition() {
        return gavlin.get("warden", SITE + "/slots/story/rendition").response().body();
    }

    /** What a visitor gets, on a line of his own. */
    private static byte[] shown() {
        try {
            return HttpClient.newHttpClient()
                    .send(
                            HttpRequest.newBuilder(URI.create(address + "pictures/story"))
                                    .build(),
                            HttpResponse.BodyHandlers.ofByteArray())
                    .body();
        } catch (IOException | InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    @Test
    @Order(1)
    void proven_isWhatSomebodyFoundRight_andThePlanSaysSo() {
        signIn();
        open("plan");
        assertThat(row("Story")).containsText("accepted");
        open("proof?page=home");
        click("It is right as it stands here");
        assertThat(page.locator(".notice.good")).containsText("One picture is proven");
        open("plan");
        assertThat(row("Story")).containsText("proven");
        assertThat(page.locator("#how-far")).hasText("1 accepted, 1 proven");
    }

    @Test
    @Order(2)
    void connection_isKeptOnceTheSiteAnswered_andItsKeyIsShownToNobody() {
        signIn();
        open("dispatch");
        click("Say how the site is reached");
        page.locator("[name=address]").fill(address);
        page.locator("[name=secret]").fill("wrong");
        click("Reach it, and keep this");
        assertThat(page.locator(".notice")).containsText("Nothing was changed: the site refuses the key");
        assertThat(page.locator("[name=address]")).hasValue(address);
        page.locator("[name=secret]").fill("word");
        click("Reach it, and keep this");
        assertThat(page.locator(".notice.good")).hasText("Reached: a site with 12 slots.");
        assertThat(page.locator("[name=secret]")).hasValue("");
        assertNoViolations();
    }

    @Test
    @Order(3)
    void sent_itStandsOnTheSitesPage_andTheReceiptSaysWhatBecameOfIt() {
        signIn();
        open("dispatch");
        click("Send them to the site");
        assertThat(page.locator("#progress [role=status]")).containsText("2 of 2 files have arrived, visitors see 2.");
        assertThat(row("story/")).containsText("as sent, byte for byte");
        assertThat(page.locator("progress")).hasCount(0);
        assertNoViolations();
        byte[] sent = rendition();
        assertArrayEquals(sent, shown());
        page.navigate(address + "spindrift/");
        assertEquals(
                1200,
                page.locator("img[src*='pictures/story']")
                        .evaluate("image => image.decode().then(() => image.naturalWidth)"));
        open("plan");
        assertThat(row("Story")).containsText("seen by visitors");
        open("connection");
        assertThat(row("Story")).containsText("1200×500, webp");
    }

    @Test
    @Order(4)
    void whatTheSiteCut_goesIntoTheBrief_asMeasured() {
        signIn();
        trouble("crop=1");
        fit("front", "Breakers", 713);
        open("dispatch");
        click("Send them to the site");
        assertThat(row("front/")).containsText("cut: 900×180 px of it from 0, 30, held as 2000×400");
        assertThat(row("front/")).containsText("visitors see it");
        assertNoViolations();
        row("front/")
                .locator("button", new Locator.LocatorOptions().setHasText("2000×400 into the brief"))
                .click();
        assertThat(page.locator("main")).containsText("the site itself, what it made of dispatch No.");
        assertThat(page.locator("main")).containsText("2000×400");
        trouble("crop=0");
    }

    @Test
    @Order(5)
    void whatTheSiteCompressed_isSentAsAnotherType_inOneClick() {
        String fit = SITE + "/slots/story/fit";
        JsonNode now = gavlin.get("warden", fit).json();
        ((ObjectNode) now.path("fit")).putObject("file").put("type", "jpeg").putNull("encoding");
        assertEquals(
                200,
                gavlin.json("warden", "PUT", fit, "{\"fit\":" + now.path("fit") + "}")
                        .status());
        assertEquals(200, gavlin.json("warden", "POST", fit + "/accept", "").status());
        signIn();
        trouble("recompress=40");
        open("dispatch");
        click("Send them to the site");
        assertThat(row("story/")).containsText("compressed again to");
        row("story/")
                .locator("button", new Locator.LocatorOptions().setHasText("WebP instead"))
                .click();
        assertThat(page.locator(".notice.good")).containsText("Story is a WebP now, and accepted.");
        assertNoViolations();
        open("dispatch");
        click("Send them to the site");
        assertThat(row("story/")).containsText("as sent, byte for byte");
        trouble("recompress=0");
    }

    private void trouble(String form) {
        page.request().post(address + "trouble", RequestOptions.create().setData(form));
    }

    @Test
    @Order(6)
    void earlierDispatch_isPutBack_onTheSiteToo() {
        byte[] before = rendition();
        fit("story", "Storm", 714);
        signIn();
        open("dispatch");
        click("Send them to the site");
        assertThat(page.locator("#progress [role=status]")).containsText("visitors see");
        assertThat(row("story/")).containsText("as sent, byte for byte");
        assertFalse(Arrays.equals(before, shown()));
        click("All dispatches");
        page.locator("td a", new Page.LocatorOptions().setHasText("No. "))
                .nth(1)
                .click();
        page.locator("[aria-label='Put story back']").click();
        assertThat(page.locator(".notice.good")).containsText("the same files are on their way to the site");
        assertThat(row("story/")).containsText("as sent, byte for byte");
        assertArrayEquals(before, shown());
        assertArrayEquals(before, rendition());
    }

    @Test
    @Order(7)
    void whatTheSiteHolds_isFetchedAndJudged() {
        signIn();
        open("audit");
        click("Look at what the site holds now");
        assertThat(page.locator("h1 + .soft")).containsText("2 files looked at");
        assertThat(row("story/story.webp")).containsText("what Gavlin sent");
        assertNoViolations();
    }

    @Test
    @Order(8)
    void testCard_isPutOntoTheSite_orTheSitesWordsAreSaid() {
        signIn();
        open("slots/story/test-card");
        click("Send it to the site");
        assertThat(page.locator(".notice")).containsText("The card stands on the site.");
        assertNoViolations();
        open("connection");
        assertThat(row("Story")).containsText("webp");
    }

    @Test
    @Order(9)
    void whatTheSiteHolds_isTakenAway_soThatTheThemesOwnIsSeen() {
        signIn();
        open("connection");
        page.locator("[aria-label='Take story away']").click();
        assertThat(page.locator(".notice.good")).containsText("the theme's own is seen there");
        assertThat(row("Story")).containsText("the theme's own");
        assertTrue(new String(shown()).contains("<svg"));
        click("Forget it");
        assertThat(page.locator(".notice.good")).hasText("Forgotten, its key with it.");
        assertNoViolations();
    }
}
