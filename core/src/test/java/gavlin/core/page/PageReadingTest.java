package gavlin.core.page;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.BadInput;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** Slots read out of a saved page. What the sizes are checked against is a real browser: see the walk of the slot sheets. */
class PageReadingTest {
    private static final Map<String, byte[]> FILES =
            Map.of("pilot-house.html", file("pilot-house.html"), "pilot-house_files/site.css", file("site.css"));
    private static final PageReading READING = PageReading.of(FILES);

    @ParameterizedTest
    @CsvSource({
        "site-logo,         logo,   192x48,  192x48,  contain",
        "hero,              banner, 1280x360, 390x240, cover",
        "card,              photo,  331x192, 358x192, cover",
        "holder,            banner, 1040x260, 358x90, cover",
        "avatar,            avatar, 64x64,   64x64,   cover",
        "half,              photo,  508x339, 358x239, cover",
        "map-frame,         photo,  520x293, 238x134, cover",
        "notice-picture,    photo,  320x80,  320x80,  cover",
    })
    void place_ofThePage_isProposedWithItsBoxes(String id, String kind, String desktop, String phone, String fit) {
        JsonNode slot = slot(id);
        assertEquals(kind, slot.path("kind").asString());
        assertEquals(desktop, box(slot, "desktop"));
        assertEquals(phone, box(slot, "phone"));
        assertEquals(fit, slot.at("/showings/0/objectFit").asString());
    }

    @Test
    void proposal_saysAllThatThePageSaid() {
        assertEquals("50% 20%", slot("card").at("/showings/0/objectPosition").asString());
        assertEquals("50% 0%", slot("hero").at("/showings/0/objectPosition").asString());
        assertEquals("#17313A", slot("site-logo").at("/showings/0/background").asString());
        assertEquals("circle", slot("avatar").path("shape").asString());
        assertEquals("[1,2]", slot("holder").path("densities").toString());
        assertEquals("required", slot("site-logo").path("transparency").asString());
        assertEquals(3, slot("card").at("/set/most").asInt());
        assertEquals("phone", slot("only-phone").at("/showings/0/id").asString());
        assertEquals(1, slot("only-phone").path("showings").size());
        assertEquals("The Pilot House", READING.title());
    }

    @Test
    void whatIsPassedOver_isSaidWithItsPlace() {
        String notes = String.join("\n", READING.notes());
        assertTrue(notes.contains("1 script in it, which were not run"), notes);
        assertTrue(notes.contains("https://fonts.example/css is not among the files"), notes);
        assertTrue(notes.contains("print.css is not among the files"), notes);
        assertTrue(notes.contains("https://elsewhere.example/base.css is imported"), notes);
        assertTrue(notes.contains("1 place has a picture whose size"), notes);
    }

