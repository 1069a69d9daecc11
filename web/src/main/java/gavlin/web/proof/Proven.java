package gavlin.web.proof;

import gavlin.web.site.OpenSite;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** That somebody found a file right where it stands. */
@Entity
class Proven {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String siteId;
    private String place;

    @JdbcTypeCode(SqlTypes.CHAR)
    private String sha256;

    private String provenBy;
    private Instant provenAt;

    protected Proven() {}

    Proven(OpenSite site, String place) {
        this.siteId = site.id();
        this.place = place;
    }

    Proven by(OpenSite site, String sha256) {
        this.sha256 = sha256;
        this.provenBy = site.viewer().name();
        this.provenAt = Instant.now().truncatedTo(ChronoUnit.MILLIS);
        return this;
    }

    String place() {
        return place;
    }

    String sha256() {
        return sha256;
    }
}
