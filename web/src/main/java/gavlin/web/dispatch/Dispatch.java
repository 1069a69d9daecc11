package gavlin.web.dispatch;

import gavlin.web.site.OpenSite;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.time.temporal.ChronoUnit;

/** Files that left for a site at one time; never changed afterwards. */
@Entity
class Dispatch {
    /** To be taken away and put into the site by hand. */
    static final String PACKAGE = "package";

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String siteId;
    private Instant madeAt;
    private String madeBy;
    private String target;
    private String reason;

    protected Dispatch() {}

    /** @param reason why files went along against which something stood; empty where none did */
    Dispatch(OpenSite site, String target, String reason) {
        this.siteId = site.id();
        this.madeAt = Instant.now().truncatedTo(ChronoUnit.MILLIS);
        this.madeBy = site.viewer().name();
        this.target = target;
        this.reason = reason;
    }

    Long id() {
        return id;
    }

    Instant madeAt() {
        return madeAt;
    }

    String madeBy() {
        return madeBy;
    }

    String target() {
        return target;
    }

    String reason() {
        return reason;
    }
}
