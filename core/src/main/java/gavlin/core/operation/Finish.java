package gavlin.core.operation;

import gavlin.core.raster.Pixels;

/** An operation on a rendition's own pixels. */
public interface Finish extends Operation {
    /** @param around where in the slot it is done */
    Pixels finish(Pixels pixels, Surroundings around);

    /** Whether it only lays something over the pixels, so that it can be shown over a picture that is not rendered. */
    default boolean liesOver() {
        return true;
    }

    /** Whether it does something else where something must be seen. */
    default boolean looksAtKept() {
        return false;
    }

    /** Whether what stands around the slot decides what it does. */
    default boolean looksAround() {
        return false;
    }
}
