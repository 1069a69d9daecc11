package gavlin.core.fit;

import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.core.brief.Slot;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Point;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.lift.Lift;
import gavlin.core.lift.Spot;
import gavlin.core.operation.Preparation;
import gavlin.core.operation.Prepared;
import gavlin.core.operation.Steps;
import gavlin.core.seat.Seat;
import gavlin.core.turn.Turn;
import java.util.List;
import java.util.Objects;
import java.util.function.UnaryOperator;
import tools.jackson.databind.JsonNode;

/**
 * What a hand does to a fit: values of its document, and what can only be said in places on the picture. Where the picture is prepared
 * otherwise or the slot gets another height, the window keeps its middle and its width, unless the change says where it is to be.
 *
 * @param patch of the document, as a JSON merge patch; null for none
 * @param window where the window is to be; its height follows from the slot. Null for no change
 * @param around what the window is to be built around, or null
 * @param level a line that is to be level or plumb, or null
 * @param spots strokes that say of places of a mark what their colours can't
 * @param in how the picture was prepared on which these places were seen; null for as it is now
 */
public record FitChange(
        JsonNode patch,
        WindowPlace window,
        Point<InPrepared> around,
        Line level,
        List<Stroke> spots,
        Steps<Preparation> in) {
    public static final FitChange NONE = new FitChange(null, null, null, null, null);

    public FitChange(JsonNode patch, WindowPlace window, Point<InPrepared> around, Line level, Steps<Preparation> in) {
        this(patch, window, around, level, List.of(), in);
    }

    /** Over what belongs to the mark, or is to go with the backing. */
    public record Stroke(boolean keep, List<Point<InPrepared>> along) {}

    /** @throws BadInput for a width that is none, or places far off the picture */
    public record WindowPlace(double x, double y, double width) {
        public WindowPlace {
            Require.range("window.width", width, 1, Size.MAX, "px");
            Require.range("window.x", x, -Size.MAX, Size.MAX, "px");
            Require.range("window.y", y, -Size.MAX, Size.MAX, "px");
        }
    }

    /** From one end to the other. */
    public record Line(Point<InPrepared> from, Point<InPrepared> to) {}

    /**
     * @param picture upright, px
     * @throws BadInput when the document would not be one, or asks for what the slot does not offer
     */
    public FitDocument applyTo(FitDocument document, Slot slot, Size picture) {
        return applyTo(document, slot, picture, UnaryOperator.identity());
    }

    /** @param settling chooses what Gavlin is to choose, before places are reckoned on the prepared picture */
    public FitDocument applyTo(FitDocument document, Slot slot, Size picture, UnaryOperator<Fit> settling) {
        FitDocument patched = patch == null ? document : FitDocument.read(MergePatch.apply(document.json(), patch));
        Fit before = document.fit();
        Steps<Preparation> seenOn = in == null ? before.prepare() : in;
        Fit wanted = patched.fit();
        if (!spots.isEmpty()) {
            wanted = wanted.with(lifted(wanted.prepare().get(Lift.TYPE), new Prepared(picture, seenOn)));
        }
        if (!wanted.prepare().equals(before.prepare()) && wanted.frame().seat() != null) {
            Seat seat = wanted.frame().seat(); // what was measured on another picture holds no more
            wanted = wanted.with(wanted.frame().with(new Seat(seat.by(), seat.clear(), seat.visible(), null)));
        }
        boolean asked = patch != null || !spots.isEmpty();
        Fit fit = (asked ? settling.apply(wanted) : wanted).checkedFor(slot, picture);
        if (level != null) {
            fit = fit.with(levelled(fit.prepare().get(Turn.TYPE)));
        }
        Prepared seen = new Prepared(picture, seenOn);
        if (window != null && fit.rule() == Rule.COVER) {
            fit = fit.showing(new Box<>(window.x, window.y, window.width, 0), seen, slot);
        } else if (around != null) {
            FocalPoint<InPicture> point = FocalPoint.of(seen.toPicture(around), picture);
            fit = fit.around(point, picture);
        } else if (keepsItsWindow(before, fit)) {
            fit = fit.showing(window(before, slot, picture), before.prepared(picture), slot);
        }
        return new FitDocument(patched.picture(), fit);
    }

    private Lift lifted(Lift before, Prepared seen) {
        Lift lift = before;
        for (Stroke stroke : spots) {
            lift = lift.with(
                    stroke.keep,
                    stroke.along.stream()
                            .map(seen::toPicture)
                            .map(at -> FocalPoint.of(at, seen.picture()))
                            .map(at -> new Spot.Place(at.x(), at.y()))
                            .toList());
        }
        return lift;
    }

    private boolean keepsItsWindow(Fit before, Fit fit) {
        JsonNode frame = patch == null ? null : patch.get("frame");
        boolean saysWhere = frame != null && (frame.has("focal") || frame.has("zoom"));
        boolean same = before.prepare().equals(fit.prepare())
                && Objects.equals(before.frame().height(), fit.frame().height());
        return !same && !saysWhere && before.rule() == Rule.COVER && fit.rule() == Rule.COVER;
    }

    private static Box<InPrepared> window(Fit fit, Slot slot, Size picture) {
        Slot chosen = fit.slotOf(slot);
        Size size = fit.prepared(picture).size();
        Framing<InPrepared> framing = fit.framing(chosen, size, chosen.brief().sizeFor(size));
        return framing.window();
    }

    private Turn levelled(Turn turn) {
        double across = level.to.x() - level.from.x();
        double down = level.to.y() - level.from.y();
        if (!(Math.hypot(across, down) >= 1)) {
            throw new BadInput("horizon", "the line along the horizon has no length");
        }
        return turn.levelledAlong(across, down);
    }
}
