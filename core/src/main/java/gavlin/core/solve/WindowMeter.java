package gavlin.core.solve;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.solve.WindowSpace.Cell;
import java.util.Arrays;
import java.util.List;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * Measures windows for a search: the worst share of any keep area in any showing and the weighted sum of all, and what they can be at
 * most in a whole cell of windows. One pass over pairs of a keep area and a piece of a showing; nothing is allocated.
 *
 * <p>A cell is bounded in two ways, of which the lower counts: by all that any of its windows sees of an area, less what is covered in
 * every one of them, which is sharp for large cells and plain shapes; and by what its middle window sees, plus what can come in while the
 * window moves to the cell's corners, which is sharp for small ones.
 */
final class WindowMeter {
    /** So many common areas are worked out in the time of all else that a pair takes; measured. */
    private static final int AREAS_PER_PAIR = 8;

    private final WindowSpace space;
    private final Region[] keep;
    /** Of each area in the sum: the sum is 1 when all is seen. */
    private final double[] weight;

    private final Sight.Piece[] pieces;
    /** Of each piece, which showing it belongs to: a showing's share is the least of its pieces'. */
    private final int[] showing;

    private final double[] least;
    /** Pairs of area and piece, those that lately were worst first: most likely they are so again. */
    private final int[] order;

    private final Places window;
    private final Places cell;
    private final Through[] throughWindow;
    private final Through[] throughCell;
    /** Of the window and the cell last begun. */
    private int windowNumber;

    private int cellNumber;
    private double worst;
    private double sum;

    WindowMeter(Scene scene, WindowSpace space) {
        this.space = space;
        this.keep = scene.areas().stream().map(Kept::region).toArray(Region[]::new);
        double total =
                scene.areas().stream().mapToDouble(k -> k.area().weight()).sum();
        int showings = scene.sights().size();
        this.weight = scene.areas().stream()
                .mapToDouble(k -> k.area().weight() / total / showings)
                .toArray();
        this.pieces = scene.sights().stream()
                .flatMap(sight -> sight.pieces().stream())
                .toArray(Sight.Piece[]::new);
        this.showing = IntStream.range(0, showings)
                .flatMap(i -> IntStream.generate(() -> i)
                        .limit(scene.sights().get(i).pieces().size()))
                .toArray();
        this.least = new double[showings];
        this.order = IntStream.range(0, pairs()).toArray();
        this.window = new Places(scene.slot().width());
        this.cell = new Places(scene.slot().width());
        this.throughWindow = Arrays.stream(pieces).map(Through::new).toArray(Through[]::new);
        this.throughCell = Arrays.stream(pieces).map(Through::new).toArray(Through[]::new);
    }

    /** How many pairs of an area and a piece there are. */
    int pairs() {
        return keep.length * pieces.length;
    }

    /** What measuring one window costs, where a pair of plain rectangles costs one. */
    int cost() {
        int areas = Arrays.stream(keep)
                .mapToInt(region -> Arrays.stream(throughWindow)
                        .mapToInt(t -> t.areas(region))
                        .sum())
                .sum();
        return pairs() + areas / AREAS_PER_PAIR;
    }

    List<Region> keep() {
        return List.of(keep);
    }

    /** Edges across, or down, of all that is seen and covered, px of the file. */
    double[] edges(boolean across) {
        return Arrays.stream(pieces)
                .flatMap(piece -> Stream.concat(Stream.of(piece.seen()), piece.hidden().stream()))
                .flatMapToDouble(r -> across ? DoubleStream.of(r.left, r.right) : DoubleStream.of(r.top, r.bottom))
                .distinct()
                .toArray();
    }

    double worst() {
        return worst;
    }

    double sum() {
        return sum;
    }

    /** Measures a window; {@link #worst()} and {@link #sum()} are its own from then on. */
    WindowMeter measure(Box<InPrepared> at) {
        begin(at);
        worst = 1;
        sum = 0;
        for (int k = 0; k < keep.length; k++) {
            Arrays.fill(least, 1);
            for (int p = 0; p < pieces.length; p++) {
                least[showing[p]] = Math.min(least[showing[p]], throughWindow(k, p));
            }
            for (double share : least) {
                worst = Math.min(worst, share);
                sum += weight[k] * share;
            }
        }
        return this;
    }

    /** Whether a window's worst share is at least so much: mostly told by the pair that was worst before. */
    boolean reaches(Box<InPrepared> at, double required) {
        begin(at);
        for (int i = 0; i < order.length; i++) {
            if (throughWindow(order[i] / pieces.length, order[i] % pieces.length) < required) {
                first(i);
                return false;
            }
        }
        return true;
    }

    /** Whether it can be ruled out that any window of a cell reaches so much of the worst. */
    boolean misses(Cell part, double required) {
        return bound(part, required) < required;
    }

    /**
     * At most so much of the worst has any window of a cell. Stops early, once it is less than {@code enough}. Otherwise the worst
     * share of the cell's middle window is left in {@link #worst()}.
     */
    double bound(Cell part, double enough) {
        begin(part);
        double bound = 1;
        for (int i = 0; i < order.length; i++) {
            bound = Math.min(bound, throughCell(order[i] / pieces.length, order[i] % pieces.length));
            if (bound < enough) {
                first(i);
                worst = 0;
                return bound;
            }
        }
        Box<InPrepared> middle = space.middle(part);
        begin(middle);
        worst = 1;
        for (int k = 0; k < keep.length; k++) {
            double comesIn = cell.comesIn(keep[k], middle);
            for (int p = 0; p < pieces.length; p++) {
                double share = throughWindow(k, p);
                worst = Math.min(worst, share);
                bound = Math.min(bound, share + comesIn);
            }
        }
        return bound;
    }

    /** At most so much is the sum in any window of a cell. */
    double sumBound(Cell part) {
        begin(part);
        double bound = 0;
        for (int k = 0; k < keep.length; k++) {
            Arrays.fill(least, 1);
            for (int p = 0; p < pieces.length; p++) {
                least[showing[p]] = Math.min(least[showing[p]], throughCell(k, p));
            }
            for (double share : least) {
                bound += weight[k] * share;
            }
        }
        return bound;
    }

    private void first(int i) {
        int pair = order[i];
        System.arraycopy(order, 0, order, 1, i);
        order[0] = pair;
    }

    private void begin(Box<InPrepared> at) {
        windowNumber++;
        window.through(at);
    }

    private void begin(Cell part) {
        cellNumber++;
        cell.through(part, space);
    }

    private double throughWindow(int k, int p) {
        throughWindow[p].look(window, windowNumber);
        return throughWindow[p].share(keep[k], window);
    }

    private double throughCell(int k, int p) {
        throughCell[p].look(cell, cellNumber);
        return throughCell[p].share(keep[k], cell);
    }
}
