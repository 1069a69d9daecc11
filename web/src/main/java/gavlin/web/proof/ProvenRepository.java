package gavlin.web.proof;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface ProvenRepository extends JpaRepository<Proven, Long> {
    List<Proven> findBySiteId(String siteId);

    Optional<Proven> findBySiteIdAndPlace(String siteId, String place);

    @Modifying
    @Query("DELETE FROM Proven p WHERE p.siteId = :siteId")
    void deleteOfSite(String siteId);
}
