package gavlin.web.account;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface AccessTokenRepository extends JpaRepository<AccessToken, Long> {
    Optional<AccessToken> findByHash(String hash);

    List<AccessToken> findByAccountIdAndRevokedFalseOrderById(long accountId);

    @Modifying
    @Query("update AccessToken t set t.usedAt = :now where t.id = :id and (t.usedAt is null or t.usedAt < :before)")
    void used(long id, Instant now, Instant before);
}
