package gavlin.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static gavlin.core.geometry.Rule.CONTAIN;
import static gavlin.core.geometry.Rule.COVER;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.BoundingBox;
import com.microsoft.playwright.options.FilePayload;
import gavlin.core.codec.Header;
import gavlin.core.codec.Limits;
import gavlin.core.codec.OwnFile;
import gavlin.core.codec.PictureReader;
import gavlin.core.codec.PictureType;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.ObjectFit;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InShowing;
import java.nio.file.Files;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The way through as a person goes it, with Debian's Chromium on the running application. */
class WalkTest extends BrowserWalk {
    @Test
    void practitioner_fromSignInToDownload_getsExactlyTheSlotsFile() throws Exception {
        signIn();
        page.navigate(gavlin.address() + "/sites/tolvane/plan"); // other walks may have left off elsewhere
        assertThat(page.locator("h1")).containsText("Three slots need you");
        assertThat(page.locator(".plan-page")).hasCount(6);
        assertThat(page.locator("#slots tbody tr")).hasCount(16);

        page.locator("#slots a", new Page.LocatorOptions().setHasText("Slide: in all weathers"))
                .click();
        byte[] photo = RunningGavlin.photograph(Size.parse("3000x2000"), 7);
        page.locator("input[type=file]").setInputFiles(new FilePayload("North wall.jpg", "image/jpeg", photo));
        assertThat(page.locator("#drawing image")).isVisible();
        assertThat(gauge("size")).containsText("1400×400");
        assertThat(gauge("file name")).containsText("north-wall"); // as the file will be called that is taken away
        assertThat(gauge("file name").locator(".v")).hasText("fits");
        assertThat(page.locator(".showing")).hasCount(2);

        String centred = page.locator("#window-y").inputValue();
        dragWindow(0, -40);
        assertThat(page.locator("#window-y")).not().hasValue(centred);
        assertThat(page.locator("#says")).containsText("Step 2, saved");
        // Its grain repeats, so PNG is tried in earnest: two files, of the first window and of this one.
        assertThat(gauge("weight").locator(".v"))
                .hasText("fits", new LocatorAssertions.HasTextOptions().setTimeout(90_000));
        double before = Double.parseDouble(page.locator("#window-y").inputValue());
        page.locator("#table").focus();
        page.keyboard().press("ArrowDown");
        page.keyboard().press("Shift+ArrowDown");
        assertThat(page.locator("#window-y")).hasValue(number(before + 11));
        page.locator("#focal-y").fill("40");
        page.locator("#focal-y").press("Tab");
        assertThat(page.locator("#window-y")).hasValue("371.43"); // 0.4 · 2000 - 857.14 / 2
        page.locator("#zoom").fill("1.5");
        page.locator("#zoom").press("Tab");
        assertThat(page.locator("#window-width")).hasValue("2000");
        page.waitForCondition(
                () -> gavlin.get("warden", "/api/v1/sites/tolvane/slots/slide-weather/fit") // a step of its own
                                .json()
                                .at("/fit/frame/zoom")
                                .asDouble(1)
                        == 1.5);

        page.locator("#type").selectOption("jpeg");
        assertThat(gauge("type")).containsText("JPEG");
        assertThat(gauge("weight")).containsText("of 250 kB");
        assertThat(gauge("weight").locator(".v")).hasText("fits");
        Download download = page.waitForDownload(() -> page.locator("#download").click());
        assertEquals("slide-weather-north-wall-1400x400.jpg", download.suggestedFilename());
        byte[] file = Files.readAllBytes(download.path());
        Header header = PictureReader.inspect(file, Limits.DEFAULT);
        assertEquals(PictureType.JPEG, header.type());
        assertEquals(Size.parse("1400x400"), OwnFile.pixels(file).size());
        assertTrue(file.length <= 250_000, file.length + " bytes");

        page.locator("#accept").click();
        assertThat(page.locator(".notice.good")).hasText("Slide: in all weathers is accepted.");

        page.navigate("about:blank"); // so that no picture is on its way while nobody answers
        gavlin.restart();
        page.navigate(gavlin.address());
        assertThat(page.locator("h1")).containsText("Two slots need you");
        page.navigate(gavlin.address() + "/sites/tolvane/slots/slide-weather/bench");
        assertThat(page.locator("#window-width")).hasValue("2000");
        assertThat(page.locator("#says")).containsText("accepted");
        page.keyboard().press("Control+z");
        assertThat(page.locator("#type")).not().hasValue("jpeg");
        assertThat(page.locator("#window-width")).hasValue("2000");
        page.keyboard().press("Control+z");
        assertThat(page.locator("#window-width")).hasValue("3000");
        page.keyboard().press("Control+Shift+z");
        assertThat(page.locator("#window-width")).hasValue("2000");
    }

