package gavlin.web;

import static org.junit.jupiter.api.Assertions.assertEquals;

import com.deque.html.axecore.playwright.AxeBuilder;
import com.deque.html.axecore.results.Rule;
import com.google.gson.JsonObject;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.LoadState;
import com.microsoft.playwright.options.RequestOptions;
import com.microsoft.playwright.options.WaitUntilState;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;

/**
 * What every walk through the running application has: Debian's Chromium, a page, and an ear for what the browser complains of. A class
 * shares one browser's cookies and cached files, as a person's day does; what a page keeps in the browser is gone after each test.
 */
abstract class BrowserWalk {
    static RunningGavlin gavlin;
    static Playwright playwright;
    static Browser browser;
    private static BrowserContext context;
    private static String signedIn;
    Page page;
    final List<String> complaints = new ArrayList<>();
    /** What pages said to the person, notices that came and went included. */
    private final List<String> said = new ArrayList<>();

    /** Tells every notice once, a moment after it came: what is typed letter by letter is told as a whole. */
    private static final String HEARING = """
            (() => {
              const heard = new Set();
              const listen = () => document.querySelectorAll(".notice, .why, .refused, #says, [role=alert], [role=status]").forEach(({ innerText }) => {
                const words = innerText?.trim();
                if (words && !heard.has(words)) {
                  heard.add(words);
                  window.walkHears(words);
                }
              });
              let waiting = 0;
              new MutationObserver(() => { waiting ||= setTimeout(() => { waiting = 0; listen(); }, 80); })
                .observe(document, { childList: true, subtree: true, characterData: true });
            })();""";

    @BeforeAll
    static void start() {
        gavlin = RunningGavlin.get();
        playwright = Playwright.create();
        PlaywrightAssertions.setDefaultAssertionTimeout(20_000); // a busy machine is not a failure
        browser = Chromium.launch(playwright);
        context = browser.newContext(new Browser.NewContextOptions().setViewportSize(1280, 800));
        signedIn = null;
    }

    @AfterAll
    static void stop() {
        playwright.close();
    }

    @BeforeEach
    void openPage() {
        page = context.newPage();
        // A breach of the content policy, a script error, a missing file: all are said on the console.
        page.onConsoleMessage(message -> {
            if (message.type().equals("error")) {
                complaints.add(message.text());
            }
        });
        page.onPageError(complaints::add);
        page.exposeFunction("walkHears", words -> said.add((String) words[0]));
        page.addInitScript(HEARING);
    }

    @AfterEach
    void closePage() {
        context.pages().forEach(Page::close);
        forgetWhatPagesKept();
        if (page.context() != context) {
            page.context().close();
        }
        assertEquals(List.of(), complaints, "the browser has nothing to complain of");
        said.forEach(PlainSpeech::assertPlain);
    }

    private static void forgetWhatPagesKept() {
        Page any = context.newPage();
        JsonObject what = new JsonObject();
        what.addProperty("origin", gavlin.address());
        what.addProperty("storageTypes", "local_storage,session_storage,indexeddb");
        context.newCDPSession(any).send("Storage.clearDataForOrigin", what);
        any.close();
    }

    void signIn() {
        signIn("warden");
    }

    void signIn(String who) {
        boolean shared = page.context() == context;
        if (shared && who.equals(signedIn) && mayStillCome()) {
            return;
        }
        page.context().clearCookies();
        page.navigate(gavlin.address() + "/sign-in");
        page.locator("[name=username]").fill(who);
        page.locator("[name=password]").fill("tolvane-demo");
        page.locator("button", new Page.LocatorOptions().setHasText("Sign in")).click();
        // Until then the next page would be asked for by nobody; all its pictures need not be there.
        page.waitForURL(
                url -> !url.contains("/sign-in"), new Page.WaitForURLOptions().setWaitUntil(WaitUntilState.COMMIT));
        if (shared) {
            signedIn = who;
        }
    }

    private boolean mayStillCome() {
        return page.request()
                .get(gavlin.address() + "/account", RequestOptions.create().setMaxRedirects(0))
                .ok();
    }

    /** By its name. */
    Locator gauge(String name) {
        return page.locator(
                ".gauge",
                new Page.LocatorOptions().setHas(page.locator("h3", new Page.LocatorOptions().setHasText(name))));
    }

    /** As the bench's fields say it. */
    static String number(double value) {
        double rounded = Math.round(value * 100) / 100.0;
        return rounded == Math.rint(rounded) ? Long.toString((long) rounded) : Double.toString(rounded);
    }

    /** Clicks something in the bench's menu of rarer things. */
    void more(String selector) {
        page.locator("#more-menu summary").click();
        page.locator(selector).click();
    }

    /** WCAG 2.2 A and AA, as far as axe-core can see them. */
    void assertNoViolations() {
        assertNoViolations(new AxeBuilder(page));
    }

    /** The same at three widths. Colours are read at the first alone: that takes most of the time, and no width changes them. */
    void assertNoViolationsAtAnyWidth() {
        for (int width : new int[] {1280, 640, 390}) {
            page.setViewportSize(width, 800);
            AxeBuilder axe = new AxeBuilder(page);
            assertNoViolations(width == 1280 ? axe : axe.disableRules(List.of("color-contrast")));
        }
    }

    private void assertNoViolations(AxeBuilder axe) {
        page.waitForLoadState(LoadState.NETWORKIDLE);
        List<Rule> violations = axe.withTags(List.of("wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"))
                .analyze()
                .getViolations();
        assertEquals(
                List.of(),
                violations.stream()
                        .map(v -> v.getId() + " at " + v.getNodes().get(0).getTarget())
                        .toList());
    }
}
