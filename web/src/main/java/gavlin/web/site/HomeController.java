package gavlin.web.site;

import gavlin.web.account.SignedIn;
import java.util.List;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;

@Controller
class HomeController {
    private final Sites sites;

    HomeController(Sites sites) {
        this.sites = sites;
    }

    /** Straight to the work: the first site's plan, or the list when there is none. */
    @GetMapping("/")
    String home(@AuthenticationPrincipal SignedIn who) {
        List<OpenSite> open = sites.openAll(who.viewer());
        return open.isEmpty()
                ? "redirect:/sites"
                : "redirect:/sites/" + largest(open).id() + "/plan";
    }

    private static OpenSite largest(List<OpenSite> open) {
        return open.stream()
                .max((a, b) -> Integer.compare(
                        a.sheet().slots().size(), b.sheet().slots().size()))
                .orElseThrow();
    }
}
