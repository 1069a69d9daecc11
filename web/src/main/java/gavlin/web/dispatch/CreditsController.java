package gavlin.web.dispatch;

import gavlin.web.account.SignedIn;
import gavlin.web.board.Rail;
import gavlin.web.board.SlotBoard;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Fits;
import gavlin.web.picture.Pictures;
import gavlin.web.picture.StoredPicture;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import java.util.List;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;

/** The credits of what a site shows, or of one picture, to be pasted where the site names its sources. */
@Controller
class CreditsController {
    private final Sites sites;
    private final Fits fits;
    private final Pictures pictures;
    private final SlotBoard board;
    private final Rail rail;

    CreditsController(Sites sites, Fits fits, Pictures pictures, SlotBoard board, Rail rail) {
        this.sites = sites;
        this.fits = fits;
        this.pictures = pictures;
        this.board = board;
        this.rail = rail;
    }

    @GetMapping("/sites/{site}/credits")
    String credits(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestParam(required = false) String picture,
            Model model) {
        OpenSite open = sites.open(who.viewer(), site);
        StoredPicture one = picture == null ? null : pictures.find(open, picture);
        List<StoredPicture> named = one == null ? shown(open) : List.of(one);
        Credits credits = Credits.of(named, Credits.among(pictures.list(open)));
        model.addAttribute("rail", rail.of(open, board.entries(open), "Pictures"));
        model.addAttribute("one", one);
        model.addAttribute("base", "/sites/" + open.id() + "/pictures");
        model.addAttribute("text", String.join("\n", credits.text()));
        model.addAttribute("html", credits.html());
        model.addAttribute("named", named.size());
        model.addAttribute(
                "silent",
                named.stream().filter(p -> p.words().creditSaid().isEmpty()).toList());
        return "dispatch/credits";
    }

    /** What stands in any slot, in the order of the sheet, each once. */
    private List<StoredPicture> shown(OpenSite site) {
        List<Long> numbers = fits.placedAnywhere(site).stream()
                .map(FitState::picture)
                .map(StoredPicture::number)
                .distinct()
                .toList();
        var all = pictures.byNumbers(site, numbers);
        return numbers.stream().map(all::get).toList();
    }
}
