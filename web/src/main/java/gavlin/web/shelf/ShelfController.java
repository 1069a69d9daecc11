package gavlin.web.shelf;

import gavlin.core.BadInput;
import gavlin.core.colour.Colour;
import gavlin.core.gauge.Credit;
import gavlin.core.operation.Steps;
import gavlin.web.account.SignedIn;
import gavlin.web.board.Phrases;
import gavlin.web.board.Rail;
import gavlin.web.board.SlotBoard;
import gavlin.web.picture.PictureViews;
import gavlin.web.picture.Pictures;
import gavlin.web.picture.StoredPicture;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.Forbidden;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import java.util.ArrayList;
import java.util.List;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.unit.DataSize;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The shelf, as somebody at work on a site sees it. */
@Controller
class ShelfController {
    private static final int DRAWN_HEIGHT = 168;
    private static final int MOST_DRAWN_WIDTH = 400;
    private static final int VIEW = 640;
    /** As many as somebody looks through; a narrower wish shows the others. */
    private static final int SHOWN = 120;

    private final Sites sites;
    private final Shelf shelf;
    private final Pictures pictures;
    private final PictureViews views;
    private final SlotBoard board;
    private final Rail rail;
    /** Of one request: a folder of more is sent in parts. */
    private final long mostBytes;

    ShelfController(
            Sites sites,
            Shelf shelf,
            Pictures pictures,
            PictureViews views,
            SlotBoard board,
            Rail rail,
            @Value("${spring.servlet.multipart.max-request-size}") DataSize most) {
        this.mostBytes = most.toBytes();
        this.sites = sites;
        this.shelf = shelf;
        this.pictures = pictures;
        this.views = views;
        this.board = board;
        this.rail = rail;
    }

    /** @param here where the site has it already, or null @param mayTakeAway from the shelf */
    public record Card(
            long id,
            String view,
            long drawnWidth,
            String alt,
            boolean transparent,
            String title,
            String facts,
            String looks,
            List<String> colours,
            String credit,
            String licence,
            String here,
            boolean mayTakeAway) {}

    @GetMapping("/sites/{site}/shelf")
    String page(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestParam(defaultValue = "") String q,
            @RequestParam(defaultValue = "") String colour,
            Model model) {
        OpenSite open = sites.open(who.viewer(), site);
        String asked = q.length() > 200 ? q.substring(0, 200) : q;
        Colour near = null;
        try {
            near = colour.isBlank() ? null : Colour.parse(colour.startsWith("#") ? colour : "#" + colour);
        } catch (BadInput e) {
            model.addAttribute("refused", "A colour is written like #4A7FB5; " + colour + " is none.");
        }
        Wish wish = Wish.of(asked, near);
        List<Shelf.Standing> found = shelf.find(wish);
        model.addAttribute("rail", rail.of(open, board.entries(open), "Pictures"));
        model.addAttribute("site", open.id());
        model.addAttribute("q", asked);
        model.addAttribute("colour", near == null ? "" : near.toString());
        model.addAttribute(
                "headline",
                wish.isEmpty()
                        ? found.isEmpty()
                                ? "The shelf is empty"
                                : Phrases.count(found.size(), "picture on the shelf", "pictures on the shelf")
                        : found.isEmpty() ? "Nothing like that" : Phrases.count(found.size(), "picture", "pictures"));
        model.addAttribute("understood", wish.isEmpty() ? "" : wish.says());
        model.addAttribute("more", Math.max(0, found.size() - SHOWN));
        model.addAttribute("mostBytes", mostBytes);
        model.addAttribute("mayAdd", open.warden() || !open.kept().isEmpty());
        model.addAttribute(
                "cards", found.stream().limit(SHOWN).map(one -> card(open, one)).toList());
        return "shelf/shelf";
    }

