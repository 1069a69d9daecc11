package gavlin.core.solve;

import gavlin.core.Slug;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.grow.Grow;
import java.util.List;
import java.util.Locale;

/**
 * A change that makes everything seen that is left to be seen: checked by solving again with it. Its members say what is changed.
 *
 * @param id such as {@code grow-top}
 * @param growth all of it, with what there was before, or null
 * @param height or null
 * @param letGo ids of areas, none when that is not the change
 * @param picture the least size of another picture that shows the same, px, or null
 * @param window the best one then, px of the prepared picture; of the other picture where that is the change
 * @param worst the least share of any area in any showing then
 * @param costs what it costs, in words
 */
public record Offer(
        String id,
        String says,
        Grow growth,
        Integer height,
        List<String> letGo,
        Size picture,
        Box<InPrepared> window,
        double worst,
        String costs) {
    /** Before its costs are told. */
    Offer(
            String id,
            String says,
            Grow growth,
            Integer height,
            List<String> letGo,
            Size picture,
            Box<InPrepared> window,
            double worst) {
        this(id, says, growth, height, letGo, picture, window, worst, "");
    }

    Offer costing(String words) {
        return new Offer(id, says, growth, height, letGo, picture, window, worst, words);
    }

    /** The same, for when something is let go besides. */
    Offer without(KeepArea area) {
        String name = area.name();
        return new Offer(
                "without-" + Slug.of(name) + "-" + id,
                "Let " + name + " go and " + says.substring(0, 1).toLowerCase(Locale.ROOT) + says.substring(1),
                growth,
                height,
                List.of(area.id()),
                picture,
                window,
                worst);
    }
}
