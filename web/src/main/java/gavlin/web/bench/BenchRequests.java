package gavlin.web.bench;

import gavlin.core.BadInput;
import gavlin.core.brief.Slot;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Rule;
import gavlin.core.solve.Offer;
import gavlin.core.solve.Shares;
import gavlin.web.fit.BestWindow;
import gavlin.web.fit.FitRequest;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Fits;
import gavlin.web.fit.Place;
import gavlin.web.picture.KeepAreaBody;
import gavlin.web.picture.Pictures;
import gavlin.web.picture.Regions;
import gavlin.web.picture.StoredPicture;
import gavlin.web.picture.Suggestion;
import gavlin.web.picture.Suggestions;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What the bench asks while a fit is worked on. */
@RestController
@RequestMapping("/sites/{site}/slots/{slot}/bench")
class BenchRequests {
    /** Of other slots' windows, drawn over the picture. */
    private static final int MOST_OTHERS = 24;

    private final Fits fits;
    private final Pictures pictures;
    private final Suggestions suggestions;

    BenchRequests(Fits fits, Pictures pictures, Suggestions suggestions) {
        this.fits = fits;
        this.pictures = pictures;
        this.suggestions = suggestions;
    }

    /**
     * A fit as it is on the page, which may not be stored yet.
     *
     * @param marks of the picture, as they are on the page; those that are stored when left out
     * @param lock what must not change, for the best window
     */
    record Question(FitRequest fit, MarksRequest marks, List<String> lock) {}

    /** The geometry of a fit that is not stored: what the page asks while something is dragged. */
    @PostMapping("/look")
    BenchLook look(@ModelAttribute(name = "desk", binding = false) Desk desk, @RequestBody Question question) {
        return BenchLook.of(looked(desk, question));
    }

    private FitState looked(Desk desk, Question question) {
        FitRequest request = question.fit();
        if (request == null || request.picture() == null) {
            throw new BadInput("fit", "fit and its picture are missing");
        }
        StoredPicture picture = pictures.find(desk.site(), request.picture());
        MarksRequest marks = question.marks();
        StoredPicture marked = marks == null || marks.areas() == null
                ? picture
                : picture.with(new Regions(
                        marks.focal(),
                        KeepAreaBody.toAreas(marks.areas()),
                        picture.regions().revision()));
        return fits.look(desk.site(), desk.place(), marked, request);
    }

    /** Stores a fit; the file is measured by the next request. */
    @PostMapping("/fit")
    BenchLook store(@ModelAttribute(name = "desk", binding = false) Desk desk, @RequestBody FitRequest request) {
        return BenchLook.of(fits.save(desk.site(), desk.place(), request));
    }

    /** The stored fit as it is, with its file when it was made. */
    @GetMapping("/stored")
    BenchLook stored(@ModelAttribute(name = "desk", binding = false) Desk desk) {
        return BenchLook.of(fits.get(desk.site(), desk.place()));
    }

    /** The stored fit with its file made and weighed. */
    @GetMapping("/measured")
    BenchLook measured(@ModelAttribute(name = "desk", binding = false) Desk desk) {
        return BenchLook.of(fits.measured(fits.get(desk.site(), desk.place())));
    }

    /**
     * @param says what came of it
     * @param why why not everything can be seen; empty when it can
     */
    record BestReply(BenchLook look, String says, String why, List<Offered> offers) {}

    /**
     * A remedy.
     *
     * @param look as it is when it is taken; null where it is another picture
     */
    record Offered(String id, String says, BenchLook look) {}

    /** The best window for what must be seen. Nothing is stored. */
    @PostMapping("/best")
    BestReply best(@ModelAttribute(name = "desk", binding = false) Desk desk, @RequestBody Question question) {
        FitState present = looked(desk, question);
        BestWindow best = BestWindow.of(present, BestWindow.locks(question.lock()), List.of());
        FitState then = fits.look(desk.site(), desk.place(), present.picture(), best.fit());
        return new BestReply(
                BenchLook.of(then),
                says(present, then),
                best.shortfall() == null ? "" : best.shortfall().says(),
                best.shortfall() == null
                        ? List.of()
                        : best.shortfall().offers().stream()
                                .map(offer -> offered(desk, present, best, offer))
                                .toList());
    }

    private Offered offered(Desk desk, FitState present, BestWindow best, Offer offer) {
        BenchLook look = offer.picture() != null
                ? null
                : BenchLook.of(fits.look(desk.site(), desk.place(), present.picture(), best.taking(offer, present)));
        Integer height = best.fit().setting().height();
        boolean other = height != null && !height.equals(present.fit().setting().height()) && offer.height() == null;
        return new Offered(offer.id(), other ? offer.says() + ", " + height + " px high" : offer.says(), look);
    }

