package gavlin.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.google.gson.JsonArray;
import com.google.gson.JsonObject;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.CDPSession;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.BoundingBox;
import gavlin.core.geometry.Size;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** The bench as a person works at it: by mouse, by keys alone, by finger; and two at once. On a site of its own. */
class BenchWalkTest extends BrowserWalk {
    private static final String SITE = "/sites/bench-walk";
    private static String picture;

    @BeforeAll
    static void site() {
        RunningGavlin running = RunningGavlin.get();
        String sheet = """
                {"format": "slot-sheet/1", "theme": {"name": "Walk", "version": "1"}, "slots": [
                  {"id": "top", "name": "Top", "kind": "banner", "size": {"width": 1500, "height": 300}, "types": ["jpeg"],
                   "rule": "cover", "showings": [
                    {"id": "desktop", "name": "Home, desktop", "screen": {"width": 1500}, "box": {"width": 1500, "height": 300},
                     "obstructions": [{"name": "menu", "kind": "solid", "box": {"x": 0, "y": 0, "width": 1500, "height": 60}}]},
                    {"id": "phone", "name": "Home, phone", "screen": {"width": 390}, "box": {"width": 390, "height": 200}}]},
                  {"id": "slide", "name": "Slide", "kind": "slide", "size": {"width": 1400, "height": 400}, "heights": [400, 560],
                   "types": ["jpeg"], "rule": "cover", "showings": [
                    {"id": "slide", "name": "Slide, desktop", "box": {"width": 1400, "height": 400}}]},
                  {"id": "face", "name": "Face", "kind": "avatar", "size": {"width": 300, "height": 300}, "types": ["jpeg"],
                   "rule": "cover", "shape": "circle"},
                  {"id": "mark", "name": "Mark", "kind": "logo", "size": {"width": 200, "height": 80}, "types": ["png"],
                   "transparency": "required", "rule": "contain"}]}""";
        String body = "{\"id\": \"bench-walk\", \"name\": \"Bench walk\", \"slotSheet\": " + sheet + "}";
        if (running.json("warden", "POST", "/api/v1/sites", body).status() == 201) {
            byte[] photo = RunningGavlin.photograph(Size.parse("3000x2000"), 21);
            picture = running.upload(
                            "warden",
                            "/api/v1" + SITE + "/pictures",
                            "quay.jpg",
                            photo,
                            Map.of("title", "Quay", "description", "A quay", "credit", "Us", "licence", "CC0"))
                    .json()
                    .get("id")
                    .asString();
        }
    }

    /** The slot as it was before anybody touched it: the whole width of the picture, nothing marked. */
    private void fresh(String slot) {
        put("/pictures/" + picture + "/keep-areas", "[]");
        put(
                "/slots/" + slot + "/fit",
                "{\"picture\": \"" + picture + "\", \"focal\": {\"x\": 0.5, \"y\": 0.5}, \"zoom\": 1}");
    }

    private JsonNode put(String path, String body) {
        RunningGavlin.Answer answer = gavlin.json("warden", "PUT", "/api/v1" + SITE + path, body);
        assertEquals(200, answer.status(), answer.text());
        return answer.json();
    }

    private JsonNode stored(String slot) {
        return gavlin.get("warden", "/api/v1" + SITE + "/slots/" + slot + "/fit")
                .json();
    }

    private void openBench(Page on, String slot) {
        on.navigate(gavlin.address() + SITE + "/slots/" + slot + "/bench");
        assertThat(on.locator("#drawing image").first()).isVisible();
    }

    private static void assertSaved(Page on) {
        assertThat(on.locator("#says")).containsText(", saved ");
    }

    @Test
    void mouse_marksWhatMustBeSeen_resizesIt_andTakesTheBestWindow() {
        signIn();
        fresh("top");
        openBench(page, "top");
        page.locator("#new-area").click();
        drag(page, at(0.40, 0.10), at(0.60, 0.20)); // of the picture: above the window, so not seen
        assertThat(page.locator("#areas li")).hasCount(1);
        assertThat(page.locator("#areas .v")).hasText("0 % seen");
        assertSaved(page);

        Locator corner = page.locator("[data-handle=se]");
        BoundingBox handle = corner.boundingBox();
        drag(page, new double[] {handle.x + handle.width / 2, handle.y + handle.height / 2}, at(0.62, 0.22));
        assertSaved(page);
        double width = Double.parseDouble(
                page.locator(".area-numbers label:has-text('width') input").inputValue());
        assertEquals(0.22 * 3000, width, 40, "as far as the hand went, or onto a line nearby");

        page.locator("#best").click();
        assertThat(page.locator("#best-answer")).containsText("Everything is seen now; before, the least was 0 %.");
        page.locator("#best-answer button").first().click();
        assertThat(page.locator("#areas .v")).hasText("seen");
        assertSaved(page);
        assertThat(gauge("must be seen").locator(".v")).hasText("fits");

        page.locator("#undo").click();
        page.waitForLoadState();
        assertThat(page.locator("#areas .v")).hasText("0 % seen");
        page.locator("#redo").click();
        page.waitForLoadState();
        assertThat(page.locator("#areas .v")).hasText("seen");
    }

