package gavlin.web.dispatch;

import gavlin.core.brief.Slot;
import gavlin.web.fit.FitBook;
import gavlin.web.fit.Fits;
import gavlin.web.fit.Place;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.Forbidden;
import gavlin.web.problem.Gone;
import gavlin.web.problem.NotFound;
import gavlin.web.site.OpenSite;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Decides again what was decided when a dispatch left. */
@Component
class PutBack {
    private final Fits fits;
    private final FitBook book;

    PutBack(Fits fits, FitBook book) {
        this.fits = fits;
        this.book = book;
    }

    /** What became of a place that was to be put back. */
    public record Back(String slot, String section, int member, boolean done, String says) {}

    /**
     * Decides again what was decided when a dispatch left, and accepts it; what was decided since stays in each slot's history.
     *
     * @param slot the only one, or empty for all
     */
    List<Back> all(OpenSite site, DispatchView dispatch, String slot) {
        site.requireChange(OpenSite.WHOLE_SITE);
        Map<String, DispatchedFile.View> places = new LinkedHashMap<>();
        dispatch.files().stream()
                .filter(file -> slot.isEmpty() || file.slot().equals(slot))
                .forEach(file -> places.putIfAbsent(Dispatches.place(file), file));
        if (places.isEmpty()) {
            throw new NotFound("file of this dispatch for the slot", slot);
        }
        return places.values().stream().map(file -> putBack(site, file)).toList();
    }

    private Back putBack(OpenSite site, DispatchedFile.View file) {
        try {
            Slot slot = site.slot(file.slot());
            Place place = new Place(slot, site.section(slot, file.section()), file.member());
            if (fits.currentRevision(site, place) == file.revision()) {
                return back(file, true, "as it was then");
            }
            book.goTo(site, place, file.revision());
            return accepted(site, place, file);
        } catch (NotFound e) {
            return back(file, false, "its slot or its history is not here any more");
        } catch (Conflict | Gone | Forbidden e) {
            return back(file, false, e.getMessage());
        }
    }

    private Back accepted(OpenSite site, Place place, DispatchedFile.View file) {
        try {
            book.accept(site, place);
            return back(file, true, "back as it was then");
        } catch (Conflict e) {
            return back(file, false, "decided again as it was then, and yet: " + e.getMessage());
        }
    }

    private static Back back(DispatchedFile.View file, boolean done, String says) {
        return new Back(file.slot(), file.section(), file.member(), done, says);
    }
}
