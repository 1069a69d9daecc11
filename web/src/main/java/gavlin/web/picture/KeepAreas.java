package gavlin.web.picture;

import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.solve.KeepArea;
import gavlin.core.solve.KeepAreaDelta;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * What must be seen of a picture, in every slot.
 *
 * @param point the focal point as somebody placed it, or null
 * @param revision how often it was changed
 */
public record KeepAreas(FocalPoint<InPicture> point, List<KeepArea> areas, int revision) {
    public static final KeepAreas NONE = new KeepAreas(null, List.of(), 0);

    /** The middle, until somebody places it. */
    public FocalPoint<InPicture> focal() {
        return point == null ? FocalPoint.centre() : point;
    }

    /** Whether a person said anything of it. */
    public boolean isMarked() {
        return point != null || !areas.isEmpty();
    }

    /** The same with a change that need not be stored. */
    public KeepAreas with(KeepAreaDelta delta) {
        return new KeepAreas(delta.point() == null ? point : delta.point(), delta.appliedTo(areas), revision);
    }

    public Optional<KeepArea> area(String id) {
        return areas.stream().filter(a -> a.id().equals(id)).findFirst();
    }

    /** In a few words for the history; empty when nothing changed. */
    String changesFrom(KeepAreas before) {
        List<String> changes = new ArrayList<>();
        for (KeepArea area : areas) {
            Optional<KeepArea> was = before.area(area.id());
            if (was.isEmpty()) {
                changes.add(area.name() + " marked");
            } else if (!was.get().name().equals(area.name())) {
                changes.add(was.get().name() + " is " + area.name());
            } else if (!was.get().equals(area)) {
                changes.add(area.name() + " changed");
            }
        }
        before.areas.stream()
                .filter(was -> area(was.id()).isEmpty())
                .forEach(was -> changes.add(was.name() + " taken away"));
        if (!Objects.equals(point, before.point)) {
            changes.add("focal point placed");
        }
        String says = String.join("; ", changes);
        return says.length() > 500 ? says.substring(0, 499) + "…" : says;
    }
}