    /** Two areas at the two ends of a wide slot, farther apart than any window that shows the phone both. */
    @Test
    void impossible_isExplained_andEachOfferIsSeenBeforeItIsTaken() {
        signIn();
        fresh("top");
        put("/pictures/" + picture + "/keep-areas", """
                [{"name": "the crane", "shape": "rectangle", "x": 0.02, "y": 0.4, "width": 0.06, "height": 0.1, "weight": 1},
                 {"name": "the lamp", "shape": "ellipse", "x": 0.9, "y": 0.4, "width": 0.06, "height": 0.1, "weight": 2}]""");
        openBench(page, "top");
        assertThat(gauge("must be seen").locator(".v")).hasText("fails");
        page.keyboard().press("w");
        assertThat(page.locator("#best-answer")).containsText("too near the picture's left edge");
        assertThat(page.locator("#best-answer")).containsText("Home, phone");
        assertThat(page.locator("#best-answer")).containsText("Any of these would show all of it:");
        Locator letGo = page.locator("#best-answer button", new Page.LocatorOptions().setHasText("crane"));
        String before = page.locator("#showings").innerHTML();
        letGo.first().focus();
        assertThat(page.locator("#showings")).hasClass(java.util.regex.Pattern.compile(".*considered.*"));
        assertTrue(!before.equals(page.locator("#showings").innerHTML()), "the showings show what it would come to");
        assertEquals(1, stored("top").get("zoom").asDouble(), "nothing is stored by looking");
        letGo.first().click();
        assertThat(page.locator("#areas li").first().locator(".v")).hasText("let go");
        assertThat(page.locator("#areas li").nth(1).locator(".v")).hasText("seen");
        assertSaved(page);
        assertThat(gauge("must be seen").locator(".v")).hasText("fits");
        page.locator("#more-menu summary").click();
        assertNoViolations();
    }

    @Test
    void keysAlone_areEnough() {
        signIn();
        fresh("slide");
        openBench(page, "slide");
        page.locator("#table").focus();
        page.keyboard().press("k");
        assertThat(page.locator("#areas .area-name")).isFocused(); // its name is asked for
        page.keyboard().type("the bollard");
        page.keyboard().press("Enter");
        assertThat(page.locator("#table")).isFocused();
        assertThat(page.locator("#areas .area-name")).hasValue("the bollard");
        double x = areaNumber("x");
        page.keyboard().press("Shift+ArrowRight");
        page.keyboard().press("ArrowRight");
        page.keyboard().press("Control+Shift+ArrowDown");
        assertSaved(page);
        assertEquals(x + 11, areaNumber("x"), 0.11);
        page.keyboard().press("Escape");
        page.keyboard().press("+");
        page.keyboard().press("Shift+ArrowUp");
        assertSaved(page);
        JsonNode before = stored("slide");
        assertTrue(before.get("zoom").asDouble() > 1.03);
        page.keyboard().press("t");
        page.locator("#degrees").fill("2,5");
        page.locator("#degrees").press("Tab");
        assertThat(page.locator("#degrees")).hasValue("2.5");
        page.keyboard().press("Escape");
        assertSaved(page);
        assertThat(page.locator("#new-area")).isEnabled(); // the server knows where it lies on the picture itself
        page.locator("#table").focus();
        page.keyboard().press("w");
        assertThat(page.locator("#best-answer button").first()).isFocused();
        page.keyboard().press("Enter"); // the first button has the keyboard: take this window
        assertThat(page.locator("#areas .v")).hasText("seen");
        assertSaved(page);
        page.locator("#table").focus();
        page.keyboard().press("Enter");
        assertThat(page.locator(".notice.good")).hasText("Slide is accepted.");
        assertTrue(stored("slide").get("accepted").asBoolean());
        page.navigate(gavlin.address() + SITE + "/slots/slide/bench/history");
        assertThat(page.locator(".history tbody")).containsText("turned by 2.50°");
        assertNoViolations();
    }