    @Test
    void refusedPicture_onTheBench_isSaidAndNothingIsLost() {
        signIn();
        page.navigate(gavlin.address() + "/sites/quillet-street/slots/sign/bench");
        more("#another");
        page.locator("#pictures input[type=file]")
                .setInputFiles(new FilePayload("sign.jpg", "image/jpeg", "not a picture".getBytes()));
        assertThat(page.locator(".taking li")).containsText("sign.jpg");
        assertThat(page.locator(".taking li")).containsText("the file is not a picture");
        complaints.removeIf(complaint -> complaint.contains("status of 415"));
        assertThat(page.locator(".table-note")).containsText("Shop sign");
    }

    @Test
    void filesTried_anotherTaken_isMeasuredAndCanBeGivenBack() {
        signIn();
        page.navigate(gavlin.address() + "/sites/tolvane/slots/wide-view/bench");
        more("#files-tried");
        assertThat(page.locator("#files tr.taken")).hasCount(1);
        page.locator("#files tbody >> text=Take this one").first().click();
        assertThat(page.locator("#says")).containsText(", saved ");
        assertThat(page.locator("#gauges")).not().containsText("measuring");
        more("#files-tried");
        assertThat(page.locator("#files tbody tr")).hasCount(1);
        page.locator("text=Let Gavlin choose again").click();
        // Measured before the page goes, or the slot would still want attention in the tests that follow.
        more("#files-tried"); // can be clicked when there are files again
        assertThat(page.locator("#files tr.taken")).hasCount(1);
        assertThat(page.locator("#files tbody tr")).not().hasCount(1);
    }

    /** Every view, at the width of a desktop, of one at 200 %, and of a phone. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "/sites",
                "/sites/tolvane/plan",
                "/sites/tolvane/pictures",
                "/sites/tolvane/pictures/words",
                "/sites/tolvane/pictures/lettered",
                "/sites/tolvane/pictures/tile",
                "/sites/tolvane/pictures/woven",
                "/sites/tolvane/pictures/composition?slot=masthead",
                "/sites/tolvane/credits",
                "/sites/tolvane/shelf",
                "/sites/tolvane/proof",
                "/sites/tolvane/dispatch",
                "/sites/tolvane/audit",
                "/sites/tolvane/slots/masthead/test-card",
                "/sites/tolvane/sheets",
                "/sites/tolvane/slots/masthead",
                "/sites/tolvane/slots/masthead/hand-out",
                "/sites/tolvane/slots/masthead/bench",
                "/sites/tolvane/slots/masthead/bench/history",
                "/sites/tolvane/slots/masthead/bench/code",
                "/sites/tolvane/slots/header-mark/bench",
                "/sites/tolvane/slots/slide-weather/bench",
                "/people",
                "/account",
                "/sign-in?error"
            })
    void view_readByAxe_hasNoViolations_atAnyWidth(String path) {
        signIn();
        page.navigate(gavlin.address() + path);
        assertNoViolationsAtAnyWidth();
    }

    /** What opens over the bench. */
    @ParameterizedTest
    @ValueSource(strings = {"?", "g", "t", "m", "c", "w", "s"})
    void whatAKeyOpens_readByAxe_hasNoViolations(String key) {
        signIn();
        page.navigate(gavlin.address() + "/sites/tolvane/slots/masthead/bench");
        assertThat(page.locator("#gauges")).not().containsText("measuring");
        page.locator("#table").focus();
        page.keyboard().press(key);
        assertThat(page.locator("dialog[open], details[open], #large:not([hidden]), #best-answer:not([hidden])")
                        .first())
                .isVisible();
        assertNoViolationsAtAnyWidth();
    }

