package gavlin.web.fit;

import gavlin.core.gauge.Verdict;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** Which revision of a place's fit holds now, and which was accepted; 0 is none. */
@Entity
class FitHead {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private long sheetId;
    private String slot;
    private String section;
    private int member;
    /** Among the pictures of one slot. */
    private int position;

    private int currentRevision;
    private int newestRevision;
    private int acceptedRevision;

    /** What the gauges said when it was accepted. */
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    private Verdict acceptedVerdict;

    /** The revision that held when the picture was taken out; 0 while it is in. */
    private int takenOutRevision;

    protected FitHead() {}

    /** Makes room for one more revision, which holds from now on. */
    int advance() {
        currentRevision = ++newestRevision;
        takenOutRevision = 0;
        return currentRevision;
    }

    /** Makes room for one more revision, while the present one goes on holding. */
    int setAside() {
        return ++newestRevision;
    }

    void moveTo(int revision) {
        currentRevision = revision;
    }

    void takeOut() {
        takenOutRevision = currentRevision;
        currentRevision = 0;
    }

    void putBack() {
        currentRevision = takenOutRevision;
        takenOutRevision = 0;
    }

    boolean isTakenOut() {
        return currentRevision == 0 && takenOutRevision > 0;
    }

    void accept(Verdict verdict) {
        acceptedRevision = currentRevision;
        acceptedVerdict = verdict;
    }

    /** As if nobody had accepted it yet. */
    void reconsider() {
        acceptedRevision = 0;
        acceptedVerdict = null;
    }

    void putAt(int place) {
        position = place;
    }

    Long id() {
        return id;
    }

    String slot() {
        return slot;
    }

    String section() {
        return section;
    }

    int member() {
        return member;
    }

    int position() {
        return position;
    }

    int currentRevision() {
        return currentRevision;
    }

    int newestRevision() {
        return newestRevision;
    }

    /** Null unless the present revision was accepted. */
    Verdict acceptedAs() {
        return currentRevision > 0 && acceptedRevision == currentRevision ? acceptedVerdict : null;
    }
}
