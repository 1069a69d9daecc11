package gavlin.core.colour;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import gavlin.core.BadInput;
import java.util.Locale;

/** An opaque sRGB colour as people and documents write it, {@code #17313A}. @param rgb 0xRRGGBB */
public record Colour(int rgb) {
    public static final Colour BLACK = new Colour(0);

    @JsonCreator
    public static Colour parse(String text) {
        return parse("colour", text);
    }

    /** @throws BadInput naming the field */
    public static Colour parse(String field, String text) {
        if (text == null || !text.matches("#[0-9A-Fa-f]{6}")) {
            throw new BadInput(field, "expected a colour such as #17313A for " + field + ", received " + text);
        }
        return new Colour(Integer.parseInt(text.substring(1), 16));
    }

    @Override
    @JsonValue
    public String toString() {
        return String.format(Locale.ROOT, "#%06X", rgb);
    }
}
