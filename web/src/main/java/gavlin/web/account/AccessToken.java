package gavlin.web.account;

import gavlin.web.account.Viewer.Scope;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Arrays;
import java.util.Collection;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** What a program signs in with in somebody's name. */
@Entity
class AccessToken {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private long accountId;

    @JdbcTypeCode(SqlTypes.CHAR)
    private String hash;

    private String name;

    @JdbcTypeCode(SqlTypes.LONGVARCHAR)
    private String sites;

    private boolean mayWrite;
    private Instant madeAt;
    private Instant usedAt;
    private boolean revoked;

    protected AccessToken() {}

    AccessToken(long accountId, String hash, String name, Collection<String> sites, boolean mayWrite) {
        this.accountId = accountId;
        this.hash = hash;
        this.name = name;
        this.sites = String.join(" ", new TreeSet<>(sites));
        this.mayWrite = mayWrite;
        this.madeAt = Instant.now();
    }

    Long id() {
        return id;
    }

    long accountId() {
        return accountId;
    }

    boolean revoked() {
        return revoked;
    }

    void revoke() {
        revoked = true;
    }

    Scope scope() {
        Set<String> named =
                Arrays.stream(sites.split(" ")).filter(s -> !s.isEmpty()).collect(Collectors.toSet());
        return new Scope(named, mayWrite);
    }

    Tokens.Token view() {
        return new Tokens.Token(id, name, sites.isEmpty() ? "all sites" : sites, mayWrite, madeAt, usedAt);
    }
}
