package gavlin.core.mend;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Renderable;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * From where a spot is best filled: parts of the picture whose surroundings are most like those of the spot (the sum of squared differences in a band
 * round both, as Criminisi, Pérez and Toyama 2004 choose their patches), apart from each other, and never with anything in them that must be seen.
 */
public final class MendPlaces {
    /** Of the copy on which they are looked for. */
    private static final long COPY = 120_000;
    /** Of the band round a spot, over its shorter side. */
    private static final double BAND = 0.3;

    private static final int STEPS_A_SIDE = 90;

    private MendPlaces() {}

    private record Found(int x, int y, double cost) {}

    /**
     * The best first; none where the picture has no other part as large.
     *
     * @param spot px of the picture
     * @param avoid what must be seen, and is never copied
     */
    public static List<Spot> of(
            Renderable<InPrepared> picture, Box<InPrepared> spot, List<Box<InPrepared>> avoid, int most) {
        Size whole = picture.size();
        Size small = whole.within(COPY);
        Pixels copy = picture.render(new Framing<>(whole.box(), small.box()), small);
        double scale = (double) small.width() / whole.width();
        int x = (int) Math.round(spot.x() * scale);
        int y = (int) Math.round(spot.y() * scale);
        int width = Math.max(2, (int) Math.round(spot.width() * scale));
        int height = Math.max(2, (int) Math.round(spot.height() * scale));
        int band = Math.max(1, (int) Math.round(BAND * Math.min(width, height)));
        int step = Math.max(1, Math.max(small.width(), small.height()) / STEPS_A_SIDE);
        List<Found> found = new ArrayList<>();
        for (int top = 0; top + height <= small.height(); top += step) {
            for (int left = 0; left + width <= small.width(); left += step) {
                Box<InPrepared> there = new Box<>(left / scale, top / scale, spot.width(), spot.height());
                boolean apart = left >= x + width || left + width <= x || top >= y + height || top + height <= y;
                if (apart
                        && there.right() <= whole.width()
                        && there.bottom() <= whole.height()
                        && avoid.stream()
                                .noneMatch(each -> !each.intersect(there).isEmpty())) {
                    found.add(new Found(left, top, cost(copy, x, y, left, top, width, height, band)));
                }
            }
        }
        found.sort(Comparator.comparingDouble(Found::cost));
        List<Found> chosen = new ArrayList<>();
        for (Found each : found) {
            if (chosen.size() < most
                    && chosen.stream()
                            .allMatch(other -> Math.abs(other.x - each.x) >= width / 2
                                    || Math.abs(other.y - each.y) >= height / 2)) {
                chosen.add(each);
            }
        }
        return chosen.stream()
                .map(each -> new Spot(
                        (int) Math.round(spot.x()),
                        (int) Math.round(spot.y()),
                        (int) Math.max(Spot.LEAST, Math.round(spot.width())),
                        (int) Math.max(Spot.LEAST, Math.round(spot.height())),
                        (int) Math.min(whole.width() - Math.round(spot.width()), Math.round(each.x / scale)),
                        (int) Math.min(whole.height() - Math.round(spot.height()), Math.round(each.y / scale))))
                .toList();
    }

    /** Mean squared difference of both bands, as far as both lie in the picture; a difference of tone alone counts a quarter, for it is taken away. */
    private static double cost(Pixels copy, int x, int y, int left, int top, int width, int height, int band) {
        double squares = 0;
        double[] sums = new double[3];
        int count = 0;
        for (int dy = -band; dy < height + band; dy++) {
            for (int dx = -band; dx < width + band; dx++) {
                boolean inside = dx >= 0 && dx < width && dy >= 0 && dy < height;
                if (inside || !isIn(copy, x + dx, y + dy) || !isIn(copy, left + dx, top + dy)) {
                    continue;
                }
                count++;
                int a = ((y + dy) * copy.size().width() + x + dx) * copy.channels();
                int b = ((top + dy) * copy.size().width() + left + dx) * copy.channels();
                for (int c = 0; c < 3; c++) {
                    double d = (copy.samples()[a + c] & 0xff) - (copy.samples()[b + c] & 0xff);
                    squares += d * d;
                    sums[c] += d;
                }
            }
        }
        if (count == 0) {
            return Double.MAX_VALUE;
        }
        double tone = 0;
        for (double sum : sums) {
            tone += sum * sum / count;
        }
        return (squares - 0.75 * tone) / count;
    }

    private static boolean isIn(Pixels copy, int x, int y) {
        return x >= 0 && y >= 0 && x < copy.size().width() && y < copy.size().height();
    }
}
