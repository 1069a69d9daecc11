package gavlin.core.operation;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.InSlot;
import java.util.List;

/**
 * What a finish may need to know of its slot.
 *
 * @param open the largest part of the file that nothing opaque covers in any showing, px of the file
 * @param density px of the file for one of the slot
 * @param kept boxes round what must be seen, px of the file; none where no finish asks for them
 */
public record Surroundings(Box<InSlot> open, int density, List<Box<InSlot>> kept) {
    public Surroundings(Box<InSlot> open, int density) {
        this(open, density, List.of());
    }

    /** As part of a rendition's key: the same as ever where nothing is kept clear. */
    @Override
    public String toString() {
        return "Surroundings[open=" + open + ", density=" + density + (kept.isEmpty() ? "" : ", kept=" + kept) + "]";
    }
}