    @Test
    void finger_movesTheWindow_andDrawsAnArea() {
        page = browser.newContext(new Browser.NewContextOptions()
                        .setViewportSize(1280, 800)
                        .setHasTouch(true))
                .newPage();
        signIn();
        fresh("face");
        openBench(page, "face");
        String centred = page.locator("#window-x").inputValue();
        BoundingBox edge = page.locator(".window-edge").boundingBox();
        double[] middle = {edge.x + edge.width * 0.25, edge.y + edge.height / 2};
        touch(middle, new double[] {middle[0] - 50, middle[1]});
        assertThat(page.locator("#window-x")).not().hasValue(centred);
        assertSaved(page);
        page.locator("#new-area").tap();
        touch(at(0.45, 0.45), at(0.55, 0.6));
        assertThat(page.locator("#areas li")).hasCount(1);
        assertSaved(page);
        assertTrue(stored("face").get("window").get("x").asDouble() < Double.parseDouble(centred));
    }

    /** On a phone: two fingers apart bring the picture nearer, the page stays where it is, and accepting is always at hand. */
    @Test
    void twoFingers_zoom_andThePageStays() {
        page = browser.newContext(new Browser.NewContextOptions()
                        .setViewportSize(390, 844)
                        .setHasTouch(true))
                .newPage();
        signIn();
        fresh("top");
        openBench(page, "top");
        assertThat(page.locator("#accept")).isInViewport();
        page.locator("#table").scrollIntoViewIfNeeded();
        double[] left = at(0.45, 0.5);
        double[] right = at(0.55, 0.5);
        Object scrolled = page.evaluate("() => scrollY");
        pinch(left, right, 40);
        assertThat(page.locator("#says")).containsText(", saved ");
        double zoom = stored("top").get("zoom").asDouble();
        assertTrue(zoom > 1.5, "zoom " + zoom);
        assertEquals(0.5, stored("top").at("/focal/x").asDouble(), 0.02, "the first finger was no tap");
        assertEquals(scrolled, page.evaluate("() => scrollY"));
        assertEquals(390, page.evaluate("() => document.documentElement.scrollWidth"));
    }

    /** A gauge opens for what it measured and what would do; a showing for its true size. */
    @Test
    void gaugesAndShowings_openByMouseAndKeys() {
        signIn();
        fresh("top");
        openBench(page, "top");
        gauge("weight").click();
        assertThat(gauge("weight").locator(".gauge-says")).isVisible();
        assertThat(gauge("size").locator(".gauge-says")).isHidden();
        assertThat(gauge("weight").locator(".gauge-says")).containsText("The file weighs ");
        page.keyboard().press("Escape");
        assertThat(gauge("weight").locator(".gauge-says")).isHidden();
        page.locator("#table").focus();
        page.keyboard().press("s");
        assertThat(page.locator("#large h2")).containsText("1 of 2");
        page.keyboard().press("ArrowRight");
        assertThat(page.locator("#large h2")).containsText("2 of 2");
        assertNoViolations();
        page.keyboard().press("Escape");
        assertThat(page.locator("#large")).isHidden();
        assertThat(page.locator("#table")).isFocused();
        page.locator(".seen-open").first().click();
        assertThat(page.locator("#large")).isVisible();
    }

    /** A letter is a letter while somebody writes, nothing while the hand draws, and a key only where keys are wanted. */
    @Test
    void letters_actOnlyWhereKeysAreMeant() {
        signIn();
        fresh("top");
        openBench(page, "top");
        page.locator("#table").focus();
        page.keyboard().press("k");
        assertSaved(page);
        Locator name = page.locator("#areas .area-name");
        name.click();
        name.press("Control+a");
        page.keyboard().type("two kegs, bow");
        page.keyboard().press("Tab");
        assertThat(name).hasValue("two kegs, bow");
        assertThat(page.locator("#areas li")).hasCount(1);
        assertThat(page.locator("#best-answer")).isEmpty();
        assertSaved(page);

        page.locator("#new-area").click();
        double[] from = at(0.3, 0.4);
        page.mouse().move(from[0], from[1]);
        page.mouse().down();
        page.mouse().move(from[0] + 60, from[1] + 40);
        page.keyboard().press("w");
        page.keyboard().press("k");
        assertThat(page.locator("#best-answer")).isEmpty();
        page.keyboard().press("Escape");
        page.mouse().up();
        assertThat(page.locator("#areas li")).hasCount(1);

        page.locator("#table").focus();
        page.keyboard().press("?");
        page.locator("#single-keys").uncheck();
        page.locator("#keys button").click();
        page.locator("#table").focus();
        page.keyboard().press("k");
        assertThat(page.locator("#areas li")).hasCount(1);
        page.evaluate("localStorage.clear()");
        page.keyboard().press("k");
        assertThat(page.locator("#areas li")).hasCount(2);
        assertSaved(page);
    }

