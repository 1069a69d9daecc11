package gavlin.core.palette;

import gavlin.core.colour.Colour;
import gavlin.core.colour.OkLab;
import gavlin.core.colour.Srgb;
import gavlin.core.raster.Pixels;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * The colours of a picture as it is seen: weighted k-means in OKLab (Lloyd 1982, from the farthest points first, so that the same pixels give the same
 * colours), and beside them a small accent, which a mean would swallow: a glint of half a per cent.
 *
 * @param colours the most frequent first; an accent last, where there is one
 */
public record Palette(List<Swatch> colours) {
    private static final int MOST = 6;
    private static final int ROUNDS = 24;
    /** Steps of a channel in the histogram whose cells are the points. */
    private static final int CELLS = 32;
    /** Nearer than this in OKLab, two colours are one. */
    private static final double ONE = 0.045;
    /** An accent has at least this share of the picture, and is so far from every other colour. */
    private static final double ACCENT_SHARE = 0.002;

    private static final double ACCENT_FAR = 0.16;
    private static final int ALPHA_SEEN = 128;

    /** @param share 0..1 of what is seen @param accent whether it is small and yet tells */
    public record Swatch(Colour colour, double share, boolean accent) {}

    /** A cell of the histogram: the mean of what is in it. */
    private record Point(double l, double a, double b, double weight) {
        double distance(double[] centre) {
            double dl = l - centre[0];
            double da = a - centre[1];
            double db = b - centre[2];
            return dl * dl + da * da + db * db;
        }
    }

    /** Of what is at least half opaque; none for a picture that is clear all over. */
    public static Palette of(Pixels pixels) {
        List<Point> points = points(pixels);
        double all = points.stream().mapToDouble(Point::weight).sum();
        if (all == 0) {
            return new Palette(List.of());
        }
        List<double[]> centres = means(points, begun(points));
        List<Swatch> swatches = new ArrayList<>();
        double[] shares = new double[centres.size()];
        points.forEach(point -> shares[nearest(point, centres)] += point.weight / all);
        for (int k = 0; k < shares.length; k++) {
            if (shares[k] > 0) {
                swatches.add(swatch(centres.get(k), shares[k], false));
            }
        }
        swatches.sort(Comparator.comparingDouble(Swatch::share).reversed());
        accent(points, centres, all).ifPresent(swatches::add);
        return new Palette(swatches);
    }

    private static Swatch swatch(double[] lab, double share, boolean accent) {
        return new Swatch(new Colour(OkLab.convertOkLabToSrgb(lab[0], lab[1], lab[2])), share, accent);
    }

    private static List<Point> points(Pixels pixels) {
        double[][] cells = new double[CELLS * CELLS * CELLS][];
        float[] linear = Srgb.linear8();
        float[] lab = new float[3];
        int channels = pixels.channels();
        byte[] samples = pixels.samples();
        for (int i = 0; i < samples.length; i += channels) {
            if (channels == 4 && (samples[i + 3] & 0xff) < ALPHA_SEEN) {
                continue;
            }
            int r = samples[i] & 0xff;
            int g = samples[i + 1] & 0xff;
            int b = samples[i + 2] & 0xff;
            int cell = (r * CELLS >> 8) * CELLS * CELLS + (g * CELLS >> 8) * CELLS + (b * CELLS >> 8);
            double[] sum = cells[cell] == null ? cells[cell] = new double[4] : cells[cell];
            OkLab.convertLinearToOkLab(linear[r], linear[g], linear[b], lab, 0);
            sum[0] += lab[0];
            sum[1] += lab[1];
            sum[2] += lab[2];
            sum[3]++;
        }
        return Arrays.stream(cells)
                .filter(cell -> cell != null)
                .map(cell -> new Point(cell[0] / cell[3], cell[1] / cell[3], cell[2] / cell[3], cell[3]))
                .toList();
    }

    /** The heaviest point, then each time the one that is farthest from all so far, weighed by how much of it there is. */
    private static List<double[]> begun(List<Point> points) {
        List<double[]> centres = new ArrayList<>();
        Point heaviest =
                points.stream().max(Comparator.comparingDouble(Point::weight)).orElseThrow();
        centres.add(new double[] {heaviest.l, heaviest.a, heaviest.b});
        while (centres.size() < MOST) {
            Point next = null;
            double most = 0;
            for (Point point : points) {
                double far = point.distance(centres.get(nearest(point, centres)));
                double worth = far * point.weight;
                if (far > ONE * ONE && worth > most) {
                    most = worth;
                    next = point;
                }
            }
            if (next == null) {
                break;
            }
            centres.add(new double[] {next.l, next.a, next.b});
        }
        return centres;
    }

    private static List<double[]> means(List<Point> points, List<double[]> begun) {
        List<double[]> centres = begun;
        for (int round = 0; round < ROUNDS; round++) {
            double[][] sums = new double[centres.size()][4];
            for (Point point : points) {
                double[] sum = sums[nearest(point, centres)];
                sum[0] += point.weight * point.l;
                sum[1] += point.weight * point.a;
                sum[2] += point.weight * point.b;
                sum[3] += point.weight;
            }
            List<double[]> moved = new ArrayList<>();
            for (double[] sum : sums) {
                if (sum[3] > 0) {
                    moved.add(new double[] {sum[0] / sum[3], sum[1] / sum[3], sum[2] / sum[3]});
                }
            }
            centres = moved;
        }
        return centres;
    }

    private static int nearest(Point point, List<double[]> centres) {
        int nearest = 0;
        for (int k = 1; k < centres.size(); k++) {
            nearest = point.distance(centres.get(k)) < point.distance(centres.get(nearest)) ? k : nearest;
        }
        return nearest;
    }

    /** The heaviest group of points that no colour is near to. */
    private static Optional<Swatch> accent(List<Point> points, List<double[]> centres, double all) {
        List<Point> far = points.stream()
                .filter(point -> point.distance(centres.get(nearest(point, centres))) > ACCENT_FAR * ACCENT_FAR)
                .toList();
        Swatch best = null;
        for (Point middle : far) {
            double[] at = {middle.l, middle.a, middle.b};
            double[] sum = new double[4];
            for (Point point : far) {
                if (point.distance(at) < ONE * ONE * 4) {
                    sum[0] += point.weight * point.l;
                    sum[1] += point.weight * point.a;
                    sum[2] += point.weight * point.b;
                    sum[3] += point.weight;
                }
            }
            double share = sum[3] / all;
            if (share >= ACCENT_SHARE && (best == null || share > best.share)) {
                best = swatch(new double[] {sum[0] / sum[3], sum[1] / sum[3], sum[2] / sum[3]}, share, true);
            }
        }
        return Optional.ofNullable(best);
    }
}
