package gavlin.web.icon;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import gavlin.core.codec.PictureType;
import gavlin.core.colour.Colour;
import gavlin.core.icon.IconSet;
import gavlin.web.fit.FitState;
import gavlin.web.picture.WorkingPictures;
import gavlin.web.problem.Conflict;
import gavlin.web.store.FileStore;
import gavlin.web.work.HeavyWork;
import java.nio.charset.StandardCharsets;
import org.springframework.stereotype.Component;

/** The icons of marks as they are fitted; those asked for last are remembered. */
@Component
public class IconSets {
    private static final int REMEMBERED = 40;
    /** Of the largest icon, before and after it is drawn and packed. */
    private static final long HEAP = 24L * 512 * 512;

    private final WorkingPictures working;
    private final HeavyWork work;
    private final Cache<String, IconSet> sets =
            Caffeine.newBuilder().maximumSize(REMEMBERED).build();

    IconSets(WorkingPictures working, HeavyWork work) {
        this.working = working;
        this.work = work;
    }

    /** What stands behind an icon where it must not be clear: the fit's own backing, the ground of its first showing, or white. */
    public static Colour ground(FitState fit) {
        return fit.fit().backing() != null
                ? new Colour(fit.fit().backing())
                : fit.slot().showings().stream()
                        .findFirst()
                        .map(showing -> new Colour(showing.background()))
                        .orElse(new Colour(0xFFFFFF));
    }

    /**
     * @param name the site's
     * @throws Conflict when the fit has no file
     */
    public IconSet of(FitState state, Colour ground, String name) {
        if (state.plan().types().isEmpty()) {
            throw new Conflict("there is no icon yet: " + FitState.worstOf(state.gauges()));
        }
        var source = working.forManySizes(state.picture(), state.fit().prepare());
        String key = FileStore.sha256((state.picture().sha256() + state.plan().fingerprint() + name + ground)
                .getBytes(StandardCharsets.UTF_8));
        return sets.get(
                key,
                k -> work.run(
                        HEAP,
                        () -> IconSet.of(
                                state.prepared().of(source),
                                state.plan().framing(),
                                state.plan().size(),
                                ground,
                                name,
                                drawing(state))));
    }

    /** Null where the mark is no SVG drawing, or is not as it came. */
    private byte[] drawing(FitState state) {
        return state.picture().type() == PictureType.SVG
                        && state.fit().prepare().isEmpty()
                ? working.cleaned(state.picture())
                : null;
    }
}
