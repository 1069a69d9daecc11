package gavlin.web.problem;

/** What somebody works on has been taken away meanwhile, in words that say by whom and how it comes back. */
public final class Gone extends RuntimeException {
    public Gone(String message) {
        super(message);
    }
}
