package gavlin.web.problem;

/** The disk has no room for what would have to be made; whoever runs Gavlin has to give it some. */
public final class StorageFull extends RuntimeException {
    static final String SAID =
            "the disk that Gavlin works on is full: nothing was stored. Try again later; whoever runs Gavlin finds the reason in its log";

    public StorageFull(Throwable cause) {
        super(SAID, cause);
    }
}
