package gavlin.web.fit;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface RenditionRepository extends JpaRepository<RenditionRow, String> {
    List<RenditionRow> findByRenditionKeyIn(Collection<String> keys);

    @Query("select r.renditionKey from Rendition r where r.madeAt < :before")
    List<String> keysMadeBefore(Instant before);
}
