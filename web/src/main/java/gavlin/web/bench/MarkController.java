package gavlin.web.bench;

import gavlin.core.brief.Showing;
import gavlin.core.brief.Slot;
import gavlin.core.colour.Colour;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.ink.Ink;
import gavlin.core.lift.Lift;
import gavlin.core.lift.LiftedPicture;
import gavlin.core.mark.Inks;
import gavlin.core.operation.Prepared;
import gavlin.core.operation.Steps;
import gavlin.core.raster.WorkingPicture;
import gavlin.web.fit.Desk;
import gavlin.web.fit.FitState;
import gavlin.web.picture.PictureViews;
import gavlin.web.picture.Pictures;
import gavlin.web.picture.StoredPicture;
import gavlin.web.picture.WorkingPictures;
import gavlin.web.work.HeavyWork;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What is told of a mark while it is cleaned: how clean it is, its inks, and how it stands on other grounds. Nothing is stored. */
@RestController
@RequestMapping("/sites/{site}/slots/{slot}/bench")
class MarkController {
    /** Inks are looked for on so many px a side: they cover areas. */
    private static final int LOOKED_AT = 900;

    private static final int MOST_GROUNDS = 8;

    private final BenchRequests bench;
    private final Pictures pictures;
    private final WorkingPictures working;
    private final HeavyWork work;

    MarkController(BenchRequests bench, Pictures pictures, WorkingPictures working, HeavyWork work) {
        this.bench = bench;
        this.pictures = pictures;
        this.working = working;
        this.work = work;
    }

    /** @param colour #RRGGBB, or null @param image where a picture is read that lies behind the mark, or null */
    record Ground(String name, String colour, String image) {}

    /**
     * @param says how clean it is
     * @param view where the mark is read as it is prepared
     * @param inks #RRGGBB, the most frequent first
     * @param worst where the old backing still shows, fractions of the mark as drawn: left, top, width, height; null where it doesn't
     */
    record Told(String says, String view, List<String> inks, List<Ground> grounds, double[] worst) {}

    @PostMapping("/mark")
    Told mark(Desk desk, @RequestBody Question question) {
        FitState state = bench.looked(desk, question);
        StoredPicture picture = state.picture();
        WorkingPicture opened = working.of(picture);
        LiftedPicture.Report report = state.fit().prepare().get(Lift.TYPE).changesNothing()
                ? null
                : work.run(
                        LiftedPicture.HEAP_PER_PIXEL
                                * LiftedPicture.worked(picture.size()).pixels(),
                        () -> LiftedPicture.report(opened, state.fit().prepare().get(Lift.TYPE)));
        return new Told(
                says(state, report),
                PictureViews.href(picture, state.fit().prepare(), PictureViews.WIDEST),
                inks(state),
                grounds(desk, picture),
                report == null || report.worst() == null ? null : onPrepared(report.worst(), state.prepared()));
    }

    private static String says(FitState state, LiftedPicture.Report report) {
        if (report == null) {
            return state.picture().transparent()
                    ? "Its ground was transparent when it came; nothing is lifted."
                    : "Nothing is lifted: it stands in a box of its own colour.";
        }
        String ground = (report.flat() ? "A flat " : "A fading ") + new Colour(report.ground());
        String remains = report.remains() == 0
                ? "nothing of it is left along the edge."
                : String.format(
                        Locale.ROOT,
                        "at %.1f %% of the edge it still shows, most where it is framed.",
                        100 * report.remains());
        return String.format(
                Locale.ROOT,
                "%s was lifted, within ΔE %.1f: %.0f %% of the picture; %s",
                ground,
                report.tolerance(),
                100 * report.lifted(),
                remains);
    }

    private static double[] onPrepared(double[] worst, Prepared prepared) {
        Size picture = prepared.picture();
        var box = prepared.toPrepared(new Box<InPicture>(
                worst[0] * picture.width(),
                worst[1] * picture.height(),
                worst[2] * picture.width(),
                worst[3] * picture.height()));
        Size size = prepared.size();
        return new double[] {
            box.x() / size.width(), box.y() / size.height(), box.width() / size.width(), box.height() / size.height()
        };
    }

    /** Its own, before they are changed. */
    private List<String> inks(FitState state) {
        Prepared own =
                new Prepared(state.picture().size(), state.fit().prepare().with(Ink.NONE));
        Size size = own.size();
        Size small = size.withinSide(LOOKED_AT);
        var source = working.of(state.picture(), own.steps());
        Inks inks = work.run(
                LiftedPicture.HEAP_PER_PIXEL * small.pixels(),
                () -> Inks.of(own.of(source).render(new Framing<>(size.box(), small.box()), small)));
        return Arrays.stream(inks.rgb())
                .mapToObj(rgb -> new Colour(rgb).toString())
                .toList();
    }

    /** White, black, those of the slot's showings, and a photograph of the site's. */
    private List<Ground> grounds(Desk desk, StoredPicture mark) {
        Map<String, Ground> grounds = new LinkedHashMap<>();
        grounds.put("#FFFFFF", new Ground("white", "#FFFFFF", null));
        grounds.put("#000000", new Ground("black", "#000000", null));
        for (Slot slot : desk.site().sheet().slots()) {
            for (Showing showing : slot.showings()) {
                String colour = new Colour(showing.background()).toString();
                if (grounds.size() < MOST_GROUNDS) {
                    grounds.putIfAbsent(colour, new Ground(showing.name() + ", " + colour, colour, null));
                }
            }
        }
        List<Ground> all = new ArrayList<>(grounds.values());
        pictures.list(desk.site()).stream()
                .filter(p -> !p.transparent() && p.number() != mark.number())
                .max(Comparator.comparingLong(p -> p.size().pixels()))
                .ifPresent(p -> all.add(new Ground(p.label(), null, PictureViews.href(p, Steps.none(), 640))));
        return all;
    }
}
