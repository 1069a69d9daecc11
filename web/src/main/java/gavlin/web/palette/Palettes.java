package gavlin.web.palette;

import gavlin.core.brief.Slot;
import gavlin.core.fit.Rendition;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.palette.Palette;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Fits;
import gavlin.web.fit.Place;
import gavlin.web.picture.StoredPicture;
import gavlin.web.picture.WorkingPictures;
import gavlin.web.problem.NotFound;
import gavlin.web.site.OpenSite;
import gavlin.web.work.HeavyWork;
import org.springframework.stereotype.Component;

/** Finds the colours of pictures: of all of one, or of what a slot shows of it, veil and all. */
@Component
class Palettes {
    /** More pixels say nothing else. */
    private static final long LOOKED_AT = 200_000;

    private static final long HEAP_PER_PIXEL = 40;

    private final Fits fits;
    private final WorkingPictures working;
    private final HeavyWork work;

    Palettes(Fits fits, WorkingPictures working, HeavyWork work) {
        this.fits = fits;
        this.working = working;
        this.work = work;
    }

    /** @param slot in which it is seen, or null for the whole picture @throws NotFound when it isn't in that slot */
    Palette of(OpenSite site, StoredPicture picture, Slot slot) {
        if (slot == null) {
            var source = working.of(picture);
            Size size = picture.size().within(LOOKED_AT);
            return work.run(
                    HEAP_PER_PIXEL * size.pixels(),
                    () -> Palette.of(source.render(new Framing<>(picture.size().box(), size.box()), size)));
        }
        FitState fit = fits.find(site, Place.of(slot))
                .filter(state -> state.picture().number() == picture.number())
                .orElseThrow(() -> new NotFound("picture in the slot", slot.id()));
        var source = working.forRendition(
                fit.picture(), fit.prepared().steps(), fit.plan().source());
        return work.run(
                HEAP_PER_PIXEL * fit.plan().size().pixels(), () -> Palette.of(Rendition.pixels(source, fit.plan())));
    }
}