    /** From an empty slot to the file on disk, without a mouse: Tab, letters, Enter. */
    @Test
    void keysAlone_fromAPictureToTheFile_areEnough() {
        gavlin.json("warden", "POST", "/api/v1/sites", """
                {"id":"by-keys","name":"By keys","slotSheet":{"format":"slot-sheet/1","theme":{"name":"K"},"slots":[
                  {"id":"door","name":"Door","kind":"photo","size":{"width":300,"height":400},"types":["jpeg"]}]}}""");
        gavlin.upload(
                "warden",
                "/api/v1/sites/by-keys/pictures",
                "door.jpg",
                RunningGavlin.photograph(Size.parse("900x1000"), 12),
                java.util.Map.of("title", "Door", "description", "A door", "licence", "CC0"));
        signIn();
        page.navigate(gavlin.address() + "/sites/by-keys/plan");
        page.keyboard().press("o");
        assertThat(page.locator(".choices button")).hasCount(1);
        tabTo(".choices button");
        page.keyboard().press("Enter");
        assertThat(page.locator("#drawing image")).isVisible();
        tabTo("#table");
        page.keyboard().press("Shift+ArrowDown");
        assertThat(page.locator("#says")).containsText(", saved ");
        assertThat(gauge("weight").locator(".v")).hasText("fits");
        page.keyboard().press("Enter");
        assertThat(page.locator(".notice.good")).hasText("Door is accepted.");
        tabTo("a[href$='files.zip']"); // with nothing left to do, accepting leads to the Plan
        Download download = page.waitForDownload(() -> page.keyboard().press("Enter"));
        assertTrue(download.suggestedFilename().endsWith(".zip"), download.suggestedFilename());
    }

    /** Presses Tab until something has the keyboard, as somebody without a mouse would. */
    private void tabTo(String selector) {
        for (int i = 0; i < 80; i++) {
            if ((boolean) page.evaluate("s => document.activeElement?.matches(s) ?? false", selector)) {
                return;
            }
            page.keyboard().press("Tab");
        }
        throw new AssertionError("Tab never reaches " + selector);
    }

    @Test
    void keeper_onTheBench_worksOnTheOwnSection() {
        signIn("keeper");
        page.navigate(gavlin.address() + "/sites/tolvane/slots/section-header/bench");
        assertThat(page.locator("h1")).hasText("Section header, Kelso Gallery");
        page.navigate(gavlin.address() + "/sites/tolvane/slots/masthead/bench");
        assertThat(page.locator("#accept")).hasCount(0);
        assertThat(page.locator("#zoom")).isDisabled();
    }

    @Test
    void keysAlone_fromPlanToAMovedWindow_areEnough() {
        signIn();
        page.navigate(gavlin.address() + "/sites/tolvane/plan");
        assertThat(page.locator("#slots")).isVisible();
        page.waitForLoadState();
        page.keyboard().press("ArrowDown");
        for (int i = 0; i < 15 && !page.locator("#slots a:focus").textContent().equals("Wide view"); i++) {
            page.keyboard().press("ArrowDown");
        }
        page.keyboard().press("Enter");
        assertThat(page.locator("h1")).hasText("Wide view");
        assertThat(page.locator("#zoom")).hasValue("1");
        page.locator("#table").focus();
        page.keyboard().press("+");
        assertThat(page.locator("#zoom")).hasValue("1.04");
        page.keyboard().press("f");
        assertThat(page.locator("#moving")).containsText("focal point");
        page.keyboard().press("?");
        assertThat(page.locator("#keys")).isVisible();
        page.keyboard().press("Escape");
        assertThat(page.locator("#says")).containsText(", saved ");
        page.keyboard().press("Control+z"); // as it was, for the tests that follow
        assertThat(page.locator("#zoom")).hasValue("1");
        page.waitForLoadState();
        page.keyboard().press("o");
        assertThat(page.locator("h1")).not().hasText("Wide view");
    }

