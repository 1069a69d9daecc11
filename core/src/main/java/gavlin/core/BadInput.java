package gavlin.core;

/**
 * Something that a caller handed in is not allowed. The message says what was expected and what came; {@link #field()}
 * names the part at fault in the caller's own words, so that a page or the API can point at it.
 */
public class BadInput extends IllegalArgumentException {
    private final String field;

    public BadInput(String field, String message) {
        super(message);
        this.field = field;
    }

    public final String field() {
        return field;
    }
}
