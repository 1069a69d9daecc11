package gavlin.web.fit;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import gavlin.core.BadInput;
import gavlin.core.fit.Fit;
import gavlin.core.grow.Grow;
import gavlin.core.lift.LiftedPicture;
import gavlin.core.operation.Prepared;
import gavlin.core.raster.WorkingPicture;
import gavlin.web.picture.StoredPicture;
import gavlin.web.picture.WorkingPictures;
import gavlin.web.work.HeavyWork;
import java.util.List;
import org.springframework.stereotype.Component;

/**
 * Lets Gavlin choose, by a picture's pixels, what a fit leaves to it: how far a margin goes, whether there is a backing to lift. What was
 * chosen for the same picture and the same question is remembered, because a bench asks while something is dragged.
 */
@Component
public class Settling {
    private static final int REMEMBERED = 2_000;

    private final WorkingPictures working;
    private final HeavyWork work;
    private final Cache<String, Fit> known =
            Caffeine.newBuilder().maximumSize(REMEMBERED).build();

    Settling(WorkingPictures working, HeavyWork work) {
        this.working = working;
        this.work = work;
    }

    /** @throws BadInput when something that is asked can't be done to the picture, with what to do instead */
    public Fit of(StoredPicture picture, Fit asked) {
        Fit fit = sparing(picture, asked);
        if (!fit.looksAtPixels()) {
            return fit;
        }
        String key = key(picture, fit);
        Fit settled = known.getIfPresent(key);
        if (settled == null) {
            WorkingPicture opened = working.of(picture); // may decode, in a turn of its own
            settled = work.run(
                    LiftedPicture.HEAP_PER_PIXEL
                            * LiftedPicture.worked(picture.size()).pixels(),
                    () -> fit.settled(() -> opened));
            known.put(key, settled);
            known.put(key(picture, settled), settled);
        }
        return fit.with(settled.prepare()).with(fit.frame().with(settled.frame().seat()));
    }

    /** Nothing that must be seen is copied into what is grown: a face would be there twice. */
    private static Fit sparing(StoredPicture picture, Fit fit) {
        Grow grow = fit.prepare().get(Grow.TYPE);
        if (grow.by() != Grow.By.PATCHES
                || grow.avoid() != null
                || !picture.keepAreas().isMarked()) {
            return fit;
        }
        Prepared before = new Prepared(picture.size(), fit.prepare().with(Grow.NONE));
        return fit.with(grow.avoiding(picture.keepAreas().areas().stream()
                .map(area -> before.toPrepared(area.inPx(picture.size())))
                .map(box -> List.of(
                        (int) Math.floor(box.x()),
                        (int) Math.floor(box.y()),
                        (int) Math.ceil(box.width()) + 1,
                        (int) Math.ceil(box.height()) + 1))
                .toList()));
    }

    private static String key(StoredPicture picture, Fit fit) {
        return picture.sha256() + fit.prepare().fingerprint() + fit.frame().seat();
    }
}
