package gavlin.web.picture;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface PictureRepository extends JpaRepository<Picture, Long> {
    Optional<Picture> findBySiteIdAndId(String siteId, String id);

    Optional<Picture> findBySiteIdAndSha256(String siteId, String sha256);

    List<Picture> findBySiteIdOrderByNumberDesc(String siteId);

    long countBySiteId(String siteId);
}
