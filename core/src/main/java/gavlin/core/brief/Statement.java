package gavlin.core.brief;

import java.io.Serializable;

/**
 * A claim about a slot's size.
 *
 * @param says in the source's own words, such as {@code 260×278}
 * @param date ISO 8601, or null
 * @param measured whether the live page itself says so, by a test card: that outranks what is written anywhere
 */
public record Statement(String says, String source, String date, boolean measured) implements Serializable {
    public Statement(String says, String source, String date) {
        this(says, source, date, false);
    }
}
