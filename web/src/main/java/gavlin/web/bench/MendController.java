package gavlin.web.bench;

import gavlin.core.BadInput;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.mend.Mend;
import gavlin.core.mend.MendPlaces;
import gavlin.core.mend.Spot;
import gavlin.core.operation.OperationType;
import gavlin.core.operation.Prepared;
import gavlin.web.fit.Desk;
import gavlin.web.fit.FitState;
import gavlin.web.picture.PictureViews;
import gavlin.web.picture.WorkingPictures;
import gavlin.web.work.HeavyWork;
import java.util.List;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** From where a spot of the picture may be filled, several side by side. Nothing is stored. */
@RestController
class MendController {
    private static final int OFFERED = 4;
    private static final long HEAP = 20_000_000;
    /** Of its longer side, at most: a larger spot has no other part to be filled from. */
    private static final double LARGEST = 0.5;

    private final BenchRequests bench;
    private final WorkingPictures working;
    private final HeavyWork work;

    MendController(BenchRequests bench, WorkingPictures working, HeavyWork work) {
        this.bench = bench;
        this.working = working;
        this.work = work;
    }

    /** @param mend all spots, as a member of {@code prepare} @param view where the mended picture is read */
    record Way(JsonNode mend, String view) {}

    /** @param x of the spot that was drawn, px of the prepared picture, as is all else */
    @PostMapping("/sites/{site}/slots/{slot}/bench/mend")
    List<Way> ways(
            Desk desk,
            @RequestParam double x,
            @RequestParam double y,
            @RequestParam double width,
            @RequestParam double height,
            @RequestBody Question question) {
        FitState state = bench.looked(desk, question);
        Prepared prepared = state.prepared();
        Box<InPrepared> spot =
                whole(x, y, width, height).intersect(prepared.size().box());
        if (spot.width() < Spot.LEAST || spot.height() < Spot.LEAST) {
            throw new BadInput(
                    "mend", "draw round the spot that is to be filled, at least " + Spot.LEAST + " px wide and high");
        }
        if (spot.width() > LARGEST * prepared.size().width()
                || spot.height() > LARGEST * prepared.size().height()) {
            throw new BadInput("mend", "this spot is too large to be filled from elsewhere: draw round less of it");
        }
        Mend present = state.fit().prepare().get(Mend.TYPE);
        List<Box<InPrepared>> avoid = state.picture().keepAreas().areas().stream()
                .map(area -> prepared.toPrepared(area.inPx(state.picture().size())))
                .toList();
        Prepared unmended = prepared.with(Mend.NONE);
        var source = working.of(state.picture(), unmended.steps());
        List<Spot> spots = work.run(HEAP, () -> MendPlaces.of(unmended.of(source), spot, avoid, OFFERED));
        if (spots.isEmpty()) {
            throw new BadInput(
                    "mend",
                    "no other part of the picture is as large without anything that must be seen: draw round less of it");
        }
        return spots.stream().map(each -> way(state, present.and(each))).toList();
    }

    /** To whole pixels; nothing for what is no number. */
    private static Box<InPrepared> whole(double x, double y, double width, double height) {
        if (!Double.isFinite(x + y + width + height) || width < 0 || height < 0) {
            throw new BadInput("mend", "a spot needs x, y, width and height");
        }
        return new Box<>(Math.round(x), Math.round(y), Math.round(width), Math.round(height));
    }

    private static Way way(FitState state, Mend mend) {
        return new Way(
                OperationType.write(mend),
                PictureViews.href(state.picture(), state.fit().prepare().with(mend), PictureViews.WIDEST));
    }
}
