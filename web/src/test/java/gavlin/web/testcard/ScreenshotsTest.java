package gavlin.web.testcard;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.options.ScreenshotType;
import gavlin.core.codec.PngWriter;
import gavlin.core.codec.Tags;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPage;
import gavlin.core.raster.Pixels;
import gavlin.core.testcard.CardReading;
import gavlin.core.testcard.TestCard;
import gavlin.web.Chromium;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.Random;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** Screenshots that Chromium takes of pages with a test card on them: what is read of each is what the page's own layout says. */
class ScreenshotsTest {
    private static final List<String> SLOTS =
            List.of("1920x480", "2000x400", "940x198", "1400x400", "260x278", "150x150", "100x100", "800x1200");
    private static final int CASES = 60;

    private static Playwright playwright;
    private static Browser browser;

    @BeforeAll
    static void start() {
        playwright = Playwright.create();
        browser = Chromium.launch(playwright);
    }

    @AfterAll
    static void stop() {
        playwright.close();
    }

    /** @param zoom the browser's @param over what lies over the frame, HTML @param css of the frame */
    private record Case(
            Size slot,
            int width,
            double deviceScale,
            double zoom,
            boolean jpeg,
            String css,
            String over,
            String corner) {
        double scale() {
            return deviceScale * zoom;
        }

        static Case of(int number) {
            Random random = new Random(number * 7919L);
            random.nextInt();
            Size slot = Size.parse(SLOTS.get(number % SLOTS.size()));
            double zoom = List.of(0.5, 0.8, 1.0, 1.0, 1.25, 2.0).get(number / 8 % 6);
            double deviceScale = List.of(1.0, 2.0, 1.0, 3.0, 1.5).get(number % 5);
            int width = List.of(390, 768, 1280, 1920).get(random.nextInt(4));
            boolean small = slot.width() < 500;
            int inside = (int) (width / zoom) - 80;
            String corner = small ? List.of("circle", "rounded", "rectangle").get(number / 8 % 3) : "rectangle";
            int side = Math.min(slot.width(), List.of(48, 96, 150, 240).get(random.nextInt(4)));
            boolean round = corner.equals("circle");
            int boxWidth = small ? side : inside;
            int boxHeight = small ? (round ? side : side * 9 / 10) : Math.min(600, boxWidth / (2 + random.nextInt(3)));
            String css = "width:" + boxWidth + "px;height:" + boxHeight + "px;border-radius:"
                    + (round ? "50%" : corner.equals("rounded") ? "12px" : "0");
            String over = small
                    ? ""
                    : switch (number / 2 % 4) {
                        case 0 ->
                            "<div style='position:absolute;left:0;top:0;right:0;height:24%;background:#f4f4f4'>menu</div>";
                        case 1 ->
                            "<div style='position:absolute;left:0;top:30%;width:50%;bottom:0;background:#17313a'></div>";
                        case 2 ->
                            "<h2 style='position:absolute;left:8%;top:40%;font:700 28px sans-serif;color:#fff;margin:0'>Five lights, one coast</h2>";
                        default -> "";
                    };
            return new Case(slot, width, deviceScale, zoom, number % 3 == 1, css, over, corner);
        }
    }

    private static String page(String middle) {
        return "<!doctype html><body style='margin:0;font:16px/1.5 sans-serif;background:linear-gradient(#fff,#e8f0f4)'>"
                + "<div style='height:64px;background:#a8221b;color:#fff'>A site of its own</div><h1>Welcome aboard</h1>"
                + "<p style='color:#c03'>Boats leave at <b>nine</b>, at noon and at four.</p>" + middle
                + "<p style='display:flex'>" + "<span style='width:40px;height:40px;background:#0bf'></span>".repeat(3)
                + "<span style='width:40px;height:40px;background:#f80'></span>".repeat(2) + "</p><p>"
                + "Bring a coat. ".repeat(60) + "</p>";
    }

    private static Page opened(int width, double deviceScale, double zoom, String html) {
        BrowserContext context = browser.newContext(new Browser.NewContextOptions()
                .setViewportSize((int) (width / zoom), 860)
                .setDeviceScaleFactor(deviceScale * zoom));
        Page page = context.newPage();
        page.setContent(html);
        return page;
    }

    private static Pixels shot(Page page, boolean jpeg) throws IOException {
        Page.ScreenshotOptions how = new Page.ScreenshotOptions();
        if (jpeg) {
            how.setType(ScreenshotType.JPEG).setQuality(80);
        }
        byte[] file = Chromium.screenshot(() -> page.screenshot(how));
        return pixels(ImageIO.read(new ByteArrayInputStream(file)));
    }

    private static Pixels pixels(BufferedImage image) {
        int[] argb = image.getRGB(0, 0, image.getWidth(), image.getHeight(), null, 0, image.getWidth());
        byte[] samples = new byte[argb.length * 3];
        for (int i = 0; i < argb.length; i++) {
            samples[3 * i] = (byte) (argb[i] >> 16);
            samples[3 * i + 1] = (byte) (argb[i] >> 8);
            samples[3 * i + 2] = (byte) argb[i];
        }
        return new Pixels(new Size(image.getWidth(), image.getHeight()), 3, samples);
    }

    private static String src(TestCard card) {
        return "data:image/png;base64," + Base64.getEncoder().encodeToString(PngWriter.write(card.draw(), Tags.NONE));
    }

