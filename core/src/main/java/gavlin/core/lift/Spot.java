package gavlin.core.lift;

import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.core.geometry.Size;
import java.util.List;

/**
 * A click or a short stroke that says of a place what colours cannot: that it belongs to the mark, or that it doesn't.
 *
 * @param keep true for what stays, false for what is taken away with all that looks like it around it
 * @param along a point, or several in a line; fractions of the picture
 * @param reach to each side, a fraction of the picture's longer side; null for {@value #USUAL_REACH}
 */
public record Spot(boolean keep, List<Place> along, Double reach) {
    static final double USUAL_REACH = 0.005;
    private static final int MOST_PLACES = 200;

    public record Place(double x, double y) {
        public Place {
            Require.range("spots.x", x, 0, 1, "");
            Require.range("spots.y", y, 0, 1, "");
        }
    }

    public Spot {
        if (along == null || along.isEmpty() || along.size() > MOST_PLACES) {
            throw new BadInput("spots", "a spot needs 1 to " + MOST_PLACES + " points");
        }
        along = List.copyOf(along);
        reach = Require.range("spots.reach", reach == null ? USUAL_REACH : reach, 0, 0.2, "");
    }

    /** Tells every pixel under the stroke: its number, row by row. */
    void pixels(Size size, java.util.function.IntConsumer each) {
        double radius = Math.max(0.5, reach * Math.max(size.width(), size.height()));
        for (int i = 0; i < along.size(); i++) {
            Place to = along.get(i);
            Place from = along.get(Math.max(0, i - 1));
            double x1 = from.x * size.width();
            double y1 = from.y * size.height();
            double dx = to.x * size.width() - x1;
            double dy = to.y * size.height() - y1;
            double square = dx * dx + dy * dy;
            int left = first(Math.min(x1, x1 + dx) - radius, size.width());
            int right = first(Math.max(x1, x1 + dx) + radius, size.width());
            int top = first(Math.min(y1, y1 + dy) - radius, size.height());
            int bottom = first(Math.max(y1, y1 + dy) + radius, size.height());
            for (int y = top; y <= bottom; y++) {
                for (int x = left; x <= right; x++) {
                    double px = x + 0.5 - x1;
                    double py = y + 0.5 - y1;
                    double t = square == 0 ? 0 : Math.max(0, Math.min(1, (px * dx + py * dy) / square));
                    if (Math.hypot(px - t * dx, py - t * dy) <= radius) {
                        each.accept(y * size.width() + x);
                    }
                }
            }
        }
    }

    private static int first(double at, int length) {
        return (int) Math.max(0, Math.min(length - 1, Math.floor(at)));
    }
}
