package gavlin.web.picture;

import jakarta.persistence.LockModeType;
import java.time.Instant;
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

    List<Picture> findBySiteIdAndRemovedAtIsNullOrderByNumberDesc(String siteId);

    List<Picture> findBySiteIdAndRemovedAtIsNotNullOrderByRemovedAtDesc(String siteId);

    List<Picture> findByRemovedAtBefore(Instant before);

    long countBySiteIdAndRemovedAtIsNull(String siteId);

    @Modifying
    @Query(
            nativeQuery = true,
            value =
                    "DELETE FROM keep_areas_revision WHERE picture_number IN (SELECT number FROM picture WHERE site_id = :site)")
    void deleteAreasOfSite(String site);

    @Modifying
    @Query(
            nativeQuery = true,
            value =
                    "DELETE FROM picture_words WHERE picture_number IN (SELECT number FROM picture WHERE site_id = :site)")
    void deleteWordsOfSite(String site);

    @Modifying
    @Query("delete from Picture p where p.siteId = :site")
    void deleteOfSite(String site);

    @Modifying
    @Query(nativeQuery = true, value = "DELETE FROM keep_areas_revision WHERE picture_number = :number")
    void deleteAreasOf(long number);

    @Modifying
    @Query(nativeQuery = true, value = "DELETE FROM picture_words WHERE picture_number = :number")
    void deleteWordsOf(long number);

    @Modifying
    @Query(
            nativeQuery = true,
            value =
                    "INSERT IGNORE INTO picture_words (picture_number, revision, title, description, credit, licence, made_by,"
                            + " made_at) SELECT number, words_revision, title, description, credit, licence, :by, UTC_TIMESTAMP(3)"
                            + " FROM picture WHERE number = :number")
    void keepWords(long number, String by);

    /** Title, description, credit, licence, by whom and when they gave way to others, the latest first. */
    @Query(
            nativeQuery = true,
            value = "SELECT title, description, credit, licence, made_by, made_at FROM picture_words"
                    + " WHERE picture_number = :number ORDER BY revision DESC LIMIT 20")
    List<Object[]> formerWords(long number);
}
