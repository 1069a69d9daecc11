package gavlin.web.problem;

/** All cores are taken; the same request will go through in a moment. */
public final class Busy extends RuntimeException {
    public Busy() {
        super("Gavlin is busy with other pictures; try again in a few seconds");
    }
}
