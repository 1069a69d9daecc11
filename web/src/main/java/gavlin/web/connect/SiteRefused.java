package gavlin.web.connect;

/** The site answered that it won't; asking again changes nothing. */
public class SiteRefused extends RuntimeException {
    private final boolean everything;

    private SiteRefused(String says, boolean everything) {
        super(says);
        this.everything = everything;
    }

    /** @param says the site's own words where it has any */
    public static SiteRefused thisFile(String says) {
        return new SiteRefused(says, false);
    }

    /** The key, the address, the site as a whole. */
    public static SiteRefused everything(String says) {
        return new SiteRefused(says, true);
    }

    /** Whether nothing else will be taken either, until somebody changes how the site is reached. */
    public boolean isEverything() {
        return everything;
    }
}
