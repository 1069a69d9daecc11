package gavlin.benchmarks;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import gavlin.core.geometry.Size;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.IntStream;

/**
 * A site of 400 slots, 60 pages, 80 sections and 3,000 pictures in a real browser: what its warden waits for. The site is made
 * once, by seed, and used again.
 */
final class LargeSiteFigures {
    private static final long SEED = 4;
    private static final String SITE = "large-" + SEED;
    private static final int ROUNDS = 9;
    /** Sections' own pictures. */
    private static final int OVERRIDES = 400;

    private final GavlinClient gavlin;

    private LargeSiteFigures(GavlinClient gavlin) {
        this.gavlin = gavlin;
    }

    public static void main(String[] arguments) throws Exception {
        LargeSiteFigures figures = new LargeSiteFigures(new GavlinClient(arguments[0]));
        figures.make();
        figures.measure();
    }

    private void make() throws Exception {
        if (gavlin.exists("/api/v1/sites/" + SITE + "/slots/slot-" + (LargeSite.SLOTS - 1) + "/fit")) {
            return;
        }
        System.out.println("making a site of 400 slots and 3,000 pictures (some minutes, once)");
        if (!gavlin.exists("/api/v1/sites/" + SITE)) {
            gavlin.send(
                    "POST",
                    "/api/v1/sites",
                    "{\"id\":\"" + SITE + "\",\"name\":\"A large site\",\"slotSheet\":" + LargeSite.sheet(SEED, "Large")
                            + "}");
        }
        ConcurrentHashMap<Integer, String> pictures = new ConcurrentHashMap<>();
        together(
                LargeSite.PICTURES,
                i -> pictures.put(
                        i,
                        gavlin.upload(SITE, TestPhotograph.jpeg(new Size(900 + i % 7 * 100, 700), i), "Picture " + i)));
        Random random = new Random(SEED);
        int[] chosen =
                random.ints(LargeSite.SLOTS + OVERRIDES, 0, LargeSite.PICTURES).toArray();
        together(OVERRIDES, i -> {
            try {
                gavlin.send(
                        "PUT",
                        "/api/v1/sites/" + SITE + "/slots/slot-" + i + "/fit?measure=geometry&section=section-"
                                + i % LargeSite.SECTIONS,
                        "{\"picture\":\"" + pictures.get(chosen[LargeSite.SLOTS + i]) + "\"}");
            } catch (java.io.IOException e) {
                if (!e.getMessage().contains("403")) { // that slot is the same in every section
                    throw e;
                }
            }
        });
        together(
                LargeSite.SLOTS,
                i -> gavlin.send(
                        "PUT",
                        "/api/v1/sites/" + SITE + "/slots/slot-" + i + "/fit",
                        "{\"picture\":\"" + pictures.get(chosen[i]) + "\"}"));
    }

    private interface Step {
        void run(int i) throws Exception;
    }

    private static void together(int count, Step step) {
        ExecutorService hands = Executors.newFixedThreadPool(4);
        CompletableFuture<?>[] all = IntStream.range(0, count)
                .mapToObj(i -> CompletableFuture.runAsync(
                        () -> {
                            try {
                                step.run(i);
                            } catch (Exception e) {
                                throw new IllegalStateException(e);
                            }
                        },
                        hands))
                .toArray(CompletableFuture[]::new);
        try {
            CompletableFuture.allOf(all).join();
        } finally {
            hands.shutdown();
        }
    }

    private void measure() {
        try (Playwright playwright = Playwright.create()) {
            Browser browser = playwright
                    .chromium()
                    .launch(new BrowserType.LaunchOptions()
                            .setExecutablePath(Path.of("/usr/bin/chromium"))
                            .setArgs(List.of("--no-sandbox", "--disable-gpu", "--disable-background-networking")));
            Page page = browser.newPage();
            page.setDefaultTimeout(120_000);
            page.navigate(gavlin.address() + "/sign-in");
            page.locator("[name=username]").fill("warden");
            page.locator("[name=password]").fill("tolvane-demo");
            page.locator("button:has-text('Sign in')").click();
            System.out.println("A site of 400 slots, 60 pages, 80 sections, 3,000 pictures");
            print("Plan: first contentful paint", ROUNDS, () -> firstPaint(page, "/plan"));
            print(
                    "Plan as a section: first contentful paint",
                    ROUNDS,
                    () -> firstPaint(page, "/plan?section=section-3"));
            print("a filter of its list, to the next frame", ROUNDS, () -> filter(page));
            print("bench of a slot: first contentful paint", ROUNDS, () -> firstPaint(page, "/slots/slot-7/bench"));
            print("contact sheet: first contentful paint", ROUNDS, () -> firstPaint(page, "/pictures"));
            print("a move to another theme, proposed and shown", 3, () -> move(page));
        }
    }

    private interface Way {
        double millis();
    }

    private static void print(String what, int rounds, Way way) {
        double[] millis = IntStream.range(0, rounds + 1)
                .mapToDouble(i -> way.millis())
                .skip(1)
                .toArray();
        System.out.printf(
                Locale.ROOT,
                "  %-46s %8.1f ms median, %.1f ms at most%n",
                what,
                Figures.median(millis),
                Figures.quantile(millis, 1));
    }

    private double firstPaint(Page page, String path) {
        page.navigate(gavlin.address() + "/sites/" + SITE + path);
        return ((Number) page.evaluate(
                        "new Promise(done => { const look = () => { const paint = performance.getEntriesByName('first-contentful-paint')[0];"
                                + " paint ? done(paint.startTime) : requestAnimationFrame(look); }; look(); })"))
                .doubleValue();
    }

    private double filter(Page page) {
        page.navigate(gavlin.address() + "/sites/" + SITE + "/plan");
        page.waitForLoadState();
        return ((Number)
                        page.evaluate(
                                "new Promise(done => { const field = document.querySelector('#filters [name=kind]'); field.value = 'banner';"
                                        + " const start = performance.now(); field.dispatchEvent(new Event('input', {bubbles: true}));"
                                        + " requestAnimationFrame(() => setTimeout(() => done(performance.now() - start))); })"))
                .doubleValue();
    }

    /** From the click to the whole list of what would become of each picture. */
    private double move(Page page) {
        page.navigate(gavlin.address() + "/sites/" + SITE + "/sheets");
        if (page.locator("tr:has-text('Larger')").count() == 0) {
            page.locator("[name=file]")
                    .setInputFiles(new com.microsoft.playwright.options.FilePayload(
                            "larger.json",
                            "application/json",
                            LargeSite.sheet(SEED + 1, "Larger").getBytes()));
            page.locator("text=Read it").click();
            page.navigate(gavlin.address() + "/sites/" + SITE + "/sheets");
        }
        long start = System.nanoTime();
        page.locator("tr:has-text('Larger') >> text=Move the site to it").click();
        page.locator("table.moves").waitFor();
        return (System.nanoTime() - start) / 1e6;
    }
}
