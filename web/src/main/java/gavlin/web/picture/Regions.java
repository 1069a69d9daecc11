package gavlin.web.picture;

import gavlin.core.geometry.FocalPoint;
import gavlin.core.solve.KeepArea;
import java.util.List;

/**
 * What must be seen of a picture, in every slot.
 *
 * @param point the focal point as somebody placed it, or null
 * @param revision how often it was changed: two who change it at once are told
 */
public record Regions(FocalPoint point, List<KeepArea> areas, int revision) {
    /** The middle, until somebody places it. */
    public FocalPoint focal() {
        return point == null ? FocalPoint.CENTRE : point;
    }

    /** Whether a person said anything of it. */
    public boolean isMarked() {
        return point != null || !areas.isEmpty();
    }
}
