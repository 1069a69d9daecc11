package gavlin.web.fit;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;

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

    boolean isAccepted() {
        return currentRevision > 0 && acceptedRevision == currentRevision;
    }
}
