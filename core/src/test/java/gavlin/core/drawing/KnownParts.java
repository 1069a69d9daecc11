package gavlin.core.drawing;

import gavlin.core.codec.Letters;
import java.io.IOException;
import java.util.List;

/** Parts of made pictures: Liberation Sans, which PDFBox brings along (SIL Open Font License), and one picture for whatever is asked. */
public record KnownParts(Letters letters, Made.Piece piece) implements Made.Parts {
    public KnownParts(Made.Piece piece) {
        this(liberationSans(), piece);
    }

    public static KnownParts none() {
        return new KnownParts(null);
    }

    @Override
    public Letters letters(String font, int weight) {
        return letters;
    }

    @Override
    public Made.Piece piece(String picture, int side) {
        return piece;
    }

    public static Letters liberationSans() {
        try {
            return Letters.of(List.of(KnownParts.class.getResourceAsStream(
                    "/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf")));
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }
}
