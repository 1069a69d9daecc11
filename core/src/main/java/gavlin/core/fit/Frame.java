package gavlin.core.fit;

import gavlin.core.Require;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Position;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.seat.Seat;

/**
 * Which part of the prepared picture lands where in the slot.
 *
 * @param rule cover or contain
 * @param focal what the window is built around
 * @param zoom 1 shows as much as the slot's proportions allow
 * @param height one of the heights that the theme offers, px, or null for the slot's own
 * @param position object-position for the showings that let it be set, or null for their own
 * @param seat how the whole picture stands in the slot, where the rule is contain; null for in the middle, as large as it goes
 */
public record Frame(
        Rule rule, FocalPoint<InPrepared> focal, double zoom, Integer height, Position position, Seat seat) {
    public Frame(Rule rule, FocalPoint<InPrepared> focal, double zoom, Integer height, Position position) {
        this(rule, focal, zoom, height, position, null);
    }

    public Frame {
        Require.range("zoom", zoom, 1, Framing.MAX_ZOOM, "");
    }

    /** Around the middle, all that goes in. */
    public static Frame of(Rule rule) {
        return new Frame(rule, FocalPoint.centre(), 1, null, null);
    }

    public Frame at(FocalPoint<InPrepared> other, double otherZoom) {
        return new Frame(rule, other, otherZoom, height, position, seat);
    }

    public Frame with(Rule other) {
        return new Frame(other, focal, other == Rule.CONTAIN ? 1 : zoom, height, position, seat);
    }

    public Frame inHeight(Integer other) {
        return new Frame(rule, focal, zoom, other, position, seat);
    }

    public Frame with(Position other) {
        return new Frame(rule, focal, zoom, height, other, seat);
    }

    public Frame with(Seat other) {
        return new Frame(rule, focal, zoom, height, position, other);
    }
}
