package gavlin.web.bench;

import gavlin.core.BadInput;
import gavlin.core.brief.Brief;
import gavlin.core.brief.SizeDispute;
import gavlin.core.brief.Slot;
import gavlin.core.codec.PictureType;
import gavlin.core.colour.Colour;
import gavlin.core.fit.Operations;
import gavlin.core.gauge.Remedy;
import gavlin.core.operation.Steps;
import gavlin.web.board.Phrases;
import gavlin.web.board.Rail;
import gavlin.web.board.Reaches;
import gavlin.web.board.SlotBoard;
import gavlin.web.board.SlotBoard.Entry;
import gavlin.web.fit.Desk;
import gavlin.web.fit.FitBook;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Fits;
import gavlin.web.fit.PictureSets;
import gavlin.web.fit.Proposals;
import gavlin.web.fit.Thumbnail;
import gavlin.web.picture.Caption;
import gavlin.web.picture.PictureViews;
import gavlin.web.picture.Pictures;
import gavlin.web.picture.StoredPicture;
import gavlin.web.problem.Conflict;
import gavlin.web.site.OpenSite;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;
import tools.jackson.databind.json.JsonMapper;

/** The bench: the page, and the requests that it makes while a fit is worked on. */
@Controller
@RequestMapping("/sites/{site}/slots/{slot}/bench")
class BenchController {
    private static final int MOST_INKS = 24;
    /** Of a large site's pictures, those that serve best. */
    private static final int OFFERED = 60;

    private final Fits fits;
    private final FitBook book;
    private final Proposals proposals;
    private final PictureSets sets;
    private final Reaches reaches;
    private final Pictures pictures;
    private final SlotBoard board;
    private final Rail rail;
    private final JsonMapper json;

    BenchController(
            Fits fits,
            FitBook book,
            Proposals proposals,
            PictureSets sets,
            Reaches reaches,
            Pictures pictures,
            SlotBoard board,
            Rail rail,
            JsonMapper json) {
        this.fits = fits;
        this.book = book;
        this.proposals = proposals;
        this.sets = sets;
        this.reaches = reaches;
        this.pictures = pictures;
        this.board = board;
        this.rail = rail;
        this.json = json;
    }

    record Neighbour(String label, String href) {}

    /** A picture that could be put into the slot. @param seen as it would be there; null where it can't be */
    record Choice(String id, Thumbnail seen, String view, String title, String facts, String verdict, String says) {}

    /** What a person should know beyond the picture itself; empty where nothing is to be said. */
    record Context(String reach, String dispute, String absent, String idle) {}

    /** The colours that the theme itself has here: of what stands behind its slots, and of its words. */
    private static List<String> inks(Desk desk) {
        return desk.site().sheet().colours().stream()
                .limit(MOST_INKS)
                .map(rgb -> new Colour(rgb).toString())
                .toList();
    }

    /**
     * The pictures of a slot that takes several.
     *
     * @param more the bench of one more, or null when it is full
     * @param takenOut whether the picture of this place was taken out and can be put back
     */
    record SetView(String says, List<MemberView> members, String more, boolean takenOut) {}

    record MemberView(int member, String href, String image, String label, String state, boolean here) {}

