package gavlin.web.site;

import gavlin.core.BadInput;
import gavlin.web.account.SignedIn;
import gavlin.web.problem.Forbidden;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

@RestController
@RequestMapping("/api/v1/sites")
class SiteApi {
    private final Sites sites;

    SiteApi(Sites sites) {
        this.sites = sites;
    }

    record NewSite(String id, String name, JsonNode slotSheet) {}

    record SiteAnswer(
            String id, String name, String theme, String version, int slots, List<String> sections, boolean warden) {
        static SiteAnswer of(OpenSite site) {
            return new SiteAnswer(
                    site.id(),
                    site.name(),
                    site.sheet().themeName(),
                    site.sheet().themeVersion(),
                    site.sheet().slots().size(),
                    site.sheet().sections().stream().map(s -> s.id()).toList(),
                    site.warden());
        }
    }

    @GetMapping
    List<SiteAnswer> all(@AuthenticationPrincipal SignedIn who) {
        return sites.openAll(who.viewer()).stream().map(SiteAnswer::of).toList();
    }

    @GetMapping("/{site}")
    SiteAnswer one(@AuthenticationPrincipal SignedIn who, @PathVariable String site) {
        return SiteAnswer.of(sites.open(who.viewer(), site));
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    SiteAnswer create(@AuthenticationPrincipal SignedIn who, @RequestBody NewSite site) {
        if (!who.viewer().mayMakeSites()) {
            throw new Forbidden("only accounts that look after all sites make new ones");
        }
        if (site.slotSheet() == null || !site.slotSheet().isObject()) {
            throw new BadInput("slotSheet", "slotSheet must be a JSON object: a slot sheet of version 1");
        }
        return SiteAnswer.of(sites.create(
                who.viewer(), site.id(), site.name(), site.slotSheet().toString()));
    }
}
