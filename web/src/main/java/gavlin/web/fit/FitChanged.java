package gavlin.web.fit;

import gavlin.web.problem.Conflict;

/** Somebody else changed the same fit meanwhile; nothing was written over. Both stay: theirs as a revision, the other one with its sender. */
public final class FitChanged extends Conflict {
    private final int revision;

    FitChanged(String by, int revision) {
        super(by + " changed this fit meanwhile (step " + revision + "); yours is not saved yet");
        this.revision = revision;
    }

    /** The present revision: a fit based on it goes through. */
    public int revision() {
        return revision;
    }
}
