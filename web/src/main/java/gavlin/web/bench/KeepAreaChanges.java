package gavlin.web.bench;

import gavlin.core.BadInput;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.geometry.Space.OfPicture;
import gavlin.core.operation.Prepared;
import gavlin.core.solve.KeepArea;
import gavlin.core.solve.KeepAreaDelta;
import gavlin.web.bench.Question.XY;
import gavlin.web.picture.KeepAreaBody;
import gavlin.web.picture.StoredPicture;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import tools.jackson.databind.JsonNode;

/**
 * What was changed of a picture's keep areas on the page, in px of the prepared picture on which it was seen.
 *
 * @param picture id, where nothing else names it
 * @param base the revision of the areas that the page knows, to say when somebody else changed them; may be left out
 * @param in the document's {@code prepare} under which the places were seen
 * @param focal null where it stays
 * @param put areas as they are to be; a new one has whatever id the page calls it
 * @param back ids of areas that were taken away and come back
 * @param removed ids
 */
record KeepAreaChanges(
        String picture, Integer base, JsonNode in, XY focal, List<Put> put, List<String> back, List<String> removed) {
    /** Nearer than this to where it is drawn already, px, a box was not moved: it keeps its exact place. */
    private static final double SAME = 0.01;

    /** @param box null where it stays */
    record Put(String id, String name, String shape, Double weight, BoxBody box) {}

    record BoxBody(Double x, Double y, Double width, Double height) {
        Box<InPrepared> box() {
            if (x == null || y == null || width == null || height == null || !(width > 0) || !(height > 0)) {
                throw new BadInput("box", "the box of a keep area needs x, y, and a width and height of more than 0");
            }
            return new Box<>(x, y, width, height);
        }
    }

    /** @param takenAway asked only when something is to come back */
    KeepAreaDelta toDelta(StoredPicture of, Prepared seenOn, Supplier<List<KeepArea>> takenAway) {
        List<String> wanted = listed(back);
        return new KeepAreaDelta(
                focal == null ? null : FocalPoint.of(seenOn.toPicture(focal.point("focal")), of.size()),
                listed(put).stream().map(p -> area(p, of, seenOn)).toList(),
                wanted.isEmpty()
                        ? List.of()
                        : takenAway.get().stream()
                                .filter(a -> wanted.contains(a.id()))
                                .toList(),
                Set.copyOf(listed(removed)));
    }

    private static <T> List<T> listed(List<T> values) {
        if (values == null) {
            return List.of();
        }
        if (values.stream().anyMatch(Objects::isNull)) {
            throw new BadInput("keepAreas", "one of the keep areas is empty");
        }
        return values;
    }

    private static KeepArea area(Put put, StoredPicture of, Prepared seenOn) {
        if (put.id == null || put.id.isBlank() || put.id.length() > 60) {
            throw new BadInput("id", "each keep area needs an id; a new one any of the page's own");
        }
        Optional<KeepArea> present = of.keepAreas().area(put.id);
        return new KeepArea(
                put.id,
                put.name,
                KeepAreaBody.shapeOf(put.shape),
                present.filter(area -> isThere(area, put, of, seenOn))
                        .map(KeepArea::box)
                        .orElseGet(() -> fractions(put, of.size(), seenOn)),
                put.weight == null ? 1 : put.weight);
    }

    private static boolean isThere(KeepArea area, Put put, StoredPicture of, Prepared seenOn) {
        if (put.box == null) {
            return true;
        }
        Box<InPrepared> drawn = seenOn.toPrepared(area.inPx(of.size()));
        return drawn.contains(put.box.box(), SAME) && put.box.box().contains(drawn, SAME);
    }

    /** What lies inside the picture of what was drawn. */
    private static Box<OfPicture> fractions(Put put, Size picture, Prepared seenOn) {
        if (put.box == null) {
            throw new BadInput("box", "a new keep area needs a box");
        }
        Box<InPicture> inside = seenOn.drawnOn(put.box.box()).intersect(picture.box());
        if (inside.isEmpty()) {
            throw new BadInput("box", "the area " + put.name + " lies outside the picture");
        }
        return inside.carry(picture.box(), new Box<>(0, 0, 1, 1));
    }
}
