package gavlin.web.bench;

import gavlin.core.BadInput;
import gavlin.core.brief.Slot;
import gavlin.core.fit.Fit;
import gavlin.core.fit.FitChange;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Point;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.operation.Preparation;
import gavlin.core.operation.Prepared;
import gavlin.core.operation.Steps;
import gavlin.core.solve.KeepArea;
import gavlin.core.solve.KeepAreaDelta;
import gavlin.core.solve.Offer;
import gavlin.core.solve.Shares;
import gavlin.web.fit.Asked;
import gavlin.web.fit.BestWindow;
import gavlin.web.fit.Desk;
import gavlin.web.fit.FitBook;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Fits;
import gavlin.web.fit.Place;
import gavlin.web.fit.Proposals;
import gavlin.web.picture.KeepAreaBook;
import gavlin.web.picture.PictureViews;
import gavlin.web.picture.Pictures;
import gavlin.web.picture.Preparations;
import gavlin.web.picture.StoredPicture;
import gavlin.web.picture.Suggestion;
import gavlin.web.picture.Suggestions;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** What the bench asks while a fit is worked on. */
@RestController
@RequestMapping("/sites/{site}/slots/{slot}/bench")
class BenchRequests {
    /** Of other slots' windows, drawn over the picture. */
    private static final int MOST_OTHERS = 24;

    private final Fits fits;
    private final FitBook book;
    private final Proposals proposals;
    private final Pictures pictures;
    private final KeepAreaBook keepAreas;
    private final Suggestions suggestions;
    private final JsonMapper json;

    BenchRequests(
            Fits fits,
            FitBook book,
            Proposals proposals,
            Pictures pictures,
            KeepAreaBook keepAreas,
            Suggestions suggestions,
            JsonMapper json) {
        this.fits = fits;
        this.book = book;
        this.proposals = proposals;
        this.pictures = pictures;
        this.keepAreas = keepAreas;
        this.suggestions = suggestions;
        this.json = json;
    }

    /** The geometry of a fit that is not stored: what the page asks while something is dragged. */
    @PostMapping("/look")
    BenchLook look(Desk desk, @RequestBody Question question) {
        return BenchLook.of(desk.site(), looked(desk, question));
    }

    FitState looked(Desk desk, Question question) {
        Wanted wanted = wanted(desk, question);
        return proposals.look(desk.site(), desk.place(), wanted.picture, wanted.fit);
    }

    /** What a question comes to. */
    private record Wanted(StoredPicture picture, Fit fit) {}

    private Wanted wanted(Desk desk, Question question) {
        if (question.fit() == null || !question.fit().isObject()) {
            throw new BadInput("fit", "the fit is missing");
        }
        Asked asked = Asked.read(question.fit(), json);
        if (asked.picture() == null) {
            throw new BadInput("fit", "fit and its picture are missing");
        }
        StoredPicture stored = pictures.find(desk.site(), asked.picture());
        Fit before = proposals.asked(desk.place(), stored, asked);
        StoredPicture picture = question.keepAreas() == null
                ? stored
                : stored.with(stored.keepAreas().with(delta(question.keepAreas(), stored, before.prepare())));
        Fit fit = asked.leavesTheWindowOpen() ? proposals.placed(desk.site(), desk.place(), picture, before) : before;
        FitChange change =
                question.change() == null ? FitChange.NONE : question.change().toChange();
        return new Wanted(picture, proposals.changed(desk.place(), picture, fit, change));
    }

    private KeepAreaDelta delta(KeepAreaChanges changes, StoredPicture picture, Steps<Preparation> otherwise) {
        Steps<Preparation> seenOn = Question.steps(changes.in());
        Prepared prepared = new Prepared(picture.size(), seenOn == null ? otherwise : seenOn);
        return changes.toDelta(picture, prepared, () -> keepAreas.takenAway(picture));
    }

    /** Stores a fit; the file is measured by the next request. */
    @PostMapping("/fit")
    BenchLook store(Desk desk, @RequestBody ObjectNode body) {
        Question question = body.has("fit")
                ? json.treeToValue(body, Question.class)
                : new Question(
                        body,
                        null,
                        null,
                        null,
                        body.path("base").isInt() ? body.get("base").asInt() : null,
                        false);
        Wanted wanted = wanted(desk, question);
        if (Boolean.TRUE.equals(question.aside())) {
            book.setAside(desk.site(), desk.place(), wanted.picture, wanted.fit);
            return stored(desk);
        }
        return BenchLook.of(
                desk.site(), book.save(desk.site(), desk.place(), wanted.picture, wanted.fit, question.base()));
    }

    /** The stored fit as it is, with its file when it was made. */
    @GetMapping("/stored")
    BenchLook stored(Desk desk) {
        return BenchLook.of(desk.site(), fits.get(desk.site(), desk.place()));
    }

