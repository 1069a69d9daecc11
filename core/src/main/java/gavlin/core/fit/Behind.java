package gavlin.core.fit;

import gavlin.core.brief.Slot;
import gavlin.core.colour.Colour;
import java.util.List;

/**
 * A colour that lies behind a mark in one showing; of a gradient, one of several.
 *
 * @param showing its id
 * @param where its name
 * @param ground 0xRRGGBB
 */
public record Behind(String showing, String where, int ground) {
    /** Of logos and icons; none for what is meant to fill its slot. */
    public static List<Behind> of(Slot slot) {
        return slot.isMark()
                ? slot.showings().stream()
                        .flatMap(showing -> showing.grounds().stream()
                                .map(ground -> new Behind(showing.id(), showing.name(), ground)))
                        .toList()
                : List.of();
    }

    /** As part of a rendition's key. */
    @Override
    public String toString() {
        return showing + " " + where + " " + new Colour(ground);
    }
}
