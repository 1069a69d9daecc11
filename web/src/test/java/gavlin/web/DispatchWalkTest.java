package gavlin.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import gavlin.core.geometry.Size;
import gavlin.web.fit.Housekeeping;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import tools.jackson.databind.JsonNode;

/** What leaves for a site, what is held back and why, and that what left once can always be had again. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class DispatchWalkTest extends BrowserWalk {
    private static final String SITE = "/api/v1/sites/leaving";

    @BeforeAll
    static void site() {
        gavlin.json("warden", "POST", "/api/v1/sites", """
                {"id":"leaving","name":"Leaving","slotSheet":{"format":"slot-sheet/1","theme":{"name":"L"},"slots":[
                  {"id":"top","name":"Top","kind":"banner","size":{"width":800,"height":200},"densities":[1,2],"types":["jpeg"],
                   "showings":[{"id":"wide","name":"Wide","page":"home","box":{"width":800,"height":200}}]},
                  {"id":"side","name":"Side","kind":"photo","size":{"width":300,"height":200},"types":["jpeg"]}],
                 "pages":[{"id":"home","name":"Home","width":800,"height":400,"slots":[{"slot":"top","showing":"wide","x":0,"y":0}]}]}}""");
        place("top", upload("Sea", "The sea at night", 611));
        place("side", upload("Rock", "", 612));
    }

    private static String upload(String title, String description, int seed) {
        return gavlin.upload(
                        "warden",
                        SITE + "/pictures",
                        title + ".jpg",
                        RunningGavlin.photograph(Size.parse("1700x900"), seed),
                        Map.of("title", title, "description", description, "licence", "CC0"))
                .json()
                .path("id")
                .asString();
    }

    private static void place(String slot, String picture) {
        String fit = SITE + "/slots/" + slot + "/fit";
        assertEquals(
                200,
                gavlin.json("warden", "PUT", fit, "{\"picture\":\"" + picture + "\"}")
                        .status());
        assertEquals(200, gavlin.json("warden", "POST", fit + "/accept", "").status());
    }

    private static byte[] zip(long dispatch) {
        RunningGavlin.Answer zip = gavlin.get("warden", "/sites/leaving/dispatches/" + dispatch + "/files.zip");
        assertEquals(200, zip.status());
        return zip.response().body();
    }

    private void open() {
        signIn();
        page.navigate(gavlin.address() + "/sites/leaving/dispatch");
    }

    private Locator row(String slot) {
        return page.locator(".dispatch-list tbody tr", new Page.LocatorOptions().setHasText(slot));
    }

    @Test
    @Order(1)
    void pictureWithoutWords_isHeldBack_untilSomebodySaysWhyItGoesAllTheSame() {
        open();
        assertThat(page.locator(".stop[aria-current]")).containsText("Dispatch");
        assertThat(page.locator(".saying .soft")).hasText("One picture is ready to go, all of it new or changed.");
        assertThat(row("Top")).containsText("top-sea-800x200.jpg and density 2");
        assertThat(row("Side")).containsText("held");
        assertNoViolations();
        page.locator("button", new Page.LocatorOptions().setHasText("Pack them"))
                .click();
        assertThat(page.locator(".dispatch-list tbody tr")).hasCount(2);
        assertThat(page.locator("main")).containsText("top/top-sea-1600x400.jpg");
        assertNoViolations();
        page.locator("a", new Page.LocatorOptions().setHasText("All dispatches"))
                .click();
        assertThat(row("Top")).containsText("as sent");
        page.locator("[name=reason]").fill("The words come tomorrow");
        page.locator("button", new Page.LocatorOptions().setHasText("Pack them"))
                .click();
        assertThat(page.locator(".notice")).hasText("Held back and sent all the same: The words come tomorrow");
        assertThat(row("side/")).containsText("told nothing");
    }

    @Test
    @Order(2)
    void whatLeft_isKeptAsItWas_whateverIsDecidedSince() {
        JsonNode first = gavlin.json("warden", "POST", SITE + "/dispatches", "{\"to\":\"package\"}")
                .json();
        assertEquals("done", first.path("state").asString());
        assertEquals(2, first.path("files").size());
        byte[] before = zip(first.path("id").asLong());
        place("top", upload("Storm", "A storm", 613));
        gavlin.bean(Housekeeping.class).collect(Duration.ZERO); // which leaves what left
        JsonNode second =
                gavlin.json("warden", "POST", SITE + "/dispatches", "{}").json();
        assertEquals("top/top-storm-800x200.jpg", second.at("/files/0/path").asString());
        assertArrayEquals(before, zip(first.path("id").asLong()), "the same bytes as then");
        JsonNode all = gavlin.get("warden", SITE + "/dispatches").json();
        assertEquals(second.path("id").asLong(), all.get(0).path("id").asLong(), "the newest first");
    }

    @Test
    @Order(3)
    void earlierDispatch_isPutBack_forASlotOrForAll() {
        JsonNode all = gavlin.get("warden", SITE + "/dispatches").json();
        long first = all.get(all.size() - 1).path("id").asLong();
        String then = gavlin.get("warden", SITE + "/dispatches/" + first)
                .json()
                .at("/files/0/picture")
                .asString();
        assertEquals(
                false,
                then.equals(gavlin.get("warden", SITE + "/slots/top/fit")
                        .json()
                        .path("picture")
                        .asString()));
        signIn();
        page.navigate(gavlin.address() + "/sites/leaving/dispatches/" + first);
        page.locator("[aria-label='Put top back']").click();
        assertThat(page.locator(".notice.good")).containsText("decided again as it was then");
        assertNoViolations();
        assertEquals(
                then,
                gavlin.get("warden", SITE + "/slots/top/fit")
                        .json()
                        .path("picture")
                        .asString());
        page.navigate(gavlin.address() + "/sites/leaving/dispatch");
        assertThat(row("Top")).containsText("changed");
        page.navigate(gavlin.address() + "/sites/leaving/proof?compare=true");
        Locator wiped = page.locator("[data-wiped]");
        assertThat(wiped).hasAttribute("width", "400");
        page.locator("#wiper").focus();
        page.keyboard().press("Home");
        assertThat(wiped).hasAttribute("width", "0");
        page.keyboard().press("ArrowRight");
        assertThat(wiped).hasAttribute("width", "1");
        assertNoViolations();
        JsonNode back = gavlin.json("warden", "POST", SITE + "/dispatches/" + first + "/back", "")
                .json();
        assertEquals("as it was then", back.at("/0/says").asString());
        assertEquals(
                404,
                gavlin.json("warden", "POST", SITE + "/dispatches/" + first + "/back?slot=moon", "")
                        .status());
    }

    @Test
    @Order(4)
    void whereAClickLeads_goesAlongWithTheFiles() throws IOException {
        open();
        row("Top").locator("summary").click();
        row("Top").locator("[name=link]").fill("javascript:alert(1)");
        row("Top").locator("button").click();
        assertThat(page.locator(".notice")).containsText("a path of the site such as /boats");
        row("Top").locator("summary").click();
        row("Top").locator("[name=link]").fill("/boats?a=1&b=2");
        row("Top").locator("button").click();
        assertThat(row("Top").locator("summary")).hasText("leads to /boats?a=1&b=2");
        assertNoViolations();
        String code = "";
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(
                gavlin.get("warden", SITE + "/package").response().body()))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                if (entry.getName().equals("code.html")) {
                    code = new String(zip.readAllBytes(), StandardCharsets.UTF_8);
                }
            }
        }
        assertTrue(code.contains("<a href=\"/boats?a=1&amp;b=2\"><img"), code);
    }

    @Test
    @Order(5)
    void names_followTheSitesPattern_everywhere() {
        open();
        page.locator("[name=pattern]").fill("{slot}/{size}");
        page.locator("button", new Page.LocatorOptions().setHasText("Name them so"))
                .click();
        assertThat(page.locator(".notice")).containsText("only small letters, digits, hyphens");
        assertThat(page.locator("[name=pattern]")).hasValue("{slot}/{size}");
        page.locator("[name=pattern]").fill("{site}_{slot}.{density}");
        page.locator("button", new Page.LocatorOptions().setHasText("Name them so"))
                .click();
        assertThat(row("Top")).containsText("leaving_top.1x.jpg");
        String named = gavlin.get("warden", SITE + "/slots/top/rendition?density=2")
                .response()
                .headers()
                .firstValue("Content-Disposition")
                .orElseThrow();
        assertTrue(named.contains("leaving_top.2x.jpg"), named);
        JsonNode fit = gavlin.get("warden", SITE + "/slots/top/fit").json();
        assertEquals("leaving_top.1x.jpg", fit.at("/file/name").asString());
    }

    @Test
    @Order(6)
    void wrongOrForeignRequests_areRefusedInWords() {
        assertEquals(
                400,
                gavlin.json("warden", "POST", SITE + "/dispatches", "{\"to\":\"moon\"}")
                        .status());
        assertEquals(
                400,
                gavlin.json("warden", "POST", SITE + "/dispatches", "{\"reason\":7}")
                        .status());
        assertEquals(404, gavlin.get("warden", SITE + "/dispatches/999999").status());
        assertEquals(
                404,
                gavlin.get("warden", "/api/v1/sites/tolvane/dispatches/999999").status());
        long id = gavlin.get("warden", SITE + "/dispatches")
                .json()
                .get(0)
                .path("id")
                .asLong();
        assertEquals(
                404,
                gavlin.get("warden", "/api/v1/sites/tolvane/dispatches/" + id).status(),
                "another site's");
        assertEquals(
                403,
                gavlin.json("keeper", "POST", "/api/v1/sites/tolvane/dispatches", "{}")
                        .status(),
                "a section's keeper sends nothing");
    }
}
