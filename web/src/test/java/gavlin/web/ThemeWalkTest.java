package gavlin.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.BoundingBox;
import gavlin.core.codec.OwnFile;
import gavlin.core.geometry.Size;
import gavlin.core.page.PageReading;
import gavlin.core.page.SlotProposal;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** Knowing what the theme asks, as a person does it: statements, stand-ins, sections, sheets, sets, and a move to another theme. */
class ThemeWalkTest extends BrowserWalk {
    private static final Path PAGES = Path.of("../core/src/test/resources/pages");

    @Test
    void statements_thatDiffer_areSettledOnRecord() {
        signIn();
        open("/plan");
        assertThat(page.locator(".asking"))
                .containsText("Framed photo help page on frames says 277×277, the slot asks 260×278");
        page.locator(".asking a", has("Framed photo")).click();
        assertThat(page.locator("h1")).hasText("Framed photo");
        assertThat(page.locator("table.sizes tbody tr")).hasCount(2);
        assertThat(page.locator("table.sizes")).containsText("of the picture cut");
        assertThat(page.locator("table.sizes tr", has("277×277"))).containsText("cut off, or squashed by");

        page.locator("[name=says]").fill("268×278");
        page.locator("[name=source]").fill("an e-mail from the theme's maker");
        page.locator("text=Record it").click();
        assertThat(page.locator("[role=alert]"))
                .containsText("268×278 nearly equals 260×278, which is on record. A slip of typing?");
        assertThat(page.locator("[name=source]")).hasValue("an e-mail from the theme's maker");
        page.locator("[name=says]").fill("277×277");
        page.locator("text=Record it").click();
        assertThat(page.locator(".notice.good")).hasText("The statement is on record.");

        page.locator("input[value='277×277']").check();
        page.locator("[name=why]").fill("measured on the live page");
        page.locator("text=This one holds").click();
        assertThat(page.locator("main")).containsText("On record: 277×277, decided by warden");
        assertThat(page.locator("main")).containsText("measured on the live page");
        assertThat(page.locator(".asks")).containsText("277×277");
        open("/plan");
        assertThat(page.locator(".asking")).not().containsText("Framed photo");

        open("/slots/framed-photo");
        page.locator("input[value='260×278']").check();
        page.locator("text=Decide again").click();
        assertThat(page.locator(".asks")).containsText("260×278");
    }

    @Test
    void emptySlot_showsAnother_andSaysWhetherItSuits() {
        signIn();
        open("/plan");
        assertThat(row("order-mark"))
                .containsText("It shows Header mark, which does not suit. Nothing in it is transparent");
        assertThat(page.locator("a[data-slot=order-mark]").first())
                .hasAttribute("aria-label", Pattern.compile(".*shows Header mark.*"));
        page.locator(".asking a", has("Order page mark")).click();
        assertThat(page.locator(".notice")).containsText("It is empty and shows Header mark.");
        open("/slots/header-mark/bench");
        more("#another");
        page.locator("#pictures button", has("Mark, light ink")).click();
        assertThat(gaugeOf("transparency")).hasText("fits");
        page.locator("#gauges:not(:has-text('measuring'))").waitFor();
        open("/plan");
        assertThat(row("order-mark"))
                .containsText("It shows Header mark, which suits: no picture of its own is needed.");
        open("/slots/header-mark/bench");
        page.locator("#undo").click();
        assertThat(gaugeOf("transparency")).hasText("fails");
    }

    @Test
    void variant_isLookedAtBeforeItIsSwitched_andKeepsWhatItHides() {
        signIn();
        open("/plan");
        page.locator("[name='try.mark-place']").selectOption("front");
        assertThat(page.locator(".preview")).containsText("Front page mark would appear");
        assertThat(page.locator(".preview")).containsText("Header mark would be hidden, its pictures kept");
        page.locator("text=Switch to it").click();
        assertThat(row("header-mark").locator(".v")).hasText("idle");
        assertThat(row("front-mark").locator(".v")).hasText("empty");
        page.waitForLoadState(); // so that the page's scripts listen
        page.locator("[name='try.mark-place']").selectOption("header");
        page.locator("text=Switch to it").click();
        assertThat(row("header-mark").locator(".v")).hasText("fails");
    }