    private static String says(FitState present, FitState then) {
        if (then.shares() == null) {
            return "Nothing is marked as what must be seen: mark it first, or take a suggestion.";
        }
        double before = present.shares() == null ? 1 : present.shares().worst();
        double after = then.shares().worst();
        if (after < before + 0.0005 && before < Shares.WHOLE) {
            return format("No window shows more: the least of anything seen stays %.0f %%.", Math.floor(after * 100));
        }
        if (before >= Shares.WHOLE) {
            return "Everything that must be seen is seen already; this shows most of the picture, nearest the focal point.";
        }
        return after >= Shares.WHOLE
                ? format("Everything is seen now; before, the least was %.0f %%.", Math.floor(before * 100))
                : format(
                        "The least of anything seen is %.0f %% now, was %.0f %%.",
                        Math.floor(after * 100), Math.floor(before * 100));
    }

    /** @param base the revision of the marks that the page knows */
    record MarksRequest(String picture, Integer base, FocalPoint focal, List<KeepAreaBody> areas) {}

    record MarksAnswer(int revision) {}

    /** Says what must be seen of the picture, in every slot. */
    @PutMapping("/marks")
    MarksAnswer mark(@ModelAttribute(name = "desk", binding = false) Desk desk, @RequestBody MarksRequest request) {
        if (request.areas() == null || request.picture() == null) {
            throw new BadInput("areas", "areas and picture are missing");
        }
        desk.site().requireChange(desk.slot(), desk.section());
        StoredPicture marked = pictures.mark(
                desk.site(), request.picture(), request.focal(), KeepAreaBody.toAreas(request.areas()), request.base());
        return new MarksAnswer(marked.regions().revision());
    }

    @GetMapping("/suggestions")
    List<Suggestion> suggest(@ModelAttribute(name = "desk", binding = false) Desk desk, @RequestParam String picture) {
        return suggestions.of(pictures.find(desk.site(), picture));
    }

    /** Another picture whose marks may be copied. */
    record Marked(String id, String name, String view, List<KeepAreaBody> areas, FocalPoint focal) {}

    @GetMapping("/marked")
    List<Marked> marked(@ModelAttribute(name = "desk", binding = false) Desk desk, @RequestParam String picture) {
        return pictures.list(desk.site()).stream()
                .filter(p -> !p.id().equals(picture) && p.regions().isMarked())
                .limit(60)
                .map(p -> new Marked(
                        p.id(),
                        p.label(),
                        "/sites/" + desk.site().id() + "/pictures/" + p.id() + "/view?width=320",
                        p.regions().areas().stream().map(KeepAreaBody::of).toList(),
                        p.regions().point()))
                .toList();
    }

    /** The window that the same picture would have in another slot. */
    record Other(String slot, String name, String size, Box window, String verdict, String href) {}

    /** One fit proposes itself for the others: its picture in each other slot that crops, as it would be placed. */
    @GetMapping("/others")
    List<Other> others(@ModelAttribute(name = "desk", binding = false) Desk desk, @RequestParam String picture) {
        StoredPicture source = pictures.find(desk.site(), picture);
        List<FitState> placed = fits.placed(desk.site(), desk.section());
        List<Other> others = new ArrayList<>();
        for (Slot slot : desk.site().sheet().slots()) {
            boolean suits = slot.brief().rule() == Rule.COVER && desk.site().has(slot) && !slot.equals(desk.slot());
            if (suits && others.size() < MOST_OTHERS) {
                try {
                    FitState look = fits.proposed(desk.site(), Place.of(slot), source, placed);
                    others.add(new Other(
                            slot.id(),
                            String.format("%02d %s", desk.site().sheet().numberOf(slot), slot.name()),
                            look.plan().size().label(),
                            look.plan()
                                    .turn()
                                    .toPicture(
                                            source.size(), look.plan().framing().window()),
                            look.plan().framing().detail() >= 1 ? "fits" : "look",
                            "/sites/" + desk.site().id() + "/slots/" + slot.id() + "/bench?picture=" + picture));
                } catch (BadInput e) {
                    // Too small for a ratio: not to be offered.
                }
            }
        }
        return others;
    }

    private static String format(String pattern, Object... values) {
        return String.format(Locale.ROOT, pattern, values);
    }
}
