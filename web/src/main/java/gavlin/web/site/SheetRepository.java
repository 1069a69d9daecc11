package gavlin.web.site;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface SheetRepository extends JpaRepository<StoredSheet, Long> {
    List<StoredSheet> findBySiteIdOrderById(String siteId);

    Optional<StoredSheet> findByIdAndSiteId(long id, String siteId);

    /** Holds the row, so that of two who save one sheet the second sees what the first did. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select s from StoredSheet s where s.id = :id and s.siteId = :siteId")
    Optional<StoredSheet> lock(long id, String siteId);

    @Modifying
    @Query("delete from StoredSheet s where s.siteId = :site")
    void deleteBySiteId(String site);
}
