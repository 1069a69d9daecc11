package gavlin.web.site;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface MembershipRepository extends JpaRepository<Membership, Long> {
    List<Membership> findByAccountId(long accountId);

    List<Membership> findByAccountIdAndSiteId(long accountId, String siteId);
}
