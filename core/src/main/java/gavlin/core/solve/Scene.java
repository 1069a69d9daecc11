package gavlin.core.solve;

import gavlin.core.brief.OpenArea;
import gavlin.core.brief.Slot;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import java.util.List;

/**
 * Everything that decides which window is best: values only.
 *
 * @param picture turned, px
 * @param slot the file's size, px
 * @param field where a window may stand, source px: the picture and what was grown around it
 * @param widest of a window, source px
 * @param narrowest of a window, source px: below it the picture would be enlarged, or enlarged more than it must be
 * @param aim where the focal point should land, fractions of the slot
 */
public record Scene(
        Size picture,
        Size slot,
        List<Kept> areas,
        List<Sight> sights,
        FocalPoint focal,
        FocalPoint aim,
        Box field,
        double widest,
        double narrowest) {
    /**
     * @param slot with the showings that exist now
     * @param picture turned, px
     * @param size of the file, px
     * @param focal of the turned picture
     * @param field the picture, and what is grown around it, source px
     */
    static Scene of(Slot slot, Size picture, Size size, List<Kept> areas, FocalPoint focal, Box field) {
        double widest = Math.min(field.width(), field.height() * size.proportion());
        return new Scene(
                picture,
                size,
                List.copyOf(areas),
                slot.showings().stream().map(s -> Sight.of(slot, s, size)).toList(),
                focal,
                OpenArea.aim(slot.showings(), size),
                field,
                widest,
                Math.max(widest / Framing.MAX_ZOOM, Math.min(widest, size.width())));
    }

    /** The same, were this the least width of a window. */
    Scene withNarrowest(double width) {
        return new Scene(picture, slot, areas, sights, focal, aim, field, widest, Math.min(widest, width));
    }

    /** The same with other things to be seen. */
    Scene with(List<Kept> others) {
        return new Scene(picture, slot, List.copyOf(others), sights, focal, aim, field, widest, narrowest);
    }

    /** The same, seen in these showings only. */
    Scene seenIn(List<Sight> some) {
        return new Scene(picture, slot, areas, List.copyOf(some), focal, aim, field, widest, narrowest);
    }

    double height(double windowWidth) {
        return windowWidth / slot.proportion();
    }

    /** The window of this width whose focal point lands at its aim as nearly as the field's edges allow. */
    Box around(double width) {
        double height = height(width);
        double x = focal.x() * picture.width() - aim.x() * width;
        double y = focal.y() * picture.height() - aim.y() * height;
        return within(x, y, width);
    }

    /** A window of this width as near to x, y as the field's edges allow. */
    Box within(double x, double y, double width) {
        double height = height(width);
        return new Box(
                clamp(x, field.x(), field.right() - width),
                clamp(y, field.y(), field.bottom() - height),
                width,
                height);
    }

    private static double clamp(double value, double min, double max) {
        return Math.max(min, Math.min(Math.max(min, max), value));
    }
}