    @GetMapping
    String page(Desk desk, @RequestParam(required = false) String picture, Model model) {
        Optional<FitState> stored = fits.find(desk.site(), desk.place());
        Optional<FitState> shown = picture == null
                ? stored
                : Optional.of(proposals.proposed(desk.site(), desk.place(), pictures.find(desk.site(), picture)));
        List<Entry> entries = board.entries(desk.site());
        model.addAttribute("rail", rail.of(desk.site(), entries, "Bench"));
        model.addAttribute("number", String.format("%02d", desk.site().sheet().numberOf(desk.slot())));
        model.addAttribute("slot", desk.slot());
        model.addAttribute(
                "section",
                desk.site().sheet().section(desk.section()).map(s -> s.name()).orElse(""));
        model.addAttribute("query", desk.place().query());
        model.addAttribute("context", context(desk));
        model.addAttribute("set", set(desk));
        model.addAttribute("asks", asks(desk.slot()));
        Neighbour before = neighbour(SlotBoard.next(entries, desk.slot().id(), -1));
        Neighbour after = neighbour(SlotBoard.next(entries, desk.slot().id(), 1));
        model.addAttribute("before", before == null || before.equals(after) ? null : before);
        model.addAttribute("after", after);
        model.addAttribute("mayChange", desk.site().mayChange(desk.slot(), desk.section()));
        model.addAttribute("base", desk.path() + "/bench");
        model.addAttribute("briefHref", desk.path());
        model.addAttribute("fit", shown.orElse(null));
        model.addAttribute("proposed", picture != null);
        model.addAttribute("types", desk.slot().brief().usableTypes());
        model.addAttribute("choices", stored.isEmpty() && picture == null ? choices(desk) : List.of());
        model.addAttribute("goesOnFrom", fits.currentRevision(desk.site(), desk.place()));
        model.addAttribute("mostBytes", pictures.mostBytes());
        model.addAttribute("takesInto", desk.site().id());
        model.addAttribute(
                "operations",
                Operations.all().stream()
                        .filter(id -> !Operations.MARK.contains(id))
                        .toList());
        model.addAttribute("inks", inks(desk));
        model.addAttribute("markOperations", Operations.MARK);
        model.addAttribute("isMark", desk.slot().isMark());
        model.addAttribute("isTile", desk.slot().kind() == Slot.Kind.TILE);
        model.addAttribute(
                "takesClear",
                desk.slot().brief().size() != null
                        && desk.slot().brief().transparency() != Brief.Transparency.FORBIDDEN
                        && desk.slot().brief().usableTypes().stream().anyMatch(type -> type.canHoldAlpha()));
        model.addAttribute("clean", Remedy.clean(desk.slot()).patch().toString());
        model.addAttribute(
                "download",
                "/api/v1" + desk.path() + "/rendition" + desk.place().query());
        model.addAttribute(
                "freePosition", desk.slot().showings().stream().anyMatch(showing -> showing.positionIsFree()));
        shown.ifPresent(fit -> {
            model.addAttribute(
                    "several",
                    "/sites/" + desk.site().id() + "/pictures/" + fit.picture().id() + "/slots");
            int base = fits.currentRevision(desk.site(), desk.place());
            model.addAttribute("look", json.writeValueAsString(BenchLook.of(desk.site(), fit, base)));
        });
        return "bench/bench";
    }