    @Test
    void zipAndMhtml_ofTheSamePage_readTheSame() throws IOException {
        ByteArrayOutputStream zip = new ByteArrayOutputStream();
        try (ZipOutputStream out = new ZipOutputStream(zip)) {
            for (String name : FILES.keySet()) {
                out.putNextEntry(new ZipEntry(name));
                out.write(FILES.get(name));
            }
            out.putNextEntry(new ZipEntry("pilot-house_files/frame.html"));
            out.write("<p>a frame's own page</p>".getBytes());
        }
        assertEquals(slots(READING), slots(PageReading.of(Map.of("saved.zip", zip.toByteArray()))));
        String mhtml = """
                MIME-Version: 1.0
                Content-Type: multipart/related; type="text/html"; boundary="edge"

                --edge
                Content-Type: text/html; charset=utf-8
                Content-Location: https://pilot.example/

                %s
                --edge
                Content-Type: text/css
                Content-Location: https://pilot.example/pilot-house_files/site.css

                %s
                --edge--
                """.formatted(text("pilot-house.html"), text("site.css"));
        assertEquals(
                slots(READING), slots(PageReading.of(Map.of("saved.mhtml", mhtml.getBytes(StandardCharsets.UTF_8)))));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "a.css|body{}|there is no page among the files",
                "saved.zip|no zip|saved.zip is damaged",
                "picture.png|x|there is no page among the files"
            })
    void files_withoutAPage_areRefused(String name, String content, String says) {
        BadInput refused = assertThrows(BadInput.class, () -> PageReading.of(Map.of(name, content.getBytes())));
        assertTrue(refused.getMessage().contains(says), refused.getMessage());
    }

    @Test
    void pageToSignInOn_isSaid() {
        PageReading reading = PageReading.of(
                Map.of("in.html", "<form><input name=who><input type=password name=word></form>".getBytes()));
        assertTrue(
                String.join("\n", reading.notes()).contains("sign in first"),
                reading.notes().toString());
    }

    @Test
    void pageThatIsFarTooLarge_isRefusedInWords() {
        byte[] vast = "<!doctype html><p>word</p>".repeat(1_200_000).getBytes();
        BadInput refused = assertThrows(BadInput.class, () -> PageReading.of(Map.of("vast.html", vast)));
        assertTrue(
                refused.getMessage().matches("page and style sheets together have more than \\d+ MB: .*"),
                refused.getMessage());
    }

    /** A bar that is laid over the page, and stands in the document before, beside or after the picture that it covers. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "a fixed bar|<nav style='position:fixed;top:0;left:0;right:0;height:64px;background:#17313A'>Menu</nav>|<div class=hero></div>|0,0,1280,64",
                "one in a box of its own|<div style='position:relative;margin-left:40px;width:600px'><nav style='position:absolute;left:0;top:12px;width:300px;height:40px;background:#000'>Menu</nav></div>|<div class=hero></div>|40,12,300,40",
                "below a strip|<nav style='position:absolute;top:0;left:0;width:100%;height:90px;background:#fff'>Menu</nav>|<p style='height:50px;margin:0'></p><div class=hero></div>|0,0,1280,40",
                "painted under it|<nav style='position:absolute;top:0;width:100%;height:60px;background:#fff'>Menu</nav>|<div class=hero style='position:relative'></div>|none",
                "a curtain|<div style='position:fixed;inset:0;background:#000'></div>|<div class=hero></div>|none",
                "not shown|<nav hidden style='position:fixed;top:0;width:100%;height:60px;background:#fff;display:none'>Menu</nav>|<div class=hero></div>|none"
            })
    void barsFromElsewhereOnThePage_areObstructions(String name, String bar, String rest, String box) {
        String html =
                "<style>body{margin:0} .hero{height:360px;background:url(h.jpg) center/cover}</style>" + bar + rest;
        JsonNode over = PageReading.of(Map.of("bar.html", html.getBytes()))
                .proposals()
                .get(0)
                .slot()
                .at("/showings/0/obstructions");
        String found = over.isEmpty()
                ? "none"
                : over.at("/0/box")
                        .propertyStream()
                        .map(member ->
                                Long.toString(Math.round(member.getValue().asDouble())))
                        .collect(java.util.stream.Collectors.joining(","));
        assertEquals(box, found, over.toString());
    }

    @Test
    void siteIcons_areProposedInTheSizesThatTheHeadNames() {
        PageReading reading = PageReading.of(Map.of("i.html", """
                <link rel="shortcut icon" href="favicon.ico"><link rel="icon" sizes="32x32 48x48" href="i.png">
                <link rel="apple-touch-icon" href="t.png"><p>Words</p>""".getBytes()));
        JsonNode tab = reading.proposals().get(0).slot();
        assertEquals("icon", tab.path("kind").asString());
        assertEquals(48, tab.at("/size/width").asInt());
        assertEquals("[\"png\",\"ico\"]", tab.path("types").toString());
        assertEquals(180, reading.proposals().get(1).slot().at("/size/width").asInt());
    }

    /** Depth, breadth and wrong CSS cost bounded time; the bound is generous, the machine noisy. */
    @Test
    void hostilePages_areReadOrRefusedInTime() {
        String deep = "<div style='width:50%'>".repeat(30_000) + "<img width=10 height=10>";
        String wide = "<i><b><img width=9 height=9></b></i>".repeat(6_000);
        String rules = "div div div div > i ~ b:not(.x) img { width: calc(1px + 1px) }".repeat(4_000);
        String circle =
                ":root{--a:var(--b);--b:var(--a)var(--a)} img{width:var(--a);height:3px} " + "@media (".repeat(500);
        for (String html : List.of(
                deep,
                wide + "<style>" + rules + "</style>",
                "<style>" + circle + "</style><img>",
                "<div>".repeat(9_000) + "</div>".repeat(9_000) + "<img width=10 height=10>",
                "<div style='display:grid'>" + "<img width=9 height=9>".repeat(9_000) + "</div>",
                "<div style='display:flex'>" + "<div><img width=9 height=9></div>".repeat(6_000) + "</div>",
                "<style>{{{{</style><img style='width:1e999px;height:-4px'>",
                "\0\0\0")) {
            assertTimeoutPreemptively(Duration.ofSeconds(60), () -> {
                try {
                    PageReading.of(Map.of("page.html", html.getBytes()));
                } catch (BadInput e) {
                    assertFalse(e.getMessage().isBlank());
                }
            });
        }
        byte[] many = "<img width=9 height=9>".repeat(30_000).getBytes();
        assertThrows(BadInput.class, () -> PageReading.of(Map.of("page.html", many)));
    }

    private static String slots(PageReading reading) {
        return reading.proposals().stream().map(p -> p.slot().toString()).collect(Collectors.joining("\n"));
    }

    private static JsonNode slot(String id) {
        return READING.proposals().stream()
                .map(SlotProposal::slot)
                .filter(s -> s.path("id").asString().equals(id))
                .findFirst()
                .orElseThrow(() -> new AssertionError(id + " is not among\n" + slots(READING)));
    }

    private static String box(JsonNode slot, String showing) {
        for (JsonNode s : slot.path("showings")) {
            if (s.path("id").asString().equals(showing)) {
                return s.at("/box/width").asInt() + "x" + s.at("/box/height").asInt();
            }
        }
        return "none";
    }

    private static String text(String name) {
        return new String(file(name), StandardCharsets.UTF_8);
    }

    private static byte[] file(String name) {
        try (InputStream in = PageReadingTest.class.getResourceAsStream("/pages/" + name)) {
            return in.readAllBytes();
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }
}
