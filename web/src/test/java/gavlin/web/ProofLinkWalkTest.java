package gavlin.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.microsoft.playwright.Page;
import gavlin.core.geometry.Size;
import java.net.URI;
import java.time.LocalDate;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A proof for somebody without an account: some pages, nothing else, until it ends or is taken back; what they say comes back. */
class ProofLinkWalkTest extends BrowserWalk {
    private static final String SITE = "/api/v1/sites/shown";

    @BeforeAll
    static void site() {
        gavlin.json("warden", "POST", "/api/v1/sites", """
                {"id":"shown","name":"Shown","slotSheet":{"format":"slot-sheet/1","theme":{"name":"S"},"slots":[
                  {"id":"top","name":"Top","kind":"banner","size":{"width":800,"height":200},"types":["jpeg"],
                   "showings":[{"id":"wide","name":"Wide","page":"home","box":{"width":800,"height":200}}]},
                  {"id":"inner","name":"Inner","kind":"photo","size":{"width":300,"height":200},"types":["jpeg"],
                   "showings":[{"id":"in","name":"In","page":"inside","box":{"width":300,"height":200}}]}],
                 "pages":[{"id":"home","name":"Home","width":800,"height":400,"slots":[{"slot":"top","showing":"wide","x":0,"y":0}]},
                  {"id":"inside","name":"Inside","width":800,"height":400,"slots":[{"slot":"inner","showing":"in","x":0,"y":0}]}]}}""");
        String picture = gavlin.upload(
                        "warden",
                        SITE + "/pictures",
                        "sea.jpg",
                        RunningGavlin.photograph(Size.parse("1600x900"), 701),
                        Map.of("title", "Sea", "description", "The sea", "licence", "CC0"))
                .json()
                .path("id")
                .asString();
        gavlin.json("warden", "PUT", SITE + "/slots/top/fit", "{\"picture\":\"" + picture + "\"}");
        gavlin.json("warden", "PUT", SITE + "/slots/inner/fit", "{\"picture\":\"" + picture + "\"}");
    }

    private static JsonNode link(String pages, LocalDate until) {
        RunningGavlin.Answer made = gavlin.json(
                "warden", "POST", SITE + "/proof-links", "{\"pages\":" + pages + ",\"until\":\"" + until + "\"}");
        assertEquals(201, made.status(), made.text());
        return made.json();
    }

    private static String path(JsonNode link) {
        return URI.create(link.path("link").asString()).getPath();
    }

    @Test
    void link_opensItsPagesWithoutAnAccount_andARemarkComesBack() {
        signIn();
        page.navigate(gavlin.address() + "/sites/shown/proof");
        page.locator("select[name=page]").selectOption("home");
        page.locator("button", new Page.LocatorOptions().setHasText("Make a link"))
                .click();
        String address = page.locator(".proof-link").inputValue();
        assertTrue(address.matches(".*/proof/[\\w-]{43}"), address);
        assertNoViolations();
        Page guest = browser.newContext().newPage();
        guest.navigate(address);
        assertThat(guest.locator("h1")).hasText("Shown, Home");
        assertThat(guest.locator("[data-slot=top] image")).hasCount(1);
        assertEquals(
                800.0,
                guest.evaluate(
                                        "async () => { const i = new Image(); i.src = document.querySelector('image').getAttribute('href');"
                                                + " await i.decode(); return i.naturalWidth * 1.0; }")
                                instanceof Number width
                        ? width.doubleValue()
                        : 0);
        assertThat(guest.locator("nav")).not().containsText("Inside");
        guest.locator("[name=by]").fill("Ines");
        guest.locator("[name=remark]").fill("A little <b>darker</b>, please");
        guest.locator("button", new Page.LocatorOptions().setHasText("Leave it"))
                .click();
        assertThat(guest.locator(".notice.good")).containsText("Thank you");
        guest.context().close();
        page.navigate(gavlin.address() + "/sites/shown/plan");
        page.locator("a", new Page.LocatorOptions().setHasText("One remark on the proof"))
                .click();
        assertThat(page.locator(".remarks").first()).containsText("A little <b>darker</b>, please");
        assertThat(page.locator(".remarks").first()).containsText("Home, Ines");
        page.locator("button", new Page.LocatorOptions().setHasText("Dealt with"))
                .click();
        assertThat(page.locator("main")).not().containsText("darker");
        page.locator("button", new Page.LocatorOptions().setHasText("Withdraw"))
                .last()
                .click();
        assertThat(page.locator(".notice.good")).hasText("That link opens nothing any more.");
        assertEquals(404, gavlin.get(null, URI.create(address).getPath()).status());
    }

    @Test
    void link_showsNothingElse() {
        String link = path(link("[\"home\"]", LocalDate.now().plusDays(3)));
        RunningGavlin.Answer file = gavlin.get(null, link + "/file?page=home&place=0");
        assertArrayEquals(
                gavlin.get("warden", SITE + "/slots/top/rendition").response().body(),
                file.response().body(),
                "the file that would be sent");
        assertEquals("image/jpeg", file.header("Content-Type"));
        assertEquals(404, gavlin.get(null, link + "/file?page=inside&place=0").status());
        assertEquals(404, gavlin.get(null, link + "/file?page=home&place=1").status());
        assertEquals(404, gavlin.get(null, link + "/file?page=home&place=-1").status());
        assertEquals(404, gavlin.get(null, link + "?page=inside").status());
        assertEquals(
                404,
                gavlin.get(null, link.substring(0, link.length() - 1) + "?").status());
        String seen = gavlin.get(null, link).text();
        assertFalse(seen.contains("/sites/") || seen.contains("sign out") || seen.contains("fails"), seen);
        assertEquals(401, gavlin.get(null, SITE + "/slots/top/rendition").status());
        assertEquals(401, gavlin.get(null, SITE + "/remarks").status());
    }

    @Test
    void link_thatCannotBe_isRefusedInWords() {
        for (String body : new String[] {
            "{}",
            "{\"until\":\"soon\"}",
            "{\"until\":\"2020-01-01\"}",
            "{\"until\":\"2999-01-01\"}",
            "{\"until\":\"" + LocalDate.now().plusDays(2) + "\",\"pages\":[\"attic\"]}",
            "{\"until\":\"" + LocalDate.now().plusDays(2) + "\",\"pages\":\"home\"}"
        }) {
            assertEquals(
                    400,
                    gavlin.json("warden", "POST", SITE + "/proof-links", body).status(),
                    body);
        }
        assertEquals(
                403,
                gavlin.json(
                                "keeper",
                                "POST",
                                "/api/v1/sites/tolvane/proof-links",
                                "{\"until\":\"" + LocalDate.now().plusDays(2) + "\"}")
                        .status());
        JsonNode all = link("[]", LocalDate.now().plusDays(2));
        assertEquals(200, gavlin.get(null, path(all) + "?page=inside").status(), "no page named: all of them");
        assertEquals(
                204,
                gavlin.json("warden", "DELETE", SITE + "/proof-links/" + all.path("id"), "")
                        .status());
        assertEquals(404, gavlin.get(null, path(all)).status());
    }
}
