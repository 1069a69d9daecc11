package gavlin.web.problem;

/** All cores are taken; the same request will go through in a moment. */
public final class Busy extends RuntimeException {
    public Busy() {
        this("Gavlin is busy with other pictures; try again in a few seconds");
    }

    public Busy(String message) {
        super(message);
    }
}
