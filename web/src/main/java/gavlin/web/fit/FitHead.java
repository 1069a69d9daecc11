package gavlin.web.fit;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;

/** Which revision of a slot's fit holds now, and which was accepted; 0 is none. */
@Entity
class FitHead {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String siteId;
    private String slot;
    private String section;
    private int currentRevision;
    private int newestRevision;
    private int acceptedRevision;

    protected FitHead() {}

    /** Makes room for one more revision, which holds from now on. */
    int advance() {
        currentRevision = ++newestRevision;
        return currentRevision;
    }

    void moveTo(int revision) {
        currentRevision = revision;
    }

    void accept() {
        acceptedRevision = currentRevision;
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

    int currentRevision() {
        return currentRevision;
    }

    boolean isAccepted() {
        return currentRevision > 0 && acceptedRevision == currentRevision;
    }
}
