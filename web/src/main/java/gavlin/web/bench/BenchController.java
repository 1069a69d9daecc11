package gavlin.web.bench;

import gavlin.core.BadInput;
import gavlin.core.brief.Brief;
import gavlin.core.brief.SizeDispute;
import gavlin.core.brief.Slot;
import gavlin.core.codec.PictureType;
import gavlin.core.fit.Fit;
import gavlin.core.fit.RenditionPlan;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Fits;
import gavlin.web.fit.PictureSets;
import gavlin.web.page.Rail;
import gavlin.web.page.Reaches;
import gavlin.web.page.SlotBoard;
import gavlin.web.page.SlotBoard.Entry;
import gavlin.web.page.Words;
import gavlin.web.picture.Pictures;
import gavlin.web.picture.StoredPicture;
import gavlin.web.problem.Conflict;
import gavlin.web.site.OpenSite;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
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
    /** Of a large site's pictures, those that serve best. */
    private static final int OFFERED = 120;

    private final Fits fits;
    private final PictureSets sets;
    private final Reaches reaches;
    private final Pictures pictures;
    private final SlotBoard board;
    private final Rail rail;
    private final JsonMapper json;

    BenchController(
            Fits fits,
            PictureSets sets,
            Reaches reaches,
            Pictures pictures,
            SlotBoard board,
            Rail rail,
            JsonMapper json) {
        this.fits = fits;
        this.sets = sets;
        this.reaches = reaches;
        this.pictures = pictures;
        this.board = board;
        this.rail = rail;
        this.json = json;
    }

    record Neighbour(String label, String href) {}

    /** A picture that could be put into the slot, with what it would mean. */
    record Choice(
            String id, String view, boolean transparent, String title, String facts, String verdict, String says) {}

    /** What a person should know beyond the picture itself; empty where nothing is to be said. */
    record Context(String reach, String dispute, String absent, String idle) {}

    /**
     * The pictures of a slot that takes several.
     *
     * @param more the bench of one more, or null when it is full
     * @param takenOut whether the picture of this place was taken out and can be put back
     */
    record SetView(String says, List<MemberView> members, String more, boolean takenOut) {}

    record MemberView(int member, String href, String image, String label, String state, boolean here) {}

    @GetMapping
    String page(
            @ModelAttribute(name = "desk", binding = false) Desk desk,
            @RequestParam(required = false) String picture,
            Model model) {
        Optional<FitState> stored = fits.find(desk.site(), desk.place());
        Optional<FitState> shown = picture == null
                ? stored
                : Optional.of(fits.proposed(desk.site(), desk.place(), pictures.find(desk.site(), picture)));
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
        model.addAttribute(
                "before", neighbour(SlotBoard.next(entries, desk.slot().id(), -1)));
        model.addAttribute(
                "after", neighbour(SlotBoard.next(entries, desk.slot().id(), 1)));
        model.addAttribute("mayChange", desk.site().mayChange(desk.slot(), desk.section()));
        model.addAttribute("base", desk.path() + "/bench");
        model.addAttribute("briefHref", desk.path());
        model.addAttribute("fit", shown.orElse(null));
        model.addAttribute("proposed", picture != null);
        model.addAttribute("types", desk.slot().brief().usableTypes());
        model.addAttribute("choices", choices(desk));
        model.addAttribute(
                "download",
                "/api/v1" + desk.path() + "/rendition" + desk.place().query());
        model.addAttribute(
                "freePosition", desk.slot().showings().stream().anyMatch(showing -> showing.positionIsFree()));
        shown.ifPresent(fit -> {
            model.addAttribute(
                    "several",
                    "/sites/" + desk.site().id() + "/pictures/" + fit.picture().id() + "/slots");
            model.addAttribute("look", json.writeValueAsString(BenchLook.of(fit)));
            model.addAttribute(
                    "view",
                    "/sites/" + desk.site().id() + "/pictures/" + fit.picture().id() + "/view?width=1600");
        });
        return "bench/bench";
    }

    @PostMapping("/{step:undo|redo}")
    String step(
            @ModelAttribute(name = "desk", binding = false) Desk desk,
            @PathVariable String step,
            RedirectAttributes flash) {
        try {
            if (step.equals("undo")) {
                fits.undo(desk.site(), desk.place());
            } else {
                fits.redo(desk.site(), desk.place());
            }
        } catch (Conflict e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return desk.redirect();
    }

    /** Accepts, and goes on to the next slot that needs attention. */
    @PostMapping("/accept")
    String accept(@ModelAttribute(name = "desk", binding = false) Desk desk, RedirectAttributes flash) {
        try {
            fits.accept(desk.site(), desk.place());
        } catch (Conflict e) {
            flash.addFlashAttribute("refused", e.getMessage());
            return desk.redirect();
        }
        flash.addFlashAttribute("said", desk.slot().name() + " is accepted.");
        return SlotBoard.next(board.entries(desk.site()), desk.slot().id(), 1)
                .map(entry -> "redirect:" + entry.benchHref())
                .orElse("redirect:/sites/" + desk.site().id() + "/plan");
    }

    /** Puts a picture into the slot, as Gavlin would place it. */
    @PostMapping("/picture")
    String choose(@ModelAttribute(name = "desk", binding = false) Desk desk, @RequestParam String picture) {
        fits.put(desk.site(), desk.place(), pictures.find(desk.site(), picture));
        return desk.redirect();
    }

    /** Takes an upload in and puts it into the slot. */
    @PostMapping("/upload")
    String upload(
            @ModelAttribute(name = "desk", binding = false) Desk desk,
            @RequestParam MultipartFile file,
            @RequestParam(defaultValue = "false") boolean salvage,
            RedirectAttributes flash) {
        desk.site().requireChange(desk.slot(), desk.section());
        try {
            StoredPicture picture = pictures.add(desk.site(), file, gavlin.web.picture.Words.NONE, salvage)
                    .picture();
            fits.put(desk.site(), desk.place(), picture);
        } catch (BadInput e) {
            flash.addFlashAttribute("refused", file.getOriginalFilename() + ": " + e.getMessage());
        }
        return desk.redirect();
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
                                f.verdict().word(),
                                f.place().member() == desk.place().member()))
                        .toList(),
                full || members.isEmpty() || !desk.site().mayChange(desk.slot(), desk.section())
                        ? null
                        : desk.path() + "/bench"
                                + sets.another(desk.site(), desk.slot(), desk.section())
                                        .query(),
                sets.canPutBack(desk.site(), desk.place()));
    }

    private static Neighbour neighbour(Optional<Entry> entry) {
        return entry.map(e -> new Neighbour(e.number() + " " + e.slot().name(), e.benchHref()))
                .orElse(null);
    }

    private List<Choice> choices(Desk desk) {
        List<Choice> choices = new ArrayList<>();
        for (StoredPicture picture : pictures.list(desk.site())) {
            choices.add(choice(desk, picture));
        }
        choices.sort(Comparator.comparing((Choice c) -> !c.verdict.equals("fits")));
        return choices.size() > OFFERED ? choices.subList(0, OFFERED) : choices;
    }

    private Choice choice(Desk desk, StoredPicture picture) {
        String verdict = "fails";
        String says;
        try {
            double detail = RenditionPlan.of(desk.slot(), Fit.chosenFor(desk.slot()), picture.facts(), 1)
                    .framing()
                    .detail();
            verdict = detail >= 1 ? "fits" : "look";
            says = detail >= 1 ? "enough pixels" : String.format("enlarged %.1f times", 1 / detail);
        } catch (BadInput e) {
            says = "too small";
        }
        return new Choice(
                picture.id(),
                "/sites/" + desk.site().id() + "/pictures/" + picture.id() + "/view?width=320",
                picture.transparent(),
                picture.label(),
                picture.size().label() + " " + picture.type().label(),
                verdict,
                says);
    }

    private static List<String> asks(Slot slot) {
        Brief brief = slot.brief();
        List<String> asks = new ArrayList<>();
        asks.add(brief.sizeLabel());
        asks.add(Words.types(brief.types()));
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
