package gavlin.core.testcard;

import java.util.stream.IntStream;

/**
 * The shape of a frame's corners.
 *
 * @param shape {@code rectangle}, {@code rounded} or {@code circle}
 * @param radius CSS px; 0 for a rectangle
 */
public record Corner(String shape, double radius) {
    /** A circle of radius r leaves this part of r free on the way from its square's corner to its middle, along each side. */
    private static final double FREE = 1 - Math.sqrt(0.5);
    /** Less is what a rim of mixed pixels makes, CSS px. */
    private static final double SMALLEST = 2;
    /** How far a circle's radius may be from half its frame. */
    private static final double ROUND = 0.08;

    static Corner of(Seen seen, Seen.Frame frame, double scale, boolean topUnseen, boolean bottomUnseen) {
        int[] free = IntStream.range(0, 4)
                .filter(corner -> corner < 2 ? !topUnseen : !bottomUnseen)
                .map(corner -> free(seen, frame, corner % 2 == 1, corner >= 2))
                .sorted()
                .toArray();
        // With one of them covered the others tell.
        double radius = free.length == 0 ? 0 : free[(free.length - 1) / 2] / FREE / scale;
        double half = Math.min(frame.width(), frame.height()) / 2.0 / scale;
        if (radius < SMALLEST) {
            return new Corner("rectangle", 0);
        }
        boolean square = Math.abs(frame.width() - frame.height()) <= Math.max(2, ROUND * frame.width());
        return square && Math.abs(radius - half) <= ROUND * half + 1 / FREE / scale
                ? new Corner("circle", half)
                : new Corner("rounded", Math.min(radius, half));
    }

    /** Px along each side before the card is seen, and seen on, from a corner. */
    private static int free(Seen seen, Seen.Frame frame, boolean fromRight, boolean fromBottom) {
        int most = Math.min(frame.width(), frame.height()) / 2;
        int n = 0;
        while (n < most
                && !(shows(seen, frame, n, fromRight, fromBottom)
                        && shows(seen, frame, n + 1, fromRight, fromBottom))) {
            n++;
        }
        return n;
    }

    private static boolean shows(Seen seen, Seen.Frame frame, int n, boolean fromRight, boolean fromBottom) {
        return seen.at(
                fromRight ? frame.right() - 1 - n : frame.left() + n,
                fromBottom ? frame.bottom() - 1 - n : frame.top() + n);
    }
}
