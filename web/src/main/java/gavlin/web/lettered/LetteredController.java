package gavlin.web.lettered;

import gavlin.core.lettered.LetteredMark;
import gavlin.core.lettered.Symbol;
import gavlin.core.speech.Said;
import gavlin.web.account.SignedIn;
import gavlin.web.board.Rail;
import gavlin.web.board.SlotBoard;
import gavlin.web.picture.MadePages;
import gavlin.web.picture.Pictures;
import gavlin.web.picture.StoredPicture;
import gavlin.web.problem.Conflict;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
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
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** A simple mark, lettered: looked at while it is made, kept as a picture, changed later. */
@Controller
@RequestMapping("/sites/{site}/pictures")
class LetteredController {
    private final Sites sites;
    private final Pictures pictures;
    private final MadePages made;
    private final SlotBoard board;
    private final Rail rail;

    LetteredController(Sites sites, Pictures pictures, MadePages made, SlotBoard board, Rail rail) {
        this.sites = sites;
        this.pictures = pictures;
        this.made = made;
        this.board = board;
        this.rail = rail;
    }

    /** The form's fields; measures in percent, as they are shown. {@code symbol} is a word, {@code picture:} and an id, or empty. */
    record Form(
            String name,
            String font,
            Integer weight,
            Double letters,
            Double tracking,
            String ink,
            String symbol,
            String symbolInk,
            String place,
            Double gap) {
        private static final String PICTURE = "picture:";

        static Form of(LetteredMark mark) {
            return new Form(
                    mark.name(),
                    mark.font(),
                    mark.weight(),
                    percent(mark.letters()),
                    percent(mark.tracking()),
                    mark.ink(),
                    mark.picture() != null ? PICTURE + mark.picture() : mark.symbol() == null ? "" : mark.symbol(),
                    mark.symbolInk(),
                    mark.place(),
                    percent(mark.gap()));
        }

        /** 45 for 45.0, nothing for what was not typed: as fields show a number. */
        public String shown(Double number) {
            return number == null ? "" : Said.plain(number);
        }

        private static double percent(double share) {
            return Math.round(share * 1000) / 10.0;
        }

        private static Double share(Double percent) {
            return percent == null ? null : Double.valueOf(percent / 100);
        }

        LetteredMark mark() {
            boolean isPicture = symbol != null && symbol.startsWith(PICTURE);
            return new LetteredMark(
                    null,
                    name,
                    font,
                    weight,
                    share(letters),
                    share(tracking),
                    blankToNull(ink),
                    isPicture ? null : symbol,
                    isPicture ? symbol.substring(PICTURE.length()) : null,
                    blankToNull(symbolInk),
                    place,
                    share(gap));
        }

        private static String blankToNull(String value) {
            return value == null || value.isBlank() ? null : value;
        }
    }

    @GetMapping("/lettered")
    String fresh(
            @AuthenticationPrincipal SignedIn who, @PathVariable String site, @ModelAttribute Form form, Model model) {
        OpenSite open = sites.open(who.viewer(), site);
        Form begun = form.name() == null ? Form.of(LetteredMark.named(open.name())) : form;
        return page(open, begun, null, model);
    }

    @GetMapping("/{id}/lettered")
    String present(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable String id,
            @ModelAttribute Form form,
            Model model) {
        OpenSite open = sites.open(who.viewer(), site);
        StoredPicture picture = pictures.find(open, id);
        if (!(picture.made() instanceof LetteredMark mark)) {
            throw new Conflict(picture.label() + " was not lettered here");
        }
        return page(open, form.name() == null ? Form.of(mark) : form, picture, model);
    }

    private String page(OpenSite site, Form form, StoredPicture picture, Model model) {
        model.addAttribute("rail", rail.of(site, board.entries(site), "Pictures"));
        model.addAttribute("form", form);
        model.addAttribute("picture", picture);
        model.addAttribute("base", "/sites/" + site.id() + "/pictures");
        model.addAttribute("symbols", List.of(Symbol.values()));
        model.addAttribute("plain", Map.of("", "none"));
        model.addAttribute("fonts", LetteredMark.FONTS);
        model.addAttribute("mayChange", site.warden() || !site.kept().isEmpty());
        model.addAttribute(
                "pictures",
                pictures.list(site).stream()
                        .filter(p -> p.transparent() && (picture == null || p.number() != picture.number()))
                        .toList());
        return "lettered/lettered";
    }

    /** As the fields say; nothing is kept. */
    @GetMapping("/lettered/drawing")
    ResponseEntity<String> drawing(
            @AuthenticationPrincipal SignedIn who, @PathVariable String site, @ModelAttribute Form form) {
        return made.drawing(sites.open(who.viewer(), site), form.mark());
    }

    @PostMapping("/lettered")
    String letter(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @ModelAttribute Form form,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        String base = "/sites/" + open.id() + "/pictures/";
        return made.keep(
                open,
                form::mark,
                new MadePages.Typed("form", form, base + "lettered"),
                picture -> base + picture.id() + "/slots",
                flash);
    }

    @PostMapping("/{id}/lettered")
    String letterAnew(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable String id,
            @ModelAttribute Form form,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        return made.drawAnew(
                open,
                id,
                form::mark,
                new MadePages.Typed("form", form, "/sites/" + open.id() + "/pictures/" + id + "/lettered"),
                flash);
    }
}
