package gavlin.web.dispatch;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface DeliveryRepository extends JpaRepository<Delivery, Long> {
    @Query(
            "SELECT d FROM Delivery d, DispatchedFile f WHERE f.id = d.fileId AND f.dispatchId = :dispatch ORDER BY d.id")
    List<Delivery> ofDispatch(long dispatch);

    /** Whether an earlier dispatch of the same site still has files to send, and isn't stopped. */
    @Query("""
            SELECT COUNT(d) > 0 FROM Delivery d, DispatchedFile f, Dispatch p
            WHERE f.id = d.fileId AND p.id = f.dispatchId AND p.siteId = :siteId AND p.id < :before AND p.stopped = FALSE
              AND d.state = 'WAITING'""")
    boolean isEarlierOnItsWay(String siteId, long before);

    /** Whether something arrived later at the place of a file. */
    @Query("""
            SELECT COUNT(d) > 0 FROM Delivery d, DispatchedFile f, Dispatch p, DispatchedFile own, Dispatch ownDispatch
            WHERE own.id = :file AND ownDispatch.id = own.dispatchId AND f.id = d.fileId AND p.id = f.dispatchId
              AND p.siteId = ownDispatch.siteId AND p.id > ownDispatch.id AND f.section = own.section AND f.slot = own.slot
              AND f.member = own.member AND f.density = own.density AND d.state = 'SENT'""")
    boolean isReplaced(long file);

    /** The latest of each place that arrived, of density 1: {@link DispatchedFile} and {@link Delivery}. */
    @Query("""
            SELECT f, d FROM DispatchedFile f, Delivery d WHERE f.id = d.fileId AND d.id IN (
              SELECT MAX(e.id) FROM Delivery e, DispatchedFile g, Dispatch p
              WHERE g.id = e.fileId AND p.id = g.dispatchId AND p.siteId = :siteId AND e.state = 'SENT' AND g.density = 1
              GROUP BY g.section, g.slot, g.member)""")
    List<Object[]> arrived(String siteId);

    /** Of several dispatches: the dispatch's number and the {@link Delivery}. */
    @Query(
            "SELECT f.dispatchId, d FROM Delivery d, DispatchedFile f WHERE f.id = d.fileId AND f.dispatchId IN :dispatches")
    List<Object[]> ofDispatches(List<Long> dispatches);

    /** Dispatches that are neither through nor stopped. */
    @Query("""
            SELECT DISTINCT f.dispatchId FROM Delivery d, DispatchedFile f, Dispatch p
            WHERE f.id = d.fileId AND p.id = f.dispatchId AND p.stopped = FALSE
              AND (d.state = 'WAITING' OR d.state = 'SENT' AND (d.outcome IS NULL OR d.seen = FALSE))""")
    List<Long> unsettledDispatches();
}
