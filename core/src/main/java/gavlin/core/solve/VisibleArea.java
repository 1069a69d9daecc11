package gavlin.core.solve;

import java.util.Arrays;
import java.util.List;
import java.util.stream.DoubleStream;
import java.util.stream.Stream;

/**
 * How much of a region is left when others lie over it: the union of rectangles, rounded rectangles and ellipses, whatever they have
 * in common. The lengths along a line are exact; their integral over the lines is taken by Gauss and Legendre's five points on pieces
 * that are halved until they agree to {@value #TOLERANCE} of the region.
 */
final class VisibleArea {
    private static final double TOLERANCE = 1e-9;
    private static final int DEEPEST = 24;
    /** Abscissae and weights on 0..1 of the five-point rule: Abramowitz and Stegun, table 25.4, from memory; a test integrates polynomials. */
    private static final double[] AT = {
        0.04691007703066802, 0.23076534494715845, 0.5, 0.7692346550528415, 0.9530899229693319
    };

    private static final double[] WEIGHT = {
        0.11846344252809454, 0.23931433524968324, 0.28444444444444444, 0.23931433524968324, 0.11846344252809454
    };

    private final Region region;
    private final Region seen;
    private final Region[] hidden;
    private final double[] from;
    private final double[] to;

    private VisibleArea(Region region, Region seen, List<Region> hidden) {
        this.region = region;
        this.seen = seen;
        this.hidden = hidden.toArray(Region[]::new);
        this.from = new double[hidden.size()];
        this.to = new double[hidden.size()];
    }

    /** The part of {@code region} inside {@code seen} that none of {@code hidden} covers, in their common unit squared. */
    static double of(Region region, Region seen, List<Region> hidden) {
        List<Region> over = hidden.stream().filter(region::meets).toList();
        if (over.isEmpty() && seen.isRectangle()) {
            return region.areaWithin(seen.left, seen.top, seen.right, seen.bottom);
        }
        return new VisibleArea(region, seen, over).integrated();
    }

    private double integrated() {
        double top = Math.max(region.top, seen.top);
        double bottom = Math.min(region.bottom, seen.bottom);
        double[] turns = Stream.concat(Stream.of(region, seen), Arrays.stream(hidden))
                .flatMapToDouble(r -> DoubleStream.of(r.turns()))
                .filter(y -> y > top && y < bottom)
                .sorted()
                .distinct()
                .toArray();
        double sum = 0;
        double at = top;
        for (double turn : turns) {
            sum += piece(at, turn, rule(at, turn), DEEPEST);
            at = turn;
        }
        return at < bottom ? sum + piece(at, bottom, rule(at, bottom), DEEPEST) : sum;
    }

    private double piece(double a, double b, double whole, int depth) {
        double middle = (a + b) / 2;
        double first = rule(a, middle);
        double second = rule(middle, b);
        if (depth == 0 || Math.abs(first + second - whole) <= TOLERANCE * region.area()) {
            return first + second;
        }
        return piece(a, middle, first, depth - 1) + piece(middle, b, second, depth - 1);
    }

    private double rule(double a, double b) {
        double sum = 0;
        for (int i = 0; i < AT.length; i++) {
            sum += WEIGHT[i] * length(a + AT[i] * (b - a));
        }
        return sum * (b - a);
    }

    /** The length along a line that is in the region, seen, and not hidden. */
    private double length(double y) {
        double l = Math.max(region.enterAt(y), seen.enterAt(y));
        double r = Math.min(region.exitAt(y), seen.exitAt(y));
        if (l >= r) {
            return 0;
        }
        int count = 0;
        for (Region h : hidden) {
            double start = Math.max(l, h.enterAt(y));
            double end = Math.min(r, h.exitAt(y));
            if (start < end) {
                int i = count++;
                for (; i > 0 && from[i - 1] > start; i--) { // few: kept in order as they come
                    from[i] = from[i - 1];
                    to[i] = to[i - 1];
                }
                from[i] = start;
                to[i] = end;
            }
        }
        double open = 0;
        double at = l;
        for (int i = 0; i < count; i++) {
            open += Math.max(0, from[i] - at);
            at = Math.max(at, to[i]);
        }
        return open + Math.max(0, r - at);
    }
}
