package gavlin.core.solve;

import gavlin.core.brief.Showing;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.InPrepared;
import java.util.ArrayList;
import java.util.List;

/**
 * How much of each keep area each showing shows, through one window: area of (keep ∩ seen − obstructions) over area of keep. Exact for
 * rectangles, and to a billionth for round shapes; over a range of widths the least of its parts.
 *
 * @param areas one row for each
 * @param showings one column for each
 * @param share 0..1, by area and showing
 */
public record Shares(List<KeepArea> areas, List<Showing> showings, double[][] share) {
    /** From this share on, an area counts as seen whole: less than a pixel in two hundred is missing. */
    public static final double WHOLE = 0.995;

    static Shares of(Scene scene, Box<InPrepared> window) {
        double scale = scene.slot().width() / window.width();
        double[][] share = new double[scene.areas().size()][scene.sights().size()];
        for (int k = 0; k < share.length; k++) {
            Region keep = scene.areas().get(k).region().seenFrom(window.x(), window.y(), scale);
            for (int s = 0; s < share[k].length; s++) {
                double least = 1;
                for (Sight.Piece piece : scene.sights().get(s).pieces()) {
                    least = Math.min(least, VisibleArea.of(keep, piece.seen(), piece.hidden()) / keep.area());
                }
                share[k][s] = least;
            }
        }
        return new Shares(
                scene.areas().stream().map(Kept::area).toList(),
                scene.sights().stream().map(Sight::showing).toList(),
                share);
    }

    /** The least share of any area in any showing; 1 when nothing is marked or nothing shows it. */
    public double worst() {
        double worst = 1;
        for (double[] row : share) {
            for (double value : row) {
                worst = Math.min(worst, value);
            }
        }
        return worst;
    }

    /** The least share of one area in any showing. */
    public double worst(int area) {
        double worst = 1;
        for (double value : share[area]) {
            worst = Math.min(worst, value);
        }
        return worst;
    }

    public boolean whole() {
        return worst() >= WHOLE;
    }

    /** One area that is not seen whole in one showing. */
    public record Hidden(KeepArea area, Showing showing, double share) {}

    /** All that is hidden, the worst first. */
    public List<Hidden> hidden() {
        List<Hidden> hidden = new ArrayList<>();
        for (int k = 0; k < share.length; k++) {
            for (int s = 0; s < share[k].length; s++) {
                if (share[k][s] < WHOLE) {
                    hidden.add(new Hidden(areas.get(k), showings.get(s), share[k][s]));
                }
            }
        }
        hidden.sort(java.util.Comparator.comparingDouble(Hidden::share));
        return hidden;
    }
}
