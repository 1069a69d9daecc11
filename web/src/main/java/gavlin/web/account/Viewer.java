package gavlin.web.account;

import java.io.Serializable;

/**
 * Who is asking.
 *
 * @param everywhere whether all sites are theirs to look after
 */
public record Viewer(long id, String name, boolean everywhere) implements Serializable {}
