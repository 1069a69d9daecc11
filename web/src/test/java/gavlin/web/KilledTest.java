package gavlin.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
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

    private String port;
    private Process process;

    @Test
    void killed_betweenAChangeAndItsAnswer_losesNothingThatWasSaid() throws Exception {
        port = freePort();
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
            process.destroyForcibly();
            try {
                process.waitFor(20, TimeUnit.SECONDS);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        }
    }

    private void startProcess() throws IOException, InterruptedException {
        String classes = System.getProperty("surefire.test.class.path", System.getProperty("java.class.path"));
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Xmx512m",
                "-XX:TieredStopAtLevel=1",
                "-Djava.awt.headless=true",
                "-cp",
                classes,
                "gavlin.web.GavlinApplication"));
        command.addAll(List.of(RunningGavlin.arguments(port, folder)));
        Path log = folder.resolve("killed.log");
        process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.appendTo(log.toFile()))
                .start();
        HttpRequest health =
                HttpRequest.newBuilder(URI.create(there("/actuator/health"))).build();
        for (int i = 0; i < 600 && !answers(health); i++) {
            assertTrue(process.isAlive(), () -> read(log));
            Thread.sleep(200);
        }
        assertTrue(process.isAlive(), () -> read(log)); // or it was another one that answered
    }

    private static boolean answers(HttpRequest request) throws InterruptedException {
        try {
            return HttpClient.newHttpClient()
                            .send(request, HttpResponse.BodyHandlers.discarding())
                            .statusCode()
                    == 200;
        } catch (IOException e) {
            return false;
        }
    }

    private static String read(Path file) {
        try {
            return Files.readString(file);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static String freePort() throws IOException {
        try (ServerSocket socket = new ServerSocket(0)) {
            return Integer.toString(socket.getLocalPort());
        }
    }

    private String there(String path) {
        return "http://127.0.0.1:" + port + path;
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
