package gavlin.core.fit;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Renderable;
import gavlin.core.veil.Veil;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.Predicate;

/**
 * Another part of the picture over which the theme's words can be read, where no veil will do over this one: the same window moved, as little as
 * it takes, tried in eighths of the way that there is.
 *
 * @param window as large as the present one
 * @param veil with which the words can be read there; of strength 0 where none is needed
 */
public record QuieterWindow(Box<InPrepared> window, Veil veil) {
    private static final int PLACES = 8;
    /** Each is rendered and judged, about 0.05 s for two megapixels. */
    private static final int MOST_TRIED = 16;

    /**
     * @param kind of veil that may be laid over it
     * @param mayBe whether all that must be seen is seen through a window
     * @return null where none of those that were tried will do
     */
    public static QuieterWindow of(
            Renderable<InPicture> picture, RenditionPlan plan, Veil kind, Predicate<Box<InPrepared>> mayBe) {
        Box<InPrepared> present = plan.framing().window();
        Size size = plan.prepared().size();
        List<Box<InPrepared>> others = new ArrayList<>();
        for (int i = 0; i <= PLACES; i++) {
            for (int j = 0; j <= PLACES; j++) {
                Box<InPrepared> other = new Box<>(
                        i * Math.max(0, size.width() - present.width()) / PLACES,
                        j * Math.max(0, size.height() - present.height()) / PLACES,
                        present.width(),
                        present.height());
                if (distance(other, present) > 1 && !others.contains(other) && mayBe.test(other)) {
                    others.add(other);
                }
            }
        }
        return others.stream()
                .sorted(Comparator.comparingDouble(other -> distance(other, present)))
                .limit(MOST_TRIED)
                .map(other -> tried(picture, plan.through(other), other, kind))
                .filter(found -> found != null)
                .findFirst()
                .orElse(null);
    }

    private static double distance(Box<InPrepared> one, Box<InPrepared> other) {
        return Math.hypot(one.x() - other.x(), one.y() - other.y());
    }

    private static QuieterWindow tried(
            Renderable<InPicture> picture, RenditionPlan plan, Box<InPrepared> window, Veil kind) {
        Pixels bare = Rendition.pixels(picture, plan.unveiled());
        LeastVeil least = LeastVeil.of(bare, plan.lettering(), kind, plan.around());
        return least.found() ? new QuieterWindow(window, least.veil()) : null;
    }
}
