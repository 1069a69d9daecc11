package gavlin.web.plan;

import gavlin.web.account.SignedIn;
import gavlin.web.board.SlotBoard;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

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
        model.addAttribute("mayMake", who.viewer().mayMakeSites());
        model.addAttribute(
                "sites", sites.openAll(who.viewer()).stream().map(this::row).toList());
        return "site/sites";
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
