package gavlin.web.dispatch;

import gavlin.core.Require;
import gavlin.core.brief.Slot;
import gavlin.core.gauge.Reading;
import gavlin.core.gauge.Verdict;
import gavlin.core.geometry.Size;
import gavlin.web.fit.FitBook;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Fits;
import gavlin.web.fit.Place;
import gavlin.web.fit.Renditions;
import gavlin.web.fit.StoredRendition;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.Forbidden;
import gavlin.web.problem.Gone;
import gavlin.web.problem.NotFound;
import gavlin.web.site.OpenSite;
import gavlin.web.site.SiteGoes;
import gavlin.web.store.FileStore;
import java.io.IOException;
import java.io.OutputStream;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** What is to leave for a site, what stands against it, and what has left before. */
@Service
public class Dispatches {
    private static final int LONGEST_REASON = 500;
    private static final int LONGEST_AGAINST = 2000;
    /** Gauges that ask for a look and yet hold a file back: nothing goes out without a credit that is due, or without words. */
    private static final Set<String> MUST_FIT = Set.of("credit", "description");

    private final DispatchRepository dispatches;
    private final DispatchedFileRepository dispatched;
    private final Fits fits;
    private final FitBook book;
    private final Renditions renditions;
    private final Parcels parcels;
    private final FileStore store;
    private final TransactionTemplate transaction;

    Dispatches(
            DispatchRepository dispatches,
            DispatchedFileRepository dispatched,
            Fits fits,
            FitBook book,
            Renditions renditions,
            Parcels parcels,
            FileStore store,
            TransactionTemplate transaction) {
        this.transaction = transaction;
        this.dispatches = dispatches;
        this.dispatched = dispatched;
        this.fits = fits;
        this.book = book;
        this.renditions = renditions;
        this.parcels = parcels;
        this.store = store;
    }

    /** How a file compares with what left last for its place. */
    enum Change {
        NEW,
        CHANGED,
        SAME,
        /** Its file is not made yet. */
        UNKNOWN;

        String word() {
            return switch (this) {
                case NEW -> "new";
                case CHANGED -> "changed";
                case SAME -> "as sent";
                case UNKNOWN -> "not made yet";
            };
        }
    }

    /**
     * One fit that is accepted.
     *
     * @param against what holds it back, in words
     */
    record Line(FitState fit, Change change, List<String> against) {
        StoredRendition file() {
            return fit.rendition();
        }
    }

    /** A dispatch, with its files where they were asked for. */
    record View(
            long id,
            Instant madeAt,
            String madeBy,
            String target,
            String reason,
            String state,
            List<DispatchedFile.View> files) {
        static View of(Dispatch dispatch, List<DispatchedFile> files) {
            return new View(
                    dispatch.id(),
                    dispatch.madeAt(),
                    dispatch.madeBy(),
                    dispatch.target(),
                    dispatch.reason(),
                    "done",
                    files.stream().map(DispatchedFile::view).toList());
        }
    }

    @EventListener
    @Order(1)
    void siteGoes(SiteGoes site) {
        dispatches.deleteOfSite(site.id());
    }

    /** All that is accepted, as it stands; no file is made for this. */
    @Transactional(readOnly = true)
    public List<Line> lines(OpenSite site) {
        Map<String, DispatchedFile> last = last(site);
        List<FitState> accepted = fits.placedAnywhere(site).stream()
                .filter(fit -> fit.accepted() && site.has(fit.slot()))
                .toList();
        return renditions.known(accepted).stream()
                .sorted(Parcels.order(site))
                .map(fit -> new Line(fit, change(fit, last), against(fit)))
                .toList();
    }

    private static Change change(FitState fit, Map<String, DispatchedFile> last) {
        DispatchedFile before = last.get(place(fit));
        if (fit.rendition() == null) {
            return Change.UNKNOWN;
        }
        return before == null
                ? Change.NEW
                : before.view().sha256().equals(fit.rendition().sha256()) ? Change.SAME : Change.CHANGED;
    }

    /** What holds a fit back, in words. */
    static List<String> against(FitState fit) {
        return fit.gauges().stream()
                .filter(gauge -> gauge.verdict() == Verdict.FAILS
                        || gauge.verdict() == Verdict.LOOK && MUST_FIT.contains(gauge.id()))
                .map(Reading::says)
                .toList();
    }

