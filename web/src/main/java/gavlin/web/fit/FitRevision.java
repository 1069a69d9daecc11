package gavlin.web.fit;

import gavlin.core.fit.Fit;
import gavlin.core.fit.FitDocument;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.hibernate.annotations.Immutable;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import tools.jackson.databind.json.JsonMapper;

/** One decision, as it was made; never changed afterwards. */
@Entity
@Immutable
class FitRevision {
    private static final JsonMapper JSON = new JsonMapper();

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private long headId;
    private int revision;
    private int parent;
    private long pictureNumber;

    /** See {@link FitDocument}. */
    @JdbcTypeCode(SqlTypes.LONGVARCHAR)
    private String document;

    private String name;
    private String madeBy;
    private Instant madeAt;

    protected FitRevision() {}

    FitRevision(long headId, int revision, int parent, long pictureNumber, FitDocument document, String madeBy) {
        this.headId = headId;
        this.revision = revision;
        this.parent = parent;
        this.pictureNumber = pictureNumber;
        this.document = document.json().toString();
        this.madeBy = madeBy;
        this.madeAt = Instant.now();
    }

    /** @throws FitDocument.UnknownFormat when a later version of Gavlin stored it */
    Fit fit() {
        return FitDocument.readStored(JSON.readTree(document)).fit();
    }

    long headId() {
        return headId;
    }

    int revision() {
        return revision;
    }

    int parent() {
        return parent;
    }

    long pictureNumber() {
        return pictureNumber;
    }

    String name() {
        return name;
    }

    String madeBy() {
        return madeBy;
    }

    Instant madeAt() {
        return madeAt;
    }
}