    /**
     * @param outline its window on the picture as it is prepared now
     * @param says what came of it
     * @param why why not everything can be seen; empty when it can
     * @param changes what is seen of each area in each showing, where that changes
     */
    record BestReply(
            BenchLook look,
            Box<InPrepared> outline,
            String says,
            String why,
            List<Change> changes,
            List<Offered> offers) {}

    /**
     * A remedy.
     *
     * @param look as it is when it is taken; null where it is another picture
     * @param outline its window on the picture as it is prepared now, which may end before it does; null likewise
     */
    record Offered(String id, String says, String costs, BenchLook look, Box<InPrepared> outline) {}

    /** @param says such as "the visitor's head from 0 to 89 %" @param better whether all of it is for the better */
    record Change(String showing, String says, boolean better) {}

    /** The best window for what must be seen. Nothing is stored. */
    @PostMapping("/best")
    BestReply best(Desk desk, @RequestBody Question question) {
        FitState present = looked(desk, question);
        BestWindow best = proposals.best(present, BestWindow.locks(question.lock()), List.of());
        FitState then = proposals.look(desk.site(), desk.place(), present.picture(), best.fit());
        return new BestReply(
                BenchLook.of(desk.site(), then),
                outline(then, present),
                says(present, then),
                best.shortfall() == null ? "" : best.shortfall().says(),
                changes(present.shares(), then.shares()),
                best.shortfall() == null
                        ? List.of()
                        : best.shortfall().offers().stream()
                                .map(offer -> offered(desk, present, best, offer))
                                .toList());
    }

    private Offered offered(Desk desk, FitState present, BestWindow best, Offer offer) {
        FitState then = offer.picture() != null
                ? null
                : proposals.look(desk.site(), desk.place(), present.picture(), best.taking(offer, present));
        Integer height = best.fit().frame().height();
        boolean other = height != null && !height.equals(present.fit().frame().height()) && offer.height() == null;
        return new Offered(
                offer.id(),
                other ? offer.says() + ", " + height + " px high" : offer.says(),
                offer.costs(),
                then == null ? null : BenchLook.of(desk.site(), then),
                then == null ? null : outline(then, present));
    }

    /** The window of one state, on the picture as another has it prepared. */
    private static Box<InPrepared> outline(FitState of, FitState on) {
        Prepared its = of.plan().prepared();
        Prepared shown = on.plan().prepared();
        Box<InPrepared> window = of.plan().framing().window();
        return its.steps().equals(shown.steps()) ? window : shown.toPrepared(its.toPicture(window));
    }

    /** By showing, in the sheet's order. */
    private static List<Change> changes(Shares before, Shares after) {
        List<Change> changes = new ArrayList<>();
        if (before == null || after == null || !before.areas().equals(after.areas())) {
            return changes;
        }
        for (int s = 0; s < after.showings().size(); s++) {
            List<String> words = new ArrayList<>();
            boolean better = true;
            for (int k = 0; k < after.areas().size(); k++) {
                long from = Math.round(before.share()[k][s] * 100);
                long to = Math.round(after.share()[k][s] * 100);
                if (from != to) {
                    words.add(after.areas().get(k).name() + " from " + from + " to " + to + " %");
                    better &= to > from;
                }
            }
            if (!words.isEmpty()) {
                changes.add(new Change(after.showings().get(s).name(), String.join(", ", words), better));
            }
        }
        return changes;
    }

