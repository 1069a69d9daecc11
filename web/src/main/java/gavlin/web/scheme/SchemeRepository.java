package gavlin.web.scheme;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface SchemeRepository extends JpaRepository<StoredScheme, Long> {
    List<StoredScheme> findBySiteIdOrderByName(String siteId);

    Optional<StoredScheme> findByIdAndSiteId(long id, String siteId);

    boolean existsBySiteIdAndName(String siteId, String name);

    @Modifying
    @Query("DELETE FROM StoredScheme s WHERE s.siteId = :siteId")
    void deleteOfSite(String siteId);
}
