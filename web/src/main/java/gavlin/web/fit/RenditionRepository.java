package gavlin.web.fit;

import org.springframework.data.jpa.repository.JpaRepository;

interface RenditionRepository extends JpaRepository<StoredRendition, String> {}
