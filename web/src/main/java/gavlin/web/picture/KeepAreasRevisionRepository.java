package gavlin.web.picture;

import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;

interface KeepAreasRevisionRepository extends JpaRepository<KeepAreasRevision, Long> {
    List<KeepAreasRevision> findByPictureNumberOrderByRevisionDesc(long pictureNumber, Limit limit);
}
