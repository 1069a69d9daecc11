package gavlin.web.account;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** A link by which somebody sets a password, once. */
@Entity
class OneTimeLink {
    @Id
    @JdbcTypeCode(SqlTypes.CHAR)
    private String hash;

    /** Null for the first account of all, which does not exist yet. */
    private Long accountId;

    private Instant expiresAt;

    protected OneTimeLink() {}

    OneTimeLink(String hash, Long accountId, Instant expiresAt) {
        this.hash = hash;
        this.accountId = accountId;
        this.expiresAt = expiresAt;
    }

    Long accountId() {
        return accountId;
    }

    boolean isOver() {
        return Instant.now().isAfter(expiresAt);
    }
}
