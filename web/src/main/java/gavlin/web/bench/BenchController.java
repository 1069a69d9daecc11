package gavlin.web.bench;

import gavlin.core.BadInput;
import gavlin.core.brief.Brief;
import gavlin.core.brief.Slot;
import gavlin.core.codec.PictureType;
import gavlin.core.fit.Fit;
import gavlin.core.fit.RenditionPlan;
import gavlin.web.account.SignedIn;
import gavlin.web.fit.FitRequest;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Fits;
import gavlin.web.page.Rail;
import gavlin.web.page.SlotBoard;
import gavlin.web.page.SlotBoard.Entry;
import gavlin.web.page.Words;
import gavlin.web.picture.Pictures;
import gavlin.web.picture.StoredPicture;
import gavlin.web.problem.Conflict;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;
import tools.jackson.databind.json.JsonMapper;

/** The bench: the page, and the requests that it makes while a fit is worked on. */
@Controller
@RequestMapping("/sites/{site}/slots/{slot}/bench")
class BenchController {
    private final Sites sites;
    private final Fits fits;
    private final Pictures pictures;
    private final SlotBoard board;
    private final Rail rail;
    private final JsonMapper json;

    BenchController(Sites sites, Fits fits, Pictures pictures, SlotBoard board, Rail rail, JsonMapper json) {
        this.sites = sites;
        this.fits = fits;
        this.pictures = pictures;
        this.board = board;
        this.rail = rail;
        this.json = json;
    }

    record Neighbour(String label, String href) {}

    /** A picture that could be put into the slot, with what it would mean. */
    record Choice(
            String id, String view, boolean transparent, String title, String facts, String verdict, String says) {}

    /** One way in: the slot of a site, in the hands of somebody, for the site or one section. */
    record Desk(OpenSite site, Slot slot, String section) {
        String path() {
            return "/sites/" + site.id() + "/slots/" + slot.id();
        }
    }

    @ModelAttribute("desk")
    Desk desk(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable String slot,
            @RequestParam(required = false) String section) {
        OpenSite open = sites.open(who.viewer(), site);
        Slot chosen = open.slot(slot);
        return new Desk(open, chosen, open.section(chosen, section == null ? open.usualSection(chosen) : section));
    }

    @GetMapping
    String page(
            @ModelAttribute(name = "desk", binding = false) Desk desk,
            @RequestParam(required = false) String picture,
            Model model) {
        Optional<FitState> stored = fits.find(desk.site, desk.slot, desk.section);
        Optional<FitState> shown =
                picture == null ? stored : Optional.of(fits.look(desk.site, desk.slot, desk.section, request(picture)));
        List<Entry> entries = board.entries(desk.site);
        model.addAttribute("rail", rail.of(desk.site, entries, "Bench"));
        model.addAttribute("number", String.format("%02d", desk.site.sheet().numberOf(desk.slot)));
        model.addAttribute("slot", desk.slot);
        model.addAttribute(
                "section",
                desk.site.sheet().section(desk.section).map(s -> s.name()).orElse(""));
        model.addAttribute("sectionId", desk.section);
        model.addAttribute("asks", asks(desk.slot));
        model.addAttribute("before", neighbour(SlotBoard.next(entries, desk.slot.id(), -1)));
        model.addAttribute("after", neighbour(SlotBoard.next(entries, desk.slot.id(), 1)));
        model.addAttribute("mayChange", desk.site.mayChange(desk.section));
        model.addAttribute("base", desk.path() + "/bench");
        model.addAttribute("fit", shown.orElse(null));
        model.addAttribute("proposed", picture != null);
        model.addAttribute("types", desk.slot.brief().usableTypes());
        model.addAttribute("choices", choices(desk));
        model.addAttribute(
                "download",
                "/api/v1" + desk.path() + "/rendition" + (desk.section.isEmpty() ? "" : "?section=" + desk.section));
        shown.ifPresent(fit -> {
            model.addAttribute("look", json.writeValueAsString(BenchLook.of(fit)));
            model.addAttribute(
                    "view",
                    "/sites/" + desk.site.id() + "/pictures/" + fit.picture().id() + "/view?width=1600");
        });
        return "bench/bench";
    }

    /** The geometry of a fit that is not stored: what the page asks while something is dragged. */
    @PostMapping("/look")
    @ResponseBody
    BenchLook look(@ModelAttribute(name = "desk", binding = false) Desk desk, @RequestBody FitRequest request) {
        return BenchLook.of(fits.look(desk.site, desk.slot, desk.section, request));
    }

