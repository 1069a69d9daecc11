package gavlin.core.brief;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InShowing;
import gavlin.core.geometry.Space.InSlot;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;

/** The part of a slot that no showing lays anything over, and so where the focal point should land. */
public final class OpenArea {
    /** Less than this share of the slot is no place to aim at. */
    private static final double LEAST_SHARE = 0.1;

    private OpenArea() {}

    /** The largest rectangle of the slot that is open in every showing, slot px; the whole slot when nothing is in the way. */
    public static Box<InSlot> of(List<Showing> showings, Size slot) {
        List<Box<InSlot>> covered = new ArrayList<>();
        for (Showing showing : showings) {
            covered(showing, slot).stream().filter(box -> !box.isEmpty()).forEach(covered::add);
        }
        return largestOpen(covered, slot.box());
    }

    /** The same of what is opaque alone: words may stand over a picture. */
    public static Box<InSlot> uncovered(List<Showing> showings, Size slot) {
        List<Box<InSlot>> covered = new ArrayList<>();
        for (Showing showing : showings) {
            List<Box<InSlot>> all = covered(showing, slot);
            for (int i = 0; i < all.size(); i++) {
                if (!showing.obstructions().get(i).words() && !all.get(i).isEmpty()) {
                    covered.add(all.get(i));
                }
            }
        }
        return largestOpen(covered, slot.box());
    }

    /**
     * What every showing shows whole at each of its widths, slot px: the slot without what a box of other proportions cuts away.
     * Empty when two showings have nothing in common.
     */
    public static Box<InSlot> alwaysSeen(List<Showing> showings, Size slot) {
        Box<InSlot> seen = slot.box();
        for (Showing showing : showings) {
            for (Showing look : showing.looks(slot)) {
                Box<InShowing> frame =
                        new Box<>(0, 0, look.box().width(), look.box().height());
                seen = seen.intersect(frame.carry(look.objectFit().place(slot, look.box()), slot.box()));
            }
        }
        return seen;
    }

    /** What each obstruction of a showing covers of the slot at any of its widths, slot px, in the showing's order. */
    public static List<Box<InSlot>> covered(Showing showing, Size slot) {
        List<Showing> looks = showing.looks(slot);
        return IntStream.range(0, showing.obstructions().size())
                .mapToObj(i -> covered(looks, i, slot).intersect(slot.box()))
                .toList();
    }

    /** The largest rectangle that every showing shows and none covers, slot px: where it is safe to put what matters. */
    public static Box<InSlot> safe(List<Showing> showings, Size slot) {
        Box<InSlot> seen = alwaysSeen(showings, slot);
        List<Box<InSlot>> covered = showings.stream()
                .flatMap(showing -> covered(showing, slot).stream())
                .map(box -> box.intersect(seen))
                .filter(box -> !box.isEmpty())
                .map(box -> box.moved(-seen.x(), -seen.y()))
                .toList();
        Box<InSlot> open = largestOpen(covered, new Box<>(0, 0, seen.width(), seen.height()));
        return open.moved(seen.x(), seen.y());
    }

    /** All that one obstruction covers at any width of a showing, slot px: the hull of what it covers at the key widths. */
    private static Box<InSlot> covered(List<Showing> looks, int obstruction, Size slot) {
        return looks.stream()
                .map(look -> look.obstructions()
                        .get(obstruction)
                        .box()
                        .<InSlot>carry(look.objectFit().place(slot, look.box()), slot.box()))
                .reduce(Box::hull)
                .orElseThrow();
    }

    /** The centre of the open area as fractions of the slot; the slot's own centre when hardly anything is open. */
    public static FocalPoint<InSlot> aim(List<Showing> showings, Size slot) {
        Box<InSlot> open = of(showings, slot);
        if (open.area() < LEAST_SHARE * slot.pixels()) {
            return FocalPoint.centre();
        }
        return new FocalPoint<>(
                (open.x() + open.width() / 2) / slot.width(), (open.y() + open.height() / 2) / slot.height());
    }

    /** Largest empty rectangle: for each band between two edges, the longest run of columns that nothing in it covers. */
    private static Box<InSlot> largestOpen(List<Box<InSlot>> covered, Box<InSlot> whole) {
        double[] ys = edges(covered.stream().flatMapToDouble(b -> DoubleStream.of(b.y(), b.bottom())), whole.height());
        double[] xs = edges(covered.stream().flatMapToDouble(b -> DoubleStream.of(b.x(), b.right())), whole.width());
        Box<InSlot> best = Box.empty();
        for (int top = 0; top + 1 < ys.length; top++) {
            boolean[] blocked = new boolean[xs.length - 1];
            for (int bottom = top + 1; bottom < ys.length; bottom++) {
                block(blocked, covered, xs, ys[bottom - 1], ys[bottom]);
                Box<InSlot> run = longestRun(blocked, xs, ys[top], ys[bottom] - ys[top]);
                best = run.area() > best.area() ? run : best;
            }
        }
        return best;
    }

    private static double[] edges(DoubleStream inner, double end) {
        return DoubleStream.concat(DoubleStream.of(0, end), inner)
                .sorted()
                .distinct()
                .toArray();
    }

    private static void block(boolean[] blocked, List<Box<InSlot>> covered, double[] xs, double top, double bottom) {
        for (Box<InSlot> box : covered) {
            if (box.y() < bottom && box.bottom() > top) {
                int from = Arrays.binarySearch(xs, box.x());
                int to = Arrays.binarySearch(xs, box.right());
                Arrays.fill(blocked, from, to, true);
            }
        }
    }

    private static Box<InSlot> longestRun(boolean[] blocked, double[] xs, double y, double height) {
        Box<InSlot> best = Box.empty();
        int start = 0;
        for (int i = 0; i <= blocked.length; i++) {
            if (i == blocked.length || blocked[i]) {
                double width = xs[i] - xs[start];
                best = width > best.width() ? new Box<>(xs[start], y, width, height) : best;
                start = i + 1;
            }
        }
        return best;
    }
}