    @Test
    void section_isKeptByItsKeeper_andSwitchedOffAndOnByTheWarden() {
        signIn("keeper");
        open("/slots/section-header/bench");
        assertThat(page.locator("h1")).hasText("Section header, Kelso Gallery");
        assertThat(page.locator(".context")).containsText("Seen in Kelso Gallery only.");
        page.locator("#zoom").fill("1.3");
        page.locator("#zoom").press("Tab");
        assertThat(page.locator("#says")).containsText(", saved ");
        open("/slots/masthead/bench");
        assertThat(page.locator("#accept")).hasCount(0);
        open("/sheets/1");
        assertThat(page.locator("button", has("Save"))).hasCount(0);
        assertEquals(
                403,
                page.navigate(gavlin.address() + "/sites/tolvane/sheets/1/page").status());
        complaints.removeIf(c -> c.contains("403"));
        open("/plan");
        signOut();

        signIn();
        open("/slots/section-header/bench");
        assertThat(page.locator(".context"))
                .containsText(
                        "a change alters North Head, Sand Spit, The Old Mole and 1 more, not Kelso Gallery, which has its own");
        open("/slots/section-header");
        assertThat(page.locator("tr", has("Kelso Gallery"))).containsText("its own picture");
        page.locator("text=Show the site’s picture in every section").click();
        assertThat(page.locator("tr", has("Kelso Gallery"))).containsText("the site’s; its own is kept, idle");
        assertThat(page.locator("main")).containsText("a change alters every section (overriding is switched off)");
        signOut();
        signIn("keeper");
        open("/slots/section-header/bench?section=kelso-gallery");
        assertThat(page.locator(".context"))
                .containsText("Overriding is switched off: this section shows the site’s picture");
        assertThat(page.locator("#zoom")).isDisabled();
        signOut();
        signIn();
        open("/slots/section-header");
        page.locator("text=Let sections show their own again").click();
        assertThat(page.locator("tr", has("Kelso Gallery"))).containsText("its own picture");
        open("/slots/section-header/bench?section=kelso-gallery");
        assertThat(page.locator("#zoom")).hasValue("1.3");
        page.keyboard().press("Control+z");
        assertThat(page.locator("#zoom")).hasValue("1");
    }

    @Test
    void picturesOfASet_areReorderedByKeysAndByDrag_andTakenOutAndBack() {
        signIn();
        open("/slots/log-headers/bench");
        Locator members = page.locator("#members li");
        assertThat(members).hasCount(3);
        assertThat(members.nth(0)).containsText("Storm at North Head");
        page.keyboard().press("Shift+>");
        assertThat(members.nth(1)).containsText("Storm at North Head");
        page.waitForLoadState();
        members.nth(1).dragTo(members.nth(0));
        assertThat(members.nth(0)).containsText("Storm at North Head");
        members.nth(2).locator("a").click();
        page.locator("text=Take out").click();
        assertThat(members).hasCount(2);
        page.locator("text=Put back what was here").click();
        assertThat(members).hasCount(3);
        open("/plan");
        assertThat(page.locator("a[data-slot=then-and-now]")).hasCount(4);
    }

    @Test
    void moveToAnotherTheme_isProposedCorrectedAcceptedAndUndoneWhole() {
        signIn();
        open("/sheets");
        page.locator("tr", has("Spindrift")).locator("text=Move the site to it").click();
        assertThat(page.locator("h1")).hasText("Breakwater → Spindrift");
        assertThat(page.locator("main")).containsText("Only a proposal: nothing has changed.");
        assertThat(match("front")).hasValue("masthead");
        assertThat(match("sign")).hasValue("header-mark");
        assertThat(moved("inner-banner")).containsText("cannot");
        assertThat(moved("inner-banner")).containsText("Kelso Gallery");
        page.waitForLoadState();
        match("story").fill("wide-view");
        match("story").press("Tab");
        assertThat(moved("story")).containsText("Storm at North Head");
        page.waitForLoadState();
        page.locator("text=Make and weigh the files").click();
        assertThat(page.locator("#measured")).containsText("what is said now counts weight and damage too");
        assertThat(moved("story")).containsText("kB");
        assertNoViolations();

        page.locator("text=Accept the move").click();
        assertThat(page.locator(".notice.good")).containsText("The move can be undone whole.");
        open("/plan");
        assertThat(page.locator(".rail")).containsText("Spindrift");
        assertThat(row("front")).containsText("Gallery at dusk");
        open("/sheets");
        page.locator("text=The last move").click();
        page.locator("text=Undo the move whole").click();
        assertThat(page.locator(".rail")).containsText("Breakwater");
        assertThat(row("masthead")).containsText("Gallery at dusk");
        assertThat(row("masthead")).containsText("accepted");
    }

