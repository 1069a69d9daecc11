package gavlin.web.dispatch;

import gavlin.core.Require;
import gavlin.core.gauge.Reading;
import gavlin.core.gauge.Verdict;
import gavlin.core.geometry.Size;
import gavlin.core.receipt.Comparison.Outcome;
import gavlin.web.connect.Connections;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Fits;
import gavlin.web.fit.Place;
import gavlin.web.fit.Renditions;
import gavlin.web.fit.StoredRendition;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.NotFound;
import gavlin.web.site.OpenSite;
import gavlin.web.site.SiteGoes;
import gavlin.web.store.FileStore;
import java.io.IOException;
import java.io.OutputStream;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
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
    private final DeliveryRepository deliveries;
    private final SendingJobs jobs;
    private final Connections connections;
    private final Fits fits;
    private final Renditions renditions;
    private final Parcels parcels;
    private final FileStore store;
    private final TransactionTemplate transaction;

    Dispatches(
            DispatchRepository dispatches,
            DispatchedFileRepository dispatched,
            DeliveryRepository deliveries,
            SendingJobs jobs,
            Connections connections,
            Fits fits,
            Renditions renditions,
            Parcels parcels,
            FileStore store,
            TransactionTemplate transaction) {
        this.transaction = transaction;
        this.dispatches = dispatches;
        this.dispatched = dispatched;
        this.deliveries = deliveries;
        this.jobs = jobs;
        this.connections = connections;
        this.fits = fits;
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
     * @param target {@link Dispatch#PACKAGE} or {@link Dispatch#SITE}, whereto a job brings it
     * @param reason why that goes along which something stands against; empty where it is to stay behind
     * @throws Conflict when nothing is left to go, or nobody said how to reach the site
     */
    public DispatchView take(OpenSite site, String target, String reason) {
        site.requireChange(OpenSite.WHOLE_SITE);
        if (target.equals(Dispatch.SITE)) {
            requireConnection(site);
        }
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
            Dispatch made = dispatches.save(new Dispatch(site, target, overridden ? why : ""));
            return begun(
                    made,
                    parcel.items().stream()
                            .map(item ->
                                    new DispatchedFile(made.id(), item, cut(String.join(" ", against(item.fit())))))
                            .toList());
        });
    }

    private DispatchView begun(Dispatch made, List<DispatchedFile> unsaved) {
        List<DispatchedFile> files = dispatched.saveAll(unsaved);
        if (!made.isToSite()) {
            return DispatchView.of(made, files, List.of());
        }
        List<Delivery> waiting = deliveries.saveAll(
                files.stream().map(file -> new Delivery(file.id())).toList());
        jobs.begin(made.id());
        return DispatchView.of(made, files, waiting);
    }

    private void requireConnection(OpenSite site) {
        if (connections.of(site).isEmpty()) {
            throw new Conflict("Gavlin doesn't know how to reach this site yet: set its connection first");
        }
    }

    /**
     * Sends the files of an earlier dispatch once more, as they were.
     *
     * @param slot the only one, or empty for all
     */
    DispatchView sendAgain(OpenSite site, DispatchView dispatch, String slot) {
        site.requireChange(OpenSite.WHOLE_SITE);
        requireConnection(site);
        List<DispatchedFile> before = dispatched.findByDispatchIdOrderById(dispatch.id()).stream()
                .filter(file -> slot.isEmpty() || file.view().slot().equals(slot))
                .toList();
        requireBytes(before.stream().map(DispatchedFile::view).toList());
        return transaction.execute(status -> {
            Dispatch made = dispatches.save(new Dispatch(site, Dispatch.SITE, dispatch.reason()));
            return begun(
                    made, before.stream().map(file -> file.again(made.id())).toList());
        });
    }

    /** Stops a dispatch before its next slot; what has arrived stays where it is. */
    @Transactional
    public void stop(OpenSite site, long id) {
        ofSite(site, id).stop("stopped by " + site.viewer().name());
    }

    /** Goes on with what was stopped, and tries once more what was refused. */
    @Transactional
    public void goOn(OpenSite site, long id) {
        Dispatch dispatch = ofSite(site, id);
        dispatch.goOn();
        deliveries.ofDispatch(id).stream()
                .filter(delivery -> delivery.state() == Delivery.State.REFUSED)
                .forEach(Delivery::again);
        jobs.begin(id);
    }

    private Dispatch ofSite(OpenSite site, long id) {
        site.requireChange(OpenSite.WHOLE_SITE);
        Dispatch dispatch = dispatches
                .findByIdAndSiteId(id, site.id())
                .orElseThrow(() -> new NotFound("dispatch", Long.toString(id)));
        if (!dispatch.isToSite()) {
            throw new Conflict("this dispatch was taken away as a package: there is nothing to stop or to go on with");
        }
        return dispatch;
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

    /** Whether these very bytes ever left for the site. */
    @Transactional(readOnly = true)
    public boolean left(OpenSite site, byte[] bytes) {
        return dispatched.left(site.id(), FileStore.sha256(bytes));
    }

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

    /** Checksums of what was packed last, by section, slot and member. */
    @Transactional(readOnly = true)
    public Map<String, String> packed(OpenSite site) {
        return dispatched.packed(site.id()).stream()
                .map(DispatchedFile::view)
                .collect(Collectors.toMap(Dispatches::place, DispatchedFile.View::sha256));
    }

    /**
     * What arrived last at a place of the site, of density 1.
     *
     * @param outcome what the site made of it; null until it was looked at @param seen whether visitors get that
     */
    public record Arrival(String sha256, Outcome outcome, boolean seen) {}

    /** By section, slot and member. */
    @Transactional(readOnly = true)
    public Map<String, Arrival> arrivals(OpenSite site) {
        Map<String, Arrival> arrivals = new HashMap<>();
        for (Object[] each : deliveries.arrived(site.id())) {
            DispatchedFile.View file = ((DispatchedFile) each[0]).view();
            Delivery.Receipt receipt = ((Delivery) each[1]).receipt();
            arrivals.put(place(file), new Arrival(file.sha256(), receipt.told(), receipt.seen()));
        }
        return arrivals;
    }

    public static String place(FitState fit) {
        return fit.place().key();
    }

    static String place(DispatchedFile.View file) {
        return Place.key(file.section(), file.slot(), file.member());
    }

    /** The newest first, without their files. */
    @Transactional(readOnly = true)
    public List<DispatchView> earlier(OpenSite site) {
        List<Dispatch> all = dispatches.findTop50BySiteIdOrderByIdDesc(site.id());
        if (all.isEmpty()) {
            return List.of();
        }
        Map<Object, List<Delivery>> byDispatch =
                deliveries.ofDispatches(all.stream().map(Dispatch::id).toList()).stream()
                        .collect(Collectors.groupingBy(
                                each -> each[0], Collectors.mapping(each -> (Delivery) each[1], Collectors.toList())));
        return all.stream()
                .map(dispatch ->
                        DispatchView.of(dispatch, List.of(), byDispatch.getOrDefault(dispatch.id(), List.of())))
                .toList();
    }

    /** @throws NotFound when the site has none of that number */
    @Transactional(readOnly = true)
    public DispatchView get(OpenSite site, long id) {
        Dispatch dispatch = dispatches
                .findByIdAndSiteId(id, site.id())
                .orElseThrow(() -> new NotFound("dispatch", Long.toString(id)));
        return DispatchView.of(
                dispatch, dispatched.findByDispatchIdOrderById(dispatch.id()), deliveries.ofDispatch(id));
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
    void write(DispatchView dispatch, OutputStream to) throws IOException {
        Parcel.write(
                dispatch.files().stream()
                        .map(file ->
                                new Parcel.Stored(file.path(), file.sha256(), out -> store.copy(file.sha256(), out)))
                        .toList(),
                to);
    }
}
