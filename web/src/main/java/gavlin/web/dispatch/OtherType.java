package gavlin.web.dispatch;

import gavlin.core.brief.Slot;
import gavlin.core.codec.PictureType;
import gavlin.core.fit.Fit;
import gavlin.web.fit.FitBook;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Fits;
import gavlin.web.fit.Place;
import gavlin.web.problem.NotFound;
import gavlin.web.site.OpenSite;
import java.util.List;
import org.springframework.stereotype.Component;

/** A site that compresses one type of file again often leaves another alone: the same decision, written as that. */
@Component
class OtherType {
    private final Fits fits;
    private final FitBook book;

    OtherType(Fits fits, FitBook book) {
        this.fits = fits;
        this.book = book;
    }

    /** What a slot takes beside the type that was sent. */
    static List<PictureType> beside(OpenSite site, DispatchedFile.View sent) {
        return site.sheet().slot(sent.slot()).stream()
                .flatMap(slot -> slot.brief().types().stream())
                .filter(type -> !type.word().equals(sent.type()) && type.canBeWritten())
                .toList();
    }

    /**
     * Decides that a place's file is of another type, and accepts it.
     *
     * @throws NotFound for a type that the slot doesn't take
     * @throws gavlin.web.problem.Conflict when that can't be accepted; it is decided all the same, and the bench says why
     */
    void choose(OpenSite site, DispatchedFile.View sent, String word) {
        PictureType type = beside(site, sent).stream()
                .filter(each -> each.word().equals(word))
                .findFirst()
                .orElseThrow(() -> new NotFound("other type of this slot", word));
        Slot slot = site.slot(sent.slot());
        Place place = new Place(slot, site.section(slot, sent.section()), sent.member());
        FitState now = fits.get(site, place);
        Fit before = now.fit();
        book.save(
                site,
                place,
                now.picture(),
                new Fit(before.prepare(), before.frame(), before.finish(), type, null, before.letGo()),
                now.revision());
        book.accept(site, place);
    }
}
