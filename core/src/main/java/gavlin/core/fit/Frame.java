package gavlin.core.fit;

import gavlin.core.Require;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Position;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Space.InPrepared;

/**
 * Which part of the prepared picture lands where in the slot.
 *
 * @param rule cover or contain
 * @param focal what the window is built around
 * @param zoom 1 shows as much as the slot's proportions allow
 * @param height one of the heights that the theme offers, px, or null for the slot's own
 * @param position object-position for the showings that let it be set, or null for their own
 */
public record Frame(Rule rule, FocalPoint<InPrepared> focal, double zoom, Integer height, Position position) {
    public Frame {
        Require.range("zoom", zoom, 1, Framing.MAX_ZOOM, "");
    }

    /** Around the middle, all that goes in. */
    public static Frame of(Rule rule) {
        return new Frame(rule, FocalPoint.centre(), 1, null, null);
    }

    public Frame at(FocalPoint<InPrepared> other, double otherZoom) {
        return new Frame(rule, other, otherZoom, height, position);
    }

    public Frame with(Rule other) {
        return new Frame(other, focal, other == Rule.CONTAIN ? 1 : zoom, height, position);
    }

    public Frame inHeight(Integer other) {
        return new Frame(rule, focal, zoom, other, position);
    }

    public Frame with(Position other) {
        return new Frame(rule, focal, zoom, height, other);
    }
}
