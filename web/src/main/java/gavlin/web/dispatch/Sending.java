package gavlin.web.dispatch;

import gavlin.core.codec.Limits;
import gavlin.core.codec.PictureRefused;
import gavlin.core.codec.PictureType;
import gavlin.core.decoder.Compared;
import gavlin.core.decoder.Decoders;
import gavlin.core.decoder.DecodersBusy;
import gavlin.core.decoder.Source;
import gavlin.core.receipt.Comparison;
import gavlin.web.connect.Connections;
import gavlin.web.connect.Connector;
import gavlin.web.connect.SiteRefused;
import gavlin.web.connect.SiteUnreachable;
import gavlin.web.problem.Conflict;
import gavlin.web.store.FileStore;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Brings a dispatch to its site, and looks at what the site made of it. What is done is on record file by file before the next begins, so
 * that whoever takes over knows where to go on; what may have arrived without anybody noting it is looked for before it is sent again.
 *
 * <p>Cost: one file and what the site holds of it are in memory at a time.
 */
@Component
class Sending {
    /** Of what a site may hold where a file of ours was sent. */
    private static final Limits HELD = new Limits(Connector.MOST_BYTES, 16_000_000, 1, 100);

    private static final List<Duration> AGAIN = List.of(
            Duration.ofSeconds(1),
            Duration.ofSeconds(2),
            Duration.ofSeconds(5),
            Duration.ofSeconds(15),
            Duration.ofMinutes(1),
            Duration.ofMinutes(5));
    private static final Duration LONGEST_LOOK = Duration.ofDays(3);

    /** With the pauses above this is most of a day. */
    private static final int MOST_FAILURES = 200;

    private final DispatchRepository dispatches;
    private final DispatchedFileRepository files;
    private final DeliveryRepository deliveries;
    private final Connections connections;
    private final Decoders decoders;
    private final FileStore store;
    private final TransactionTemplate transaction;

    Sending(
            DispatchRepository dispatches,
            DispatchedFileRepository files,
            DeliveryRepository deliveries,
            Connections connections,
            Decoders decoders,
            FileStore store,
            TransactionTemplate transaction) {
        this.dispatches = dispatches;
        this.files = files;
        this.deliveries = deliveries;
        this.connections = connections;
        this.decoders = decoders;
        this.store = store;
        this.transaction = transaction;
    }

    /** @return when to go on; null when nothing is left to do, or somebody stopped it */
    Duration pass(long id) {
        Dispatch dispatch = dispatches.findById(id).orElse(null);
        if (dispatch == null || dispatch.isStopped()) {
            return null;
        }
        if (deliveries.isEarlierOnItsWay(dispatch.siteId(), id)) {
            return AGAIN.get(0); // in the order in which they were sent, or an old file would be the last to arrive
        }
        long before = left(id);
        try (Connector site = connections.open(dispatch.siteId())) {
            boolean all = send(id, site) && look(id, site);
            Dispatch now = change(id, Dispatch::wentWell);
            return all || now.isStopped() ? null : untilNextLook(id);
        } catch (SiteUnreachable | DecodersBusy | UncheckedIOException e) {
            boolean further = left(id) < before;
            Dispatch now =
                    change(id, failed -> failed.failed(e.getMessage() + "; it is tried again by itself", further));
            if (now.failures() >= MOST_FAILURES) {
                change(id, stopped -> stopped.stop("given up after " + MOST_FAILURES + " tries: " + e.getMessage()));
                return null;
            }
            return pause(now.failures());
        } catch (SiteRefused | Conflict e) {
            change(id, stopped -> stopped.stop(e.getMessage()));
            return null;
        }
    }

    /** How much is left to be done: a file that waits has to be sent and looked at. */
    private long left(long id) {
        return deliveries.ofDispatch(id).stream()
                .mapToLong(delivery -> delivery.waits() ? 2 : delivery.isSettled() ? 0 : 1)
                .sum();
    }

    private static Duration pause(int times) {
        return AGAIN.get(Math.max(0, Math.min(times, AGAIN.size()) - 1));
    }

    /** Half of the time that it took so far: often at first, and never long after visitors see it. */
    private Duration untilNextLook(long id) {
        Duration age = deliveries.ofDispatch(id).stream()
                .filter(Delivery::isToBeLookedAt)
                .map(delivery -> Duration.between(delivery.sentAt(), Instant.now()))
                .max(Duration::compareTo)
                .orElse(Duration.ZERO);
        if (age.compareTo(LONGEST_LOOK) > 0) {
            change(
                    id,
                    stopped -> stopped.stop("visitors still don't see all of it after " + LONGEST_LOOK.toDays()
                            + " days: look at the site, publish there what waits, and go on"));
            return null;
        }
        Duration half = age.dividedBy(2);
        return half.compareTo(AGAIN.get(0)) < 0
                ? AGAIN.get(0)
                : half.compareTo(AGAIN.get(AGAIN.size() - 1)) > 0 ? AGAIN.get(AGAIN.size() - 1) : half;
    }