    /**
     * Puts on record that what is accepted leaves.
     *
     * @param reason why that goes along which something stands against; empty where it is to stay behind
     * @throws Conflict when nothing is left to go
     */
    public View take(OpenSite site, String reason) {
        site.requireChange(OpenSite.WHOLE_SITE);
        String why = Require.text("reason", reason, LONGEST_REASON);
        Parcel parcel = parcels.of(
                site, fit -> fit.accepted() && (!why.isEmpty() || against(fit).isEmpty()));
        if (parcel.items().isEmpty()) {
            throw new Conflict(
                    "there is nothing to send: accept what fits on the bench or on the Plan, or say why something goes along that is held back");
        }
        boolean overridden =
                parcel.items().stream().anyMatch(item -> !against(item.fit()).isEmpty());
        // Files were made above, which takes its time; only now a connection is held.
        return transaction.execute(status -> {
            Dispatch made = dispatches.save(new Dispatch(site, Dispatch.PACKAGE, overridden ? why : ""));
            List<DispatchedFile> files = parcel.items().stream()
                    .map(item -> new DispatchedFile(made.id(), item, cut(String.join(" ", against(item.fit())))))
                    .toList();
            return View.of(made, dispatched.saveAll(files));
        });
    }

    private static String cut(String words) {
        return words.length() > LONGEST_AGAINST ? words.substring(0, LONGEST_AGAINST) : words;
    }

    /**
     * What left last for a place.
     *
     * @param href where its bytes are read
     */
    public record Sent(String sha256, Size size, String href) {}

    /** By section, slot and member; files of density 1. */
    @Transactional(readOnly = true)
    public Map<String, Sent> lastSent(OpenSite site) {
        Map<String, Sent> sent = new HashMap<>();
        last(site).forEach((place, file) -> sent.put(place, sent(site, file)));
        return sent;
    }

    private static Sent sent(OpenSite site, DispatchedFile file) {
        DispatchedFile.View view = file.view();
        return new Sent(
                view.sha256(),
                view.size(),
                "/sites/" + site.id() + "/dispatches/" + file.dispatchId() + "/file?path="
                        + URLEncoder.encode(view.path(), StandardCharsets.UTF_8));
    }

    private Map<String, DispatchedFile> last(OpenSite site) {
        return dispatched.latest(site.id()).stream()
                .collect(Collectors.toMap(file -> place(file.view()), Function.identity()));
    }

    public static String place(FitState fit) {
        return place(fit.section(), fit.slot().id(), fit.place().member());
    }

    private static String place(DispatchedFile.View file) {
        return place(file.section(), file.slot(), file.member());
    }

    private static String place(String section, String slot, int member) {
        return section + "/" + slot + "/" + member;
    }

    /** The newest first, without their files. */
    @Transactional(readOnly = true)
    public List<View> earlier(OpenSite site) {
        return dispatches.findTop50BySiteIdOrderByIdDesc(site.id()).stream()
                .map(dispatch -> View.of(dispatch, List.of()))
                .toList();
    }

    /** @throws NotFound when the site has none of that number */
    @Transactional(readOnly = true)
    public View get(OpenSite site, long id) {
        Dispatch dispatch = dispatches
                .findByIdAndSiteId(id, site.id())
                .orElseThrow(() -> new NotFound("dispatch", Long.toString(id)));
        return View.of(dispatch, dispatched.findByDispatchIdOrderById(dispatch.id()));
    }

    /** What became of a place that was to be put back. */
    public record Back(String slot, String section, int member, boolean done, String says) {}

    /**
     * Decides again what was decided when a dispatch left, and accepts it; what was decided since stays in each slot's history.
     *
     * @param slot the only one, or empty for all
     */
    List<Back> putBack(OpenSite site, View dispatch, String slot) {
        site.requireChange(OpenSite.WHOLE_SITE);
        Map<String, DispatchedFile.View> places = new LinkedHashMap<>();
        dispatch.files().stream()
                .filter(file -> slot.isEmpty() || file.slot().equals(slot))
                .forEach(file -> places.putIfAbsent(place(file), file));
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

    /** @throws Conflict when bytes are missing, as after a restore, which computes only what holds now */
    void requireBytes(List<DispatchedFile.View> files) {
        List<String> gone = files.stream()
                .filter(file -> !store.has(file.sha256()))
                .map(DispatchedFile.View::path)
                .toList();
        if (!gone.isEmpty()) {
            throw new Conflict("the bytes of " + gone.get(0) + (gone.size() == 1 ? "" : " and other files")
                    + " are not here any more: a backup carries what was decided, not what left");
        }
    }

    void copy(DispatchedFile.View file, OutputStream to) throws IOException {
        store.copy(file.sha256(), to);
    }

    /** The files in their folders, with their checksums. */
    void write(View dispatch, OutputStream to) throws IOException {
        Parcel.write(
                dispatch.files().stream()
                        .map(file ->
                                new Parcel.Stored(file.path(), file.sha256(), out -> store.copy(file.sha256(), out)))
                        .toList(),
                to);
    }
}
