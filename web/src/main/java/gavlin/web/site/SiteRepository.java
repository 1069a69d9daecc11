package gavlin.web.site;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface SiteRepository extends JpaRepository<Site, String> {
    List<Site> findAllByOrderByName();

    /** @param section one that somebody is entrusted with; null where they are with none */
    record Entrusted(Site site, StoredSheet sheet, String section) {}

    /** What every request begins with, in one question: a row for each section that somebody is entrusted with, or one without. */
    @Query("select new gavlin.web.site.SiteRepository$Entrusted(s, t, m.section) from Site s"
            + " join StoredSheet t on t.id = s.sheetId"
            + " left join Membership m on m.siteId = s.id and m.accountId = :account where s.id = :id")
    List<Entrusted> findEntrusted(String id, long account);
}
