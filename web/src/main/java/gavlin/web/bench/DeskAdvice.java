package gavlin.web.bench;

import gavlin.web.account.SignedIn;
import gavlin.web.site.Sites;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;

/** Everything at the bench is about one place of one site, as the person who asks may see it. */
@ControllerAdvice(
        assignableTypes = {
            BenchController.class,
            BenchRequests.class,
            CodeController.class,
            HistoryController.class,
            SetController.class
        })
class DeskAdvice {
    private final Sites sites;

    DeskAdvice(Sites sites) {
        this.sites = sites;
    }

    @ModelAttribute("desk")
    Desk desk(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable String slot,
            @RequestParam(required = false) String section,
            @RequestParam(defaultValue = "0") int member) {
        return Desk.of(sites.open(who.viewer(), site), slot, section, member);
    }
}
