package gavlin.core.solve;

import gavlin.core.brief.Obstruction;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.solve.WindowSpace.Cell;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.PriorityQueue;
import java.util.function.DoubleFunction;

/**
 * Which of several windows that show as much of the worst is the better one: by the weighted sum of all shares, then by what words leave
 * open, then by how much of the picture is shown, then by how near the focal point lands to its aim. Each counts so much less than the one
 * before that it only decides between equals.
 */
final class Preference {
    private static final double CLOSE = 1e-5;
    private static final int MOST_CELLS = 1_500;
    private static final int MOST_WORK = 18_000;
    /** Where so little is seen of something, the sum may be higher in quite another place. */
    private static final double HARDLY = 0.02;

    private static final double WHOLE = 1 - 1e-9;
    /** Beside a sum of 0..1: words that all lie over what is kept; a doubling of the zoom; a miss by the slot's width. */
    private static final double WORDS = 1e-2;

    private static final double DETAIL = 1e-3;
    private static final double NEARNESS = 1e-4;

    private final Scene scene;
    private final WindowSpace space;
    private final WindowMeter meter;
    /** Where words stand, px of the slot. */
    private final List<Box<InPrepared>> words = new ArrayList<>();

    Preference(Scene scene, WindowSpace space, WindowMeter meter) {
        this.scene = scene;
        this.space = space;
        this.meter = meter;
        for (Sight sight : scene.sights()) {
            List<Obstruction> over = sight.showing().obstructions();
            List<Region> hidden = sight.pieces().get(0).hidden();
            for (int i = 0; i < over.size() && over.size() == hidden.size(); i++) {
                if (over.get(i).words()) {
                    words.add(hidden.get(i).bounds());
                }
            }
        }
    }

    /** The best of all windows that reach {@code required} of the worst; {@code first} is one of them. */
    Box<InPrepared> among(Box<InPrepared> first, double required) {
        boolean onlyHere = required > HARDLY && required < WHOLE; // few windows show as much, and they lie side by side
        return nearer(onlyHere ? first : searched(first, required), required);
    }

    private Box<InPrepared> searched(Box<InPrepared> first, double required) {
        double best = merit(first);
        Box<InPrepared> chosen = first;
        PriorityQueue<Cell> queue =
                new PriorityQueue<>(Comparator.comparingDouble(Cell::bound).reversed());
        queue.add(space.whole(2));
        int left = Math.min(MOST_CELLS, MOST_WORK / meter.cost());
        while (!queue.isEmpty() && left > 0 && !Patience.isOver()) {
            Cell cell = queue.poll();
            if (cell.bound() <= best + CLOSE) {
                break;
            }
            for (Cell half : space.split(cell)) {
                left--;
                if (meter.misses(half, required)) {
                    continue;
                }
                double bound = Math.min(cell.bound(), meritBound(half));
                if (bound <= best + CLOSE) {
                    continue;
                }
                Box<InPrepared> there = space.preferred(half);
                if (meter.reaches(there, required)) {
                    double merit = merit(there);
                    if (merit > best) {
                        best = merit;
                        chosen = there;
                    }
                }
                queue.add(half.bounded(bound));
            }
        }
        return chosen;
    }

    private double merit(Box<InPrepared> window) {
        return meter.measure(window).sum()
                + WORDS * open(window)
                - DETAIL * zoomed(window.width())
                - NEARNESS * missedBy(window);
    }

    private double meritBound(Cell cell) {
        double slack = (cell.w1() - cell.w0()) / cell.w0() + Math.max(cell.u1() - cell.u0(), cell.v1() - cell.v0());
        double missed = Math.max(0, missedBy(space.preferred(cell)) - slack);
        return meter.sumBound(cell) + WORDS - DETAIL * zoomed(cell.w1()) - NEARNESS * missed;
    }

    private double zoomed(double width) {
        return Math.log(scene.widest() / width) / Math.log(2);
    }

    /** How far from its aim the focal point lands, in widths of the slot. */
    private double missedBy(Box<InPrepared> window) {
        double x = (scene.focal().x() * scene.picture().width() - window.x()) / window.width();
        double y = (scene.focal().y() * scene.picture().height() - window.y()) / window.height();
        return Math.hypot(
                x - scene.aim().x(), (y - scene.aim().y()) / scene.slot().proportion());
    }

    /** Of the boxes that words stand in, the share with nothing kept under them, 0..1. */
    private double open(Box<InPrepared> window) {
        double scale = window.width() / scene.slot().width();
        double open = 0;
        for (Box<InPrepared> box : words) {
            double kept = 0;
            for (Region region : meter.keep()) {
                kept += region.areaWithin(
                        window.x() + box.x() * scale,
                        window.y() + box.y() * scale,
                        window.x() + box.right() * scale,
                        window.y() + box.bottom() * scale);
            }
            open += 1 - Math.min(1, kept / (box.area() * scale * scale));
        }
        return words.isEmpty() ? 1 : open / words.size();
    }

    /** Moves a window towards its focal point's aim as far as that takes nothing away: straight, then across, then down. */
    private Box<InPrepared> nearer(Box<InPrepared> window, double required) {
        double enough = meter.measure(window).sum() - CLOSE;
        Box<InPrepared> ideal = space.ideal(window.width());
        Box<InPrepared> at = window;
        for (int round = 0; round < 2; round++) {
            at = reach(at, ideal.x(), ideal.y(), required, enough);
            at = reach(at, ideal.x(), at.y(), required, enough);
            at = reach(at, at.x(), ideal.y(), required, enough);
        }
        return at;
    }

    private Box<InPrepared> reach(Box<InPrepared> from, double x, double y, double required, double enough) {
        DoubleFunction<Box<InPrepared>> along = t ->
                new Box<>(from.x() + (x - from.x()) * t, from.y() + (y - from.y()) * t, from.width(), from.height());
        double low = 0;
        double high = 1;
        for (double t = 1; high - low > 1e-5; t = (low + high) / 2) {
            Box<InPrepared> there = along.apply(t);
            if (meter.reaches(there, required) && meter.measure(there).sum() >= enough) {
                low = t;
                if (t == 1) {
                    break;
                }
            } else {
                high = t;
            }
        }
        return along.apply(low);
    }
}
