package gavlin.web.dispatch;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface DispatchedFileRepository extends JpaRepository<DispatchedFile, Long> {
    List<DispatchedFile> findByDispatchIdOrderById(long dispatchId);

    /** Whether these bytes ever left for that site. */
    @Query(
            "SELECT COUNT(f) > 0 FROM DispatchedFile f, Dispatch d WHERE d.id = f.dispatchId AND d.siteId = :siteId AND f.sha256 = :sha256")
    boolean left(String siteId, String sha256);

    /** The latest file of each place, of density 1; what a site did not take has not left. */
    @Query("""
            SELECT f FROM DispatchedFile f WHERE f.id IN (
              SELECT MAX(g.id) FROM DispatchedFile g, Dispatch d WHERE d.id = g.dispatchId AND d.siteId = :siteId AND g.density = 1
                AND NOT EXISTS (SELECT 1 FROM Delivery e WHERE e.fileId = g.id AND e.state IN ('NO_PLACE', 'REFUSED'))
              GROUP BY g.section, g.slot, g.member)""")
    List<DispatchedFile> latest(String siteId);

    /** The same of packages alone. */
    @Query("""
            SELECT f FROM DispatchedFile f WHERE f.id IN (
              SELECT MAX(g.id) FROM DispatchedFile g, Dispatch d WHERE d.id = g.dispatchId AND d.siteId = :siteId AND g.density = 1
                AND d.target = 'package' GROUP BY g.section, g.slot, g.member)""")
    List<DispatchedFile> packed(String siteId);
}
