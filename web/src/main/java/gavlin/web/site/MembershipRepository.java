package gavlin.web.site;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface MembershipRepository extends JpaRepository<Membership, Long> {
    List<Membership> findByAccountId(long accountId);

    List<Membership> findByAccountIdAndSiteId(long accountId, String siteId);

    @Modifying
    @Query("delete from Membership m where m.siteId = :site")
    void deleteBySiteId(String site);
}
