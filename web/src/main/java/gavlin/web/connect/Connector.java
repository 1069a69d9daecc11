package gavlin.web.connect;

import java.util.List;

/**
 * A site that is being reached. Used by one thread and closed. Every method may throw {@link SiteUnreachable}, after which the same may be
 * tried again later, or {@link SiteRefused}, which is the site's last word.
 *
 * <p>To write one for another kind of site: this interface, a {@link Kind}, and a line in {@link Connections}.
 */
public interface Connector extends AutoCloseable {
    /** Answers are not read any further than this. */
    int MOST_BYTES = 40_000_000;

    /**
     * A file for the site.
     *
     * @param path of the file in a package: slot, for a section's own within its folder, and file name
     * @param type media type
     */
    record File(String slot, String section, int density, String path, String type, String sha256, byte[] bytes) {}

    /**
     * What the site says that it holds.
     *
     * @param slot as the site calls it, or the path of a file
     * @param size px; null where the site doesn't say
     * @param state in the site's word; empty where it has none
     * @param page where it is seen; empty where that is not known
     */
    record Holding(String slot, String type, String size, long bytes, String sha256, String state, String page) {}

    /** In words, what answered. */
    String answered();

    /** Why the site has no place for a file, in words; null where it has. */
    String noPlaceFor(String slot, String section, int density);

    /** Whether exactly these bytes are there already. */
    boolean holds(File file);

    /** Puts a file into its place, all of it or nothing. Twice does no harm. */
    void put(File file);

    /** Lets visitors see what was put; nothing where the site does that by itself. */
    void publish();

    /** What the site keeps at a file's place; null for nothing. */
    byte[] held(File file);

    /** What a visitor gets there; null for nothing. */
    byte[] shown(File file);

    /** Takes away what is in a file's place, so that the theme's own is seen; nothing where there is none. */
    void remove(File file);

    List<Holding> holdings();

    @Override
    void close();
}
