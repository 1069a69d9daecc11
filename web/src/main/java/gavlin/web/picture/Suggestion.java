package gavlin.web.picture;

import gavlin.core.codec.Region;
import java.util.Locale;

/**
 * A part of a picture that may be worth keeping, offered to people and never applied behind their back.
 *
 * @param kind face, pet, focus or area
 * @param x of the left edge; all in fractions of the upright picture
 * @param reason who says so
 */
public record Suggestion(String name, String kind, double x, double y, double width, double height, String reason) {
    static Suggestion of(Region region) {
        return new Suggestion(
                region.name(),
                region.kind().name().toLowerCase(Locale.ROOT),
                region.area().x(),
                region.area().y(),
                region.area().width(),
                region.area().height(),
                region.source());
    }
}
