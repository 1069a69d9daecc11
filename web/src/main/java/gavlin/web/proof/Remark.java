package gavlin.web.proof;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.time.temporal.ChronoUnit;

/** What somebody said of a slot whom a proof was sent to. */
@Entity
class Remark {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String siteId;
    private String slot;
    private String page;
    private String name;
    private String says;
    private Instant madeAt;

    protected Remark() {}

    /** @param page its name @param name as they gave it; nobody has checked it */
    Remark(String siteId, String slot, String page, String name, String says) {
        this.siteId = siteId;
        this.slot = slot;
        this.page = page;
        this.name = name;
        this.says = says;
        this.madeAt = Instant.now().truncatedTo(ChronoUnit.MILLIS);
    }

    /** As pages and programs see it. */
    public record View(long id, String slot, String page, String name, String says, Instant madeAt) {}

    View view() {
        return new View(id, slot, page, name, says, madeAt);
    }
}
