package gavlin.web.dispatch;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface DispatchRepository extends JpaRepository<Dispatch, Long> {
    List<Dispatch> findTop50BySiteIdOrderByIdDesc(String siteId);

    Optional<Dispatch> findByIdAndSiteId(long id, String siteId);

    /** Its files go with it, by the table's own rule. */
    @Modifying
    @Query("DELETE FROM Dispatch d WHERE d.siteId = :siteId")
    void deleteOfSite(String siteId);
}
