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
 * Problems that can be solved, by construction: a window and a position are drawn by lot, and areas are put where all of them is seen through them in
 * every showing.
 *
 * @param lock what must not change, as it is in the window that was drawn
 */
record FeasibleScene(Problem problem, Lock lock) {
    private static final int TRIES = 40;
    /** Exactly all, less rounding. */
    private static final double SEEN = 1 - 1e-9;

    private static final String[] SHAPES = {"rectangle", "rounded", "circle"};

    /** Bars and rectangles. @param free whether most showings let their position be set @return null where the lot left no room for an area */
    static Problem of(Random random, boolean free) {
        FeasibleScene drawn = drawn(random, free, false);
        return drawn == null ? null : drawn.problem;
    }

    /** Of every make: ranges of widths, round slots and obstructions, ellipses, a height out of several, locks. */
    static FeasibleScene ofEveryMake(Random random, boolean free) {
        return drawn(random, free, true);
    }

    private static FeasibleScene drawn(Random random, boolean free, boolean everyMake) {
        Size file = new Size(600 + random.nextInt(1400), 200 + random.nextInt(500));
        List<String> showings = new ArrayList<>();
        for (int i = 0; i < 1 + random.nextInt(3); i++) {
            showings.add(showing(random, i, free && random.nextInt(4) > 0, everyMake));
        }
        boolean round = everyMake && random.nextInt(6) == 0;
        int taller = everyMake && random.nextBoolean() ? file.height() + 20 + random.nextInt(200) : file.height();
        Slot slot = slot(file, round, taller, String.join(",", showings));
        Size chosen = new Size(file.width(), taller);
        Size picture =
                new Size(file.width() + random.nextInt(2 * file.width()), taller + random.nextInt(2 * file.height()));
        double widest = Math.min(picture.width(), picture.height() * chosen.proportion());
        double width = file.width() + random.nextDouble() * Math.max(0, widest - file.width());
        if (width > widest) {
            return null;
        }
        Box<InPrepared> window = new Box<>(
                random.nextDouble() * (picture.width() - width),
                random.nextDouble() * (picture.height() - width / chosen.proportion()),
                width,
                width / chosen.proportion());
        Problem empty = new Problem(
                slot,
                Prepared.asIs(picture),
                List.of(),
                FocalPoint.centre(),
                taller == file.height() ? null : taller,
                new Position(random.nextInt(101) / 100.0, random.nextInt(101) / 100.0));
        Problem problem = empty.with(areas(random, empty, window, everyMake));
        return problem.areas().isEmpty()
                ? null
                : new FeasibleScene(problem.at(null), everyMake ? lock(random, window) : Lock.NOTHING);
    }

    private static String showing(Random random, int number, boolean isFree, boolean everyMake) {
        int width = 200 + random.nextInt(1200);
        int height = 100 + random.nextInt(500);
        List<String> over = new ArrayList<>();
        if (random.nextBoolean()) {
            over.add(over("bar", "rectangle", 0, 0, width, 10 + random.nextInt(height / 3)));
        }
        if (everyMake && random.nextBoolean()) {
            int side = 20 + random.nextInt(Math.min(width, height) / 2);
            String shape = SHAPES[random.nextInt(SHAPES.length)];
            over.add(over("seal", shape, random.nextInt(width - side), random.nextInt(height - side), side, side));
        }
        String to = everyMake && random.nextInt(4) == 0
                ? ",\"to\":{\"width\":%d,\"height\":%d}"
                        .formatted(width + 50 + random.nextInt(600), 100 + random.nextInt(500))
                : "";
        return "{\"id\":\"s%d\",\"name\":\"S%d\",\"positionIsFree\":%b,\"box\":{\"width\":%d,\"height\":%d%s},\"obstructions\":[%s]}"
                .formatted(number, number, isFree, width, height, to, String.join(",", over));
    }

    private static String over(String name, String shape, int x, int y, int width, int height) {
        return "{\"name\":\"%s\",\"kind\":\"solid\",\"shape\":\"%s\",\"box\":{\"x\":%d,\"y\":%d,\"width\":%d,\"height\":%d}}"
                .formatted(name, shape, x, y, width, height);
    }

    /** One or two that are seen whole; none where the lot finds no room for them. */
    private static List<KeepArea> areas(Random random, Problem empty, Box<InPrepared> window, boolean everyMake) {
        Size picture = empty.prepared().size();
        Box<InPrepared> open = window;
        for (Showing showing : empty.slot().inHeight(empty.height()).showings()) {
            Showing placed = showing.positioned(empty.position());
            for (Showing look : placed.looks(empty.size())) {
                open = open.intersect(
                        look.objectFit().seen(new Framing<>(window, empty.size().box()), empty.size(), look.box()));
            }
        }
        List<KeepArea> areas = new ArrayList<>();
        int wanted = 1 + random.nextInt(2);
        for (int i = 0; i < TRIES && areas.size() < wanted && open.width() >= 20 && open.height() >= 20; i++) {
            double w = open.width() * (0.2 + 0.75 * random.nextDouble());
            double h = open.height() * (0.2 + 0.75 * random.nextDouble());
            double x = open.x() + random.nextDouble() * (open.width() - w);
            double y = open.y() + random.nextDouble() * (open.height() - h);
            KeepArea.Shape shape =
                    everyMake && random.nextInt(3) == 0 ? KeepArea.Shape.ELLIPSE : KeepArea.Shape.RECTANGLE;
            KeepArea area = new KeepArea(
                    "k" + (areas.size() + 1),
                    "area " + areas.size(),
                    shape,
                    new Box<>(x / picture.width(), y / picture.height(), w / picture.width(), h / picture.height()),
                    1);
            if (empty.with(List.of(area)).shares(window).worst() >= SEEN) {
                areas.add(area);
            }
        }
        return areas;
    }

    private static Lock lock(Random random, Box<InPrepared> window) {
        return switch (random.nextInt(6)) {
            case 0 -> new Lock(window.x(), null, null);
            case 1 -> new Lock(null, window.y(), null);
            case 2 -> new Lock(null, null, window.width());
            default -> Lock.NOTHING;
        };
    }

    static Slot slot(Size file, String showings) {
        return slot(file, false, file.height(), showings);
    }

    private static Slot slot(Size file, boolean round, int taller, String showings) {
        return SlotSheetReader.read("""
                {"format":"slot-sheet/1","theme":{"name":"T"},"slots":[{"id":"a","name":"A","kind":"banner",
                 "size":{"width":%d,"height":%d},"heights":[%d,%d],"types":["png"],"shape":"%s","showings":[%s]}]}""".formatted(
                                file.width(),
                                file.height(),
                                file.height(),
                                Math.max(taller, file.height() + 1),
                                round ? "circle" : "rectangle",
                                showings))
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
