package gavlin.web.bench;

import gavlin.core.BadInput;
import gavlin.core.fit.QuieterWindow;
import gavlin.core.fit.RenditionPlan;
import gavlin.core.fit.VeilAdvice;
import gavlin.core.fit.WordPlaces;
import gavlin.core.fit.WordSetting;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.operation.OperationType;
import gavlin.core.solve.Shares;
import gavlin.core.speech.Said;
import gavlin.core.veil.Veil;
import gavlin.core.words.Passage;
import gavlin.core.words.Words;
import gavlin.web.fit.Desk;
import gavlin.web.fit.FitState;
import gavlin.web.picture.WorkingPictures;
import gavlin.web.work.HeavyWork;
import java.util.ArrayList;
import java.util.List;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Finds the veil that is just enough for the words over a file, and where words read best, over it and in it. Nothing is stored. */
@RestController
@RequestMapping("/sites/{site}/slots/{slot}/bench")
class VeilController {
    /** Bytes of heap for a pixel of the file: as it is rendered, and under the veil. */
    private static final long HEAP_PER_PIXEL = 40;

    private static final JsonMapper JSON = JsonMapper.shared();

    private final BenchRequests bench;
    private final WorkingPictures working;
    private final HeavyWork work;

    VeilController(BenchRequests bench, WorkingPictures working, HeavyWork work) {
        this.bench = bench;
        this.working = working;
        this.work = work;
    }

    /** @param veil as a member of {@code finish}; null where it will not do @param offers what else would */
    record Told(boolean found, JsonNode veil, String says, List<Offered> offers) {}

    /** @param veil null where it is a setting of the theme @param window where the picture's window goes; null where it stays */
    record Offered(String says, JsonNode veil, Corner window) {}

    /** px of the prepared picture. */
    record Corner(double x, double y, double width) {}

    /** @param says how the words read there */
    record Position(String name, String alignment, boolean passes, String says) {}

    /** Where the theme's words read best over the file as it is, or under the least veil. */
    @PostMapping("/word-places")
    List<Position> places(Desk desk, @RequestBody Question question) {
        FitState state = bench.looked(desk, question);
        RenditionPlan plan = state.plan();
        Veil present = state.fit().finish().get(Veil.TYPE);
        Veil kind = present.changesNothing() ? VeilAdvice.against(plan.lettering()) : present;
        List<Box<InSlot>> kept = plan.keptIn(state.fit(), state.picture().facts());
        var picture = working.forRendition(state.picture(), plan.prepared().steps(), plan.source());
        return work
                .run(
                        HEAP_PER_PIXEL * plan.size().pixels(),
                        () -> WordPlaces.of(picture, plan, state.shown(), kept, kind))
                .places()
                .stream()
                .map(place -> new Position(
                        place.name(),
                        place.alignment(),
                        place.passes() && place.against().isEmpty(),
                        place.says()))
                .toList();
    }

    /** @param passage as a member of {@code words}; null where they fit nowhere */
    record Placed(JsonNode passage, String says) {}

    /** Where words in the file would read best; nothing is stored. @param number which of the fit's passages, from 0 */
    @PostMapping("/words")
    Placed words(Desk desk, @RequestParam int number, @RequestBody Question question) {
        FitState state = bench.looked(desk, question);
        RenditionPlan plan = state.plan();
        List<Passage> passages = state.fit().finish().get(Words.TYPE).passages();
        if (number < 0 || number >= passages.size()) {
            throw new BadInput("number", "there are no such words in the file any more");
        }
        List<Box<InSlot>> kept = plan.keptIn(state.fit(), state.picture().facts());
        var picture = working.forRendition(state.picture(), plan.prepared().steps(), plan.source());
        WordSetting set = work.run(
                HEAP_PER_PIXEL * plan.size().pixels(),
                () -> WordSetting.of(picture, plan, state.shown(), kept, passages.get(number)));
        return new Placed(set.passage() == null ? null : JSON.valueToTree(set.passage()), set.says());
    }

    /** Of the ink, side and reach that the fit's veil has; of those that Gavlin takes where it has none. */
    @PostMapping("/veil")
    Told veil(Desk desk, @RequestBody Question question) {
        FitState state = bench.looked(desk, question);
        RenditionPlan plan = state.plan();
        Veil present = state.fit().finish().get(Veil.TYPE);
        var picture = working.forRendition(state.picture(), plan.prepared().steps(), plan.source());
        VeilAdvice advice = work.run(
                HEAP_PER_PIXEL * plan.size().pixels(),
                () -> VeilAdvice.of(picture, plan, present.changesNothing() ? null : present));
        List<Offered> offers = new ArrayList<>();
        if (!advice.least().found() && state.fit().rule() == Rule.COVER) {
            double seen = state.problem().shares(plan.framing().window()).worst();
            QuieterWindow other = work.run(
                    HEAP_PER_PIXEL * plan.size().pixels(),
                    () -> QuieterWindow.of(
                            picture,
                            plan,
                            advice.least().veil(),
                            window -> state.problem().shares(window).worst() >= Math.min(seen, Shares.WHOLE)));
            if (other != null) {
                offers.add(offered(other));
            }
        }
        advice.offers()
                .forEach(offer -> offers.add(new Offered(
                        offer.says(), offer.veil() == null ? null : OperationType.write(offer.veil()), null)));
        return new Told(
                advice.least().found(),
                advice.least().found() ? OperationType.write(advice.least().veil()) : null,
                advice.says(),
                offers);
    }

    private static Offered offered(QuieterWindow other) {
        Box<InPrepared> window = other.window();
        double strength = other.veil().strength();
        return new Offered(
                "another part of the picture, from " + Math.round(window.x()) + ", " + Math.round(window.y()) + " px: "
                        + (strength == 0 ? "no veil" : Said.percent(strength) + " of this veil"),
                OperationType.write(other.veil()),
                new Corner(window.x(), window.y(), window.width()));
    }
}
