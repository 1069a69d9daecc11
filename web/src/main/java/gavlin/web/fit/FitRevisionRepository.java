package gavlin.web.fit;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface FitRevisionRepository extends JpaRepository<FitRevision, Long> {
    Optional<FitRevision> findByHeadIdAndRevision(long headId, int revision);

    /** The newest change made from a revision: where redo leads. */
    Optional<FitRevision> findFirstByHeadIdAndParentOrderByRevisionDesc(long headId, int parent);

    @Query(
            "select r from FitRevision r, FitHead h where r.headId = h.id and r.revision = h.currentRevision and h.id in :heads")
    List<FitRevision> findCurrent(Collection<Long> heads);
}
