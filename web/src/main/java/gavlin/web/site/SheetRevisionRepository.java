package gavlin.web.site;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface SheetRevisionRepository extends JpaRepository<SheetRevision, Long> {
    Optional<SheetRevision> findBySheetIdAndRevision(long sheetId, int revision);

    List<SheetRevision> findTop30BySheetIdOrderByRevisionDesc(long sheetId);

    @Modifying
    @Query("delete from SheetRevision r where r.sheetId in (select s.id from StoredSheet s where s.siteId = :site)")
    void deleteOfSite(String site);

    @Modifying
    @Query("delete from SheetRevision r where r.sheetId = :sheet")
    void deleteBySheetId(long sheet);
}
