package gavlin.web.bench;

import gavlin.core.BadInput;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.grow.Grow;
import gavlin.core.grow.GrowthScore;
import gavlin.core.operation.OperationType;
import gavlin.core.operation.Prepared;
import gavlin.core.solve.KeepArea;
import gavlin.core.speech.Said;
import gavlin.web.fit.Desk;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Proposals;
import gavlin.web.picture.PictureViews;
import gavlin.web.picture.WorkingPictures;
import gavlin.web.work.HeavyWork;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** The ways in which a picture's edges can be grown, side by side. Nothing is stored. */
@RestController
@RequestMapping("/sites/{site}/slots/{slot}/bench")
class GrowthController {
    /** Ways are compared on so many px. */
    private static final long LOOKED_AT = 120_000;

    private static final long HEAP = 40 * LOOKED_AT;
    private static final int DRAWN = 640;
    private static final int VARIANTS = 3;
    /** A step over the join that is no larger than nearly all within the picture isn't seen. */
    private static final double SEEN = 1;

    private final BenchRequests bench;
    private final Proposals proposals;
    private final WorkingPictures working;
    private final HeavyWork work;

    GrowthController(BenchRequests bench, Proposals proposals, WorkingPictures working, HeavyWork work) {
        this.bench = bench;
        this.proposals = proposals;
        this.working = working;
        this.work = work;
    }

    /** @param grow as a member of {@code prepare} @param view where the grown picture is read @param chosen whether the fit has it now */
    record Way(
            String name,
            String says,
            JsonNode grow,
            String view,
            double join,
            double repeat,
            List<String> twice,
            boolean chosen) {
        /** What must be seen and stands there twice is worse than anything that repeats. */
        double rank() {
            return Math.max(0, join - SEEN) + repeat + (twice.isEmpty() ? 0 : 1);
        }
    }

    /** @param seed of the first of the variants that are made of the picture's own patches */
    @PostMapping("/growth")
    List<Way> ways(Desk desk, @RequestBody Question question, @RequestParam(defaultValue = "1") int seed) {
        FitState state = bench.looked(desk, question);
        Grow present = state.fit().prepare().get(Grow.TYPE);
        if (present.changesNothing()) {
            throw new BadInput("grow", "say first how many px are to be grown, and on which side");
        }
        List<Way> ways = new ArrayList<>();
        for (Grow.By by : Grow.By.values()) {
            int variants = by == Grow.By.PATCHES ? VARIANTS : 1;
            for (int i = 0; i < variants; i++) {
                ways.add(way(desk, state, present, present.by(by, by == Grow.By.PATCHES ? seed + i : null)));
            }
        }
        ways.sort(Comparator.comparingDouble(Way::rank));
        return ways;
    }

    private Way way(Desk desk, FitState state, Grow present, Grow wanted) {
        FitState then = proposals.look(
                desk.site(),
                desk.place(),
                state.picture(),
                proposals.settled(state.picture(), state.fit().with(wanted)));
        Grow grow = then.fit().prepare().get(Grow.TYPE);
        Prepared prepared = then.prepared();
        var source = working.of(state.picture(), prepared.steps());
        Size size = prepared.size().within(LOOKED_AT);
        Size before = prepared.before(Grow.TYPE);
        Box<InSlot> inner = new Box<InPrepared>(grow.left(), grow.top(), before.width(), before.height())
                .carry(prepared.size().box(), size.box());
        GrowthScore score = work.run(
                HEAP,
                () -> GrowthScore.of(
                        prepared.of(source).render(new Framing<>(prepared.size().box(), size.box()), size), inner));
        List<String> twice = state.picture().keepAreas().areas().stream()
                .filter(area -> grow.showsTwice(
                        prepared.toPrepared(area.inPx(state.picture().size())).moved(-grow.left(), -grow.top()),
                        before))
                .map(KeepArea::name)
                .toList();
        return new Way(
                name(grow),
                says(score) + (twice.isEmpty() ? "" : "; shows part of " + String.join(", ", twice) + " a second time"),
                OperationType.write(grow),
                PictureViews.href(state.picture(), prepared.steps(), DRAWN),
                score.join(),
                score.repeat(),
                twice,
                grow.equals(present));
    }

    private static String name(Grow grow) {
        return switch (grow.by()) {
            case MIRROR -> "mirrored";
            case EDGE -> "the outermost line";
            case BLUR -> "mirrored, softly";
            case FADE -> "fading into " + grow.ink();
            case COLOUR -> "in " + grow.ink();
            case PATCHES -> "from its own patches, No. " + (grow.seed() == null ? 1 : grow.seed());
        };
    }

    private static String says(GrowthScore score) {
        String join = score.join() <= SEEN
                ? "no join to be seen"
                : "the join is seen: " + Said.plain(Math.round(10 * score.join()) / 10.0)
                        + " times the picture’s own steps";
        String repeat = score.repeat() < 0.5
                ? "it doesn’t repeat itself"
                : score.repeat() < 0.8 ? "it repeats itself somewhat" : "it repeats itself";
        return join + "; " + repeat;
    }
}
