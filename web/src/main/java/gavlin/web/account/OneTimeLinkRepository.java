package gavlin.web.account;

import java.time.Instant;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface OneTimeLinkRepository extends JpaRepository<OneTimeLink, String> {
    @Modifying
    @Query("delete from OneTimeLink l where l.accountId = :account or l.expiresAt < :now")
    void deleteOf(long account, Instant now);

    @Modifying
    @Query("delete from OneTimeLink l where l.accountId is null")
    void deleteForFirst();

    /** @return 1 for whoever comes first */
    @Modifying
    @Query("delete from OneTimeLink l where l.hash = :hash")
    int use(String hash);
}
