package gavlin.core.solve;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.InPrepared;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.DoubleStream;
import java.util.stream.Stream;

/**
 * What a piece of a showing hides, taken apart so that its area in any rectangle or ellipse is a plain sum. In px of the file; rectangles are
 * left, top, right, bottom, one after another, and disjoint.
 *
 * @param boxes what is hidden, but for {@code round}; the outside of a round piece too, when other things lie over it as well
 * @param round round shapes that nothing else touches, with their radii behind their box: their area in a rectangle is known exactly. They may hang
 *     over what is seen
 * @param strips the same in strips, for their area in an ellipse
 */
record Covered(double[] boxes, double[] round, double[] strips) {
    static final int ROUND_LENGTH = 6;
    /** Of each round end. */
    private static final int STRIPS = 16;

    static Covered of(Sight.Piece piece) {
        Region seen = piece.seen();
        Box<InPrepared> bounds = seen.bounds();
        List<Region> alone = new ArrayList<>();
        List<Box<InPrepared>> boxes = new ArrayList<>();
        for (Region region : piece.hidden()) {
            boolean touched = piece.hidden().stream()
                    .anyMatch(other -> other != region
                            && !other.bounds().intersect(region.bounds()).isEmpty());
            if (region.isRectangle()) {
                boxes.add(region.bounds());
            } else if (!touched && seen.isRectangle()) {
                alone.add(region);
            } else {
                boxes.addAll(strips(region));
            }
        }
        boolean plainRound = !seen.isRectangle() && piece.hidden().isEmpty();
        if (!seen.isRectangle() && !plainRound) {
            boxes.addAll(corners(seen));
        }
        List<Box<InPrepared>> strips = plainRound
                ? corners(seen)
                : alone.stream().flatMap(r -> strips(r).stream()).toList();
        return new Covered(
                disjoint(boxes, bounds),
                alone.stream()
                        .flatMapToDouble(r -> DoubleStream.of(r.left, r.top, r.right, r.bottom, r.rx, r.ry))
                        .toArray(),
                disjoint(strips, bounds));
    }

    /** Rows of a shape as rectangles of the same area; the flatter its edge, the lower. */
    private static List<Box<InPrepared>> strips(Region region) {
        Box<InPrepared> box = region.bounds();
        double[] rows = new double[2 * STRIPS + 2];
        for (int i = 0; i <= STRIPS; i++) {
            double down = region.ry * (1 - Math.cos(Math.PI / 2 * i / STRIPS));
            rows[i] = box.y() + down;
            rows[rows.length - 1 - i] = box.bottom() - down;
        }
        List<Box<InPrepared>> strips = new ArrayList<>();
        for (int i = 0; i + 1 < rows.length; i++) {
            double height = rows[i + 1] - rows[i];
            if (height > 0) { // an ellipse has nothing straight between its ends
                double width = region.areaWithin(box.x(), rows[i], box.right(), rows[i + 1]) / height;
                strips.add(new Box<>(box.x() + (box.width() - width) / 2, rows[i], width, height));
            }
        }
        return strips;
    }

    /** What a shape leaves of its bounds, in the same way. */
    private static List<Box<InPrepared>> corners(Region region) {
        Box<InPrepared> box = region.bounds();
        return strips(region).stream()
                .flatMap(s -> Stream.of(
                        new Box<InPrepared>(box.x(), s.y(), Math.max(0, s.x() - box.x()), s.height()),
                        new Box<InPrepared>(s.right(), s.y(), Math.max(0, box.right() - s.right()), s.height())))
                .toList();
    }

    /** Row by row between all edges, runs that stand under each other joined. */
    private static double[] disjoint(List<Box<InPrepared>> all, Box<InPrepared> bounds) {
        List<Box<InPrepared>> boxes = all.stream()
                .map(b -> b.intersect(bounds))
                .filter(b -> !b.isEmpty())
                .toList();
        double[] ys = boxes.stream()
                .flatMapToDouble(b -> DoubleStream.of(b.y(), b.bottom()))
                .sorted()
                .distinct()
                .toArray();
        List<double[]> done = new ArrayList<>();
        List<double[]> open = new ArrayList<>();
        for (int i = 0; i + 1 < ys.length; i++) {
            List<double[]> next = new ArrayList<>();
            for (double[] run : runs(boxes, ys[i], ys[i + 1])) {
                double[] above = open.stream()
                        .filter(o -> o[0] == run[0] && o[2] == run[1])
                        .findFirst()
                        .orElse(null);
                if (above != null) {
                    open.remove(above);
                    above[3] = ys[i + 1];
                    next.add(above);
                } else {
                    next.add(new double[] {run[0], ys[i], run[1], ys[i + 1]});
                }
            }
            done.addAll(open);
            open = next;
        }
        done.addAll(open);
        return done.stream().flatMapToDouble(DoubleStream::of).toArray();
    }

    private static List<double[]> runs(List<Box<InPrepared>> boxes, double top, double bottom) {
        List<double[]> runs = new ArrayList<>();
        boxes.stream()
                .filter(b -> b.y() < bottom && b.bottom() > top)
                .sorted(Comparator.comparingDouble(Box::x))
                .forEach(b -> {
                    double[] last = runs.isEmpty() ? null : runs.get(runs.size() - 1);
                    if (last != null && b.x() <= last[1]) {
                        last[1] = Math.max(last[1], b.right());
                    } else {
                        runs.add(new double[] {b.x(), b.right()});
                    }
                });
        return runs;
    }
}
