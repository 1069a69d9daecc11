package gavlin.core.testcard;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.InShowing;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.List;
import java.util.Objects;

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

    private static final int MOST = 20;

    /**
     * What lies over a frame, the largest first.
     *
     * @param radius of the frame's corners, px of the screenshot
     * @param scale px of the screenshot per CSS px
     * @param cellArea of one cell, square px of the screenshot
     */
    static List<Covered> within(Seen seen, Seen.Frame frame, double radius, double scale, double cellArea) {
        return new Search(seen, frame, radius, scale, cellArea).found();
    }

    private static final class Search {
        private final Seen seen;
        private final Seen.Frame frame;
        private final double radius;
        private final double scale;
        private final double least;
        private final int patch;
        private final int columns;
        private final boolean[] covered;

        Search(Seen seen, Seen.Frame frame, double radius, double scale, double cellArea) {
            this.seen = seen;
            this.frame = frame;
            this.radius = radius;
            this.scale = scale;
            this.least = Math.max(
                    Math.pow(SMALLEST * scale, 2), Math.min(OF_A_CELL * cellArea, Math.pow(LARGER * scale, 2)));
            this.patch = Math.max(SMALLEST_PATCH, (int) Math.round(PATCH * scale));
            this.columns = patches(frame.width());
            this.covered = new boolean[columns * patches(frame.height())];
        }

        private int patches(int length) {
            return (length + patch - 1) / patch;
        }

        List<Covered> found() {
            for (int i = 0; i < covered.length; i++) {
                Missing missing = new Missing();
                look(i, missing);
                covered[i] = missing.count > COVERED * missing.of;
            }
            List<Covered> found = new ArrayList<>();
            for (int i = 0; i < covered.length; i++) {
                if (covered[i]) {
                    found.add(thing(together(i)));
                }
            }
            return found.stream()
                    .filter(Objects::nonNull)
                    .sorted(Comparator.comparingDouble((Covered each) -> -each.box.area()))
                    .limit(MOST)
                    .toList();
        }

        /** Pixels of the frame that do not show the card, and the box around them. */
        private static final class Missing {
            private int left = Integer.MAX_VALUE;
            private int top = Integer.MAX_VALUE;
            private int right;
            private int bottom;
            private int count;
            private int of;

            void add(int x, int y) {
                count++;
                left = Math.min(left, x);
                top = Math.min(top, y);
                right = Math.max(right, x + 1);
                bottom = Math.max(bottom, y + 1);
            }
        }

        private void look(int at, Missing missing) {
            int fromX = at % columns * patch;
            int fromY = at / columns * patch;
            for (int y = fromY; y < Math.min(frame.height(), fromY + patch); y++) {
                for (int x = fromX; x < Math.min(frame.width(), fromX + patch); x++) {
                    missing.of++;
                    if (isInside(x + 0.5, y + 0.5) && !seen.at(frame.left() + x, frame.top() + y)) {
                        missing.add(x, y);
                    }
                }
            }
        }

        /** Whether a point lies within the frame's rounded box, and not on its rim. */
        private boolean isInside(double x, double y) {
            double fromSide = Math.min(x, frame.width() - x);
            double fromTop = Math.min(y, frame.height() - y);
            return fromSide >= radius || fromTop >= radius
                    ? Math.min(fromSide, fromTop) > (radius > 0 ? RIM : 0)
                    : Math.hypot(radius - fromSide, radius - fromTop) < radius - RIM;
        }

        /** The patches that hang together with one, itself among them; they are taken off the list. */
        private List<Integer> together(int first) {
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

        /** Null where it is too little or too thin to be anything. */
        private Covered thing(List<Integer> patches) {
            Missing missing = new Missing();
            patches.forEach(at -> look(at, missing));
            double width = missing.right - missing.left;
            double height = missing.bottom - missing.top;
            double filled = missing.count / (width * height);
            return missing.count < least || filled < THINNEST
                    ? null
                    : new Covered(
                            new Box<>(missing.left / scale, missing.top / scale, width / scale, height / scale),
                            filled >= SOLID ? "solid" : "words",
                            false);
        }
    }
}