    private static String says(FitState present, FitState then) {
        if (then.shares() == null) {
            return "Nothing is marked as what must be seen: mark it first, or take a suggestion.";
        }
        double before = present.shares() == null ? 1 : present.shares().worst();
        double after = then.shares().worst();
        if (after < before + 0.0005 && before < Shares.WHOLE) {
            return format(
                    "The least of anything seen stays %.0f %% wherever the window stands; this one comes nearest.",
                    Math.floor(after * 100));
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

    /**
     * What came of a change of keep areas.
     *
     * @param ids what the page called new areas, to their ids
     * @param says what a person should know; empty for nothing
     */
    record Kept(int revision, Map<String, String> ids, String says) {}

    /** Changes what must be seen of the picture, in every slot. What others changed meanwhile stays as they left it. */
    @PutMapping("/keep-areas")
    Kept keep(Desk desk, @RequestBody KeepAreaChanges changes) {
        if (changes.picture() == null) {
            throw new BadInput("picture", "the picture is missing");
        }
        desk.site().requireChange(desk.slot(), desk.section());
        StoredPicture picture = pictures.find(desk.site(), changes.picture());
        KeepAreaBook.Changed changed =
                keepAreas.change(desk.site(), picture.id(), delta(changes, picture, Steps.none()));
        int revision = changed.picture().keepAreas().revision();
        return new Kept(
                revision, changed.ids(), said(changed, changes.base() != null && revision > changes.base() + 1));
    }

    private static String said(KeepAreaBook.Changed changed, boolean meanwhile) {
        if (!changed.gone().isEmpty()) {
            return String.join(", ", changed.gone()) + ": somebody else took that away meanwhile.";
        }
        return meanwhile ? "Somebody else marked this picture meanwhile: their areas are here beside yours." : "";
    }

    /** An area that was taken away. */
    record Gone(String id, String name, String shape, double weight, Box<InPrepared> box) {}

    @GetMapping("/keep-areas/taken-away")
    List<Gone> takenAway(Desk desk, @RequestParam String picture, @RequestParam(required = false) String prepare) {
        StoredPicture source = pictures.find(desk.site(), picture);
        Prepared prepared = new Prepared(source.size(), Preparations.read(prepare));
        return keepAreas.takenAway(source).stream()
                .map(a -> new Gone(
                        a.id(), a.name(), a.shape().word(), a.weight(), prepared.toPrepared(a.inPx(source.size()))))
                .toList();
    }

    /**
     * Something that may be worth keeping, where it lies on the prepared picture.
     *
     * @param point null unless it is a place for the focal point rather than an area
     */
    record Suggested(String name, String shape, String reason, Box<InPrepared> box, Point<InPrepared> point) {
        static Suggested of(Suggestion suggestion, Prepared prepared) {
            var size = prepared.picture();
            Box<InPicture> area = new Box<>(
                    suggestion.x() * size.width(),
                    suggestion.y() * size.height(),
                    suggestion.width() * size.width(),
                    suggestion.height() * size.height());
            boolean isPoint = suggestion.kind().equals("focus") && area.isEmpty();
            String name =
                    suggestion.name() == null || suggestion.name().isBlank() ? suggestion.kind() : suggestion.name();
            return new Suggested(
                    name,
                    suggestion.kind().equals("face") ? "ellipse" : "rectangle",
                    suggestion.reason(),
                    prepared.toPrepared(area),
                    isPoint ? prepared.toPrepared(new Point<InPicture>(area.x(), area.y())) : null);
        }
    }

    @GetMapping("/suggestions")
    List<Suggested> suggest(Desk desk, @RequestParam String picture, @RequestParam(required = false) String prepare) {
        StoredPicture source = pictures.find(desk.site(), picture);
        Prepared prepared = new Prepared(source.size(), Preparations.read(prepare));
        return suggestions.of(source).stream()
                .map(s -> Suggested.of(s, prepared))
                .toList();
    }

    /** Another picture whose keep areas may be copied; where they would lie on this one as it is prepared. */
    record Elsewhere(String id, String name, String view, List<Copied> areas, Point<InPrepared> focal) {}

    record Copied(String name, String shape, double weight, Box<InPrepared> box) {}

    @GetMapping("/keep-areas/elsewhere")
    List<Elsewhere> elsewhere(Desk desk, @RequestParam String picture, @RequestParam(required = false) String prepare) {
        StoredPicture here = pictures.find(desk.site(), picture);
        Prepared prepared = new Prepared(here.size(), Preparations.read(prepare));
        return pictures.list(desk.site()).stream()
                .filter(p -> !p.id().equals(picture) && p.keepAreas().isMarked())
                .limit(60)
                .map(p -> new Elsewhere(
                        p.id(),
                        p.label(),
                        PictureViews.href(p, Steps.none(), 320),
                        p.keepAreas().areas().stream()
                                .map(a -> copied(a, prepared))
                                .toList(),
                        p.keepAreas().point() == null
                                ? null
                                : prepared.toPrepared(p.keepAreas().point().in(here.size()))))
                .toList();
    }

    private static Copied copied(KeepArea area, Prepared prepared) {
        return new Copied(
                area.name(), area.shape().word(), area.weight(), prepared.toPrepared(area.inPx(prepared.picture())));
    }

    /** The window that the same picture would have in another slot, where it lies on the picture as it is prepared here. */
    record Other(String slot, String name, String size, Box<InPrepared> window, String verdict, String href) {}

    /** One fit proposes itself for the others: its picture in each other slot that crops, as it would be placed. */
    @GetMapping("/others")
    List<Other> others(Desk desk, @RequestParam String picture, @RequestParam(required = false) String prepare) {
        StoredPicture source = pictures.find(desk.site(), picture);
        Prepared here = new Prepared(source.size(), Preparations.read(prepare));
        List<FitState> placed = fits.placed(desk.site(), desk.section());
        List<Other> others = new ArrayList<>();
        for (Slot slot : desk.site().sheet().slots()) {
            boolean suits = slot.brief().rule() == Rule.COVER && desk.site().has(slot) && !slot.equals(desk.slot());
            if (suits && others.size() < MOST_OTHERS) {
                try {
                    FitState look = proposals.proposed(desk.site(), Place.of(slot), source, placed);
                    others.add(new Other(
                            slot.id(),
                            String.format("%02d %s", desk.site().sheet().numberOf(slot), slot.name()),
                            look.plan().size().label(),
                            here.toPrepared(look.prepared()
                                    .toPicture(look.plan().framing().window())),
                            look.verdict().isNoObstacle()
                                    ? "fits"
                                    : look.verdict().word(),
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
