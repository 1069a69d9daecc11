package gavlin.web.picture;

import gavlin.core.BadInput;
import gavlin.core.geometry.Box;
import gavlin.core.solve.KeepArea;
import java.util.List;
import java.util.Locale;
import java.util.Objects;

/** A keep area as the API takes and shows it: fractions of the upright picture. @param id left out for a new one */
public record KeepAreaBody(
        String id, String name, String shape, Double x, Double y, Double width, Double height, Double weight) {
    public static KeepAreaBody of(KeepArea area) {
        Box<?> box = area.box();
        return new KeepAreaBody(
                area.id(),
                area.name(),
                area.shape().word(),
                box.x(),
                box.y(),
                box.width(),
                box.height(),
                area.weight());
    }

    public KeepArea toArea() {
        if (x == null || y == null || width == null || height == null) {
            throw new BadInput("keepAreas", "each keep area needs x, y, width and height");
        }
        if (width < 0 || height < 0) {
            throw new BadInput(
                    width < 0 ? "width" : "height", "a keep area needs a size, was " + width + " by " + height);
        }
        return new KeepArea(id, name, shapeOf(shape), new Box<>(x, y, width, height), weight == null ? 1 : weight);
    }

    public static List<KeepArea> toAreas(List<KeepAreaBody> bodies) {
        if (bodies.size() > KeepArea.MOST) {
            throw new BadInput(
                    "keepAreas",
                    "a picture can have at most " + KeepArea.MOST + " keep areas, these are " + bodies.size());
        }
        if (bodies.stream().anyMatch(Objects::isNull)) {
            throw new BadInput("keepAreas", "one of the keep areas is empty");
        }
        return KeepArea.checked(bodies.stream().map(KeepAreaBody::toArea).toList());
    }

    /** @throws BadInput for a word that is no shape */
    public static KeepArea.Shape shapeOf(String word) {
        return switch (word == null ? "rectangle" : word) {
            case "rectangle" -> KeepArea.Shape.RECTANGLE;
            case "ellipse" -> KeepArea.Shape.ELLIPSE;
            default ->
                throw new BadInput(
                        "shape", "expected rectangle or ellipse for shape, received " + word.toLowerCase(Locale.ROOT));
        };
    }
}
