package gavlin.web.dispatch;

import gavlin.web.account.SignedIn;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Renditions;
import gavlin.web.problem.Conflict;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import gavlin.web.store.Attachment;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.core.io.ClassPathResource;
import org.springframework.core.io.Resource;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** A site's files as one ZIP, to take away. */
@Controller
class PackageController {
    private final Sites sites;
    private final Parcels parcels;
    private final Renditions renditions;

    PackageController(Sites sites, Parcels parcels, Renditions renditions) {
        this.sites = sites;
        this.parcels = parcels;
        this.renditions = renditions;
    }

    @GetMapping("/sites/{site}/files.zip")
    void files(@AuthenticationPrincipal SignedIn who, @PathVariable String site, HttpServletResponse response)
            throws IOException {
        OpenSite open = sites.open(who.viewer(), site);
        Parcel parcel = parcels.of(open, FitState::accepted);
        if (parcel.items().isEmpty()) {
            throw new Conflict(
                    "nothing is accepted on this site yet: accept what fits on the bench or on the Plan first");
        }
        Attachment.announce(response, "application/zip", open.id() + "-files.zip");
        parcel.writeTo(response.getOutputStream(), renditions);
    }

    /**
     * Every file there is, accepted or not, and what is known of each.
     *
     * @param accepted only those that are
     */
    @GetMapping("/api/v1/sites/{site}/package")
    void everything(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestParam(defaultValue = "false") boolean accepted,
            HttpServletResponse response)
            throws IOException {
        OpenSite open = sites.open(who.viewer(), site);
        Parcel parcel = parcels.of(open, fit -> fit.accepted() || !accepted);
        Attachment.announce(response, "application/zip", open.id() + "-package.zip");
        parcel.writeTo(response.getOutputStream(), renditions);
    }

    /** The JSON Schema of a package's {@code manifest.json}. */
    @GetMapping(value = "/schemas/package-1.json", produces = "application/schema+json")
    @ResponseBody
    Resource schema() {
        return new ClassPathResource("package-1.schema.json", PackageController.class);
    }
}
