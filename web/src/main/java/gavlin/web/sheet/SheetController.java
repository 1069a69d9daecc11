package gavlin.web.sheet;

import gavlin.core.BadInput;
import gavlin.core.Slug;
import gavlin.core.brief.SheetEdits;
import gavlin.core.brief.SlotSheetFaults;
import gavlin.core.brief.SlotSheetFaults.Fault;
import gavlin.core.brief.SlotSheetReader;
import gavlin.core.page.Kinds;
import gavlin.web.account.SignedIn;
import gavlin.web.board.Rail;
import gavlin.web.board.SlotBoard;
import gavlin.web.problem.Conflict;
import gavlin.web.site.OpenSite;
import gavlin.web.site.SheetChanged;
import gavlin.web.site.Sheets;
import gavlin.web.site.Sites;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
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
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** A site's slot sheets: the list, and the editor with form and JSON side by side. */
@Controller
@RequestMapping("/sites/{site}/sheets")
class SheetController {
    private final Sites sites;
    private final Sheets sheets;
    private final SlotBoard board;
    private final Rail rail;

    SheetController(Sites sites, Sheets sheets, SlotBoard board, Rail rail) {
        this.sites = sites;
        this.sheets = sheets;
        this.board = board;
        this.rail = rail;
    }

    /** A slot sheet as somebody may still be writing it. */
    record Draft(String json) {}

    /** What stands against a draft; nothing when it is sound. */
    record Checked(boolean sound, List<Fault> faults) {}

    /** A sheet to start from. */
    record Source(String value, String name) {}

    @ModelAttribute("open")
    OpenSite open(@AuthenticationPrincipal SignedIn who, @PathVariable String site) {
        return sites.open(who.viewer(), site);
    }

    @GetMapping
    String list(
            @AuthenticationPrincipal SignedIn who,
            @ModelAttribute(name = "open", binding = false) OpenSite site,
            Model model) {
        model.addAttribute("rail", rail.of(site, board.entries(site), "Plan"));
        model.addAttribute("sheets", sheets.list(site));
        model.addAttribute(
                "others",
                sites.openAll(who.viewer()).stream()
                        .filter(other -> !other.id().equals(site.id()))
                        .map(other -> new Source(
                                other.id(),
                                (other.sheet().themeName() + " " + other.sheet().themeVersion()).strip() + ", as "
                                        + other.name() + " uses it"))
                        .toList());
        return "sheet/sheets";
    }