    /** Oracle: where the real browser puts an image with object-fit and object-position (it snaps to whole pixels). */
    @Test
    void objectFit_randomCases_agreesWithTheBrowser() {
        Random random = new Random(4);
        for (int i = 0; i < 25; i++) {
            Size file = new Size(40 + random.nextInt(800), 40 + random.nextInt(400));
            Box<InShowing> box = new Box<>(0, 0, 40 + random.nextInt(600), 40 + random.nextInt(400));
            double px = random.nextInt(101) / 100.0;
            double py = random.nextInt(101) / 100.0;
            gavlin.core.geometry.Rule rule = random.nextBoolean() ? COVER : CONTAIN;
            Box<InShowing> ours = new ObjectFit(rule, px, py).place(file, box).intersect(box);
            Box<InShowing> browsers = redPartShown(file, box, rule, px, py);
            String which = file + " in " + box + " " + rule + " " + px + " " + py;
            assertEquals(ours.x(), browsers.x(), 1, which);
            assertEquals(ours.y(), browsers.y(), 1, which);
            assertEquals(ours.width(), browsers.width(), 1.5, which);
            assertEquals(ours.height(), browsers.height(), 1.5, which);
        }
    }

    /** The box of red that an all-red image leaves on a screenshot. */
    private Box<InShowing> redPartShown(
            Size file, Box<InShowing> box, gavlin.core.geometry.Rule rule, double px, double py) {
        String image = "<svg xmlns='http://www.w3.org/2000/svg' width='" + file.width() + "' height='" + file.height()
                + "' viewBox='0 0 " + file.width() + " " + file.height()
                + "'><rect width='100%' height='100%' fill='red'/></svg>";
        page.setContent("<body style='margin:0;background:white'><img id='i' style='display:block;width:" + box.width()
                + "px;height:" + box.height() + "px;object-fit:" + rule.word() + ";object-position:" + px * 100 + "% "
                + py * 100 + "%' src=\"data:image/svg+xml,"
                + image.replace("<", "%3C").replace(">", "%3E").replace("#", "%23")
                + "\">");
        gavlin.core.raster.Pixels shot = OwnFile.pixels(Chromium.screenshot(page.locator("#i")::screenshot));
        int left = Integer.MAX_VALUE;
        int top = Integer.MAX_VALUE;
        int right = 0;
        int bottom = 0;
        int width = shot.size().width();
        for (int p = 0; p < shot.size().pixels(); p++) {
            boolean red = (shot.samples()[p * shot.channels() + 1] & 0xff) < 128;
            if (red) {
                left = Math.min(left, p % width);
                right = Math.max(right, p % width + 1);
                top = Math.min(top, p / width);
                bottom = Math.max(bottom, p / width + 1);
            }
        }
        return new Box<>(left, top, right - left, bottom - top);
    }

    private void dragWindow(double x, double y) {
        BoundingBox window = page.locator(".window-edge").boundingBox();
        // Away from the focal point, which would be taken hold of instead.
        double fromX = window.x + window.width * 0.2;
        double fromY = window.y + window.height * 0.2;
        page.mouse().move(fromX, fromY);
        page.mouse().down();
        page.mouse().move(fromX + x / 2, fromY + y / 2);
        page.mouse().move(fromX + x, fromY + y);
        page.mouse().up();
    }
}
