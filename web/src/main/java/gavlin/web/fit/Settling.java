package gavlin.web.fit;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import gavlin.core.BadInput;
import gavlin.core.fit.Fit;
import gavlin.core.lift.LiftedPicture;
import gavlin.core.raster.WorkingPicture;
import gavlin.web.picture.StoredPicture;
import gavlin.web.picture.WorkingPictures;
import gavlin.web.work.HeavyWork;
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
    public Fit of(StoredPicture picture, Fit fit) {
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

    private static String key(StoredPicture picture, Fit fit) {
        return picture.sha256() + fit.prepare().fingerprint() + fit.frame().seat();
    }
}
