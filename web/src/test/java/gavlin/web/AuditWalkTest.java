package gavlin.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
import gavlin.core.geometry.Size;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A site as it is: its files brought in, each judged as the site holds it; and a package brought back into another Gavlin. */
class AuditWalkTest extends BrowserWalk {
    private static String site(String id) {
        RunningGavlin.Answer made = gavlin.json("warden", "POST", "/api/v1/sites", """
                {"id":"%s","name":"%s","slotSheet":{"format":"slot-sheet/1","theme":{"name":"A"},"slots":[
                  {"id":"top","name":"Top","kind":"banner","size":{"width":600,"height":150},"densities":[1,2],"types":["jpeg"],"weight":{"limit":90,"unit":"kB"}},
                  {"id":"top-left","name":"Top left","kind":"photo","size":{"width":300,"height":200},"types":["jpeg"]},
                  {"id":"headers","name":"Headers","kind":"banner","size":{"width":400,"height":100},"types":["jpeg"],"set":{"most":3,"order":"in-turn"}}],
                 "pages":[]}}""".formatted(id, id));
        assertEquals(201, made.status(), made.text());
        return "/api/v1/sites/" + id;
    }

    private static byte[] zip(Map<String, byte[]> files) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (Map.Entry<String, byte[]> file : files.entrySet()) {
                zip.putNextEntry(new ZipEntry(file.getKey()));
                zip.write(file.getValue());
            }
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
        return out.toByteArray();
    }

    private static RunningGavlin.Answer bring(String site, byte[] zip) {
        return gavlin.upload("warden", site + "/audits", "files", "held.zip", zip, Map.of());
    }

    private static String add(String site, String title, int seed) {
        return gavlin.upload(
                        "warden",
                        site + "/pictures",
                        title + ".jpg",
                        RunningGavlin.photograph(Size.parse("1600x900"), seed),
                        Map.of("title", title, "description", title + " in words", "credit", "I. Pascoe"))
                .json()
                .path("id")
                .asString();
    }

    @Test
    void packageOfOneGavlin_isBroughtIntoAnother_withItsWordsAndInItsSlots() {
        String from = site("package-from");
        gavlin.json("warden", "PUT", from + "/slots/top/fit", "{\"picture\":\"" + add(from, "Sea", 801) + "\"}");
        gavlin.json("warden", "PUT", from + "/slots/top-left/fit", "{\"picture\":\"" + add(from, "Rock", 802) + "\"}");
        byte[] parcel = gavlin.get("warden", from + "/package").response().body();
        String to = site("package-to");
        JsonNode rows = bring(to, parcel).json();
        assertEquals(3, rows.size(), rows.toString());
        rows.forEach(row -> assertEquals(0, row.path("wrong").size(), row.toString()));
        JsonNode top = gavlin.get("warden", to + "/slots/top/fit").json();
        JsonNode picture = gavlin.get(
                        "warden", to + "/pictures/" + top.path("picture").asString())
                .json();
        assertEquals(1200, picture.path("width").asInt(), "of two densities, the larger");
        assertEquals("Sea in words", picture.path("description").asString());
        assertEquals("I. Pascoe", picture.path("credit").asString());
        assertEquals(
                200, gavlin.get("warden", to + "/slots/top/rendition?density=2").status());
        JsonNode again = bring(to, parcel).json();
        assertTrue(again.toString().contains("there already"), again.toString());
    }

    @Test
    void filesOfASite_areJudgedAsItHoldsThem_andMendedFromThere() {
        String site = site("as-it-is");
        Map<String, byte[]> held = new LinkedHashMap<>();
        held.put("uploads/top/masthead-old.jpg", RunningGavlin.photograph(Size.parse("1600x900"), 803));
        held.put("top-left.jpg", RunningGavlin.photograph(Size.parse("300x200"), 804));
        held.put("headers/one.jpg", RunningGavlin.photograph(Size.parse("400x100"), 805));
        held.put("headers/two.jpg", RunningGavlin.photograph(Size.parse("400x100"), 806));
        held.put("else/boat.jpg", RunningGavlin.photograph(Size.parse("500x500"), 807));
        held.put("top/notes.txt", "not a picture".getBytes(StandardCharsets.UTF_8));
        held.put("__MACOSX/top/._x.jpg", new byte[3]);
        signIn();
        page.navigate(gavlin.address() + "/sites/as-it-is/plan");
        page.locator("a", new Page.LocatorOptions().setHasText("The site as it is"))
                .click();
        page.locator("[name=files]").setInputFiles(new FilePayload("held.zip", "application/zip", zip(held)));
        page.locator("button", new Page.LocatorOptions().setHasText("Look at them"))
                .click();
        assertThat(page.locator(".saying .soft"))
                .hasText("6 files looked at: one has something against it, one could not be taken.");
        assertThat(page.locator("tr", new Page.LocatorOptions().setHasText("masthead-old.jpg")))
                .containsText("It is 1600×900 px; the slot asks 600×150: the site crops or squashes it.");
        assertThat(page.locator("tr", new Page.LocatorOptions().setHasText("notes.txt")))
                .containsText("not taken");
        assertThat(page.locator("tr", new Page.LocatorOptions().setHasText("boat.jpg")))
                .containsText("no slot's name");
        assertNoViolations();
        page.locator("tr", new Page.LocatorOptions().setHasText("masthead-old.jpg"))
                .locator("a")
                .click();
        assertThat(page.locator("h1")).containsText("Top");
        assertEquals(
                200, gavlin.get("warden", site + "/slots/headers/fit?member=1").status(), "both pictures of the set");
        Map<String, byte[]> other = Map.of("top/new.jpg", RunningGavlin.photograph(Size.parse("600x150"), 808));
        JsonNode kept = bring(site, zip(other)).json();
        assertEquals(
                "taken in; its slot keeps what was decided",
                kept.at("/0/became").asString());
    }

    @Test
    void whatIsNoZip_orTooMuchOfOne_isRefusedInWords() {
        String site = site("too-much");
        assertEquals(400, bring(site, "no zip".getBytes(StandardCharsets.UTF_8)).status());
        assertEquals(400, bring(site, new byte[0]).status());
        assertEquals(400, bring(site, zip(Map.of("folder/", new byte[0]))).status());
        Map<String, byte[]> many = new LinkedHashMap<>();
        for (int i = 0; i < 401; i++) {
            many.put("x" + i + ".jpg", new byte[1]);
        }
        RunningGavlin.Answer tooMany = bring(site, zip(many));
        assertEquals(400, tooMany.status());
        assertTrue(tooMany.text().contains("bring them in parts"), tooMany.text());
        byte[] whole = zip(Map.of("top/a.jpg", RunningGavlin.photograph(Size.parse("600x150"), 809)));
        assertEquals(
                400,
                bring(site, java.util.Arrays.copyOf(whole, whole.length / 2)).status(),
                "cut off");
        Map<String, byte[]> large = new LinkedHashMap<>();
        byte[] zeros = new byte[60_000_000];
        for (int i = 0; i < 7; i++) {
            large.put("top/" + i + ".jpg", zeros);
        }
        RunningGavlin.Answer bomb = bring(site, zip(large));
        assertEquals(400, bomb.status());
        assertTrue(bomb.text().contains("unpacks to more than 400 MB"), bomb.text());
        Map<String, byte[]> skipped = new LinkedHashMap<>();
        for (int i = 0; i < 7; i++) {
            skipped.put("." + i, zeros);
        }
        assertEquals(400, bring(site, zip(skipped)).status(), "what nobody looks at is unpacked too");
        assertEquals(
                403,
                gavlin.upload("keeper", "/api/v1/sites/tolvane/audits", "files", "x.zip", whole, Map.of())
                        .status());
    }
}
