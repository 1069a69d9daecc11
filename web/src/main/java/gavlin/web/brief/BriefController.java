package gavlin.web.brief;

import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.core.brief.Decision;
import gavlin.core.brief.Reach;
import gavlin.core.brief.SheetEdits;
import gavlin.core.brief.SizeDispute;
import gavlin.core.brief.Slot;
import gavlin.core.brief.StatedSize;
import gavlin.core.brief.Statement;
import gavlin.core.brief.TypingSlip;
import gavlin.core.geometry.Size;
import gavlin.web.account.SignedIn;
import gavlin.web.board.Rail;
import gavlin.web.board.Reaches;
import gavlin.web.board.SlotBoard;
import gavlin.web.board.SlotBoard.Entry;
import gavlin.web.fit.Fits;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sheets;
import gavlin.web.site.Sites;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** A slot's brief: statements and the decision between them, showings, sections, reach, and the ways to hand it on. */
@Controller
@RequestMapping("/sites/{site}/slots/{slot}")
class BriefController {
    private final Sites sites;
    private final Sheets sheets;
    private final Fits fits;
    private final SlotBoard board;
    private final Reaches reaches;
    private final Rail rail;

    BriefController(Sites sites, Sheets sheets, Fits fits, SlotBoard board, Reaches reaches, Rail rail) {
        this.sites = sites;
        this.sheets = sheets;
        this.fits = fits;
        this.board = board;
        this.reaches = reaches;
        this.rail = rail;
    }

    @ModelAttribute("open")
    OpenSite open(@AuthenticationPrincipal SignedIn who, @PathVariable String site) {
        return sites.open(who.viewer(), site);
    }

    @GetMapping
    String page(@ModelAttribute(name = "open", binding = false) OpenSite site, @PathVariable String slot, Model model) {
        Slot chosen = site.slot(slot);
        List<Entry> entries = board.entries(site);
        Entry entry = entries.get(site.sheet().numberOf(chosen) - 1);
        Reach reach = reaches.of(site, chosen);
        Set<String> own = fits.ownSections(site).getOrDefault(chosen.id(), Set.of());
        model.addAttribute("rail", rail.of(site, entries, "Plan"));
        model.addAttribute("entry", entry);
        model.addAttribute("slot", chosen);
        model.addAttribute("asks", BriefView.asks(chosen));
        model.addAttribute("brief", BriefView.of(site, chosen, entry.fit(), reach, List.copyOf(own)));
        model.addAttribute("reachSays", Reaches.says(reach, chosen, site.overrides(chosen)));
        model.addAttribute("base", "/sites/" + site.id() + "/slots/" + chosen.id());
        model.addAttribute("today", LocalDate.now());
        return "brief/brief";
    }

    /** Adds a statement, unless it looks mistyped and nobody has said that it is meant so. */
    @PostMapping("/statements")
    String state(
            @ModelAttribute(name = "open", binding = false) OpenSite site,
            @PathVariable String slot,
            @RequestParam String says,
            @RequestParam String source,
            @RequestParam(defaultValue = "") String date,
            @RequestParam(defaultValue = "false") boolean meant,
            RedirectAttributes flash) {
        Slot chosen = site.slot(slot);
        site.requireChange(OpenSite.WHOLE_SITE);
        flash.addFlashAttribute("typed", new Statement(says, source, date));
        try {
            Statement statement = new Statement(
                    filled("says", says, 200), filled("source", source, 300), date.isBlank() ? null : date(date));
            Optional<Size> slip = StatedSize.of(statement.says())
                    .flatMap(StatedSize::size)
                    .flatMap(size -> TypingSlip.meant(size, known(chosen)));
            if (slip.isPresent() && !meant) {
                flash.addFlashAttribute("slip", slip.get().label());
                return back(site, chosen);
            }
            sheets.edit(
                    site,
                    site.sheetId(),
                    json -> SheetEdits.addStatement(json, chosen.id(), statement),
                    "statement on " + chosen.name());
            flash.addFlashAttribute("typed", null);
            flash.addFlashAttribute("said", "The statement is on record.");
        } catch (BadInput e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return back(site, chosen);
    }

    /** Puts on record which size holds. */
    @PostMapping("/decision")
    String decide(
            @ModelAttribute(name = "open", binding = false) OpenSite site,
            @PathVariable String slot,
            @RequestParam String size,
            @RequestParam(defaultValue = "") String why,
            RedirectAttributes flash) {
        Slot chosen = site.slot(slot);
        site.requireChange(OpenSite.WHOLE_SITE);
        try {
            Size decided = StatedSize.of(size)
                    .flatMap(StatedSize::size)
                    .orElseThrow(() -> new BadInput("size", "expected a size such as 260×278, received " + size));
            Require.range("width", decided.width(), 1, 16_384, "px");
            Require.range("height", decided.height(), 1, 16_384, "px");
            Set<String> over = new LinkedHashSet<>();
            SizeDispute.of(chosen).ifPresent(d -> over.addAll(d.labels()));
            over.add(decided.label());
            Decision decision = new Decision(
                    decided,
                    new ArrayList<>(over),
                    Require.text("why", why, 300),
                    site.viewer().name(),
                    LocalDate.now().toString());
            sheets.edit(
                    site,
                    site.sheetId(),
                    json -> SheetEdits.decide(json, chosen.id(), decision),
                    chosen.name() + " is " + decided.label());
            flash.addFlashAttribute(
                    "said", chosen.name() + " is " + decided.label() + " from now on; that is on record.");
        } catch (BadInput e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return back(site, chosen);
    }

    /** Switches sections' own pictures on or off for this slot. */
    @PostMapping("/overriding")
    String overriding(
            @ModelAttribute(name = "open", binding = false) OpenSite site,
            @PathVariable String slot,
            @RequestParam boolean on,
            RedirectAttributes flash) {
        Slot chosen = site.slot(slot);
        sheets.overriding(site, chosen, on);
        flash.addFlashAttribute(
                "said",
                on
                        ? "Sections’ own pictures are seen again."
                        : "Every section shows the site’s picture now; their own are kept.");
        return back(site, chosen);
    }

    private static List<Size> known(Slot slot) {
        List<Size> known = new ArrayList<>();
        if (slot.brief().size() != null) {
            known.add(slot.brief().size());
        }
        slot.statements()
                .forEach(s -> StatedSize.of(s.says()).flatMap(StatedSize::size).ifPresent(known::add));
        return known;
    }

    private static String filled(String field, String value, int most) {
        String text = Require.text(field, value, most);
        if (text.isEmpty()) {
            throw new BadInput(field, field + " must not be empty");
        }
        return text;
    }

    private static String date(String value) {
        try {
            return LocalDate.parse(value.strip()).toString();
        } catch (DateTimeParseException e) {
            throw new BadInput("date", "expected a date such as 2026-05-02, received " + value);
        }
    }

    private static String back(OpenSite site, Slot slot) {
        return "redirect:/sites/" + site.id() + "/slots/" + slot.id();
    }
}
