package gavlin.web.picture;

import gavlin.core.codec.Region;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.OfPicture;
import gavlin.core.people.FaceDetector;
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

    static Suggestion of(FaceDetector.Face face, int number) {
        Box<OfPicture> head = face.head();
        return new Suggestion(
                "face " + number,
                "face",
                head.x(),
                head.y(),
                head.width(),
                head.height(),
                String.format(Locale.ROOT, "a face, %.0f %% sure", face.score() * 100));
    }

    static Suggestion telling(Box<OfPicture> box) {
        return new Suggestion(
                "what stands out",
                "area",
                box.x(),
                box.y(),
                box.width(),
                box.height(),
                "its colours stand out from the rest");
    }
}
