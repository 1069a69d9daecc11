package gavlin.core.solve;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Turn;

/**
 * A keep area where it lies on a turned picture.
 *
 * @param region px of the turned picture; of a straightened one, the upright shape around the area, which may reach beyond what is left
 *     of the picture
 */
record Kept(KeepArea area, Region region) {
    static Kept of(KeepArea area, Size picture, Turn turn) {
        Box box = turn.fromPicture(picture, area.inPx(picture));
        return new Kept(area, area.shape() == KeepArea.Shape.ELLIPSE ? Region.ellipse(box) : Region.rectangle(box));
    }
}
