package gavlin.web.dispatch;

import gavlin.core.BadInput;
import gavlin.core.brief.Slot;
import gavlin.core.brief.SlotSheet;
import gavlin.core.codec.PictureType;
import gavlin.core.fit.NamePattern;
import gavlin.web.account.SignedIn;
import gavlin.web.board.Phrases;
import gavlin.web.board.Rail;
import gavlin.web.board.SlotBoard;
import gavlin.web.fit.FileNames;
import gavlin.web.fit.FitState;
import gavlin.web.fit.StoredRendition;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.NotFound;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import gavlin.web.store.Attachment;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpHeaders;
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
    private final SlotBoard board;
    private final Rail rail;

    DispatchController(Sites sites, Dispatches dispatches, SlotLinks links, SlotBoard board, Rail rail) {
        this.sites = sites;
        this.dispatches = dispatches;
        this.links = links;
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
            @RequestParam(defaultValue = "") String reason,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        try {
            return "redirect:/sites/" + open.id() + "/dispatches/"
                    + dispatches.take(open, reason).id();
        } catch (BadInput | Conflict e) {
            flash.addFlashAttribute("refused", e.getMessage());
            return "redirect:/sites/" + open.id() + "/dispatch";
        }
    }

    @GetMapping("/sites/{site}/dispatches/{id}")
    String one(@AuthenticationPrincipal SignedIn who, @PathVariable String site, @PathVariable long id, Model model) {
        OpenSite open = sites.open(who.viewer(), site);
        Dispatches.View dispatch = dispatches.get(open, id);
        model.addAttribute("rail", rail.of(open, board.entries(open), "Dispatch"));
        model.addAttribute("path", "/sites/" + open.id());
        model.addAttribute("dispatch", dispatch);
        model.addAttribute("warden", open.warden());
        model.addAttribute(
                "weight",
                Phrases.weight(dispatch.files().stream()
                        .mapToLong(DispatchedFile.View::bytes)
                        .sum()));
        return "dispatch/one";
    }

    @PostMapping("/sites/{site}/dispatches/{id}/back")
    String back(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable long id,
            @RequestParam(defaultValue = "") String slot,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        List<Dispatches.Back> all = dispatches.putBack(open, dispatches.get(open, id), slot);
        List<String> not = all.stream()
                .filter(each -> !each.done())
                .map(each -> each.slot() + ": " + each.says())
                .toList();
        if (not.isEmpty()) {
            flash.addFlashAttribute(
                    "said",
                    (all.size() == 1
                                    ? "It is decided again as it was then."
                                    : "All of it is decided again as it was then.")
                            + " It leaves with the next dispatch.");
        } else {
            flash.addFlashAttribute("refused", "Not put back: " + String.join("; ", not) + ".");
        }
        return "redirect:/sites/" + open.id() + "/dispatches/" + id;
    }

    /** One file of a dispatch, to be looked at. */
    @GetMapping("/sites/{site}/dispatches/{id}/file")
    void file(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable long id,
            @RequestParam String path,
            HttpServletResponse response)
            throws IOException {
        Dispatches.View dispatch = dispatches.get(sites.open(who.viewer(), site), id);
        DispatchedFile.View file = dispatch.files().stream()
                .filter(each -> each.path().equals(path))
                .findFirst()
                .orElseThrow(() -> new NotFound("file", path));
        dispatches.requireBytes(List.of(file));
        response.setContentType(PictureType.ofWord(file.type()).mediaType());
        response.setHeader(HttpHeaders.CACHE_CONTROL, "private, max-age=2592000, immutable");
        response.setContentLengthLong(file.bytes());
        dispatches.copy(file, response.getOutputStream());
    }

    /** The files of a dispatch as they were, whatever was decided since. */
    @GetMapping("/sites/{site}/dispatches/{id}/files.zip")
    void earlier(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable long id,
            HttpServletResponse response)
            throws IOException {
        OpenSite open = sites.open(who.viewer(), site);
        Dispatches.View dispatch = dispatches.get(open, id);
        dispatches.requireBytes(dispatch.files());
        Attachment.announce(response, "application/zip", open.id() + "-dispatch-" + id + ".zip");
        dispatches.write(dispatch, response.getOutputStream());
    }
}
