package gavlin.core.solve;

import gavlin.core.brief.Slot;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Position;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.grow.Grow;
import gavlin.core.operation.Prepared;
import java.util.List;

/**
 * A picture to be put into a slot so that what matters is seen: values only, from which every part can be asked otherwise.
 *
 * @param slot with the showings that exist now; in its own height
 * @param areas what must be seen, of the upright picture
 * @param height one of those that the slot offers, or null for its own
 * @param position object-position for the showings that let it be set, or null for their own
 */
public record Problem(
        Slot slot,
        Prepared prepared,
        List<KeepArea> areas,
        FocalPoint<InPicture> focal,
        Integer height,
        Position position) {
    /** Answers, and what they rest on. */
    public record Answer(Box<InPrepared> window, Shares shares, boolean impossible) {}

    /** How much of everything is seen through a window. */
    public Shares shares(Box<InPrepared> window) {
        return Shares.of(scene(), window);
    }

    /** The best window. @param starts windows to begin with, such as the present one */
    public Answer best(Lock lock, List<Box<InPrepared>> starts) {
        Scene scene = scene();
        WindowSearch.Found found = WindowSearch.best(scene, lock, starts);
        return new Answer(found.window(), Shares.of(scene, found.window()), found.impossible());
    }

    /** A window through which everything is seen, or null where none is found: looked for harder than {@link #best} can, as nothing else is. */
    Box<InPrepared> whole(Lock lock) {
        WindowSearch.Found found = WindowSearch.whole(scene(), lock, List.of());
        return found.worst() >= Shares.WHOLE ? found.window() : null;
    }

    /** The size of the file, px at density 1. */
    public Size size() {
        return slot.inHeight(height).brief().sizeFor(prepared.size());
    }

    Scene scene() {
        Slot chosen = slot.inHeight(height);
        Slot seen = position == null
                ? chosen
                : chosen.with(chosen.showings().stream()
                        .map(s -> s.positioned(position))
                        .toList());
        return Scene.of(
                seen,
                prepared.size(),
                size(),
                areas.stream().map(a -> Kept.of(a, prepared)).toList(),
                prepared.toPrepared(focal));
    }

    Problem with(Grow other) {
        return of(new Prepared(prepared.picture(), prepared.steps().with(other)));
    }

    /** The same in another of the slot's heights; its own for null. */
    public Problem inHeight(Integer other) {
        return new Problem(slot, prepared, areas, focal, other, position);
    }

    Problem with(List<KeepArea> others) {
        return new Problem(slot, prepared, List.copyOf(others), focal, height, position);
    }

    Problem of(Prepared other) {
        return new Problem(slot, other, areas, focal, height, position);
    }

    Problem at(Position other) {
        return new Problem(slot, prepared, areas, focal, height, other);
    }
}