    @SuppressWarnings("unchecked")
    private static Box<InPage> box(Page page, String selector) {
        Map<String, Number> box = (Map<String, Number>) page.evalOnSelector(
                selector,
                "e => { const { x, y, width, height } = e.getBoundingClientRect(); return { x, y, width, height }; }");
        return new Box<>(
                box.get("x").doubleValue(),
                box.get("y").doubleValue(),
                box.get("width").doubleValue(),
                box.get("height").doubleValue());
    }

    @Test
    void card_onSixtyPages_isFoundWithinOnePixelOfTheirLayout() throws IOException {
        List<String> wrong = new ArrayList<>();
        long millis = 0;
        long megapixels = 0;
        for (int number = 0; number < CASES; number++) {
            Case each = Case.of(number);
            TestCard card = TestCard.of(each.slot, 1, "masthead");
            Page page = opened(
                    each.width,
                    each.deviceScale,
                    each.zoom,
                    page(
                            "<div style='position:relative;margin:0 40px;width:max-content'><img style='display:block;object-fit:cover;"
                                    + each.css + "' src='" + src(card) + "'>" + each.over + "</div>"));
            page.waitForFunction("document.images[0].complete");
            Pixels shot = shot(page, each.jpeg);
            Box<InPage> frame = box(page, "img");
            long begin = System.nanoTime();
            CardReading reading = CardReading.of(List.of(card), shot, each.scale(), !each.jpeg);
            millis += (System.nanoTime() - begin) / 1_000_000;
            megapixels += shot.size().pixels();
            String said = judge(each, frame, reading);
            if (!said.isEmpty()) {
                wrong.add(number + " " + each + ": " + said);
            }
            page.context().close();
        }
        System.out.println("test card: " + CASES + " screenshots of " + megapixels / 1_000_000 + " megapixels read in "
                + millis + " ms");
        assertEquals(List.of(), wrong);
    }

    @Test
    void pagesWithoutTheCard_alsoColourfulOnes_andOthersCards_areNotTakenForIt() throws IOException {
        TestCard wanted = TestCard.of(Size.parse("1920x480"), 1, "masthead");
        List<String> found = new ArrayList<>();
        for (int number = 0; number < 30; number++) {
            Random random = new Random(number * 104_729L);
            StringBuilder middle = new StringBuilder();
            if (number % 3 == 0) { // another slot's card, and the same slot's in another size
                Size other = Size.parse(SLOTS.get(number % SLOTS.size()));
                middle.append("<img src='")
                        .append(src(TestCard.of(other, 1, "other")))
                        .append("'>");
            } else {
                for (int i = 0; i < 1200; i++) { // mosaics of the very same colours, with and without gaps
                    middle.append(
                            "<i style='float:left;width:20px;height:20px;margin:%dpx;background:rgb(%d,%d,%d)'></i>"
                                    .formatted(
                                            number % 3 - 1,
                                            random.nextBoolean() ? 224 : 32,
                                            random.nextBoolean() ? 224 : 32,
                                            random.nextBoolean() ? 224 : 32));
                }
            }
            Page page = opened(1280, 1 + number % 2, 1, page(middle.toString()));
            if (CardReading.of(List.of(wanted), shot(page, number % 4 == 1), 1 + number % 2, false) != null) {
                found.add("page " + number);
            }
            page.context().close();
        }
        assertEquals(List.of(), found);
    }

    @Test
    void squashedCard_saysSo_andTheFileOfTwiceTheDensityIsKnown() throws IOException {
        TestCard plain = TestCard.of(Size.parse("300x200"), 1, "logo");
        TestCard dense = TestCard.of(Size.parse("300x200"), 2, "logo");
        Page page = opened(1280, 1, 1, page("<img style='width:240px;height:100px' src='" + src(dense) + "'>"));
        page.waitForFunction("document.images[0].complete");
        CardReading reading = CardReading.of(List.of(plain, dense), shot(page, false), 1, true);
        assertNotNull(reading);
        assertEquals(2, reading.density());
        assertEquals(0.8, reading.across(), 0.005);
        assertEquals(0.5, reading.down(), 0.005);
        assertEquals(Box.parse("300x200"), reading.visible());
        page.context().close();
    }

    private static String judge(Case each, Box<InPage> frame, CardReading reading) {
        if (reading == null) {
            return "not found";
        }
        double s = each.scale();
        double off = Math.max(
                Math.max(
                        Math.abs(reading.at().x() / s - frame.x()),
                        Math.abs(reading.at().y() / s - frame.y())),
                Math.max(
                        Math.abs(reading.at().right() / s - frame.right()),
                        Math.abs(reading.at().bottom() / s - frame.bottom())));
        double cover = Math.max(frame.width() / each.slot.width(), frame.height() / each.slot.height());
        String said = off > 1 ? "frame off by " + off + ": " + reading.at() + " for " + frame + " at " + s : "";
        if (Math.abs(reading.across() - cover) * reading.visible().width() > 1
                || Math.abs(reading.down() - cover) * reading.visible().height() > 1) {
            said += " scale " + reading.across() + ", " + reading.down() + " for " + cover;
        }
        if (!reading.corner().shape().equals(each.corner)) {
            said += " corner " + reading.corner();
        }
        if (reading.obstructions().isEmpty() != each.over.isEmpty()) {
            said += " covered by " + reading.obstructions();
        }
        return said;
    }
}
