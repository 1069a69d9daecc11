package gavlin.web.dispatch;

import gavlin.core.fit.FileName;
import gavlin.web.account.SignedIn;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Fits;
import gavlin.web.fit.Renditions;
import gavlin.web.fit.StoredRendition;
import gavlin.web.picture.Pictures;
import gavlin.web.picture.StoredPicture;
import gavlin.web.problem.Conflict;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import gavlin.web.store.Attachment;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import org.springframework.core.io.ClassPathResource;
import org.springframework.core.io.Resource;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** The files of all that is accepted, to take away. */
@Controller
class DispatchController {
    private final Sites sites;
    private final Fits fits;
    private final Renditions renditions;
    private final Pictures pictures;

    DispatchController(Sites sites, Fits fits, Renditions renditions, Pictures pictures) {
        this.pictures = pictures;
        this.sites = sites;
        this.fits = fits;
        this.renditions = renditions;
    }

    @GetMapping("/sites/{site}/files.zip")
    void files(@AuthenticationPrincipal SignedIn who, @PathVariable String site, HttpServletResponse response)
            throws IOException {
        OpenSite open = sites.open(who.viewer(), site);
        Parcel parcel = parcel(open, FitState::accepted);
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
        Parcel parcel = parcel(open, fit -> fit.accepted() || !accepted);
        Attachment.announce(response, "application/zip", open.id() + "-package.zip");
        parcel.writeTo(response.getOutputStream(), renditions);
    }

    /** The JSON Schema of a package's {@code manifest.json}. */
    @GetMapping(value = "/schemas/package-1.json", produces = "application/schema+json")
    @ResponseBody
    Resource schema() {
        return new ClassPathResource("package-1.schema.json", DispatchController.class);
    }

    /** Every file is made before the first is sent, so that what goes wrong is said and not a ZIP that is cut off. */
    private Parcel parcel(OpenSite site, Predicate<FitState> wanted) {
        List<Parcel.Item> items = new ArrayList<>();
        List<String> leftOut = new ArrayList<>();
        Set<String> paths = new HashSet<>();
        fits.placedAnywhere(site).stream()
                .filter(fit -> wanted.test(fit) && site.has(fit.slot()))
                .sorted(Comparator.<FitState, String>comparing(FitState::section)
                        .thenComparing(fit -> site.sheet().numberOf(fit.slot()))
                        .thenComparing(fit -> fit.place().member()))
                .forEach(fit -> {
                    for (int density : fit.slot().brief().densities()) {
                        try {
                            StoredRendition file = renditions.rendition(fit, density);
                            items.add(new Parcel.Item(path(fit, density, file, paths), fit, density, file));
                        } catch (Conflict e) {
                            leftOut.add(fit.slot().name() + (density > 1 ? ", density " + density : "") + ": "
                                    + e.getMessage());
                        }
                    }
                });
        List<StoredPicture> shown =
                items.stream().map(item -> item.fit().picture()).toList();
        return new Parcel(site, items, Credits.of(shown, Credits.among(pictures.list(site))), leftOut);
    }

    private static String path(FitState fit, int density, StoredRendition file, Set<String> taken) {
        String folder = (fit.section().isEmpty() ? "" : fit.section() + "/")
                + fit.slot().id() + "/";
        String name = FileName.of(fit.slot(), fit.picture().nameInFiles(), file.size(), file.type());
        String path = folder + name;
        for (int n = 2; !taken.add(path); n++) {
            path = folder + name.replaceFirst("(\\.[^.]*)$", "-" + n + "$1");
        }
        return path;
    }
}
