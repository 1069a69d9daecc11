package gavlin.web.proof;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface ProofLinkRepository extends JpaRepository<ProofLink, Long> {
    Optional<ProofLink> findByHashAndEndsAtAfter(String hash, Instant now);

    List<ProofLink> findBySiteIdAndEndsAtAfterOrderById(String siteId, Instant now);

    long countBySiteId(String siteId);

    Optional<ProofLink> findByIdAndSiteId(long id, String siteId);

    @Modifying
    @Query("DELETE FROM ProofLink l WHERE l.siteId = :siteId")
    void deleteOfSite(String siteId);

    @Modifying
    @Query("DELETE FROM ProofLink l WHERE l.endsAt < :before")
    void deleteEnded(Instant before);
}