    @Test
    void sheet_savedByTwo_tellsTheSecondAndKeepsWhatTheyWrote() {
        site("two-hands");
        signIn();
        long sheet = sheetOf("two-hands");
        page.navigate(gavlin.address() + "/sites/two-hands/sheets/" + sheet);
        field("/slots/0/name").fill("Top picture");
        assertThat(page.locator("#json")).hasValue(Pattern.compile(".*\"name\": \"Top picture\".*", Pattern.DOTALL));
        assertThat(page.locator("#soundness")).hasText("sound, not saved yet");

        Page other = page.context().newPage();
        other.navigate(gavlin.address() + "/sites/two-hands/sheets/" + sheet);
        other.locator("[data-pointer='/slots/0/size/width'] input").fill("1000");
        other.locator("button", new Page.LocatorOptions().setHasText("Save")).click();
        assertThat(other.locator(".notice.good")).hasText("Saved as revision 2.");
        other.close();

        page.locator("button", has("Save")).click();
        assertThat(page.locator("[role=alert]")).containsText("warden saved this slot sheet meanwhile (revision 2)");
        assertThat(page.locator("[role=alert]")).containsText("slots › Banner › size › width was 940, is 1000");
        assertThat(field("/slots/0/name")).hasValue("Top picture");
        page.locator("button", has("Save")).click();
        assertThat(page.locator(".notice.good")).hasText("Saved as revision 3.");
    }

    /** A sheet by keys alone: a row by Enter, its cells by Tab, columns of a spreadsheet pasted, a kind with what it usually asks; all undone again. */
    @Test
    void sheet_asATable_isTypedPastedDoubledAndUndone() {
        site("by-table");
        signIn();
        page.navigate(gavlin.address() + "/sites/by-table/sheets/" + sheetOf("by-table"));
        page.waitForLoadState();
        com.microsoft.playwright.Locator rows = page.locator(".all-slots tbody tr");
        int had = rows.count();
        rows.last().locator("input").first().press("Enter");
        assertThat(rows).hasCount(had + 1);
        page.keyboard().type("Sponsors"); // the cursor stands in the new row's name
        page.keyboard().press("Tab");
        rows.last().locator("select").selectOption("logo");
        assertThat(rows.last().locator("select")).isFocused();
        assertThat(rows.last().locator("input").nth(4)).hasValue("png webp");
        rows.last().locator("[aria-label^='Double']").click();
        assertThat(rows).hasCount(had + 2);
        assertThat(rows.last().locator("input").first()).hasValue("Sponsors (2)");
        page.evaluate(
                "() => { const d = new DataTransfer(); d.setData('text/plain', 'Crew\\tavatar\\t300\\t300\\t\\tjpeg\\t50 kB');"
                        + " document.querySelector('.all-slots tbody tr:last-child input').dispatchEvent("
                        + " new ClipboardEvent('paste', {clipboardData: d, bubbles: true, cancelable: true})); }");
        assertThat(page.locator("#soundness")).hasText("sound, not saved yet");
        page.locator("button", has("Save")).click();
        assertThat(page.locator(".notice.good")).hasText("Saved as revision 2.");
        JsonNode crew =
                gavlin.get("warden", "/api/v1/sites/by-table/slots").json().get(had + 1);
        assertEquals("Crew", crew.path("name").asString());
        assertEquals("avatar", crew.path("kind").asString());
        assertEquals(300, crew.at("/brief/height").asInt());
        assertEquals("circle", crew.at("/brief/shape").asString());

        rows.first().locator("[aria-label^='Remove']").click();
        assertThat(rows).hasCount(had + 1);
        page.locator("#undo").click();
        assertThat(rows).hasCount(had + 2);
        page.locator(".tab", has("01")).click();
        page.locator("label", has("gif")).click(); // its own box, not its neighbour's
        assertThat(page.locator("label:has-text('gif') input")).isChecked();
        assertNoViolations();
    }

