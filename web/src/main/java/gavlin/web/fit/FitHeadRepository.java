package gavlin.web.fit;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface FitHeadRepository extends JpaRepository<FitHead, Long> {
    Optional<FitHead> findBySheetIdAndSlotAndSectionAndMember(long sheetId, String slot, String section, int member);

    /** Holds the row, so that two changes of one fit follow each other and neither is lost. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select h from FitHead h where h.sheetId = :sheetId and h.slot = :slot and h.section = :section"
            + " and h.member = :member")
    Optional<FitHead> lock(long sheetId, String slot, String section, int member);

    /** Holds all pictures of a slot, for a change of their order. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select h from FitHead h where h.sheetId = :sheetId and h.slot = :slot and h.section = :section"
            + " order by h.position, h.member")
    List<FitHead> lockAll(long sheetId, String slot, String section);

    /** Two who make a place's first fit at once both find the row afterwards; locking a row that is not there would deadlock. */
    @Modifying
    @Query(
            nativeQuery = true,
            value =
                    "INSERT IGNORE INTO fit_head (sheet_id, slot, section, member, position, current_revision,"
                            + " newest_revision, accepted_revision) VALUES (:sheetId, :slot, :section, :member, :member, 0, 0, 0)")
    void createUnlessThere(long sheetId, String slot, String section, int member);

    List<FitHead> findBySheetIdAndSectionOrderByPositionAscMemberAsc(long sheetId, String section);

    List<FitHead> findBySheetIdAndSectionNotAndCurrentRevisionGreaterThan(long sheetId, String section, int least);

    @Query("select h from FitHead h, FitRevision r where r.headId = h.id and r.revision = h.currentRevision"
            + " and h.sheetId = :sheetId and r.pictureNumber = :picture order by h.slot, h.section, h.member")
    List<FitHead> showing(long sheetId, long picture);

    @Query("select h from FitHead h, FitRevision r where r.headId = h.id and r.revision = h.takenOutRevision"
            + " and h.currentRevision = 0 and h.sheetId = :sheetId and r.pictureNumber = :picture")
    List<FitHead> emptiedOf(long sheetId, long picture);

    @Modifying
    @Query(
            nativeQuery = true,
            value = "UPDATE fit_head h JOIN fit_revision r ON r.head_id = h.id AND r.revision = h.taken_out_revision"
                    + " SET h.taken_out_revision = 0 WHERE r.picture_number = :picture")
    void forgetEmptiedOf(long picture);

    @Modifying
    @Query(
            nativeQuery = true,
            value = "DELETE FROM fit_head WHERE sheet_id IN (SELECT id FROM sheet WHERE site_id = :site)")
    void deleteOfSite(String site);
}