    /** Whether somebody said meanwhile that it should go on. */
    boolean isOnItsWay(long id) {
        return dispatches.findById(id).filter(dispatch -> !dispatch.isStopped()).isPresent() && left(id) > 0;
    }

    private Dispatch change(long id, Consumer<Dispatch> how) {
        return transaction.execute(status -> {
            Dispatch dispatch = dispatches.findById(id).orElseThrow();
            how.accept(dispatch);
            return dispatch;
        });
    }

    /** @return whether nothing waits any more */
    private boolean send(long id, Connector site) {
        Map<Long, DispatchedFile> byId = byId(id);
        String slot = null;
        for (Delivery delivery : deliveries.ofDispatch(id)) {
            if (!delivery.waits()) {
                continue;
            }
            DispatchedFile.View file = byId.get(delivery.fileId()).view();
            String place = file.section() + "/" + file.slot();
            // Stopped between slots: all densities of one go together.
            if (!place.equals(slot) && dispatches.findById(id).orElseThrow().isStopped()) {
                return false;
            }
            slot = place;
            send(delivery, file, site);
        }
        // Once, also after a kill in between, and not again while visitors wait for a cache: others may keep drafts on
        // the site.
        if (deliveries.ofDispatch(id).stream().anyMatch(Delivery::isFresh)) {
            site.publish();
        }
        return true;
    }

    private Map<Long, DispatchedFile> byId(long id) {
        return files.findByDispatchIdOrderById(id).stream()
                .collect(Collectors.toMap(DispatchedFile::id, Function.identity()));
    }

    private void send(Delivery delivery, DispatchedFile.View file, Connector site) {
        String why = site.noPlaceFor(file.slot(), file.section(), file.density());
        if (why != null) {
            delivery.refused(Delivery.State.NO_PLACE, why);
            deliveries.save(delivery);
            return;
        }
        if (!store.has(file.sha256())) {
            delivery.refused(Delivery.State.REFUSED, "its bytes are not here any more: send what is decided now");
            deliveries.save(delivery);
            return;
        }
        Connector.File sent = withBytes(file);
        delivery.trying();
        deliveries.save(delivery);
        try {
            if (!site.holds(sent)) {
                site.put(sent);
            }
            delivery.sent();
        } catch (SiteRefused e) {
            if (e.isEverything()) {
                throw e;
            }
            delivery.refused(Delivery.State.REFUSED, e.getMessage());
        }
        deliveries.save(delivery);
    }

    private Connector.File withBytes(DispatchedFile.View file) {
        return new Connector.File(
                file.slot(),
                file.section(),
                file.density(),
                file.path(),
                PictureType.ofWord(file.type()).mediaType(),
                file.sha256(),
                store.bytes(file.sha256()));
    }

    /** @return whether visitors see everything that arrived */
    private boolean look(long id, Connector site) {
        Map<Long, DispatchedFile> byId = byId(id);
        boolean all = true;
        for (Delivery delivery : deliveries.ofDispatch(id)) {
            if (delivery.isToBeLookedAt()) {
                if (dispatches.findById(id).orElseThrow().isStopped()) {
                    return false;
                }
                look(delivery, byId.get(delivery.fileId()).view(), site);
                deliveries.save(delivery);
                all &= delivery.isSettled();
            }
        }
        return all;
    }

    private void look(Delivery delivery, DispatchedFile.View file, Connector site) {
        if (deliveries.isReplaced(delivery.fileId())) {
            delivery.refused(Delivery.State.REPLACED, "a later dispatch put another file there");
            return;
        }
        Connector.File sent = withBytes(file);
        try {
            byte[] held = site.held(sent);
            if (held == null) {
                delivery.lost("the site doesn't hold anything there");
                return;
            }
            String sha256 = FileStore.sha256(held);
            byte[] shown = site.shown(sent);
            boolean seen = shown != null && FileStore.sha256(shown).equals(sha256);
            if (sha256.equals(delivery.heldSha256()) && delivery.receipt().outcome() != null) {
                if (seen) {
                    delivery.seen();
                }
                return; // compared before
            }
            Compared compared = compared(file, sent, held);
            delivery.received(compared.told(), compared.type().mediaType(), held.length, sha256, seen);
        } catch (PictureRefused e) {
            delivery.refused(Delivery.State.REFUSED, "what the site holds there can't be read: " + e.getMessage());
        } catch (SiteRefused e) {
            if (e.isEverything()) {
                throw e;
            }
            delivery.refused(Delivery.State.REFUSED, e.getMessage());
        } catch (IOException e) {
            throw new UncheckedIOException("what the site holds could not be read just now", e);
        }
    }

    private Compared compared(DispatchedFile.View file, Connector.File sent, byte[] held) throws IOException {
        return Arrays.equals(held, sent.bytes())
                ? new Compared(Comparison.same(file.size()), PictureType.ofWord(file.type()))
                : decoders.compare(Source.of(sent.bytes()), Source.of(held), HELD);
    }
}
