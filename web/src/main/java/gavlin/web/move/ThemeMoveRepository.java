package gavlin.web.move;

import jakarta.persistence.LockModeType;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface ThemeMoveRepository extends JpaRepository<ThemeMove, Long> {
    Optional<ThemeMove> findByIdAndSiteId(long id, String siteId);

    /** The last one that was accepted: the only one that can be undone. */
    Optional<ThemeMove> findFirstBySiteIdAndStateOrderByIdDesc(String siteId, ThemeMove.State state);

    /** Holds the row, so that a move is accepted once. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select m from ThemeMove m where m.id = :id and m.siteId = :siteId")
    Optional<ThemeMove> lock(long id, String siteId);

    @Modifying
    @Query("delete from ThemeMove m where m.siteId = :site")
    void deleteOfSite(String site);
}