    /** What somebody took away in one visit, anybody may bring back in another: with its name, where it was. */
    @Test
    void areaTakenAway_isBroughtBack_afterTheVisitIsOver() {
        signIn();
        fresh("top");
        put(
                "/pictures/" + picture + "/keep-areas",
                "[{\"name\": \"the bell\", \"x\": 0.25, \"y\": 0.4, \"width\": 0.1, \"height\": 0.1}]");
        openBench(page, "top");
        page.locator("[aria-label='Remove the bell']").click();
        assertThat(page.locator("#areas li")).hasCount(0);
        assertSaved(page);
        openBench(page, "top");
        assertThat(page.locator("#areas li")).hasCount(0);
        page.locator("#show-taken-away").click();
        page.locator("[aria-label='Bring the bell back']").first().click();
        assertThat(page.locator("#areas .area-name")).hasValue("the bell");
        assertSaved(page);
        JsonNode kept = gavlin.get("warden", "/api/v1" + SITE + "/pictures/" + picture + "/keep-areas")
                .json()
                .get("keepAreas");
        assertEquals(0.25, kept.get(0).get("x").asDouble(), 1e-9);
    }

    /** Accepting stores first; who then takes somebody else's window has not accepted that. */
    @Test
    void theirs_whileAccepting_acceptsNothing() {
        signIn();
        fresh("top");
        openBench(page, "top");
        put(
                "/slots/top/fit",
                "{\"picture\": \"" + picture + "\", \"window\": {\"x\": 0, \"y\": 300, \"width\": 2000}}");
        press(page, "Shift+ArrowUp", 1);
        page.locator("#accept").click();
        page.locator("#conflict button[value=theirs]").click();
        assertThat(page.locator("#says")).containsText("Nothing is accepted yet");
        assertThat(page.locator("#window-y")).hasValue("300");
        assertTrue(!stored("top").get("accepted").asBoolean());
        complaints.removeIf(c -> c.contains("409"));
    }

    /** The second to store sees both, chooses, and nothing is lost. */
    @Test
    void twoOnOneSlot_theSecondChooses_andBothAreInTheHistory() {
        signIn();
        fresh("top");
        openBench(page, "top");
        try (BrowserContext another = browser.newContext(new Browser.NewContextOptions().setViewportSize(1280, 800))) {
            Page first = page;
            page = another.newPage();
            signIn();
            openBench(page, "top");
            press(page, "Shift+ArrowDown", 3);
            assertSaved(page);
            double theirs = stored("top").get("window").get("y").asDouble();
            Page second = first;
            press(second, "Shift+ArrowUp", 2);
            assertThat(second.locator("#conflict")).isVisible();
            assertThat(second.locator("#conflict svg.thumb")).hasCount(2);
            second.locator("#conflict button[value=theirs]").click();
            assertThat(second.locator("#window-y")).hasValue(number(theirs));
            assertEquals(theirs, stored("top").get("window").get("y").asDouble(), 1e-6);
            second.navigate(gavlin.address() + SITE + "/slots/top/bench/history");
            assertTrue(second.locator(".history tbody tr").count() >= 3);
            page.close();
            page = first;
            complaints.removeIf(c -> c.contains("409"));
        }
    }

    /** What must be seen belongs to the picture: of two who mark it at once, neither loses an area. */
    @Test
    void twoWhoMarkOnePicture_keepBothTheirAreas() {
        signIn();
        fresh("top");
        openBench(page, "top");
        put(
                "/pictures/" + picture + "/keep-areas",
                "[{\"name\": \"the lamp\", \"x\": 0.1, \"y\": 0.4, \"width\": 0.1, \"height\": 0.1}]");
        page.locator("#table").focus();
        page.keyboard().press("k");
        assertThat(page.locator("#areas li")).hasCount(2);
        assertThat(page.locator("#areas .area-name").first()).hasValue("the lamp");
        assertThat(page.locator("#says")).containsText("their areas are here beside yours");
        assertSaved(page);
        JsonNode kept = gavlin.get("warden", "/api/v1" + SITE + "/pictures/" + picture + "/keep-areas")
                .json()
                .get("keepAreas");
        assertEquals(2, kept.size());
        complaints.removeIf(c -> c.contains("409"));
    }

