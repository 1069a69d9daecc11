package gavlin.core.solve;

import gavlin.core.brief.OpenArea;
import gavlin.core.brief.Slot;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.geometry.Space.InSlot;
import java.util.List;
import java.util.function.UnaryOperator;

/**
 * Everything that decides which window is best: values only.
 *
 * @param picture prepared, px: a window stands inside
 * @param slot the file's size, px
 * @param widest of a window, source px
 * @param narrowest of a window, source px: below it the picture would be enlarged, or enlarged more than it must be
 * @param aim where the focal point should land, fractions of the slot
 */
public record Scene(
        Size picture,
        Size slot,
        List<Kept> areas,
        List<Sight> sights,
        FocalPoint<InPrepared> focal,
        FocalPoint<InSlot> aim,
        double widest,
        double narrowest) {
    /**
     * @param slot with the showings that exist now
     * @param picture prepared, px
     * @param size of the file, px
     */
    static Scene of(Slot slot, Size picture, Size size, List<Kept> areas, FocalPoint<InPrepared> focal) {
        double widest = Math.min(picture.width(), picture.height() * size.proportion());
        return new Scene(
                picture,
                size,
                List.copyOf(areas),
                slot.showings().stream().map(s -> Sight.of(slot, s, size)).toList(),
                focal,
                OpenArea.aim(slot.showings(), size),
                widest,
                Math.max(widest / Framing.MAX_ZOOM, Math.min(widest, size.width())));
    }

    /** The same, seen otherwise. */
    Scene with(UnaryOperator<List<Sight>> others) {
        return new Scene(picture, slot, areas, List.copyOf(others.apply(sights)), focal, aim, widest, narrowest);
    }

    /** The same, were this the least width of a window. */
    Scene withNarrowest(double width) {
        return new Scene(picture, slot, areas, sights, focal, aim, widest, Math.min(widest, width));
    }

    /** The same with other things to be seen. */
    Scene with(List<Kept> others) {
        return new Scene(picture, slot, List.copyOf(others), sights, focal, aim, widest, narrowest);
    }

    /** The same, seen in these showings only. */
    Scene seenIn(List<Sight> some) {
        return new Scene(picture, slot, areas, List.copyOf(some), focal, aim, widest, narrowest);
    }

    double height(double windowWidth) {
        return windowWidth / slot.proportion();
    }

    /** The window of this width whose focal point lands at its aim as nearly as the picture's edges allow. */
    Box<InPrepared> around(double width) {
        double height = height(width);
        double x = focal.x() * picture.width() - aim.x() * width;
        double y = focal.y() * picture.height() - aim.y() * height;
        return within(x, y, width);
    }

    /** A window of this width as near to x, y as the picture's edges allow. */
    Box<InPrepared> within(double x, double y, double width) {
        double height = height(width);
        return new Box<>(clamp(x, 0, picture.width() - width), clamp(y, 0, picture.height() - height), width, height);
    }

    private static double clamp(double value, double min, double max) {
        return Math.max(min, Math.min(Math.max(min, max), value));
    }
}