    /** Stores a fit; the file is measured by the next request. */
    @PostMapping("/fit")
    @ResponseBody
    BenchLook store(@ModelAttribute(name = "desk", binding = false) Desk desk, @RequestBody FitRequest request) {
        return BenchLook.of(fits.save(desk.site, desk.slot, desk.section, request));
    }

    /** The stored fit with its file made and weighed. */
    @GetMapping("/measured")
    @ResponseBody
    BenchLook measured(@ModelAttribute(name = "desk", binding = false) Desk desk) {
        return BenchLook.of(fits.measured(fits.get(desk.site, desk.slot, desk.section)));
    }

    @PostMapping("/{step:undo|redo}")
    String step(
            @ModelAttribute(name = "desk", binding = false) Desk desk,
            @PathVariable String step,
            RedirectAttributes flash) {
        try {
            if (step.equals("undo")) {
                fits.undo(desk.site, desk.slot, desk.section);
            } else {
                fits.redo(desk.site, desk.slot, desk.section);
            }
        } catch (Conflict e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return backTo(desk);
    }

    /** Accepts, and goes on to the next slot that needs attention. */
    @PostMapping("/accept")
    String accept(@ModelAttribute(name = "desk", binding = false) Desk desk, RedirectAttributes flash) {
        try {
            fits.accept(desk.site, desk.slot, desk.section);
        } catch (Conflict e) {
            flash.addFlashAttribute("refused", e.getMessage());
            return backTo(desk);
        }
        flash.addFlashAttribute("said", desk.slot.name() + " is accepted.");
        return SlotBoard.next(board.entries(desk.site), desk.slot.id(), 1)
                .map(entry -> "redirect:" + entry.benchHref())
                .orElse("redirect:/sites/" + desk.site.id() + "/plan");
    }

    /** Puts a picture into the slot, as Gavlin would place it. */
    @PostMapping("/picture")
    String choose(@ModelAttribute(name = "desk", binding = false) Desk desk, @RequestParam String picture) {
        fits.save(desk.site, desk.slot, desk.section, request(picture));
        return backTo(desk);
    }

    /** Takes an upload in and puts it into the slot. */
    @PostMapping("/upload")
    String upload(
            @ModelAttribute(name = "desk", binding = false) Desk desk,
            @RequestParam MultipartFile file,
            @RequestParam(defaultValue = "false") boolean salvage,
            RedirectAttributes flash) {
        desk.site.requireChange(desk.section);
        try {
            StoredPicture picture = pictures.add(desk.site, file, gavlin.web.picture.Words.NONE, salvage)
                    .picture();
            fits.save(desk.site, desk.slot, desk.section, request(picture.id()));
        } catch (BadInput e) {
            flash.addFlashAttribute("refused", file.getOriginalFilename() + ": " + e.getMessage());
        }
        return backTo(desk);
    }

    private static String backTo(Desk desk) {
        return "redirect:" + desk.path() + "/bench" + (desk.section.isEmpty() ? "" : "?section=" + desk.section);
    }

    private static FitRequest request(String picture) {
        return FitRequest.of(picture);
    }

    private static Neighbour neighbour(Optional<Entry> entry) {
        return entry.map(e -> new Neighbour(e.number() + " " + e.slot().name(), e.benchHref()))
                .orElse(null);
    }

    private List<Choice> choices(Desk desk) {
        List<Choice> choices = new ArrayList<>();
        for (StoredPicture picture : pictures.list(desk.site)) {
            choices.add(choice(desk, picture));
        }
        choices.sort(Comparator.comparing((Choice c) -> !c.verdict.equals("fits")));
        return choices;
    }

    private Choice choice(Desk desk, StoredPicture picture) {
        String verdict = "fails";
        String says;
        try {
            double detail = RenditionPlan.of(desk.slot, Fit.chosenFor(desk.slot), picture.facts(), 1)
                    .framing()
                    .detail();
            verdict = detail >= 1 ? "fits" : "look";
            says = detail >= 1 ? "enough pixels" : String.format("enlarged %.1f times", 1 / detail);
        } catch (BadInput e) {
            says = "too small";
        }
        return new Choice(
                picture.id(),
                "/sites/" + desk.site.id() + "/pictures/" + picture.id() + "/view?width=320",
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
