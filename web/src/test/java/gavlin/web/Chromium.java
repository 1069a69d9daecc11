package gavlin.web;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.PlaywrightException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Supplier;

/** Debian's Chromium, without its windows (chromium-headless-shell) where that is installed: the same engine in little more than half of the processor's time. */
public final class Chromium {
    private static final Path SHELL = Path.of("/usr/bin/chromium-headless-shell");
    private static final Path WHOLE = Path.of("/usr/bin/chromium");

    private Chromium() {}

    public static Browser launch(Playwright playwright) {
        return playwright
                .chromium()
                .launch(new BrowserType.LaunchOptions()
                        .setExecutablePath(Files.isExecutable(SHELL) ? SHELL : WHOLE)
                        .setArgs(List.of(
                                "--no-sandbox",
                                "--disable-gpu",
                                "--disable-background-networking",
                                "--disable-component-update",
                                "--disable-sync",
                                "--no-first-run")));
    }

    /** What a screenshot gives. On a machine that is busy otherwise, Chromium now and then says that it can't take one: it is asked again. */
    public static byte[] screenshot(Supplier<byte[]> taken) {
        for (int again = 0; ; again++) {
            try {
                return taken.get();
            } catch (PlaywrightException e) {
                if (again == 2 || !e.getMessage().contains("Unable to capture screenshot")) {
                    throw e;
                }
            }
        }
    }
}
