package gavlin.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.io.IOException;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * The application as a process of its own, killed the hard way between a change and its answer: what the page called saved is there
 * afterwards, and what it did not is still in the browser.
 */
class KilledTest extends BrowserWalk {
    private static final String FIT = "/api/v1/sites/tolvane/slots/wide-view/fit";
    private static final String BENCH = "/sites/tolvane/slots/wide-view/bench";

    @TempDir
    Path folder;

    private Killable process;

    @Test
    void killed_betweenAChangeAndItsAnswer_losesNothingThatWasSaid() throws Exception {
        process = new Killable(folder);
        startProcess();
        signInThere();
        openBench();
        int first = gavlin.get("warden", FIT).json().get("revision").asInt();
        page.locator("#table").focus();
        page.keyboard().press("Shift+ArrowDown");
        assertThat(page.locator("#says")).containsText(", saved ");
        double saved = y();

        // The kill comes while the next change is on its way to be stored.
        page.route("**/bench/fit", route -> {
            kill();
            route.resume();
        });
        page.keyboard().press("Shift+ArrowDown");
        assertThat(page.locator("#says")).containsText("Not saved: the server does not answer");
        assertEquals(saved + 10, y(), 0.011, "what the hand did stays on the page");
        page.unroute("**/bench/fit");

        startProcess();
        assertThat(page.locator("#says")).containsText(", saved "); // it is tried again by itself
        assertEquals(saved + 10, storedY(), 0.011);

        // Once more, and the tab is closed before the server is back.
        page.route("**/bench/fit", route -> {
            kill();
            route.resume();
        });
        page.keyboard().press("Shift+ArrowUp");
        page.keyboard().press("ArrowUp");
        assertThat(page.locator("#says")).containsText("Not saved: the server does not answer");
        Page closed = page;
        page = closed.context().newPage();
        closed.close();
        startProcess();
        assertEquals(saved + 10, storedY(), 0.011, "what was called saved is there");
        openBench();
        assertThat(page.locator("#says")).containsText("was found in this browser");
        assertThat(page.locator("#says")).containsText(", saved ");
        assertEquals(saved - 1, storedY(), 0.011);

        page.navigate(there(BENCH + "/history")); // as the demo was, for the other tests
        page.locator("[aria-label='Go back to step " + first + "']").click();
        assertThat(page.locator("#says")).containsText("Step " + first + ", saved");
        complaints.removeIf(c -> c.contains("ERR_") || c.contains("Failed to load resource"));
    }

    @AfterEach
    void kill() {
        if (process != null) {
            process.kill();
        }
    }

    private void startProcess() throws IOException, InterruptedException {
        process.start();
    }

    private String there(String path) {
        return process.address() + path;
    }

    private void signInThere() {
        page.navigate(there("/sign-in"));
        page.locator("[name=username]").fill("warden");
        page.locator("[name=password]").fill("tolvane-demo");
        page.locator("button", new Page.LocatorOptions().setHasText("Sign in")).click();
        page.waitForURL(url -> !url.contains("/sign-in"));
    }

    private void openBench() {
        page.navigate(there(BENCH));
        assertThat(page.locator("#drawing image").first()).isVisible();
    }

    private double y() {
        Locator field = page.locator("#window-y");
        return Double.parseDouble(field.inputValue());
    }

    /** As every copy of the application reads it in the database. */
    private static double storedY() {
        return gavlin.get("warden", FIT).json().get("window").get("y").asDouble();
    }
}
