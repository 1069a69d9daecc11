package gavlin.web;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import gavlin.core.page.PageReading;
import gavlin.core.page.SlotProposal;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Oracle: Debian's Chromium lays out twenty saved pages in different styles, on a desktop and on a phone: sizes and places. */
class SavedPagesTest {
    private static final Path PAGES = Path.of("src/test/resources/saved-pages");
    /** What a picture fills: an image's content box, the box inside the borders of one with a picture behind it. */
    private static final String FILLED = """
            element => {
              const style = getComputedStyle(element);
              const box = element.getBoundingClientRect();
              const px = (...names) => names.reduce((sum, name) => sum + parseFloat(style[name]), 0);
              const image = element.tagName === 'IMG';
              return [
                box.width - px('borderLeftWidth', 'borderRightWidth') - (image ? px('paddingLeft', 'paddingRight') : 0),
                box.height - px('borderTopWidth', 'borderBottomWidth') - (image ? px('paddingTop', 'paddingBottom') : 0),
                box.left + px('borderLeftWidth') + (image ? px('paddingLeft') : 0),
                box.top + px('borderTopWidth') + (image ? px('paddingTop') : 0),
              ];
            }""";

    @Test
    void boxes_areThoseOfTheBrowser_inNineteenOfTwenty() throws IOException {
        List<String> wrong = new ArrayList<>();
        int all = 0;
        try (Playwright playwright = Playwright.create();
                Stream<Path> files = Files.list(PAGES)) {
            Browser browser = Chromium.launch(playwright);
            Page page = browser.newPage();
            List<Path> pages = files.filter(file -> file.toString().endsWith(".html"))
                    .sorted()
                    .toList();
            assertEquals(20, pages.size());
            for (Path file : pages) {
                PageReading reading = PageReading.of(Map.of("page.html", Files.readAllBytes(file)));
                assertTrue(!reading.proposals().isEmpty(), file + " has pictures: " + reading.notes());
                for (int[] screen : new int[][] {{1280, 800}, {390, 844}}) {
                    page.setViewportSize(screen[0], screen[1]);
                    page.setContent(Files.readString(file));
                    for (SlotProposal proposal : reading.proposals()) {
                        String said = box(proposal, screen[0]);
                        @SuppressWarnings("unchecked")
                        List<Number> box = (List<Number>)
                                page.locator(proposal.where()).first().evaluate(FILLED);
                        all++;
                        if (!near(said, box)) {
                            wrong.add(file.getFileName() + " " + proposal.where() + " on " + screen[0] + ": " + said
                                    + ", the browser has " + box);
                        }
                    }
                }
            }
        }
        System.out.printf(
                "saved pages: %d of %d boxes within 1 px%n%s%n", all - wrong.size(), all, String.join("\n", wrong));
        assertTrue(wrong.size() <= all * 0.05, String.join("\n", wrong));
    }

    @Test
    void whatLiesOverAPicture_isProposedWithItsWordsSizeAndInk() throws IOException {
        JsonNode slot = PageReading.of(Map.of("page.html", Files.readAllBytes(PAGES.resolve("09-absolute.html"))))
                .proposals()
                .get(0)
                .slot();
        JsonNode over = slot.at("/showings/0/obstructions");
        assertEquals("solid", over.at("/0/kind").asString());
        assertEquals(
                "{\"x\":0,\"y\":0,\"width\":1280,\"height\":64}",
                over.at("/0/box").toString());
        assertEquals("Open all winter", over.at("/1/text").asString());
        assertEquals(
                "{\"x\":40,\"y\":330,\"width\":460,\"height\":60}",
                over.at("/1/box").toString());
        assertEquals(44, over.at("/1/size").asDouble());
        assertEquals("#FFFFFF", over.at("/1/ink").asString());
        assertEquals(700, over.at("/1/weight").asInt());
    }

    @Test
    void largestBoxOverAllWidths_andTheFilesOffered_proposeSizeAndDensities() throws IOException {
        JsonNode cards = slot("02-floats.html");
        assertEquals(
                560, cards.at("/size/width").asInt(), "all of 600 px, less the page's margins, where the floats end");
        assertEquals("[1,2]", slot("11-image-set.html").path("densities").toString());
    }

    private static JsonNode slot(String file) throws IOException {
        return PageReading.of(Map.of("page.html", Files.readAllBytes(PAGES.resolve(file))))
                .proposals()
                .get(0)
                .slot();
    }

    private static String box(SlotProposal proposal, int screen) {
        for (JsonNode showing : proposal.slot().path("showings")) {
            if (showing.at("/screen/width").asInt() == screen) {
                return showing.at("/box/width").asInt() + "x"
                        + showing.at("/box/height").asInt() + "x"
                        + showing.at("/at/x").asInt(-1) + "x"
                        + showing.at("/at/y").asInt(-1);
            }
        }
        return "not known";
    }

    private static boolean near(String said, List<Number> box) {
        String[] sides = said.split("x");
        for (int i = 0; i < 4; i++) {
            if (sides.length != 4
                    || Math.abs(Double.parseDouble(sides[i]) - box.get(i).doubleValue()) > 1) {
                return false;
            }
        }
        return true;
    }
}
