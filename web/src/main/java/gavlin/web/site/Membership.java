package gavlin.web.site;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;

/** That an account looks after a whole site, or keeps one section of it. */
@Entity
class Membership {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private long accountId;
    private String siteId;
    private String section;

    protected Membership() {}

    Membership(long accountId, String siteId, String section) {
        this.accountId = accountId;
        this.siteId = siteId;
        this.section = section;
    }

    String siteId() {
        return siteId;
    }

    String section() {
        return section;
    }
}
