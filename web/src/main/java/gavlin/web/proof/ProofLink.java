package gavlin.web.proof;

import gavlin.web.site.OpenSite;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** A way in to some pages of a site's proof for whoever has it, until it ends or is taken back. */
@Entity
class ProofLink {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String siteId;

    @JdbcTypeCode(SqlTypes.CHAR)
    private String hash;

    private String pages;
    private Instant endsAt;
    private String madeBy;
    private Instant madeAt;

    protected ProofLink() {}

    /** @param pages ids; none for all */
    ProofLink(OpenSite site, String hash, List<String> pages, Instant endsAt) {
        this.siteId = site.id();
        this.hash = hash;
        this.pages = String.join(" ", pages); // ids have no blanks
        this.endsAt = endsAt;
        this.madeBy = site.viewer().name();
        this.madeAt = Instant.now().truncatedTo(ChronoUnit.MILLIS);
    }

    Long id() {
        return id;
    }

    String siteId() {
        return siteId;
    }

    List<String> pages() {
        return pages.isEmpty() ? List.of() : List.of(pages.split(" "));
    }

    boolean shows(String page) {
        return pages.isEmpty() || pages().contains(page);
    }

    Instant endsAt() {
        return endsAt;
    }

    String madeBy() {
        return madeBy;
    }
}