    @Test
    void sheet_madeWithoutJson_byFieldsAndByDrawing_isSound() {
        site("by-hand");
        signIn();
        page.navigate(gavlin.address() + "/sites/by-hand/sheets/" + sheetOf("by-hand"));
        page.waitForLoadState();
        page.locator("text=Add page").click();
        field("/pages/0/name").fill("Front page");
        BoundingBox paper = page.locator(".page-drawing").boundingBox();
        page.mouse().move(paper.x + 20, paper.y + 30);
        page.mouse().down();
        page.mouse().move(paper.x + 220, paper.y + 80);
        page.mouse().up();
        assertThat(page.locator(".drawn-slot")).hasCount(1);
        assertThat(page.locator("#soundness")).containsText("sound");
        page.locator(".tab", has("02")).click();
        field("/slots/1/kind").selectOption("banner");
        field("/slots/1/size/height").fill("0");
        assertThat(page.locator("#soundness")).hasText("1 fault");
        assertThat(page.locator("#faults")).containsText(", size, height must be at least 1");
        field("/slots/1/size/height").fill("200");
        assertThat(page.locator("#soundness")).containsText("sound");
        page.locator("button", has("Save")).click();
        assertThat(page.locator(".notice.good")).hasText("Saved as revision 2.");
        JsonNode slots = gavlin.get("warden", "/api/v1/sites/by-hand/slots").json();
        assertEquals("banner", slots.get(1).path("kind").asString());
    }

    @Test
    void savedPage_isReadAndItsSlotsAcceptedOneByOne() {
        site("from-a-page");
        signIn();
        page.navigate(gavlin.address() + "/sites/from-a-page/sheets/" + sheetOf("from-a-page") + "/page");
        page.locator("[name=files]")
                .setInputFiles(new Path[] {PAGES.resolve("pilot-house.html"), PAGES.resolve("site.css")});
        page.locator("text=Read it").click();
        Locator hero = page.locator("tr:has(input[value='Hero'])");
        assertThat(hero).containsText("1280×360 on a desktop, 390×240 on a phone");
        assertThat(page.locator("main")).containsText("1 script in it, which were not run");
        hero.locator(".name").fill("Opening picture");
        hero.locator(".accept").click();
        assertThat(hero.locator(".v")).hasText("slot 2 of the sheet now");
        assertNoViolations();
        page.navigate(gavlin.address() + "/sites/from-a-page/plan");
        assertThat(page.locator("#slots")).containsText("Opening picture");
        assertThat(page.locator(".plan-page h2").first()).containsText("The Pilot House, desktop");
    }

    @Test
    void newSite_fromAPastedList_hasItsSlots_andTellsWhatWasNotRead() {
        signIn();
        page.navigate(gavlin.address() + "/sites");
        page.locator("[name=name]").first().fill("A pasted site");
        page.locator("[name=list]")
                .fill(
                        "Header 2000 x 400 px, JPEG, max 250 KB; Logo 100×100 PNG\nTeam portraits 400x400, round\nDear Ines, that is all");
        page.locator("button", has("Make it")).click();
        assertThat(page.locator(".notice.good")).hasText("Three slots read from the list.");
        assertThat(page.locator(".notice ul")).containsText("“Dear Ines, that is all” was not read: it says no size");
        assertNoViolations();
        JsonNode slots =
                gavlin.get("warden", "/api/v1/sites/a-pasted-site/slots").json();
        assertEquals("Header", slots.get(0).path("name").asString());
        assertEquals(3, slots.size());
        page.navigate(gavlin.address() + "/sites/a-pasted-site/plan");
        assertThat(page.locator(".plan-page h2").first()).containsText("Home, desktop");
    }

