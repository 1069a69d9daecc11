package gavlin.web.dispatch;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface SlotLinkRepository extends JpaRepository<SlotLink, Long> {
    List<SlotLink> findBySiteId(String siteId);

    Optional<SlotLink> findBySiteIdAndSectionAndSlot(String siteId, String section, String slot);

    @Modifying
    @Query("DELETE FROM SlotLink l WHERE l.siteId = :siteId")
    void deleteOfSite(String siteId);
}
