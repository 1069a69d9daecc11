package gavlin.web.testcard;

import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.core.Slug;
import gavlin.core.brief.SheetEdits;
import gavlin.core.brief.SlotSheetFaults;
import gavlin.core.brief.Statement;
import gavlin.core.codec.PictureType;
import gavlin.core.geometry.Size;
import gavlin.core.speech.Said;
import gavlin.core.testcard.CardReading;
import gavlin.core.testcard.Covered;
import gavlin.web.board.Rail;
import gavlin.web.board.SlotBoard;
import gavlin.web.connect.Connections;
import gavlin.web.connect.Connector;
import gavlin.web.connect.SiteRefused;
import gavlin.web.connect.SiteUnreachable;
import gavlin.web.fit.Desk;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sheets;
import gavlin.web.store.FileStore;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** A slot's test card: to take along to the site, and the screenshots that come back. */
@Controller
@RequestMapping("/sites/{site}/slots/{slot}/test-card")
class TestCardController {
    private static final int MOST_SCREENSHOTS = 12;
    private static final int LONGEST = 20_000;

    private final TestCards cards;
    private final Sheets sheets;
    private final Connections connections;
    private final SlotBoard board;
    private final Rail rail;
    private final JsonMapper json;

    TestCardController(
            TestCards cards, Sheets sheets, Connections connections, SlotBoard board, Rail rail, JsonMapper json) {
        this.cards = cards;
        this.sheets = sheets;
        this.connections = connections;
        this.board = board;
        this.rail = rail;
        this.json = json;
    }

    /**
     * One screenshot, as the page tells of it.
     *
     * @param refused null where it could be read
     * @param showing as a member of the slot sheet, to be recorded
     * @param label of the frame
     */
    public record Shot(
            String file, String refused, CardReading reading, List<String> says, String showing, String label) {}

    @GetMapping
    String page(Desk desk, Model model) {
        Size size = TestCards.size(desk);
        model.addAttribute("rail", rail.of(desk.site(), board.entries(desk.site()), "Plan"));
        model.addAttribute("number", String.format("%02d", desk.site().sheet().numberOf(desk.slot())));
        model.addAttribute("slot", desk.slot());
        model.addAttribute("size", size);
        model.addAttribute("type", TestCards.type(desk).label());
        model.addAttribute("densities", desk.slot().brief().densities());
        model.addAttribute("path", desk.path() + "/test-card");
        model.addAttribute("brief", desk.path());
        model.addAttribute("warden", desk.site().warden());
        model.addAttribute("reached", connections.of(desk.site()).isPresent());
        return "testcard/card";
    }

    @GetMapping("/file")
    void card(Desk desk, @RequestParam(defaultValue = "1") int density, HttpServletResponse response)
            throws IOException {
        TestCardApi.send(cards, desk, density, TestCards.type(desk), response);
    }

    /** Puts the card into its slot on the site. What stood there comes back with the next dispatch. */
    @PostMapping("/send")
    String send(Desk desk, RedirectAttributes flash) {
        desk.site().requireChange(OpenSite.WHOLE_SITE);
        PictureType type = TestCards.type(desk);
        byte[] bytes = cards.draw(desk, 1, type);
        Connector.File card = new Connector.File(
                desk.slot().id(),
                desk.section(),
                1,
                desk.slot().id() + "/" + TestCards.fileName(desk, 1, type),
                type.mediaType(),
                FileStore.sha256(bytes),
                bytes);
        try (Connector there = connections.open(desk.site().id())) {
            String none = there.noPlaceFor(desk.slot().id(), desk.section(), 1);
            if (none != null) {
                throw SiteRefused.thisFile(none);
            }
            there.put(card);
            there.publish();
            flash.addFlashAttribute(
                    "said",
                    "The card stands on the site. What stood there comes back when you send again from Dispatch.");
        } catch (SiteRefused | SiteUnreachable e) {
            flash.addFlashAttribute("refused", "The site didn't take the card: " + e.getMessage());
        }
        return "redirect:" + desk.path() + "/test-card";
    }

    /** Reads what was brought; nothing of it is kept until somebody records it. */
    @PostMapping
    String read(
            Desk desk,
            @RequestParam(defaultValue = "") List<MultipartFile> screenshots,
            @RequestParam(defaultValue = "1") double deviceScale,
            Model model)
            throws IOException {
        List<Shot> shots = new ArrayList<>();
        for (MultipartFile file : screenshots.stream().limit(MOST_SCREENSHOTS).toList()) {
            if (!file.isEmpty()) {
                shots.add(shot(desk, file, deviceScale));
            }
        }
        model.addAttribute("shots", shots);
        range(shots, deviceScale, model);
        model.addAttribute("deviceScale", Said.plain(deviceScale));
        if (shots.isEmpty()) {
            model.addAttribute("refused", "Choose at least one screenshot, as PNG or JPEG.");
        } else if (screenshots.size() > MOST_SCREENSHOTS) {
            model.addAttribute(
                    "refused",
                    "Of " + screenshots.size() + " screenshots the first " + MOST_SCREENSHOTS
                            + " were read; bring the others by themselves.");
        }
        return page(desk, model);
    }

