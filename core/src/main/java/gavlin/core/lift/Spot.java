package gavlin.core.lift;

import com.fasterxml.jackson.annotation.JsonFormat;
import com.fasterxml.jackson.annotation.JsonPropertyOrder;
import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.core.geometry.Size;
import java.util.ArrayList;
import java.util.List;
import java.util.function.IntConsumer;
import java.util.stream.IntStream;

/**
 * A click or a short stroke that says of a place what colours cannot: that it belongs to the mark, or that it doesn't.
 *
 * @param keep true for what stays, false for what is taken away with all that looks like it around it
 * @param along a point, or several in a line; fractions of the picture
 * @param reach to each side, a fraction of the picture's longer side; null for {@value #USUAL_REACH}
 */
public record Spot(boolean keep, List<Place> along, Double reach) {
    static final double USUAL_REACH = 0.005;
    private static final int MOST_PLACES = 24;
    /** Of a picture's longer side: a stroke needs no point that is nearer to the line between its neighbours. */
    private static final double STRAIGHT = 0.003;

    /** In JSON a list of two numbers: the document is part of the addresses of views. To a tenth of a thousandth. */
    @JsonFormat(shape = JsonFormat.Shape.ARRAY)
    @JsonPropertyOrder({"x", "y"})
    public record Place(double x, double y) {
        public Place {
            Require.range("spots.x", x, 0, 1, "");
            Require.range("spots.y", y, 0, 1, "");
            x = Math.round(x * 10_000) / 10_000.0;
            y = Math.round(y * 10_000) / 10_000.0;
        }
    }

    public Spot {
        if (along == null || along.isEmpty() || along.size() > MOST_PLACES) {
            throw new BadInput("spots", "a spot needs 1 to " + MOST_PLACES + " points");
        }
        along = List.copyOf(along);
        reach = Require.range("spots.reach", reach == null ? USUAL_REACH : reach, 0, 0.2, "");
    }

    /** As a hand drew it, with no more points than its shape needs: each that is left stands off the line through the others. */
    static Spot drawn(boolean keep, List<Place> along) {
        List<Place> points = new ArrayList<>();
        for (int i = 0; i < along.size(); i++) {
            boolean isEnd = i == 0 || i == along.size() - 1;
            if (isEnd || off(points.get(points.size() - 1), along.get(i), along.get(along.size() - 1)) > STRAIGHT) {
                points.add(along.get(i));
            }
        }
        int step = (points.size() + MOST_PLACES - 1) / MOST_PLACES;
        return new Spot(
                keep,
                IntStream.range(0, points.size())
                        .filter(i -> i % step == 0)
                        .mapToObj(points::get)
                        .toList(),
                null);
    }

    /** How far a point is from the line between two others, or from the first where they are one. */
    private static double off(Place from, Place at, Place to) {
        double dx = to.x - from.x;
        double dy = to.y - from.y;
        double length = Math.hypot(dx, dy);
        double away = Math.hypot(at.x - from.x, at.y - from.y);
        return length < STRAIGHT ? away : Math.abs(dx * (at.y - from.y) - dy * (at.x - from.x)) / length;
    }

    /** Tells every pixel under the stroke: its number, row by row. */
    void pixels(Size size, IntConsumer each) {
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
