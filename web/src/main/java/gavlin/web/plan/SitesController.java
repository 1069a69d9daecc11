package gavlin.web.plan;

import gavlin.core.BadInput;
import gavlin.web.account.Accounts;
import gavlin.web.account.SignedIn;
import gavlin.web.board.SlotBoard;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

@Controller
class SitesController {
    private static final int ON_A_PAGE = 40;
    /** So many are found by looking. */
    private static final int FEW = 8;

    private final Sites sites;
    private final SlotBoard board;
    private final Accounts accounts;

    SitesController(Sites sites, SlotBoard board, Accounts accounts) {
        this.accounts = accounts;
        this.sites = sites;
        this.board = board;
    }

    /** A site whose theme another can begin with. */
    record Source(String id, String name, String theme) {}

    /** @param leftOff whether it is where they worked last */
    record SiteRow(String id, String name, String theme, int slots, long waiting, String role, boolean leftOff) {}

    /** @param q a part of a name or an id, in any case */
    @GetMapping("/sites")
    String all(
            @AuthenticationPrincipal SignedIn who,
            @RequestParam(defaultValue = "") String q,
            @RequestParam(defaultValue = "1") int page,
            Model model) {
        List<OpenSite> every = sites.openAll(who.viewer());
        String last = accounts.lastSite(who.viewer());
        String wanted = q.strip().toLowerCase(Locale.ROOT);
        List<OpenSite> found = every.stream()
                .filter(site ->
                        (site.name() + " " + site.id()).toLowerCase(Locale.ROOT).contains(wanted))
                .sorted(Comparator.comparing(site -> !site.id().equals(last))) // stable: the others stay by name
                .toList();
        int pages = Math.max(1, (found.size() + ON_A_PAGE - 1) / ON_A_PAGE);
        int shown = Math.max(1, Math.min(page, pages));
        model.addAttribute("viewer", who.viewer().name());
        model.addAttribute("people", who.viewer().looksAfterPeople());
        model.addAttribute("archived", sites.archived(who.viewer()));
        model.addAttribute("mayMake", who.viewer().mayMakeSites());
        model.addAttribute("q", q.strip());
        model.addAttribute("searched", every.size() > FEW || !q.isBlank());
        model.addAttribute("page", shown);
        model.addAttribute("pages", pages);
        model.addAttribute("count", found.size());
        model.addAttribute(
                "sources",
                every.stream()
                        .map(site -> new Source(site.id(), site.name(), theme(site)))
                        .toList());
        model.addAttribute(
                "sites",
                found.stream()
                        .skip((long) (shown - 1) * ON_A_PAGE)
                        .limit(ON_A_PAGE)
                        .map(site -> row(site, site.id().equals(last)))
                        .toList());
        return "site/sites";
    }

    @PostMapping("/sites/{site}/archive")
    String archive(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestParam boolean archived,
            RedirectAttributes flash) {
        String name = sites.open(who.viewer(), site).name();
        sites.archive(who.viewer(), site, archived);
        flash.addFlashAttribute(
                "said", name + (archived ? " rests now: it can be looked at, and woken." : " is awake again."));
        return "redirect:/sites";
    }

    @PostMapping("/sites/{site}/remove")
    String remove(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestParam(defaultValue = "") String name,
            RedirectAttributes flash) {
        try {
            String known = sites.open(who.viewer(), site).name();
            sites.remove(who.viewer(), site, name);
            flash.addFlashAttribute("said", known + " is gone, with its pictures and everything decided for it.");
        } catch (BadInput e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return "redirect:/sites";
    }

    private static String theme(OpenSite site) {
        return site.sheet().themeName() + " " + site.sheet().themeVersion();
    }

    private SiteRow row(OpenSite site, boolean leftOff) {
        long waiting = board.entries(site).stream()
                .filter(SlotBoard.Entry::needsAttention)
                .count();
        return new SiteRow(
                site.id(),
                site.name(),
                theme(site),
                site.sheet().slots().size(),
                waiting,
                site.warden() ? "warden" : "keeper of " + String.join(", ", site.kept()),
                leftOff);
    }
}
