package gavlin.web.problem;

/** The account may see the thing but not change it. */
public final class Forbidden extends RuntimeException {
    public Forbidden(String message) {
        super(message);
    }
}
