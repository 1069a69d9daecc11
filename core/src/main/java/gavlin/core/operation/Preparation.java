package gavlin.core.operation;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Point;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.raster.Renderable;

/**
 * An operation that makes another picture of a picture; unless it says otherwise, everything stays where it is. Here {@code InPrepared} is the space before the step as well as the one after it:
 * which is meant, each method says.
 */
public interface Preparation extends Operation {
    /** @throws gavlin.core.BadInput for what nobody may ask of an upright picture of this size */
    default void check(Size picture) {}

    /** What it makes of a picture of this size. @throws gavlin.core.BadInput when it can't be done to one */
    default Size of(Size before) {
        return before;
    }

    /** Where a point from before lies afterwards. */
    default Point<InPrepared> forward(Size before, Point<InPrepared> point) {
        return point;
    }

    /** Where a point from afterwards lay before. */
    default Point<InPrepared> back(Size before, Point<InPrepared> point) {
        return point;
    }

    /** The box whose upright hull afterwards is this one, and so what a person means who draws it; the nearest where there is none. */
    default Box<InPrepared> back(Size before, Box<InPrepared> box) {
        Point<InPrepared> a = back(before, new Point<>(box.x(), box.y()));
        Point<InPrepared> b = back(before, new Point<>(box.right(), box.bottom()));
        return new Box<>(
                Math.min(a.x(), b.x()), Math.min(a.y(), b.y()), Math.abs(b.x() - a.x()), Math.abs(b.y() - a.y()));
    }

    /** What of the picture before is read when a window of the one afterwards is rendered, and the pixels that it comes to. */
    default Framing<InPrepared> source(Size before, Framing<InPrepared> framing) {
        return framing;
    }

    /** Whether the picture afterwards may have clear pixels. */
    default boolean transparent(boolean before) {
        return before;
    }

    /**
     * The same with all that Gavlin is to choose in it, once it is asked for: what is found in the picture is written down, so that
     * nothing has to be measured again to know where things are.
     *
     * @throws gavlin.core.BadInput when it can't be done to this picture, with what to do instead
     */
    default Preparation settled(Renderable<InPrepared> before) {
        return this;
    }

    /** Whether {@link #settled} has something to choose or to refuse: only then is the picture opened for it. */
    default boolean looksAtPixels() {
        return false;
    }

    /** Whether all of the picture decides what a part of its outcome looks like. */
    default boolean looksEverywhere() {
        return false;
    }

    /** Whether its outcome, as large as the picture before, is kept beside the picture, because every rendition needs all of it. */
    default boolean keepsItsOutcome() {
        return false;
    }

    /** The picture afterwards; nothing is computed before it is rendered. */
    Renderable<InPrepared> apply(Renderable<InPrepared> before);
}
