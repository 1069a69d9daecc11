package gavlin.web.connect;

/** The site gave no answer, or one that it is busy; the same may be tried again later. */
public class SiteUnreachable extends RuntimeException {
    SiteUnreachable(String says, Throwable why) {
        super(says, why);
    }
}
