package gavlin.web.dispatch;

import gavlin.core.BadInput;
import gavlin.core.brief.Slot;
import gavlin.core.brief.SlotSheet;
import gavlin.core.fit.NamePattern;
import gavlin.web.account.SignedIn;
import gavlin.web.board.Phrases;
import gavlin.web.board.Rail;
import gavlin.web.board.SlotBoard;
import gavlin.web.connect.Connections;
import gavlin.web.fit.FileNames;
import gavlin.web.fit.FitState;
import gavlin.web.fit.StoredRendition;
import gavlin.web.problem.Conflict;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import java.util.List;
import java.util.Map;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The list of what is to leave, and each dispatch that did. */
@Controller
class DispatchController {
    private final Sites sites;
    private final Dispatches dispatches;
    private final SlotLinks links;
    private final Connections connections;
    private final SlotBoard board;
    private final Rail rail;

    DispatchController(
            Sites sites, Dispatches dispatches, SlotLinks links, Connections connections, SlotBoard board, Rail rail) {
        this.sites = sites;
        this.dispatches = dispatches;
        this.links = links;
        this.connections = connections;
        this.board = board;
        this.rail = rail;
    }

    /**
     * One line of the list.
     *
     * @param file its name; null while it is not made
     * @param more densities that go along
     */
    public record Row(
            String number,
            String name,
            String section,
            String bench,
            String file,
            String size,
            String weight,
            List<Integer> more,
            String change,
            List<String> against,
            String description,
            String picture,
            String slot,
            String sectionId,
            String link) {}

    @GetMapping("/sites/{site}/dispatch")
    String list(@AuthenticationPrincipal SignedIn who, @PathVariable String site, Model model) {
        OpenSite open = sites.open(who.viewer(), site);
        List<Dispatches.Line> lines = dispatches.lines(open);
        Map<String, String> leads = links.of(open);
        List<SlotBoard.Entry> entries = board.entries(open);
        model.addAttribute("rail", rail.of(open, entries, "Dispatch"));
        model.addAttribute("path", "/sites/" + open.id());
        model.addAttribute("warden", open.warden());
        model.addAttribute("pattern", open.names().text());
        model.addAttribute("words", NamePattern.WORDS);
        model.addAttribute(
                "rows", lines.stream().map(line -> row(open, line, leads)).toList());
        model.addAttribute(
                "held", lines.stream().filter(line -> !line.against().isEmpty()).count());
        model.addAttribute("sentence", sentence(lines, entries));
        model.addAttribute("earlier", dispatches.earlier(open));
        model.addAttribute("connection", connections.of(open).orElse(null));
        return "dispatch/dispatch";
    }

    private static Row row(OpenSite site, Dispatches.Line line, Map<String, String> links) {
        FitState fit = line.fit();
        StoredRendition file = line.file();
        return new Row(
                String.format("%02d", site.sheet().numberOf(fit.slot())),
                fit.slot().name(),
                fit.section().isEmpty()
                        ? ""
                        : site.sheet()
                                .section(fit.section())
                                .map(SlotSheet.Section::name)
                                .orElse(fit.section()),
                "/sites/" + site.id() + "/slots/" + fit.slot().id() + "/bench"
                        + fit.place().query(),
                file == null ? null : FileNames.of(site, fit, file, 1),
                fit.plan().size().label(),
                file == null ? "" : Phrases.weight(file.bytes()),
                fit.slot().brief().densities().stream()
                        .filter(density -> density > 1)
                        .toList(),
                line.change().word(),
                line.against(),
                fit.picture().words().description(),
                "/sites/" + site.id() + "/pictures/" + fit.picture().id(),
                fit.slot().id(),
                fit.section(),
                links.getOrDefault(SlotLinks.place(fit), ""));
    }

    private static String sentence(List<Dispatches.Line> lines, List<SlotBoard.Entry> entries) {
        long waiting = entries.stream().filter(SlotBoard.Entry::needsAttention).count();
        long go = lines.stream().filter(line -> line.against().isEmpty()).count();
        long anew = lines.stream()
                .filter(line -> line.against().isEmpty() && line.change() != Dispatches.Change.SAME)
                .count();
        String ready = go == 0
                ? "Nothing is ready to go: accept what fits on the bench or on the Plan."
                : (go == 1 ? "One picture is ready to go, " : go + " pictures are ready to go, ") + (said(anew, go));
        return ready
                + (waiting == 0
                        ? ""
                        : waiting == 1
                                ? " One slot still waits for a decision."
                                : " " + waiting + " slots still wait for a decision.");
    }

    private static String said(long anew, long go) {
        return anew == 0
                ? "nothing of it new since the last time."
                : anew == go ? "all of it new or changed." : anew + " of them new or changed.";
    }

    /** How files are called from now on. */
    @PostMapping("/sites/{site}/dispatch/names")
    String names(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestParam String pattern,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        try {
            sites.name(open, new NamePattern(pattern.strip()));
            flash.addFlashAttribute("said", "Files are named so from now on, also on the bench and in code.");
        } catch (BadInput e) {
            flash.addFlashAttribute("refused", e.getMessage());
            flash.addFlashAttribute("typed", pattern);
        }
        return "redirect:/sites/" + open.id() + "/dispatch";
    }

    /** Where a click on a slot's picture leads. */
    @PostMapping("/sites/{site}/dispatch/links")
    String lead(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestParam String slot,
            @RequestParam(defaultValue = "") String section,
            @RequestParam(defaultValue = "") String link,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        Slot led = open.slot(slot);
        try {
            links.lead(open, led, section, link);
            flash.addFlashAttribute(
                    "said",
                    led.name() + (link.isBlank() ? " leads nowhere now." : " leads to " + link.strip() + " now."));
        } catch (BadInput e) {
            flash.addFlashAttribute("refused", led.name() + ": " + e.getMessage());
        }
        return "redirect:/sites/" + open.id() + "/dispatch";
    }

    @PostMapping("/sites/{site}/dispatch")
    String take(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestParam(defaultValue = Dispatch.PACKAGE) String to,
            @RequestParam(defaultValue = "") String reason,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        String target = to.equals(Dispatch.SITE) ? Dispatch.SITE : Dispatch.PACKAGE;
        try {
            return "redirect:/sites/" + open.id() + "/dispatches/"
                    + dispatches.take(open, target, reason).id();
        } catch (BadInput | Conflict e) {
            flash.addFlashAttribute("refused", e.getMessage());
            return "redirect:/sites/" + open.id() + "/dispatch";
        }
    }
}
