package gavlin.web.site;

import gavlin.web.account.Accounts;
import gavlin.web.account.SignedIn;
import java.util.Comparator;
import java.util.List;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;

@Controller
class HomeController {
    private final Sites sites;
    private final Accounts accounts;

    HomeController(Sites sites, Accounts accounts) {
        this.sites = sites;
        this.accounts = accounts;
    }

    /** Straight to the work: where they left off, else the largest of their sites. */
    @GetMapping("/")
    String home(@AuthenticationPrincipal SignedIn who) {
        List<OpenSite> open = sites.openAll(who.viewer());
        String last = accounts.lastSite(who.viewer());
        return open.stream()
                .max(Comparator.comparing((OpenSite site) -> site.id().equals(last))
                        .thenComparing(site -> site.sheet().slots().size()))
                .map(site -> "redirect:/sites/" + site.id() + "/plan")
                .orElse("redirect:/sites");
    }
}
