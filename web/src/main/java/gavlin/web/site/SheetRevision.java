package gavlin.web.site;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.hibernate.annotations.Immutable;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** A slot sheet's text as somebody saved it; never changed afterwards. */
@Entity
@Immutable
class SheetRevision {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private long sheetId;
    private int revision;

    @JdbcTypeCode(SqlTypes.LONGVARCHAR)
    private String json;

    private String says;
    private String madeBy;
    private Instant madeAt;

    protected SheetRevision() {}

    SheetRevision(long sheetId, int revision, String json, String says, String madeBy) {
        this.sheetId = sheetId;
        this.revision = revision;
        this.json = json;
        this.says = says;
        this.madeBy = madeBy;
        this.madeAt = Instant.now();
    }

    int revision() {
        return revision;
    }

    String json() {
        return json;
    }

    String says() {
        return says;
    }

    String madeBy() {
        return madeBy;
    }

    Instant madeAt() {
        return madeAt;
    }
}
