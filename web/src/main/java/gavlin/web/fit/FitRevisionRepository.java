package gavlin.web.fit;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface FitRevisionRepository extends JpaRepository<FitRevision, Long> {
    Optional<FitRevision> findByHeadIdAndRevision(long headId, int revision);

    /** The newest change made from a revision: where redo leads. */
    Optional<FitRevision> findFirstByHeadIdAndParentOrderByRevisionDesc(long headId, int parent);

    @Query(
            "select r from FitRevision r, FitHead h where r.headId = h.id and r.revision = h.currentRevision and h.id in :heads")
    List<FitRevision> findCurrent(Collection<Long> heads);

    @Query("select r from FitRevision r where r.headId = :head and (r.revision > :after or r.name is not null)"
            + " order by r.revision desc")
    List<FitRevision> history(long head, int after);

    /** Slots whose present fit does not begin as this version writes it. */
    @Query(
            nativeQuery = true,
            value = "SELECT DISTINCT h.slot FROM fit_head h JOIN fit_revision r ON r.head_id = h.id"
                    + " AND r.revision = h.current_revision WHERE h.sheet_id = :sheet AND r.document NOT LIKE :beginning"
                    + " ORDER BY h.slot")
    List<String> ofAnotherFormat(long sheet, String beginning);

    @Modifying
    @Query(
            nativeQuery = true,
            value = "UPDATE fit_revision SET name = :name WHERE head_id = :head AND revision = :revision")
    int name(long head, int revision, String name);

    @Modifying
    @Query(
            nativeQuery = true,
            value = "UPDATE fit_revision c JOIN fit_revision p ON p.head_id = c.head_id AND p.revision = c.parent"
                    + " SET c.parent = p.parent WHERE p.picture_number = :picture AND c.picture_number <> :picture")
    int passOver(long picture);

    @Modifying
    @Query(nativeQuery = true, value = "DELETE FROM fit_revision WHERE picture_number = :picture")
    void deleteOf(long picture);

    @Modifying
    @Query(
            nativeQuery = true,
            value =
                    "DELETE FROM fit_revision WHERE head_id IN (SELECT h.id FROM fit_head h JOIN sheet s ON s.id = h.sheet_id"
                            + " WHERE s.site_id = :site)")
    void deleteOfSite(String site);
}
