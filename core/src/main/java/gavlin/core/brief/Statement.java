package gavlin.core.brief;

import java.io.Serializable;

/**
 * A claim about a slot's size.
 *
 * @param says in the source's own words, such as {@code 260×278}
 * @param date ISO 8601, or null
 */
public record Statement(String says, String source, String date) implements Serializable {}
