package gavlin.web.composition;

import gavlin.core.BadInput;
import gavlin.core.brief.OpenArea;
import gavlin.core.brief.Showing;
import gavlin.core.brief.Slot;
import gavlin.core.colour.Colour;
import gavlin.core.composition.Composition;
import gavlin.core.drawing.Made;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.lettered.LetteredMark;
import gavlin.core.made.MadeKinds;
import gavlin.core.operation.Steps;
import gavlin.web.account.SignedIn;
import gavlin.web.board.Rail;
import gavlin.web.board.SlotBoard;
import gavlin.web.picture.MadePages;
import gavlin.web.picture.PictureViews;
import gavlin.web.picture.Pictures;
import gavlin.web.picture.StoredPicture;
import gavlin.web.problem.Conflict;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import java.util.ArrayList;
import java.util.List;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A picture put together for a slot: looked at while it is made, kept as a picture, changed later. */
@Controller
@RequestMapping("/sites/{site}/pictures")
class CompositionController {
    private static final Size USUAL = new Size(2000, 400);
    private static final int LONGEST = 20_000;
    private static final int VIEW = 320;
    private static final Colour GROUND = new Colour(0xF6F2E9);

    private final Sites sites;
    private final Pictures pictures;
    private final MadePages made;
    private final SlotBoard board;
    private final Rail rail;
    private final JsonMapper json;

    CompositionController(Sites sites, Pictures pictures, MadePages made, SlotBoard board, Rail rail, JsonMapper json) {
        this.sites = sites;
        this.pictures = pictures;
        this.made = made;
        this.board = board;
        this.rail = rail;
        this.json = json;
    }

    /** A picture that may become a piece. @param proportion its width over its height */
    public record Piece(String id, String label, String view, double proportion) {
        static Piece of(StoredPicture picture) {
            return new Piece(
                    picture.id(),
                    picture.label(),
                    PictureViews.href(picture, Steps.none(), VIEW),
                    picture.size().proportion());
        }
    }

    /** What the theme lays over the slot somewhere, px of its file. */
    public record Over(String name, boolean words, Box<InSlot> box) {}

    /** @param slot for which it is put together, or none @param from the composition that it begins as, or none */
    @GetMapping("/composition")
    String fresh(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestParam(defaultValue = "") String slot,
            @RequestParam(defaultValue = "") String from,
            Model model) {
        OpenSite open = sites.open(who.viewer(), site);
        Size size = slot.isEmpty() ? USUAL : open.slot(slot).brief().sizeFor(USUAL);
        Composition begun = from.isEmpty()
                ? Composition.plain(size, GROUND)
                : composition(pictures.find(open, from)).in(size);
        return page(open, slot, begun, null, model);
    }

    private static Composition composition(StoredPicture picture) {
        if (!(picture.made() instanceof Composition composition)) {
            throw new Conflict(picture.label() + " was not put together here");
        }
        return composition;
    }

    /** A slot that a composition could be laid out for, by its size. */
    public record Other(String id, String name) {}

    @GetMapping("/{id}/composition")
    String present(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable String id,
            @RequestParam(defaultValue = "") String slot,
            Model model) {
        OpenSite open = sites.open(who.viewer(), site);
        StoredPicture picture = pictures.find(open, id);
        return page(open, slot, composition(picture), picture, model);
    }

    private String page(OpenSite site, String slot, Composition composition, StoredPicture picture, Model model) {
        model.addAttribute("rail", rail.of(site, board.entries(site), "Pictures"));
        model.addAttribute("picture", picture);
        model.addAttribute("slot", slot);
        model.addAttribute("slotName", slot.isEmpty() ? "" : site.slot(slot).name());
        model.addAttribute("base", "/sites/" + site.id() + "/pictures");
        model.addAttribute("width", composition.width());
        model.addAttribute("height", composition.height());
        if (!model.containsAttribute("document")) {
            model.addAttribute("document", json.writeValueAsString(composition));
        }
        model.addAttribute(
                "others",
                site.sheet().slots().stream()
                        .filter(each -> each.brief().size() != null && !each.isMark())
                        .map(each -> new Other(
                                each.id(),
                                each.name() + ", " + each.brief().size().label()))
                        .toList());
        model.addAttribute("fonts", String.join(",", LetteredMark.FONTS));
        model.addAttribute(
                "pieces",
                json.writeValueAsString(pictures.list(site).stream()
                        .filter(p -> picture == null || p.number() != picture.number())
                        .map(Piece::of)
                        .toList()));
        model.addAttribute(
                "over",
                slot.isEmpty()
                        ? List.of()
                        : over(site.slot(slot), new Size(composition.width(), composition.height())));
        model.addAttribute("mayChange", site.warden() || !site.kept().isEmpty());
        return "composition/composition";
    }

    private static List<Over> over(Slot slot, Size size) {
        List<Over> all = new ArrayList<>();
        for (Showing showing : slot.showings()) {
            List<Box<InSlot>> covered = OpenArea.covered(showing, size);
            for (int i = 0; i < covered.size(); i++) {
                if (!covered.get(i).isEmpty()) {
                    all.add(new Over(
                            showing.obstructions().get(i).name(),
                            showing.obstructions().get(i).words(),
                            covered.get(i)));
                }
            }
        }
        return all;
    }

    /** As the document says; nothing is kept. */
    @GetMapping("/composition/drawing")
    ResponseEntity<String> drawing(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestParam(name = "made") String document) {
        return made.drawing(sites.open(who.viewer(), site), read(document));
    }

    /** Keeps it as a picture; made for a slot, it is looked at there next. */
    @PostMapping("/composition")
    String make(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestParam(name = "made") String document,
            @RequestParam(defaultValue = "") String slot,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        String base = "/sites/" + open.id();
        return made.keep(
                open,
                () -> read(document),
                new MadePages.Typed("document", document, base + "/pictures/composition" + query(slot)),
                picture -> base
                        + (slot.isEmpty()
                                ? "/pictures/" + picture.id() + "/slots"
                                : "/slots/" + open.slot(slot).id() + "/bench?picture=" + picture.id()),
                flash);
    }

    @PostMapping("/{id}/composition")
    String makeAnew(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable String id,
            @RequestParam(name = "made") String document,
            @RequestParam(defaultValue = "") String slot,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        String page = "/sites/" + open.id() + "/pictures/" + id + "/composition" + query(slot);
        return made.drawAnew(open, id, () -> read(document), new MadePages.Typed("document", document, page), flash);
    }

    private static String query(String slot) {
        return slot.isEmpty() ? "" : "?slot=" + slot;
    }

    private Made read(String document) {
        try {
            JsonNode node = document.length() > LONGEST ? null : json.readTree(document);
            if (node != null && node.path("kind").asString("").equals(Composition.KIND)) {
                return MadeKinds.read(node);
            }
        } catch (JacksonException e) {
            // Said below.
        }
        throw new BadInput("made", "this is no document of a composition, or a longer one than is read");
    }
}
