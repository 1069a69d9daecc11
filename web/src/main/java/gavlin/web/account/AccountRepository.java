package gavlin.web.account;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface AccountRepository extends JpaRepository<Account, Long> {
    Optional<Account> findByName(String name);

    List<Account> findAllByOrderByName();

    long countByDemoFalse();

    /** For whoever changes who looks after the installation: one at a time, so that somebody always does. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select a from Account a where a.everywhere = true")
    List<Account> lockEverywhere();

    @Modifying
    @Query("update Account a set a.lastSite = :site where a.id = :id and (a.lastSite is null or a.lastSite <> :site)")
    void leaveOffAt(long id, String site);
}
