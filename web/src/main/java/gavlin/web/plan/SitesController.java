package gavlin.web.plan;

import gavlin.core.BadInput;
import gavlin.web.account.SignedIn;
import gavlin.web.board.SlotBoard;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
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
    private final Sites sites;
    private final SlotBoard board;

    SitesController(Sites sites, SlotBoard board) {
        this.sites = sites;
        this.board = board;
    }

    record SiteRow(String id, String name, String theme, int slots, long waiting, String role) {}

    @GetMapping("/sites")
    String all(@AuthenticationPrincipal SignedIn who, Model model) {
        model.addAttribute("viewer", who.viewer().name());
        model.addAttribute("people", who.viewer().looksAfterPeople());
        model.addAttribute("archived", sites.archived(who.viewer()));
        model.addAttribute("mayMake", who.viewer().mayMakeSites());
        model.addAttribute(
                "sites", sites.openAll(who.viewer()).stream().map(this::row).toList());
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

    private SiteRow row(OpenSite site) {
        long waiting = board.entries(site).stream()
                .filter(SlotBoard.Entry::needsAttention)
                .count();
        return new SiteRow(
                site.id(),
                site.name(),
                site.sheet().themeName() + " " + site.sheet().themeVersion(),
                site.sheet().slots().size(),
                waiting,
                site.warden() ? "warden" : "keeper of " + String.join(", ", site.kept()));
    }
}
