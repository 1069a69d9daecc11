package gavlin.web.shelf;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface ShelfRepository extends JpaRepository<ShelfPicture, Long> {
    List<ShelfPicture> findAllByOrderByIdDesc();

    Optional<ShelfPicture> findBySha256(String sha256);
}