    @Test
    void listOfSizes_allAcceptedAtOnce_takesTheExamplesPlace() {
        signIn();
        page.navigate(gavlin.address() + "/sites");
        page.locator("[name=name]").first().fill("A listed site");
        page.locator("[name=from]").selectOption("*page");
        page.locator("button", has("Make it")).click();
        page.locator("[name=list]").fill("Header 2000 x 400 px, max 250 KB\nTeaser 16:9, 1200 px wide\nvast 20000x10");
        page.locator("text=Read the list").click();
        assertThat(page.locator("[name=list]"))
                .hasValue("Header 2000 x 400 px, max 250 KB\nTeaser 16:9, 1200 px wide\nvast 20000x10");
        assertThat(page.locator("tr:has(input[value='Teaser'])")).containsText("16:9, 1200 wide");
        assertThat(page.locator("main")).containsText("“vast 20000x10” was not read: a side has 16384 px at most");
        assertNoViolations();
        page.locator("#accept-all").click();
        assertThat(page.locator("#to-plan")).isFocused();
        assertThat(page.locator("#accept-all")).isHidden();
        assertEquals(
                2,
                gavlin.get("warden", "/api/v1/sites/a-listed-site/slots").json().size());
        page.locator("#to-plan").click();
        assertThat(page.locator("#slots")).containsText("Teaser");
    }

    /** A common width of phones, no source; and what WCAG 2.2, 1.4.10 (Reflow), asks. Also while the fonts are still under way. */
    @Test
    void noPage_isWiderThanAPhone() {
        page.route("**/*.woff2", Route::abort); // what stands in for the fonts is wider
        signIn();
        String slot = "/sites/tolvane/slots/masthead";
        String picture = gavlin.get("warden", "/api/v1/sites/tolvane/pictures")
                .json()
                .get(0)
                .get("id")
                .asString();
        for (String path : List.of(
                "/sites",
                "/people",
                "/account",
                "/sites/tolvane/plan",
                "/sites/tolvane/pictures",
                "/sites/tolvane/pictures/" + picture,
                "/sites/tolvane/pictures/" + picture + "/slots",
                "/sites/tolvane/pictures/" + picture + "/set",
                "/sites/tolvane/pictures/lettered",
                "/sites/tolvane/schemes",
                "/sites/tolvane/shelf",
                "/sites/tolvane/pictures/tile",
                "/sites/tolvane/pictures/woven",
                "/sites/tolvane/pictures/composition?slot=masthead",
                "/sites/tolvane/pictures/" + picture + "/colours",
                "/sites/tolvane/credits",
                "/sites/tolvane/proof",
                "/sites/tolvane/dispatch",
                "/sites/tolvane/audit",
                "/sites/tolvane/slots/masthead/test-card",
                slot,
                slot + "/bench",
                slot + "/bench/history",
                slot + "/bench/code",
                slot + "/hand-out",
                "/sites/tolvane/sheets",
                "/sites/tolvane/sheets/1",
                "/sites/tolvane/sheets/1/page",
                "/sites/tolvane/slots/log-headers/bench")) {
            page.setViewportSize(390, 800);
            page.navigate(gavlin.address() + path);
            for (int width : new int[] {390, 320}) {
                page.setViewportSize(width, 800);
                int needed = (int) page.evaluate("document.documentElement.scrollWidth");
                assertTrue(needed <= width, path + " is " + needed + " px wide on " + width);
            }
        }
        complaints.removeIf(c -> c.contains("ERR_FAILED"));
    }

