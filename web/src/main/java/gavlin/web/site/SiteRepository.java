package gavlin.web.site;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface SiteRepository extends JpaRepository<Site, String> {
    List<Site> findAllByOrderByName();
}
