package gavlin.core.solve;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.operation.Prepared;

/**
 * A keep area where it lies on a prepared picture.
 *
 * @param region px of the prepared picture; of a straightened one, the upright shape around the area, which may reach beyond what is left
 *     of the picture
 */
record Kept(KeepArea area, Region region) {
    static Kept of(KeepArea area, Prepared prepared) {
        Box<InPrepared> box = prepared.toPrepared(area.inPx(prepared.picture()));
        return new Kept(area, area.shape() == KeepArea.Shape.ELLIPSE ? Region.ellipse(box) : Region.rectangle(box));
    }
}