    /** Oracle: the boxes that a real browser gives the same page, on both screens. */
    @Test
    void savedPage_sizes_areThoseOfTheBrowser() throws IOException {
        String css = Files.readString(PAGES.resolve("site.css")).replaceAll("@import[^;]*;", "");
        String html = Files.readString(PAGES.resolve("pilot-house.html"))
                .replaceAll("<link[^>]*>", "")
                .replaceAll("(?s)<script>.*?</script>", "")
                .replaceAll("src=\"[^\"]*\"|srcset=\"[^\"]*\"", "")
                .replace("<style>", "<style>" + css.replaceAll("url\\([^)]*\\)", "none"));
        PageReading reading = PageReading.of(Map.of(
                "page.html",
                Files.readAllBytes(PAGES.resolve("pilot-house.html")),
                "site.css",
                Files.readAllBytes(PAGES.resolve("site.css"))));
        assertTrue(reading.proposals().size() >= 9);
        for (int[] screen : new int[][] {{1280, 800}, {390, 844}}) {
            page.setViewportSize(screen[0], screen[1]);
            page.setContent(html);
            for (SlotProposal proposal : reading.proposals()) {
                for (JsonNode showing : proposal.slot().path("showings")) {
                    if (showing.at("/screen/width").asInt() == screen[0]) {
                        BoundingBox box = page.locator(proposal.where()).first().boundingBox();
                        assertEquals(
                                box.width,
                                showing.at("/box/width").asDouble(),
                                1,
                                proposal.where() + " on " + screen[0]);
                        assertEquals(
                                box.height,
                                showing.at("/box/height").asDouble(),
                                1,
                                proposal.where() + " on " + screen[0]);
                    }
                }
            }
        }
    }

    @Test
    void handOut_asPageAndFiles_saysWhatTheSlotAsks() throws IOException {
        signIn();
        open("/slots/masthead/hand-out");
        assertThat(page.locator(".facts").first()).containsText("1920×480 px exactly");
        assertThat(page.locator(".facts").first())
                .containsText("from 570 px to 1350 px across and from 96 px to 480 px down");
        assertNoViolations();
        Download png = page.waitForDownload(
                () -> page.locator("a", has("Template, PNG ×2")).click());
        assertEquals("masthead-template-3840x960.png", png.suggestedFilename());
        assertEquals(
                Size.parse("3840x960"),
                OwnFile.pixels(Files.readAllBytes(png.path())).size());
        Download pdf = page.waitForDownload(() -> page.locator("a", has("PDF")).click());
        try (PDDocument document = Loader.loadPDF(Files.readAllBytes(pdf.path()))) {
            assertEquals(1, document.getNumberOfPages());
            String text = new PDFTextStripper().getText(document);
            assertTrue(text.contains("A picture for Tolvane Lights, Masthead"), text);
            assertTrue(text.contains("1920×480 px exactly"), text);
            for (COSName font : document.getPage(0).getResources().getFontNames()) {
                String name = document.getPage(0).getResources().getFont(font).getName();
                assertTrue(name.contains("Atkinson"), name);
            }
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "/sheets",
                "/sheets/1",
                "/slots/framed-photo",
                "/slots/section-header",
                "/slots/log-headers/bench",
                "/plan?try.layout=low"
            })
    void view_readByAxe_hasNoViolations(String path) {
        signIn();
        open(path);
        assertNoViolations();
    }

    private void open(String path) {
        page.navigate(gavlin.address() + "/sites/tolvane" + path);
    }

    private void signOut() {
        page.locator("text=sign out").click();
    }

    private static Page.LocatorOptions has(String text) {
        return new Page.LocatorOptions().setHasText(text);
    }

    private Locator row(String slot) {
        return page.locator("#slots tr[data-slot=" + slot + "]");
    }

    private Locator match(String slot) {
        return page.locator("#to-" + slot + " [name=from]");
    }

    private Locator moved(String slot) {
        return page.locator("#to-" + slot);
    }

    private Locator field(String pointer) {
        return page.locator("[data-pointer='" + pointer + "'] >> input, select").first();
    }

    private Locator gaugeOf(String name) {
        return page.locator(".gauge", new Page.LocatorOptions().setHas(page.locator("h3", has(name))))
                .locator(".v");
    }

    private static long sheetOf(String site) {
        return gavlin.bean(gavlin.web.site.Sites.class)
                .open(new gavlin.web.account.Viewer(1, "warden", true), site)
                .sheetId();
    }

    private static void site(String id) {
        gavlin.json(
                "warden",
                "POST",
                "/api/v1/sites",
                "{\"id\":\"" + id + "\",\"name\":\"" + id + "\",\"slotSheet\":"
                        + "{\"format\":\"slot-sheet/1\",\"theme\":{\"name\":\"T\"},\"slots\":[{\"id\":\"banner\",\"name\":\"Banner\","
                        + "\"kind\":\"banner\",\"size\":{\"width\":940,\"height\":198},\"types\":[\"jpeg\"]}]}}");
    }
}
