package gavlin.core.brief;

import java.util.List;
import java.util.Map;

/**
 * A scale drawing of a page.
 *
 * @param width CSS px
 * @param height CSS px
 */
public record PagePlan(String id, String name, int width, int height, List<Place> places) {
    /**
     * A slot in one of its showings, its top left corner at x, y on the page.
     *
     * @param member which of a slot's several pictures stands here, from 0
     */
    public record Place(String slot, String showing, int member, double x, double y) {}

    /** Whether any of these slots is seen here, with these options chosen. */
    public boolean shows(List<Slot> slots, Map<String, String> chosen) {
        return slots.stream()
                .filter(slot -> slot.exists().given(chosen))
                .flatMap(slot -> slot.showings().stream()
                        .filter(showing -> showing.exists().given(chosen))
                        .filter(showing -> id.equals(showing.page()) || places(slot, showing)))
                .findAny()
                .isPresent();
    }

    private boolean places(Slot slot, Showing showing) {
        return places.stream()
                .anyMatch(p -> p.slot().equals(slot.id()) && p.showing().equals(showing.id()));
    }
}
