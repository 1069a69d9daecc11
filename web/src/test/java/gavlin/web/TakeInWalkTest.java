package gavlin.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.microsoft.playwright.JSHandle;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.FilePayload;
import gavlin.core.geometry.Size;
import java.util.Arrays;
import java.util.Base64;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** Pictures on their way in, and what is said of them. On a site of its own. */
class TakeInWalkTest extends BrowserWalk {
    private static final byte[] PHOTO = RunningGavlin.photograph(Size.parse("900x1200"), 8);

    private Locator lines() {
        return page.locator(".taking li");
    }

    /** Signed in, on the pictures of an empty site. */
    private void open(String site) {
        gavlin.json("warden", "POST", "/api/v1/sites", """
                {"id":"%s","name":"%s","slotSheet":{"format":"slot-sheet/1","theme":{"name":"T"},"slots":[
                  {"id":"door","name":"Door","kind":"photo","size":{"width":300,"height":400},"types":["jpeg"]}]}}""".formatted(site, site));
        signIn();
        page.navigate(gavlin.address() + "/sites/" + site + "/pictures");
    }

    @Test
    void files_areTakenInOneByOne_andThoseRefusedSayWhatToDo() {
        open("many-in");
        page.locator("input[type=file]").setInputFiles(new FilePayload[] {
            new FilePayload("tall-shelf.jpg", "image/jpeg", PHOTO),
            new FilePayload("tall-shelf again.jpg", "image/jpeg", PHOTO),
            new FilePayload("letter.txt", "text/plain", "Dear all".getBytes()),
            new FilePayload("half.jpg", "image/jpeg", Arrays.copyOf(PHOTO, PHOTO.length * 3 / 4)),
        });
        assertThat(page.locator(".taking [role=status]")).hasText("2 of 4 taken in, 2 refused.");
        assertThat(lines().nth(2)).containsText("the file is not a picture, whatever its name says");
        assertThat(page.locator(".contact")).hasCount(1); // the same bytes twice are one picture
        assertThat(page.locator(".contact")).containsText("Tall shelf");
        assertThat(page.locator(".stop", new com.microsoft.playwright.Page.LocatorOptions().setHasText("Pictures")))
                .containsText("1");
        lines().nth(3).locator("text=Take what can be seen of it").click();
        assertThat(page.locator(".taking [role=status]")).hasText("3 of 4 taken in, 1 refused.");
        assertThat(page.locator(".contact")).hasCount(2);
        complaints.removeIf(complaint -> complaint.contains("status of 4"));
    }

    @Test
    void fileOnItsWay_showsItsBytes_andCanBeStoppedAndSentAfterAll() {
        open("slow-in");
        page.route("**/api/v1/sites/slow-in/pictures", route -> {
            page.waitForTimeout(200);
            route.resume();
        });
        String pictures = gavlin.address() + "/api/v1/sites/slow-in/pictures";
        page.evaluate(
                "() => { window.sent = XMLHttpRequest.prototype.send; XMLHttpRequest.prototype.send = function () {}; }");
        page.locator("input[type=file]").setInputFiles(new FilePayload("waits.jpg", "image/jpeg", PHOTO));
        assertThat(lines().locator("progress")).isVisible();
        page.locator(".taking >> text=Stop all").click();
        page.evaluate("() => { XMLHttpRequest.prototype.send = window.sent; }");
        assertEquals(
                "[]",
                gavlin.get("warden", pictures.replace(gavlin.address(), "")).text());
        page.reload();
        page.locator("input[type=file]").setInputFiles(new FilePayload("waits.jpg", "image/jpeg", PHOTO));
        assertThat(page.locator(".contact")).hasCount(1);
    }

    @Test
    void droppedLinkOrPastedPicture_isSaidOrTakenIn() {
        open("dropped-in");
        JSHandle link = page.evaluateHandle(
                "() => { const d = new DataTransfer(); d.setData('text/uri-list', 'https://pictures.example/a.jpg'); return d; }");
        page.locator("main").dispatchEvent("drop", Map.of("dataTransfer", link));
        assertThat(page.locator("form.drop > [role=status]")).containsText("That is a link, not a picture");
        page.evaluate(
                "bytes => { const d = new DataTransfer(); const raw = Uint8Array.from(atob(bytes), c => c.charCodeAt(0));"
                        + " d.items.add(new File([raw], 'image.jpg', {type: 'image/jpeg'}));"
                        + " document.body.dispatchEvent(new ClipboardEvent('paste', {clipboardData: d, bubbles: true})); }",
                Base64.getEncoder().encodeToString(PHOTO));
        assertThat(page.locator(".contact")).hasCount(1);
    }

    @Test
    void wordsOfMany_areTypedPastedFilledAndKept() {
        open("words-in");
        for (int i = 0; i < 3; i++) {
            gavlin.upload(
                    "warden",
                    "/api/v1/sites/words-in/pictures",
                    "IMG_000" + i + ".jpg",
                    RunningGavlin.photograph(Size.parse("300x400"), 40 + i),
                    Map.of());
        }
        page.reload();
        page.locator("text=Write the words of these 3").click();
        Locator titles = page.locator("[name^='title.']");
        assertThat(titles.first()).hasValue(""); // a camera's count is no title
        titles.first().fill("half typed");
        page.navigate(gavlin.address() + "/sites/words-in/plan");
        page.goBack();
        assertThat(titles.first()).hasValue("half typed");
        page.evaluate(
                "() => { const d = new DataTransfer(); d.setData('text/plain', 'Shelf\\tA shelf of tins\\tAda\\nDoor\\tA green door\\n');"
                        + " const e = new ClipboardEvent('paste', {clipboardData: d, bubbles: true, cancelable: true});"
                        + " document.querySelector('[name^=\"title.\"]').dispatchEvent(e); }");
        assertThat(titles.nth(1)).hasValue("Door");
        page.locator("[name='all.licence']").fill("CC0");
        titles.nth(2).fill("Lamp");
        titles.nth(2).press("Shift+Enter");
        assertThat(titles.nth(1)).isFocused();
        page.locator("text=Save all rows").first().click();
        assertThat(page.locator(".notice.good")).hasText("The words of three pictures are saved.");
        assertThat(page.locator("main .saying")).containsText("1 picture lacks".replace("1 picture", "One picture"));
        assertNoViolations();
        String all = gavlin.get("warden", "/api/v1/sites/words-in/pictures").text();
        assertTrue(all.contains("\"credit\":\"Ada\""), all);
        page.locator("text=Back to the pictures").click();
        assertThat(page.locator(".contact >> text=no credit due")).hasCount(2);
    }
}
