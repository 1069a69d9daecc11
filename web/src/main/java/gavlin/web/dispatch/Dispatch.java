package gavlin.web.dispatch;

import gavlin.web.site.OpenSite;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import org.hibernate.annotations.DynamicUpdate;

/** Files that left for a site at one time; never changed afterwards. */
@Entity
@DynamicUpdate // so that a job and whoever stops it don't undo each other
class Dispatch {
    /** To be taken away and put into the site by hand. */
    static final String PACKAGE = "package";

    /** Through the site's connection. */
    static final String SITE = "site";

    private static final int LONGEST_WORDS = 600;

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String siteId;
    private Instant madeAt;
    private String madeBy;
    private String target;
    private String reason;
    private boolean stopped;
    private int failures;
    private String says = "";

    protected Dispatch() {}

    /** @param reason why files went along against which something stood; empty where none did */
    Dispatch(OpenSite site, String target, String reason) {
        this.siteId = site.id();
        this.madeAt = Instant.now().truncatedTo(ChronoUnit.MILLIS);
        this.madeBy = site.viewer().name();
        this.target = target;
        this.reason = reason;
    }

    String siteId() {
        return siteId;
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

    boolean isToSite() {
        return target.equals(SITE);
    }

    boolean isStopped() {
        return stopped;
    }

    /** How often in a row the site gave no answer. */
    int failures() {
        return failures;
    }

    /** What it waits for, or why it stopped; empty while all goes well. */
    String says() {
        return says;
    }

    /** @param says why */
    void stop(String says) {
        this.stopped = true;
        this.says = cut(says);
    }

    void goOn() {
        this.stopped = false;
        this.failures = 0;
        this.says = "";
    }

    /** @param further whether something was done before: then patience begins anew */
    void failed(String says, boolean further) {
        this.failures = further ? 1 : failures + 1;
        this.says = cut(says);
    }

    void wentWell() {
        if (!stopped) {
            failures = 0;
            says = "";
        }
    }

    static String cut(String words) {
        return words.length() > LONGEST_WORDS ? words.substring(0, LONGEST_WORDS) : words;
    }
}