    @PostMapping("/{step:undo|redo}")
    String step(Desk desk, @PathVariable String step, RedirectAttributes flash) {
        try {
            if (step.equals("undo")) {
                book.undo(desk.site(), desk.place());
            } else {
                book.redo(desk.site(), desk.place());
            }
        } catch (Conflict e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return desk.redirect();
    }

    /** Accepts, and goes on to the next slot that needs attention. */
    @PostMapping("/accept")
    String accept(Desk desk, RedirectAttributes flash) {
        try {
            book.accept(desk.site(), desk.place());
        } catch (Conflict e) {
            flash.addFlashAttribute("refused", e.getMessage());
            return desk.redirect();
        }
        flash.addFlashAttribute("said", desk.slot().name() + " is accepted.");
        return SlotBoard.next(board.entries(desk.site()), desk.slot().id(), 1)
                .map(entry -> "redirect:" + entry.benchHref())
                .orElse("redirect:/sites/" + desk.site().id() + "/plan");
    }

    /** The site's pictures as each would be seen in the slot, best first. */
    @GetMapping("/choices")
    String choices(Desk desk, Model model) {
        model.addAttribute("choices", choices(desk));
        model.addAttribute("base", desk.path() + "/bench");
        model.addAttribute("query", desk.place().query());
        model.addAttribute("set", set(desk));
        model.addAttribute("fit", fits.find(desk.site(), desk.place()).orElse(null));
        model.addAttribute("goesOnFrom", fits.currentRevision(desk.site(), desk.place()));
        return "bench/choices :: choices";
    }

    /** Puts a picture into the slot, as Gavlin would place it. @param goesOnFrom the revision that was looked at, 0 for none */
    @PostMapping("/picture")
    String choose(
            Desk desk,
            @RequestParam String picture,
            @RequestParam(required = false) Integer goesOnFrom,
            RedirectAttributes flash) {
        StoredPicture chosen = pictures.find(desk.site(), picture);
        try {
            proposals.put(desk.site(), desk.place(), chosen, goesOnFrom);
        } catch (Conflict e) {
            flash.addFlashAttribute("refused", otherwise(e, chosen));
        }
        return desk.redirect();
    }

    /** Takes an upload in and puts it into the slot. */
    @PostMapping("/upload")
    String upload(
            Desk desk,
            @RequestParam MultipartFile file,
            @RequestParam(defaultValue = "false") boolean salvage,
            @RequestParam(required = false) Integer goesOnFrom,
            RedirectAttributes flash) {
        desk.site().requireChange(desk.slot(), desk.section());
        try {
            StoredPicture picture =
                    pictures.add(desk.site(), file, Caption.NONE, salvage).picture();
            try {
                proposals.put(desk.site(), desk.place(), picture, goesOnFrom);
            } catch (Conflict e) {
                flash.addFlashAttribute("refused", otherwise(e, picture));
            }
        } catch (BadInput e) {
            flash.addFlashAttribute("refused", file.getOriginalFilename() + ": " + e.getMessage());
        }
        return desk.redirect();
    }

    private static String otherwise(Conflict e, StoredPicture picture) {
        return e.getMessage() + ". " + picture.label() + " is among the pictures: put it in if it is the better one.";
    }

    private Context context(Desk desk) {
        OpenSite site = desk.site();
        Slot slot = desk.slot();
        boolean own = !desk.section().isEmpty();
        return new Context(
                own
                        ? "Seen in "
                                + site.sheet()
                                        .section(desk.section())
                                        .orElseThrow()
                                        .name() + " only."
                        : Reaches.says(reaches.of(site, slot), slot, site.overrides(slot)),
                SizeDispute.of(slot)
                        .filter(d -> !d.settled())
                        .map(d -> "Its size is in dispute: " + String.join(", ", d.labels()) + ".")
                        .orElse(""),
                site.has(slot)
                        ? ""
                        : "It exists only " + slot.exists().says(site.sheet().variants()) + ".",
                own && !site.overrides(slot)
                        ? "Overriding is switched off: this section shows the site’s picture, and this one is kept."
                        : "");
    }

    private SetView set(Desk desk) {
        if (desk.slot().set() == null) {
            return null;
        }
        List<FitState> members = sets.members(desk.site(), desk.slot(), desk.section());
        String api = "/api/v1" + desk.path() + "/rendition";
        boolean full = members.size() >= desk.slot().set().most();
        return new SetView(
                members.size() + " of up to " + desk.slot().set().most() + ", "
                        + desk.slot().set().order().says(),
                members.stream()
                        .map(f -> new MemberView(
                                f.place().member(),
                                desk.path() + "/bench" + f.place().query(),
                                f.plan().types().isEmpty()
                                        ? null
                                        : api + f.place().query(),
                                f.picture().label(),
                                FitState.wordFor(f.verdict()),
                                f.place().member() == desk.place().member()))
                        .toList(),
                full || members.isEmpty() || !desk.site().mayChange(desk.slot(), desk.section())
                        ? null
                        : desk.path() + "/bench"
                                + sets.next(desk.site(), desk.slot(), desk.section())
                                        .query(),
                sets.canPutBack(desk.site(), desk.place()));
    }

    private static Neighbour neighbour(Optional<Entry> entry) {
        return entry.map(e -> new Neighbour(e.number() + " " + e.slot().name(), e.benchHref()))
                .orElse(null);
    }

    private List<Choice> choices(Desk desk) {
        return proposals.choices(desk.site(), desk.place(), OFFERED).stream()
                .map(choice -> choice(desk, choice))
                .toList();
    }

    private static Choice choice(Desk desk, Proposals.Choice choice) {
        StoredPicture picture = choice.picture();
        FitState state = choice.state();
        boolean fits = state != null && state.verdict().isNoObstacle();
        return new Choice(
                picture.id(),
                state == null ? null : Thumbnail.of(desk.site(), state),
                PictureViews.href(picture, Steps.none(), 320),
                picture.label(),
                picture.size().label() + " " + picture.type().label(),
                state == null ? "fails" : fits ? "fits" : state.verdict().word(),
                state == null ? choice.refusal() : fits ? "fits" : FitState.worstOf(state.gauges()));
    }

    private static List<String> asks(Slot slot) {
        Brief brief = slot.brief();
        List<String> asks = new ArrayList<>();
        asks.add(brief.sizeLabel());
        asks.add(Phrases.types(brief.types()));
        asks.add(brief.weight() == null ? "no limit" : "≤ " + brief.weight().label());
        switch (brief.transparency()) {
            case REQUIRED -> asks.add("transparent");
            case FORBIDDEN -> {
                if (brief.types().stream().anyMatch(PictureType::canHoldAlpha)) {
                    asks.add("not transparent");
                }
            }
            default -> {
                // Nothing is asked.
            }
        }
        if (brief.shape() != Brief.Shape.RECTANGLE) {
            asks.add(brief.shape().name().toLowerCase(java.util.Locale.ROOT));
        }
        return asks;
    }
}
