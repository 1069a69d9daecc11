package gavlin.web.connect;

import gavlin.web.site.OpenSite;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Base64;

/** How a site is reached. */
@Entity
class Connection {
    @Id
    private String siteId;

    private String kind;
    private String address;
    private String userName;
    private String secret;
    private String hostKey = "";
    private String setBy;
    private Instant setAt;

    protected Connection() {}

    Connection(OpenSite site, Kind kind, String address, String userName, byte[] secret, String hostKey) {
        this.siteId = site.id();
        this.kind = kind.word();
        this.address = address;
        this.userName = userName;
        this.secret = Base64.getEncoder().encodeToString(secret);
        this.hostKey = hostKey;
        this.setBy = site.viewer().name();
        this.setAt = Instant.now().truncatedTo(ChronoUnit.MILLIS);
    }

    Kind kind() {
        return Kind.of(kind);
    }

    String address() {
        return address;
    }

    String userName() {
        return userName;
    }

    byte[] secret() {
        return Base64.getDecoder().decode(secret);
    }

    String hostKey() {
        return hostKey;
    }

    String setBy() {
        return setBy;
    }

    Instant setAt() {
        return setAt;
    }
}
