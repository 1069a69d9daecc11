package gavlin.core.solve;

import gavlin.core.brief.Showing;
import gavlin.core.brief.Slot;
import gavlin.core.brief.SlotSheetReader;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Position;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.operation.Prepared;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/**
 * Problems that can be solved, by construction: a window and a position are drawn by lot, and areas are put where they are seen through them in every
 * showing, beside the bars.
 */
final class FeasibleScene {
    private FeasibleScene() {}

    /** @param free whether most showings let their position be set @return null where the lot left no room for an area */
    static Problem of(Random random, boolean free) {
        Size file = new Size(600 + random.nextInt(1400), 200 + random.nextInt(500));
        List<String> showings = new ArrayList<>();
        for (int i = 0; i < 1 + random.nextInt(3); i++) {
            int width = 200 + random.nextInt(1200);
            int height = 100 + random.nextInt(500);
            String bar = random.nextBoolean()
                    ? ""
                    : ",\"obstructions\":[{\"name\":\"bar\",\"kind\":\"solid\",\"box\":{\"x\":0,\"y\":0,\"width\":%d,\"height\":%d}}]"
                            .formatted(width, 10 + random.nextInt(height / 3));
            showings.add(
                    "{\"id\":\"s%d\",\"name\":\"S%d\",\"positionIsFree\":%b,\"box\":{\"width\":%d,\"height\":%d}%s}"
                            .formatted(i, i, free && random.nextInt(4) > 0, width, height, bar));
        }
        Slot slot = slot(file, String.join(",", showings));
        Size picture = new Size(
                file.width() + random.nextInt(2 * file.width()), file.height() + random.nextInt(2 * file.height()));
        double widest = Math.min(picture.width(), picture.height() * file.proportion());
        double width = file.width() + random.nextDouble() * Math.max(0, widest - file.width());
        if (width > widest) {
            return null;
        }
        double height = width / file.proportion();
        Box<InPrepared> window = new Box<>(
                random.nextDouble() * (picture.width() - width),
                random.nextDouble() * (picture.height() - height),
                width,
                height);
        Position position = new Position(random.nextInt(101) / 100.0, random.nextInt(101) / 100.0);
        Box<InPrepared> open = window;
        for (Showing showing : slot.showings()) {
            Showing placed = showing.positioned(position);
            Box<InPrepared> seen = placed.objectFit().seen(new Framing<>(window, file.box()), file, placed.box());
            double bar = placed.obstructions().isEmpty()
                    ? 0
                    : placed.obstructions().get(0).box().height() / placed.box().height();
            open = open.intersect(
                    new Box<>(seen.x(), seen.y() + bar * seen.height(), seen.width(), (1 - bar) * seen.height()));
        }
        if (open.width() < 20 || open.height() < 20) {
            return null;
        }
        List<KeepArea> areas = new ArrayList<>();
        for (int i = 0; i < 1 + random.nextInt(2); i++) {
            double w = open.width() * (0.2 + 0.75 * random.nextDouble());
            double h = open.height() * (0.2 + 0.75 * random.nextDouble());
            double x = open.x() + random.nextDouble() * (open.width() - w);
            double y = open.y() + random.nextDouble() * (open.height() - h);
            areas.add(new KeepArea(
                    "k" + (i + 1),
                    "area " + i,
                    KeepArea.Shape.RECTANGLE,
                    new Box<>(x / picture.width(), y / picture.height(), w / picture.width(), h / picture.height()),
                    1));
        }
        return new Problem(slot, Prepared.asIs(picture), areas, FocalPoint.centre(), null, null);
    }

    static Slot slot(Size file, String showings) {
        return SlotSheetReader.read("""
                {"format":"slot-sheet/1","theme":{"name":"T"},"slots":[{"id":"a","name":"A","kind":"banner",
                 "size":{"width":%d,"height":%d},"types":["png"],"showings":[%s]}]}""".formatted(file.width(), file.height(), showings))
                .slots()
                .get(0);
    }

    /** The same without so much of the picture's top; null where that would cut into an area. */
    static Problem withoutTop(Problem problem, int px) {
        Size whole = problem.prepared().picture();
        Size less = new Size(whole.width(), whole.height() - px);
        List<KeepArea> areas = new ArrayList<>();
        for (KeepArea area : problem.areas()) {
            double y = area.box().y() * whole.height() - px;
            if (y < 0) {
                return null;
            }
            areas.add(new KeepArea(
                    area.id(),
                    area.name(),
                    area.shape(),
                    new Box<>(
                            area.box().x(),
                            y / less.height(),
                            area.box().width(),
                            area.box().height() * whole.height() / less.height()),
                    area.weight()));
        }
        return new Problem(problem.slot(), Prepared.asIs(less), areas, problem.focal(), null, null);
    }
}
