package gavlin.web.sheet;

import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.core.brief.SheetEdits;
import gavlin.core.brief.Slot;
import gavlin.core.brief.SlotSheetFaults;
import gavlin.core.decoder.Decoders;
import gavlin.core.decoder.Source;
import gavlin.core.geometry.Ratio;
import gavlin.core.page.PageReading;
import gavlin.core.page.SizeList;
import gavlin.core.page.SlotProposal;
import gavlin.web.account.SignedIn;
import gavlin.web.board.Rail;
import gavlin.web.board.SlotBoard;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sheets;
import gavlin.web.site.Sites;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.multipart.MultipartFile;
import tools.jackson.databind.node.ObjectNode;

/** Reads a saved page, or a pasted list of sizes, for slots; each is put into the sheet when a person accepts it. */
@Controller
@RequestMapping("/sites/{site}/sheets/{id}/page")
class SavedPageController {
    private final Sites sites;
    private final Sheets sheets;
    private final SlotBoard board;
    private final Rail rail;
    private final Decoders decoders;

    SavedPageController(Sites sites, Sheets sheets, SlotBoard board, Rail rail, Decoders decoders) {
        this.decoders = decoders;
        this.sites = sites;
        this.sheets = sheets;
        this.board = board;
        this.rail = rail;
    }

    /**
     * A proposed slot as the page shows it.
     *
     * @param json all of it, to be sent back when it is accepted
     */
    record Row(
            String name,
            String kind,
            String where,
            int places,
            List<String> reasons,
            String json,
            String size,
            double width,
            double height) {
        static Row of(SlotProposal proposal) {
            ObjectNode slot = proposal.slot();
            double width = slot.at("/size/width").asDouble();
            boolean byRatio = slot.has("ratio");
            String asked = slot.path("ratio").asString("") + (byRatio ? ", " : "");
            double height = byRatio
                    ? width / Ratio.parse(slot.path("ratio").asString()).proportion()
                    : slot.at("/size/height").asDouble();
            return new Row(
                    slot.path("name").asString(),
                    slot.path("kind").asString(),
                    proposal.where(),
                    proposal.places(),
                    proposal.reasons(),
                    slot.toString(),
                    asked + (byRatio ? "%.0f wide".formatted(width) : "%.0f×%.0f".formatted(width, height)),
                    width,
                    height);
        }
    }

    /** @param page the name under which its page plans are kept */
    record Accepted(ObjectNode slot, String page) {}

    record Answer(String says) {}

    @ModelAttribute("open")
    OpenSite open(@AuthenticationPrincipal SignedIn who, @PathVariable String site) {
        OpenSite open = sites.open(who.viewer(), site);
        open.requireChange(OpenSite.WHOLE_SITE);
        return open;
    }

    @GetMapping
    String ask(@ModelAttribute(name = "open", binding = false) OpenSite site, @PathVariable long id, Model model) {
        Sheets.Text sheet = sheets.get(site, id);
        model.addAttribute("rail", rail.of(site, board.entries(site), "Plan"));
        model.addAttribute("sheet", sheet);
        model.addAttribute(
                "kinds", Stream.of(Slot.Kind.values()).map(Slot.Kind::word).toList());
        model.addAttribute("path", "/sites/" + site.id() + "/sheets/" + id);
        return "sheet/page";
    }

    @PostMapping
    String read(
            @ModelAttribute(name = "open", binding = false) OpenSite site,
            @PathVariable long id,
            @RequestParam(defaultValue = "") List<MultipartFile> files,
            Model model)
            throws IOException {
        try {
            Map<String, Source> given = new LinkedHashMap<>();
            for (MultipartFile file : files) {
                if (!file.isEmpty() && file.getOriginalFilename() != null) {
                    given.put(file.getOriginalFilename(), to -> copy(file, to));
                }
            }
            show(decoders.page(given), model);
        } catch (BadInput e) {
            model.addAttribute("refused", e.getMessage());
        }
        return ask(site, id, model);
    }

    @PostMapping("/list")
    String readList(
            @ModelAttribute(name = "open", binding = false) OpenSite site,
            @PathVariable long id,
            @RequestParam(defaultValue = "") String list,
            Model model) {
        model.addAttribute("list", list);
        try {
            show(SizeList.read(list), model);
        } catch (BadInput e) {
            model.addAttribute("refused", e.getMessage());
        }
        return ask(site, id, model);
    }

    private static void show(PageReading reading, Model model) {
        model.addAttribute("title", reading.title().isBlank() ? "A page" : reading.title());
        model.addAttribute("rows", reading.proposals().stream().map(Row::of).toList());
        model.addAttribute("notes", reading.notes());
    }

    private static void copy(MultipartFile file, OutputStream to) throws IOException {
        try (InputStream in = file.getInputStream()) {
            in.transferTo(to);
        }
    }

    /** Puts one proposed slot into the sheet, on top of whatever it says now. */
    @PostMapping("/slots")
    @ResponseBody
    Answer accept(
            @ModelAttribute(name = "open", binding = false) OpenSite site,
            @PathVariable long id,
            @RequestBody Accepted accepted) {
        String page = Require.text("page", accepted.page(), 80);
        if (page.isEmpty() || accepted.slot() == null) {
            throw new BadInput("page", "say which page it stands on");
        }
        try {
            Sheets.Text saved = sheets.edit(
                    site,
                    id,
                    json -> SheetEdits.addSlot(Beginning.leftBehind(json), accepted.slot(), page),
                    "accepted for the page " + page);
            return new Answer("slot " + saved.sheet().slots().size() + " of the sheet now");
        } catch (SlotSheetFaults e) {
            throw new BadInput(
                    "slot",
                    accepted.slot().path("name").asString("the slot") + " "
                            + e.faults().get(0).says());
        }
    }
}
