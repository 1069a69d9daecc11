package gavlin.web.site;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface SheetRevisionRepository extends JpaRepository<SheetRevision, Long> {
    Optional<SheetRevision> findBySheetIdAndRevision(long sheetId, int revision);

    List<SheetRevision> findTop30BySheetIdOrderByRevisionDesc(long sheetId);
}
