package gavlin.core.testcard;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.InShowing;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.List;

/**
 * Something that lies over the card.
 *
 * @param kind {@code solid}, or {@code words} where the card is seen between
 * @param assumed whether it may as well be that the frame ends there: a bar across a whole side
 */
public record Covered(Box<InShowing> box, String kind, boolean assumed) {
    /** What is looked at as one, CSS px: letters of a line become one thing. */
    private static final int PATCH = 6;

    /** Px of the screenshot: below, single pixels that compression spoilt would count. */
    private static final int SMALLEST_PATCH = 5;

    /** Patches this far apart in a row still belong together: the words of a line do. */
    private static final int BESIDE = 4;

    /** A patch belongs to it when this share of it does not show the card. */
    private static final double COVERED = 0.2;
    /** Less than a square of this side is nothing, CSS px. */
    private static final int SMALLEST = 3;

    /** Nor is less than this share of a cell, unless it has that side: compression blurs small cells. */
    private static final double OF_A_CELL = 0.4;

    private static final int LARGER = 10;

    /** Letters fill more of the box around them. */
    private static final double THINNEST = 0.08;

    private static final double SOLID = 0.75;
    /** What a frame's own edge and rounding may hide, px. */
    private static final double RIM = 2;

    static final int MOST = 20;

    /** The largest first. @param radius px of the frame's corners @param scale screenshot px per CSS px @param cellArea of one cell, square px of the screenshot */
    static List<Covered> within(Seen seen, Seen.Frame frame, double radius, double scale, double cellArea) {
        int patch = Math.max(SMALLEST_PATCH, (int) Math.round(PATCH * scale));
        int columns = patches(frame.width(), patch);
        int rows = patches(frame.height(), patch);
        boolean[] covered = new boolean[columns * rows];
        for (int i = 0; i < covered.length; i++) {
            int missing = 0;
            int all = 0;
            for (int y = i / columns * patch; y < Math.min(frame.height(), (i / columns + 1) * patch); y++) {
                for (int x = i % columns * patch; x < Math.min(frame.width(), (i % columns + 1) * patch); x++) {
                    all++;
                    missing += isMissing(seen, frame, radius, x, y) ? 1 : 0;
                }
            }
            covered[i] = missing > COVERED * all;
        }
        List<Covered> found = new ArrayList<>();
        for (int i = 0; i < covered.length; i++) {
            if (covered[i]) {
                add(found, together(covered, columns, i), columns, patch, seen, frame, radius, scale, cellArea);
            }
        }
        return found.stream()
                .sorted(Comparator.comparingDouble((Covered each) -> -each.box.area()))
                .limit(MOST)
                .toList();
    }

    private static int patches(int length, int patch) {
        return (length + patch - 1) / patch;
    }

    private static boolean isMissing(Seen seen, Seen.Frame frame, double radius, int x, int y) {
        return isInside(frame, radius, x + 0.5, y + 0.5) && !seen.at(frame.left() + x, frame.top() + y);
    }

    /** Whether a point lies within a box with rounded corners, and not on its rim. */
    private static boolean isInside(Seen.Frame frame, double radius, double x, double y) {
        double fromSide = Math.min(x, frame.width() - x);
        double fromTop = Math.min(y, frame.height() - y);
        if (fromSide >= radius || fromTop >= radius) {
            return Math.min(fromSide, fromTop) > (radius > 0 ? RIM : 0);
        }
        return Math.hypot(radius - fromSide, radius - fromTop) < radius - RIM;
    }

    /** The patches that hang together with one, itself among them; they are taken off the list. */
    private static List<Integer> together(boolean[] covered, int columns, int first) {
        List<Integer> all = new ArrayList<>();
        Deque<Integer> next = new ArrayDeque<>(List.of(first));
        covered[first] = false;
        while (!next.isEmpty()) {
            int at = next.pop();
            all.add(at);
            for (int dy = -1; dy <= 1; dy++) {
                for (int dx = -BESIDE; dx <= BESIDE; dx++) {
                    int x = at % columns + dx;
                    int to = at + dy * columns + dx;
                    if (x >= 0 && x < columns && to >= 0 && to < covered.length && covered[to]) {
                        covered[to] = false;
                        next.push(to);
                    }
                }
            }
        }
        return all;
    }

    private static void add(
            List<Covered> found,
            List<Integer> patches,
            int columns,
            int patch,
            Seen seen,
            Seen.Frame frame,
            double radius,
            double scale,
            double cellArea) {
        int left = Integer.MAX_VALUE;
        int top = Integer.MAX_VALUE;
        int right = 0;
        int bottom = 0;
        int missing = 0;
        for (int at : patches) {
            for (int y = at / columns * patch; y < Math.min(frame.height(), (at / columns + 1) * patch); y++) {
                for (int x = at % columns * patch; x < Math.min(frame.width(), (at % columns + 1) * patch); x++) {
                    if (isMissing(seen, frame, radius, x, y)) {
                        missing++;
                        left = Math.min(left, x);
                        top = Math.min(top, y);
                        right = Math.max(right, x + 1);
                        bottom = Math.max(bottom, y + 1);
                    }
                }
            }
        }
        if (missing
                >= Math.max(
                        Math.pow(SMALLEST * scale, 2), Math.min(OF_A_CELL * cellArea, Math.pow(LARGER * scale, 2)))) {
            double filled = (double) missing / (right - left) / (bottom - top);
            if (filled < THINNEST) {
                return;
            }
            found.add(new Covered(
                    new Box<>(left / scale, top / scale, (right - left) / scale, (bottom - top) / scale),
                    filled >= SOLID ? "solid" : "words",
                    false));
        }
    }
}
