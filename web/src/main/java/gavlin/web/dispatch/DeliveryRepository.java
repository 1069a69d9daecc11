package gavlin.web.dispatch;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface DeliveryRepository extends JpaRepository<Delivery, Long> {
    @Query(
            "SELECT d FROM Delivery d, DispatchedFile f WHERE f.id = d.fileId AND f.dispatchId = :dispatch ORDER BY d.id")
    List<Delivery> ofDispatch(long dispatch);

    /** Dispatches that are neither through nor stopped. */
    @Query("""
            SELECT DISTINCT f.dispatchId FROM Delivery d, DispatchedFile f, Dispatch p
            WHERE f.id = d.fileId AND p.id = f.dispatchId AND p.stopped = FALSE
              AND (d.state = 'WAITING' OR d.state = 'SENT' AND (d.outcome IS NULL OR d.seen = FALSE))""")
    List<Long> unsettledDispatches();
}
