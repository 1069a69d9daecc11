package gavlin.web.picture;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface PictureRepository extends JpaRepository<Picture, Long> {
    Optional<Picture> findBySiteIdAndId(String siteId, String id);

    Optional<Picture> findBySiteIdAndSha256(String siteId, String sha256);

    /** Holds the row, so that of two who mark a picture the second sees what the first did. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select p from Picture p where p.siteId = :siteId and p.id = :id")
    Optional<Picture> lock(String siteId, String id);

    /** Nothing else of the row is written: it may be changed by others meanwhile. */
    @Modifying
    @Query("update Picture p set p.found = :found where p.number = :number")
    void remember(long number, String found);

    List<Picture> findBySiteIdOrderByNumberDesc(String siteId);

    long countBySiteId(String siteId);
}