    private Shot shot(Desk desk, MultipartFile file, double deviceScale) throws IOException {
        String name = file.getOriginalFilename() == null ? "screenshot" : file.getOriginalFilename();
        try {
            CardReading reading = cards.read(desk, file, deviceScale);
            return new Shot(
                    name,
                    null,
                    reading,
                    CardWords.of(reading, desk.slot(), TestCards.size(desk)),
                    showing(reading, deviceScale).toString(),
                    CardWords.label(reading.frame().width(), reading.frame().height()));
        } catch (BadInput e) {
            return new Shot(name, e.getMessage(), null, List.of(), null, null);
        }
    }

    /** Of several screenshots that differ in width: one showing whose box runs from the narrowest to the widest. */
    private void range(List<Shot> shots, double deviceScale, Model model) {
        List<CardReading> read = shots.stream()
                .map(Shot::reading)
                .filter(Objects::nonNull)
                .sorted(Comparator.comparingDouble(reading -> reading.frame().width()))
                .toList();
        if (read.size() < 2) {
            return;
        }
        CardReading narrow = read.get(0);
        CardReading wide = read.get(read.size() - 1);
        if (Math.round(wide.frame().width()) <= Math.round(narrow.frame().width())) {
            return;
        }
        ObjectNode showing = showing(narrow, deviceScale);
        ((ObjectNode) showing.get("box")).set("to", showing(wide, deviceScale).get("box"));
        model.addAttribute("range", showing.toString());
        model.addAttribute(
                "rangeLabel",
                CardWords.label(narrow.frame().width(), narrow.frame().height()) + " to "
                        + CardWords.label(wide.frame().width(), wide.frame().height()));
    }

    private ObjectNode showing(CardReading reading, double deviceScale) {
        ObjectNode showing = json.createObjectNode();
        long width = Math.max(1, Math.round(reading.frame().width()));
        long height = Math.max(1, Math.round(reading.frame().height()));
        showing.putObject("box").put("width", width).put("height", height);
        showing.put("objectFit", reading.squashed() ? "fill" : "cover");
        showing.putObject("at")
                .put("x", Math.round(reading.at().x() / deviceScale))
                .put("y", Math.max(0, Math.round(reading.at().y() / deviceScale)));
        ArrayNode over = showing.putArray("obstructions");
        int n = 1;
        for (Covered each : reading.obstructions()) {
            ObjectNode one = over.addObject()
                    .put("name", (each.kind().equals("words") ? "words " : "measured ") + n++)
                    .put("kind", each.kind());
            one.putObject("box")
                    .put("x", Math.max(0, Math.round(each.box().x())))
                    .put("y", Math.max(0, Math.round(each.box().y())))
                    .put("width", Math.max(1, Math.round(each.box().width())))
                    .put("height", Math.max(1, Math.round(each.box().height())));
        }
        return showing;
    }

    /** Puts a frame that was measured into the slot sheet, as a showing; with its size as a statement when that was asked. */
    @PostMapping("/showing")
    String record(
            Desk desk,
            @RequestParam String showing,
            @RequestParam String page,
            @RequestParam int width,
            @RequestParam(defaultValue = "false") boolean statement,
            RedirectAttributes flash) {
        desk.site().requireChange(OpenSite.WHOLE_SITE);
        try {
            ObjectNode measured = read(showing);
            String on = Require.text("page", page, 80);
            if (on.isEmpty()) {
                throw new BadInput("page", "say which page the screenshot shows");
            }
            Require.range("width", width, 100, 10_000, "px");
            measured.put("name", width + " px");
            measured.put("id", "measured-" + width + "-" + Slug.of(on));
            measured.putObject("screen").put("width", width);
            String says = CardWords.label(
                    measured.at("/box/width").asDouble(),
                    measured.at("/box/height").asDouble());
            sheets.edit(
                    desk.site(),
                    desk.site().sheetId(),
                    sheet -> {
                        String added = SheetEdits.addShowing(sheet, desk.slot().id(), measured, on);
                        return !statement
                                ? added
                                : SheetEdits.addStatement(
                                        added,
                                        desk.slot().id(),
                                        new Statement(
                                                says,
                                                "the live page, " + on + " at " + width + " px, by the test card",
                                                LocalDate.now().toString(),
                                                true));
                    },
                    desk.slot().name() + " measured on " + on);
            JsonNode to = measured.at("/box/to");
            String range = !to.isObject()
                    ? ""
                    : " to "
                            + CardWords.label(
                                    to.path("width").asDouble(),
                                    to.path("height").asDouble());
            flash.addFlashAttribute(
                    "said", "Measured and on record: " + says + range + " on " + on + " at " + width + " px.");
            return "redirect:" + desk.path();
        } catch (SlotSheetFaults e) {
            flash.addFlashAttribute("refused", e.faults().get(0).says());
        } catch (BadInput e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return "redirect:" + desk.path() + "/test-card";
    }

    private ObjectNode read(String showing) {
        try {
            JsonNode node = showing.length() > LONGEST ? null : json.readTree(showing);
            if (node != null && node.isObject()) {
                return (ObjectNode) node;
            }
        } catch (JacksonException e) {
            // Said below.
        }
        throw new BadInput("showing", "what was measured can't be read any more: give the screenshot again");
    }
}
