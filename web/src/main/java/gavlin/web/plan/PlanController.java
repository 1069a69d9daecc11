package gavlin.web.plan;

import gavlin.web.account.SignedIn;
import gavlin.web.page.Rail;
import gavlin.web.page.SlotBoard;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import java.util.List;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

@Controller
class PlanController {
    private final Sites sites;
    private final SlotBoard board;
    private final Rail rail;

    PlanController(Sites sites, SlotBoard board, Rail rail) {
        this.sites = sites;
        this.board = board;
        this.rail = rail;
    }

    @GetMapping("/sites/{site}/plan")
    String plan(@AuthenticationPrincipal SignedIn who, @PathVariable String site, Model model) {
        OpenSite open = sites.open(who.viewer(), site);
        List<SlotBoard.Entry> entries = board.entries(open);
        model.addAttribute("rail", rail.of(open, entries, "Plan"));
        model.addAttribute("plan", PlanView.of(open, entries));
        return "plan/plan";
    }
}
