package gavlin.web.proof;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface RemarkRepository extends JpaRepository<Remark, Long> {
    List<Remark> findBySiteIdOrderByIdDesc(String siteId);

    long countBySiteId(String siteId);

    long deleteByIdAndSiteId(long id, String siteId);

    @Modifying
    @Query("DELETE FROM Remark r WHERE r.siteId = :siteId")
    void deleteOfSite(String siteId);
}