    @Test
    void onePicture_goesIntoSeveralSlots_andOnlyWhatFitsIsAccepted() {
        signIn();
        fresh("top");
        page.navigate(gavlin.address() + SITE + "/pictures/" + picture + "/slots");
        assertThat(page.locator("tr[data-slot=top] .now")).containsText("here already");
        assertThat(page.locator("tr[data-slot=mark] .v")).hasText("fails");
        for (String slot : new String[] {"slide", "face", "mark"}) {
            page.locator("tr[data-slot=" + slot + "] [name=slot]:not(:disabled)")
                    .all()
                    .forEach(Locator::check);
        }
        assertNoViolations();
        page.locator("#place-accept").click();
        assertThat(page.locator("#progress")).containsText("need you");
        assertThat(page.locator("tr[data-slot=mark] .now")).hasText("here now");
        assertTrue(stored("mark").get("accepted").asBoolean() == false);
        page.locator("#progress a").click();
        assertThat(page.locator("h1")).hasText("Mark");
        page.locator("#more-menu summary").click();
        page.locator("#more-menu a", new Page.LocatorOptions().setHasText("Code for the page"))
                .click();
        assertThat(page.locator("h1")).hasText("Mark");
        page.navigate(gavlin.address() + SITE + "/slots/top/bench/code");
        assertThat(page.locator("pre").first()).containsText("top-quay-1500x300.jpg");
        assertNoViolations();
    }

    /** What an area says of itself in numbers, while it is selected. */
    private double areaNumber(String name) {
        return Double.parseDouble(page.locator(".area-numbers label", new Page.LocatorOptions().setHasText(name))
                .first()
                .locator("input")
                .inputValue());
    }

    /** A place on the screen, in fractions of the picture. */
    private double[] at(double x, double y) {
        BoundingBox whole = page.locator("#drawing image").first().boundingBox();
        return new double[] {whole.x + x * whole.width, whole.y + y * whole.height};
    }

    private static void drag(Page on, double[] from, double[] to) {
        on.mouse().move(from[0], from[1]);
        on.mouse().down();
        for (int i = 1; i <= 5; i++) {
            on.mouse().move(from[0] + (to[0] - from[0]) * i / 5, from[1] + (to[1] - from[1]) * i / 5);
        }
        on.mouse().up();
    }

    /** One finger, by the browser's own input: a real touch, with its pointer events. */
    private void touch(double[] from, double[] to) {
        CDPSession session = page.context().newCDPSession(page);
        touches(session, "touchStart", from);
        for (int i = 1; i <= 5; i++) {
            touches(session, "touchMove", new double[] {
                from[0] + (to[0] - from[0]) * i / 5, from[1] + (to[1] - from[1]) * i / 5
            });
        }
        touches(session, "touchEnd");
        session.detach();
    }

    /** Two fingers, each moved outwards by so many px, one after the other as a hand puts them down. */
    private void pinch(double[] left, double[] right, int px) {
        CDPSession session = page.context().newCDPSession(page);
        touches(session, "touchStart", left);
        touches(session, "touchStart", left, right);
        for (int i = 1; i <= 5; i++) {
            double by = px * i / 5.0;
            touches(session, "touchMove", new double[] {left[0] - by, left[1]}, new double[] {right[0] + by, right[1]});
        }
        touches(session, "touchEnd");
        session.detach();
    }

    private static void touches(CDPSession session, String type, double[]... fingers) {
        JsonObject arguments = new JsonObject();
        arguments.addProperty("type", type);
        JsonArray points = new JsonArray();
        for (double[] finger : fingers) {
            JsonObject point = new JsonObject();
            point.addProperty("x", finger[0]);
            point.addProperty("y", finger[1]);
            point.addProperty("id", points.size());
            points.add(point);
        }
        arguments.add("touchPoints", points);
        session.send("Input.dispatchTouchEvent", arguments);
    }

    private static void press(Page on, String key, int times) {
        on.locator("#table").focus();
        for (int i = 0; i < times; i++) {
            on.keyboard().press(key);
        }
    }
}
