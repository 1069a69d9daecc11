package gavlin.web.fit;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface FitHeadRepository extends JpaRepository<FitHead, Long> {
    Optional<FitHead> findBySiteIdAndSlotAndSection(String siteId, String slot, String section);

    /** Holds the row, so that two changes of one fit follow each other and neither is lost. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select h from FitHead h where h.siteId = :siteId and h.slot = :slot and h.section = :section")
    Optional<FitHead> lock(String siteId, String slot, String section);

    /** Two who make a slot's first fit at once both find the row afterwards; locking a row that is not there would deadlock. */
    @Modifying
    @Query(
            nativeQuery = true,
            value =
                    "INSERT IGNORE INTO fit_head (site_id, slot, section, current_revision, newest_revision, accepted_revision)"
                            + " VALUES (:siteId, :slot, :section, 0, 0, 0)")
    void createUnlessThere(String siteId, String slot, String section);

    List<FitHead> findBySiteIdAndSection(String siteId, String section);
}
