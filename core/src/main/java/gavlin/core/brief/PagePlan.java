package gavlin.core.brief;

import java.util.List;

/**
 * A scale drawing of a page.
 *
 * @param width CSS px
 * @param height CSS px
 */
public record PagePlan(String id, String name, int width, int height, List<Place> places) {
    /** A slot in one of its showings, its top left corner at x, y on the page. */
    public record Place(String slot, String showing, double x, double y) {}
}
