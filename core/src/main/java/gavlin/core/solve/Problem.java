package gavlin.core.solve;

import gavlin.core.brief.Slot;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Growth;
import gavlin.core.geometry.Position;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Turn;
import java.util.List;

/**
 * A picture to be put into a slot so that what matters is seen: values only, from which every part can be asked otherwise.
 *
 * @param slot with the showings that exist now; in its own height
 * @param picture upright, px
 * @param areas what must be seen, of the upright picture
 * @param focal of the turned picture
 * @param height one of those that the slot offers, or null for its own
 * @param position object-position for the showings that let it be set, or null for their own
 */
public record Problem(
        Slot slot,
        Size picture,
        List<KeepArea> areas,
        FocalPoint focal,
        Turn turn,
        Growth growth,
        Integer height,
        Position position) {
    /** Answers, and what they rest on. */
    public record Answer(Box window, Shares shares, boolean impossible) {}

    /** How much of everything is seen through a window, px of the turned picture. */
    public Shares shares(Box window) {
        return Shares.of(scene(), window);
    }

    /** The best window. @param starts windows to begin with, such as the present one */
    public Answer best(Lock lock, List<Box> starts) {
        Scene scene = scene();
        WindowSearch.Found found = WindowSearch.best(scene, lock, starts);
        return new Answer(found.window(), Shares.of(scene, found.window()), found.impossible());
    }

    /** The size of the file, px at density 1. */
    public Size size() {
        return slot.inHeight(height).brief().sizeFor(turned());
    }

    public Size turned() {
        return turn.of(picture);
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
                turned(),
                size(),
                areas.stream().map(a -> Kept.of(a, picture, turn)).toList(),
                focal,
                growth.field(turned()));
    }

    Problem with(Growth other) {
        return new Problem(slot, picture, areas, focal, turn, other, height, position);
    }

    /** The same in another of the slot's heights; its own for null. */
    public Problem inHeight(Integer other) {
        return new Problem(slot, picture, areas, focal, turn, growth, other, position);
    }

    Problem with(List<KeepArea> others) {
        return new Problem(slot, picture, List.copyOf(others), focal, turn, growth, height, position);
    }

    Problem of(Size otherPicture) {
        return new Problem(slot, otherPicture, areas, focal, turn, growth, height, position);
    }

    Problem at(Position other) {
        return new Problem(slot, picture, areas, focal, turn, growth, height, other);
    }
}
