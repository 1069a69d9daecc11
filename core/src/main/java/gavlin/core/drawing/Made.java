package gavlin.core.drawing;

import com.fasterxml.jackson.annotation.JsonIgnore;
import gavlin.core.codec.Letters;
import gavlin.core.codec.PictureType;
import java.util.Base64;
import java.util.List;

/**
 * A picture that has a document in place of bytes: drawn as SVG whose letters are outlines, and a picture like any other from there on. A record
 * that checks itself; its JSON members are its components, with the word for its kind among them.
 */
public interface Made {
    String kind();

    /** What it is called where nobody said. */
    String title();

    /** Ids of the site's pictures that are part of it. */
    @JsonIgnore
    default List<String> uses() {
        return List.of();
    }

    /** @throws gavlin.core.BadInput for what can't be drawn, such as a letter that its font has not */
    String svg(Parts parts);

    /** What a document only names. */
    interface Parts {
        Letters letters(String font, int weight);

        /** @param side px that it is drawn with at most, the longer side @throws gavlin.core.BadInput when the site has no such picture */
        Piece piece(String picture, int side);
    }

    /** A picture as part of another. @param file PNG, or JPEG of one that is opaque @param proportion its width over its height */
    record Piece(byte[] file, PictureType type, double proportion) {
        /** As an SVG image holds it. */
        public String data() {
            return "data:" + type.mediaType() + ";base64," + Base64.getEncoder().encodeToString(file);
        }
    }
}
