package gavlin.web.problem;

/** There is no such thing, or the account may not know of it: both look the same from outside. */
public final class NotFound extends RuntimeException {
    public NotFound(String what, String id) {
        super("there is no " + what + " " + id + " that you may see");
    }
}
