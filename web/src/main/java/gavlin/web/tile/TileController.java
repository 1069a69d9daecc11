package gavlin.web.tile;

import gavlin.core.brief.Slot;
import gavlin.core.colour.Colour;
import gavlin.core.geometry.Size;
import gavlin.core.lettered.Symbol;
import gavlin.core.speech.Said;
import gavlin.core.tile.Tile;
import gavlin.web.account.SignedIn;
import gavlin.web.board.Rail;
import gavlin.web.board.SlotBoard;
import gavlin.web.picture.MadePages;
import gavlin.web.picture.Pictures;
import gavlin.web.picture.StoredPicture;
import gavlin.web.problem.Conflict;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** A tile: looked at while it is made, kept as a picture, changed later. */
@Controller
@RequestMapping("/sites/{site}/pictures")
class TileController {
    /** What needs no symbol, and what it is called. */
    private static final Map<String, String> PLAIN = new LinkedHashMap<>();

    static {
        PLAIN.put(Tile.DOT, "dot");
        PLAIN.put(Tile.STRIPE, "stripe");
        PLAIN.put(Tile.NONE, "grain alone");
    }

    private final Sites sites;
    private final Pictures pictures;
    private final MadePages made;
    private final SlotBoard board;
    private final Rail rail;

    TileController(Sites sites, Pictures pictures, MadePages made, SlotBoard board, Rail rail) {
        this.sites = sites;
        this.pictures = pictures;
        this.made = made;
        this.board = board;
        this.rail = rail;
    }

    /** The form's fields; shares in percent, as they are shown. {@code motif} is a word, or {@code picture:} and an id. */
    record Form(
            Integer width,
            Integer height,
            Integer across,
            Integer down,
            String repeat,
            String motif,
            Double size,
            Double angle,
            String ground,
            String ink,
            String second,
            Double grain,
            Integer seed) {
        private static final String PICTURE = "picture:";

        static Form of(Tile tile) {
            return new Form(
                    tile.width(),
                    tile.height(),
                    tile.across(),
                    tile.down(),
                    tile.repeat(),
                    tile.picture() != null ? PICTURE + tile.picture() : tile.motif(),
                    100 * tile.size(),
                    tile.angle(),
                    tile.ground(),
                    tile.ink(),
                    tile.second(),
                    100 * tile.grain(),
                    tile.seed());
        }

        /** 45 for 45.0, nothing for what was not typed: as fields show a number. */
        public String shown(Double number) {
            return number == null ? "" : Said.plain(number);
        }

        private static Double share(Double percent) {
            return percent == null ? null : Double.valueOf(percent / 100);
        }

        Tile tile() {
            boolean isPicture = motif != null && motif.startsWith(PICTURE);
            return new Tile(
                    null,
                    width,
                    height,
                    across,
                    down,
                    repeat,
                    isPicture ? null : motif,
                    isPicture ? motif.substring(PICTURE.length()) : null,
                    share(size),
                    angle,
                    ground,
                    ink,
                    second,
                    share(grain),
                    seed);
        }
    }

    /** @param slot for which it is made; its size then */
    @GetMapping("/tile")
    String fresh(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestParam(required = false) String slot,
            @ModelAttribute Form form,
            Model model) {
        OpenSite open = sites.open(who.viewer(), site);
        Size size = slot == null
                ? open.sheet().slots().stream()
                        .filter(each ->
                                each.kind() == Slot.Kind.TILE && each.brief().size() != null)
                        .findFirst()
                        .map(each -> each.brief().size())
                        .orElse(new Size(240, 240))
                : open.slot(slot).brief().sizeFor(new Size(1024, 1024));
        return page(open, form.width() == null ? Form.of(Tile.of(size)) : form, null, model);
    }

    @GetMapping("/{id}/tile")
    String present(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable String id,
            @ModelAttribute Form form,
            Model model) {
        OpenSite open = sites.open(who.viewer(), site);
        StoredPicture picture = pictures.find(open, id);
        if (!(picture.made() instanceof Tile tile)) {
            throw new Conflict(picture.label() + " is no tile that was made here");
        }
        return page(open, form.width() == null ? Form.of(tile) : form, picture, model);
    }

    private String page(OpenSite site, Form form, StoredPicture picture, Model model) {
        model.addAttribute("rail", rail.of(site, board.entries(site), "Pictures"));
        model.addAttribute("form", form);
        model.addAttribute("picture", picture);
        model.addAttribute("base", "/sites/" + site.id() + "/pictures");
        model.addAttribute("symbols", List.of(Symbol.values()));
        model.addAttribute("repeats", Tile.REPEATS);
        model.addAttribute("plain", PLAIN);
        model.addAttribute(
                "inks",
                site.sheet().colours().stream()
                        .map(rgb -> new Colour(rgb).toString())
                        .toList());
        model.addAttribute("mayChange", site.warden() || !site.kept().isEmpty());
        model.addAttribute(
                "pictures",
                pictures.list(site).stream()
                        .filter(p -> p.transparent() && (picture == null || p.number() != picture.number()))
                        .toList());
        return "tile/tile";
    }

    /** As the fields say; nothing is kept. */
    @GetMapping("/tile/drawing")
    ResponseEntity<String> drawing(
            @AuthenticationPrincipal SignedIn who, @PathVariable String site, @ModelAttribute Form form) {
        return made.drawing(sites.open(who.viewer(), site), form.tile());
    }

    @PostMapping("/tile")
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
                new MadePages.Typed("form", form, base + "tile"),
                picture -> base + picture.id() + "/slots",
                flash);
    }

    @PostMapping("/{id}/tile")
    String makeAnew(
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
                new MadePages.Typed("form", form, "/sites/" + open.id() + "/pictures/" + id + "/tile"),
                flash);
    }
}
