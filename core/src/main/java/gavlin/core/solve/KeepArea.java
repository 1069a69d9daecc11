package gavlin.core.solve;

import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.geometry.Space.OfPicture;
import java.util.List;

/**
 * A part of a picture that must stay visible and uncovered. It belongs to the picture and counts in every slot.
 *
 * @param id {@code k1}, {@code k2} and so on, never used again in its picture; empty while it is not stored
 * @param box fractions 0..1 of the upright picture
 * @param weight 0.1..10; between areas that cannot all be seen, the heavier counts for more
 */
public record KeepArea(String id, String name, Shape shape, Box<OfPicture> box, double weight) {
    /** More in one picture say nothing any more, and would make the search slow. */
    public static final int MOST = 40;

    private static final double LEAST_SIDE = 1e-4;
    private static final double ROUNDING = 1e-9;

    public enum Shape {
        RECTANGLE,
        ELLIPSE;

        public String word() {
            return name().toLowerCase(java.util.Locale.ROOT);
        }
    }

    /** @throws BadInput naming the member: outside the picture, of no size, without a name, a weight out of range */
    public KeepArea {
        id = id == null ? "" : id;
        name = Require.text("name", name, 60);
        if (name.isEmpty()) {
            throw new BadInput("name", "the name must not be empty: it says what must be seen");
        }
        Require.range("x", box.x(), 0, 1, "");
        Require.range("y", box.y(), 0, 1, "");
        Require.range("width", box.width(), LEAST_SIDE, 1, "of the picture");
        Require.range("height", box.height(), LEAST_SIDE, 1, "of the picture");
        if (box.right() > 1 + ROUNDING || box.bottom() > 1 + ROUNDING) {
            throw new BadInput("width", "the area " + name + " reaches beyond the picture");
        }
        Require.range("weight", weight, 0.1, 10, "");
    }

    /** One that is not stored yet. */
    public KeepArea(String name, Shape shape, Box<OfPicture> box, double weight) {
        this("", name, shape, box, weight);
    }

    /** The same area under the id that it has in its picture. */
    public KeepArea withId(String given) {
        return new KeepArea(given, name, shape, box, weight);
    }

    public KeepArea named(String other) {
        return new KeepArea(id, other, shape, box, weight);
    }

    /** @throws BadInput when there are more than {@value #MOST} or two have one name */
    public static List<KeepArea> checked(List<KeepArea> areas) {
        if (areas.size() > MOST) {
            throw new BadInput(
                    "keepAreas", "a picture can have at most " + MOST + " keep areas, these are " + areas.size());
        }
        long names = areas.stream().map(KeepArea::name).distinct().count();
        if (names < areas.size()) {
            throw new BadInput("name", "two keep areas have the same name; each needs one of its own");
        }
        return List.copyOf(areas);
    }

    /** In px of a picture of this size. */
    public Box<InPicture> inPx(Size picture) {
        return new Box<>(
                box.x() * picture.width(),
                box.y() * picture.height(),
                box.width() * picture.width(),
                box.height() * picture.height());
    }
}
