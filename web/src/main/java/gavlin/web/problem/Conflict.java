package gavlin.web.problem;

/** What is asked doesn't go with how things stand now. */
public final class Conflict extends RuntimeException {
    public Conflict(String message) {
        super(message);
    }
}
