package gavlin.web.tile;

import gavlin.core.speech.Said;
import gavlin.core.tile.WovenTile;
import gavlin.web.account.SignedIn;
import gavlin.web.board.Rail;
import gavlin.web.board.SlotBoard;
import gavlin.web.picture.MadePages;
import gavlin.web.picture.Pictures;
import gavlin.web.picture.StoredPicture;
import gavlin.web.problem.Conflict;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import java.util.Comparator;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** A tile out of a part of a picture: looked at while it is made, kept as a picture, changed later. */
@Controller
@RequestMapping("/sites/{site}/pictures")
class WovenTileController {
    private static final double USUAL_PART = 30;
    private static final int USUAL_SIDE = 240;
    /** As many to choose from as somebody looks through. */
    private static final int OFFERED = 60;

    private final Sites sites;
    private final Pictures pictures;
    private final MadePages made;
    private final SlotBoard board;
    private final Rail rail;

    WovenTileController(Sites sites, Pictures pictures, MadePages made, SlotBoard board, Rail rail) {
        this.sites = sites;
        this.pictures = pictures;
        this.made = made;
        this.board = board;
        this.rail = rail;
    }

    /** The form's fields; shares in percent, as they are shown. */
    record Form(Integer width, Integer height, String picture, Double x, Double y, Double part) {
        static Form of(WovenTile tile) {
            return new Form(
                    tile.width(), tile.height(), tile.picture(), 100 * tile.x(), 100 * tile.y(), 100 * tile.part());
        }

        public String shown(Double number) {
            return number == null ? "" : Said.plain(number);
        }

        private static Double share(Double percent) {
            return percent == null ? null : Double.valueOf(percent / 100);
        }

        WovenTile tile() {
            return new WovenTile(null, width, height, picture, share(x), share(y), share(part));
        }
    }

    @GetMapping("/woven")
    String fresh(
            @AuthenticationPrincipal SignedIn who, @PathVariable String site, @ModelAttribute Form form, Model model) {
        OpenSite open = sites.open(who.viewer(), site);
        String first = pictures.list(open).stream()
                .filter(WovenTileController::canBeWoven)
                .max(Comparator.comparingLong(picture -> picture.size().pixels()))
                .map(StoredPicture::id)
                .orElse("");
        return page(
                open,
                form.width() == null
                        ? new Form(
                                USUAL_SIDE,
                                USUAL_SIDE,
                                form.picture() == null ? first : form.picture(),
                                50.0,
                                50.0,
                                USUAL_PART)
                        : form,
                null,
                model);
    }

    @GetMapping("/{id}/woven")
    String present(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable String id,
            @ModelAttribute Form form,
            Model model) {
        OpenSite open = sites.open(who.viewer(), site);
        StoredPicture picture = pictures.find(open, id);
        if (!(picture.made() instanceof WovenTile tile)) {
            throw new Conflict(picture.label() + " is no tile that was woven here");
        }
        return page(open, form.width() == null ? Form.of(tile) : form, picture, model);
    }

    private static boolean canBeWoven(StoredPicture picture) {
        return picture.made() == null && !picture.type().isDrawn() && !picture.transparent();
    }

    private String page(OpenSite site, Form form, StoredPicture picture, Model model) {
        model.addAttribute("rail", rail.of(site, board.entries(site), "Pictures"));
        model.addAttribute("form", form);
        model.addAttribute("picture", picture);
        model.addAttribute("base", "/sites/" + site.id() + "/pictures");
        model.addAttribute("mayChange", site.warden() || !site.kept().isEmpty());
        model.addAttribute(
                "pictures",
                pictures.list(site).stream()
                        .filter(WovenTileController::canBeWoven)
                        .limit(OFFERED)
                        .toList());
        return "tile/woven";
    }

    /** As the fields say; nothing is kept. */
    @GetMapping("/woven/drawing")
    ResponseEntity<String> drawing(
            @AuthenticationPrincipal SignedIn who, @PathVariable String site, @ModelAttribute Form form) {
        return made.drawing(sites.open(who.viewer(), site), form.tile());
    }

    @PostMapping("/woven")
    String make(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @ModelAttribute Form form,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        String base = "/sites/" + open.id() + "/pictures/";
        return made.keep(
                open,
                form::tile,
                new MadePages.Typed("form", form, base + "woven"),
                picture -> base + picture.id() + "/slots",
                flash);
    }

    @PostMapping("/{id}/woven")
    String change(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable String id,
            @ModelAttribute Form form,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        return made.drawAnew(
                open,
                id,
                form::tile,
                new MadePages.Typed("form", form, "/sites/" + open.id() + "/pictures/" + id + "/woven"),
                flash);
    }
}