    @PostMapping("/{id}/remove")
    String remove(
            @ModelAttribute(name = "open", binding = false) OpenSite site,
            @PathVariable long id,
            RedirectAttributes flash) {
        try {
            sheets.remove(site, id);
            flash.addFlashAttribute("said", "The slot sheet is removed.");
        } catch (Conflict e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return "redirect:/sites/" + site.id() + "/sheets";
    }

    /** A new sheet: a copy of one of this site's or of another site's, or a file. It is not in use until the site moves to it. */
    @PostMapping
    String add(
            @AuthenticationPrincipal SignedIn who,
            @ModelAttribute(name = "open", binding = false) OpenSite site,
            @RequestParam(required = false) Long copy,
            @RequestParam(required = false) String other,
            @RequestParam(required = false) MultipartFile file,
            RedirectAttributes flash)
            throws IOException {
        try {
            Sheets.Text added;
            if (copy != null) {
                Sheets.Text source = sheets.get(site, copy);
                String name = source.sheet().themeName() + ", a copy";
                added = sheets.add(
                        site,
                        SheetEdits.renamed(source.json(), name, source.sheet().themeVersion()),
                        "a copy of sheet " + copy);
            } else if (other != null && !other.isBlank()) {
                OpenSite source = sites.open(who.viewer(), other);
                added = sheets.add(
                        site, sheets.get(source, source.sheetId()).json(), "as " + source.name() + " uses it");
            } else {
                added = sheets.add(site, text(file), "from the file " + file.getOriginalFilename());
            }
            return "redirect:/sites/" + site.id() + "/sheets/" + added.id();
        } catch (SlotSheetFaults e) {
            flash.addFlashAttribute("refused", "That file is no sound slot sheet.");
            flash.addFlashAttribute("faults", e.faults());
        } catch (BadInput e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return "redirect:/sites/" + site.id() + "/sheets";
    }

    @GetMapping("/{id}")
    String edit(@ModelAttribute(name = "open", binding = false) OpenSite site, @PathVariable long id, Model model) {
        Sheets.Text text = sheets.get(site, id);
        return editor(site, text, SheetEdits.pretty(text.json()), text.revision(), model);
    }

    /** What stands against a draft, as it is typed. */
    @PostMapping("/{id}/check")
    @ResponseBody
    Checked check(@ModelAttribute(name = "open", binding = false) OpenSite site, @RequestBody Draft draft) {
        try {
            SlotSheetReader.read(draft.json());
            return new Checked(true, List.of());
        } catch (SlotSheetFaults e) {
            return new Checked(false, e.faults());
        }
    }

    /** Saves; whatever stands against it, what was written comes back with the answer. */
    @PostMapping("/{id}")
    String save(
            @ModelAttribute(name = "open", binding = false) OpenSite site,
            @PathVariable long id,
            @RequestParam int base,
            @RequestParam String json,
            @RequestParam(defaultValue = "") String says,
            Model model,
            RedirectAttributes flash) {
        try {
            Sheets.Text saved = sheets.save(site, id, base, json, says.isBlank() ? "edited" : says);
            flash.addFlashAttribute("said", "Saved as revision " + saved.revision() + ".");
            return "redirect:/sites/" + site.id() + "/sheets/" + id;
        } catch (SlotSheetFaults e) {
            model.addAttribute("refused", "Not saved: it has faults.");
            model.addAttribute("faults", e.faults());
            return editor(site, sheets.get(site, id), json, base, model);
        } catch (SheetChanged e) {
            model.addAttribute("changed", e);
            return editor(site, sheets.get(site, id), json, e.revision(), model);
        }
    }

    @GetMapping("/{id}/export")
    ResponseEntity<byte[]> export(
            @ModelAttribute(name = "open", binding = false) OpenSite site,
            @PathVariable long id,
            @RequestParam(required = false) Integer revision) {
        Sheets.Text text = sheets.get(site, id);
        String json = revision == null ? text.json() : sheets.json(site, id, revision);
        String name = Slug.of(text.sheet().themeName() + " " + text.sheet().themeVersion());
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_JSON)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename((name.isEmpty() ? "slot-sheet" : name) + ".json")
                                .build()
                                .toString())
                .body(SheetEdits.pretty(json).getBytes(StandardCharsets.UTF_8));
    }

    private String editor(OpenSite site, Sheets.Text text, String json, int base, Model model) {
        model.addAttribute("rail", rail.of(site, board.entries(site), "Plan"));
        model.addAttribute("sheet", text);
        model.addAttribute("kinds", Kinds.usual().toString());
        model.addAttribute("json", json);
        model.addAttribute("base", base);
        model.addAttribute("history", sheets.history(site, text.id()));
        model.addAttribute("path", "/sites/" + site.id() + "/sheets/" + text.id());
        return "sheet/sheet";
    }

    static String text(MultipartFile file) throws IOException {
        if (file == null || file.isEmpty()) {
            throw new BadInput("file", "choose a file first");
        }
        if (file.getSize() > SlotSheetReader.MAX_BYTES) {
            throw new BadInput(
                    "file",
                    "the file has " + file.getSize() + " bytes; at most " + SlotSheetReader.MAX_BYTES + " are allowed");
        }
        return new String(file.getBytes(), StandardCharsets.UTF_8);
    }
}
