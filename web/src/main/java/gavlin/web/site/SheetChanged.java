package gavlin.web.site;

import gavlin.core.brief.SheetComparison.Change;
import gavlin.web.problem.Conflict;
import java.util.List;

/** Somebody else saved the same slot sheet meanwhile. Carries what they changed, so that nothing is written over unseen. */
public final class SheetChanged extends Conflict {
    private final transient List<Change> changes;
    private final int revision;
    private final String by;

    SheetChanged(List<Change> changes, int revision, String by) {
        super(by + " saved this slot sheet meanwhile (revision " + revision + "); nothing of yours was saved yet");
        this.changes = List.copyOf(changes);
        this.revision = revision;
        this.by = by;
    }

    /** What differs between the revision that was worked on and the present one. */
    @Override
    public List<Change> changes() {
        return changes;
    }

    /** The present revision: saving on top of it goes through. */
    public int revision() {
        return revision;
    }

    public String by() {
        return by;
    }
}