    private Card card(OpenSite site, Shelf.Standing one) {
        StoredPicture picture = one.picture();
        StoredPicture here = pictures.sameIn(site, picture);
        String credit = picture.words().creditSaid();
        return new Card(
                one.id(),
                "/sites/" + site.id() + "/shelf/" + one.id() + "/view",
                Math.min(
                        MOST_DRAWN_WIDTH,
                        Math.max(
                                1,
                                Math.round((double) DRAWN_HEIGHT
                                        * picture.size().width()
                                        / picture.size().height()))),
                picture.words().description().isEmpty()
                        ? picture.label()
                        : picture.words().description(),
                picture.transparent(),
                picture.label(),
                picture.size().label() + " " + picture.type().label() + " " + Phrases.weight(picture.bytes()),
                String.join(", ", one.looks()),
                one.traits().colours().stream()
                        .map(tint -> tint.colour().toString())
                        .toList(),
                credit.equals(Credit.NONE_DUE) ? "no credit due" : credit,
                picture.words().licence(),
                here == null ? null : "/sites/" + site.id() + "/pictures/" + here.id(),
                Shelf.mayChange(site, one.addedBy()));
    }

    @GetMapping("/sites/{site}/shelf/{id}/view")
    ResponseEntity<byte[]> view(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable long id,
            WebRequest request) {
        sites.open(who.viewer(), site);
        StoredPicture picture = shelf.get(id).picture();
        String tag = views.tag(picture, Steps.none(), VIEW);
        if (request.checkNotModified(tag)) {
            return null;
        }
        return ResponseEntity.ok()
                .eTag(tag)
                .cacheControl(CacheControl.noCache().cachePrivate())
                .contentType(MediaType.parseMediaType(
                        PictureViews.typeOf(picture, Steps.none()).mediaType()))
                .body(views.view(picture, Steps.none(), VIEW));
    }

    /** Files, a folder or a ZIP; what can't be used is named, and the others are taken in all the same. */
    @PostMapping("/sites/{site}/shelf")
    String bring(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestParam("file") List<MultipartFile> files,
            @RequestParam(defaultValue = "") String credit,
            @RequestParam(defaultValue = "") String licence,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        int[] added = {0};
        List<String> refused = new ArrayList<>();
        try {
            open.requireSomeChange();
            new Bringing(files).each(pictures.mostBytes(), (name, file, words) -> {
                try {
                    if (file == null) {
                        throw new BadInput("file", "it is heavier than " + pictures.mostBytes() / 1_000_000 + " MB");
                    }
                    shelf.add(open, file, name, words.orElseSaying(credit, licence));
                    added[0]++;
                } catch (BadInput | Conflict | Forbidden e) {
                    refused.add(name + ": " + e.getMessage() + ".");
                }
            });
        } catch (BadInput | Forbidden e) {
            refused.add(e.getMessage() + ".");
        }
        flash.addFlashAttribute(
                "said",
                added[0] == 0 ? null : Phrases.count(added[0], "picture is", "pictures are") + " on the shelf now.");
        flash.addFlashAttribute("refused", refused.isEmpty() ? null : String.join(" ", refused));
        return "redirect:/sites/" + open.id() + "/shelf";
    }

    /** One of the site's own goes on the shelf. */
    @PostMapping("/sites/{site}/pictures/{id}/shelve")
    String shelve(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable String id,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        try {
            shelf.add(open, pictures.find(open, id));
            flash.addFlashAttribute("said", "It is on the shelf now: every site here can take a copy.");
        } catch (BadInput | Conflict | Forbidden e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return "redirect:/sites/" + open.id() + "/pictures/" + id;
    }

    @PostMapping("/sites/{site}/shelf/{id}/take")
    String take(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable long id,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        Pictures.Added added = shelf.take(open, id);
        flash.addFlashAttribute(
                "said",
                added.isNew()
                        ? "Taken off the shelf for " + open.name() + ", with its credit and licence."
                        : open.name() + " had it already.");
        return "redirect:/sites/" + open.id() + "/pictures/" + added.picture().id();
    }

    @PostMapping("/sites/{site}/shelf/{id}/remove")
    String remove(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable long id,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        try {
            shelf.remove(open, id);
            flash.addFlashAttribute("said", "It is off the shelf. Copies that sites took stay with them.");
        } catch (Forbidden e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return "redirect:/sites/" + open.id() + "/shelf";
    }
}
