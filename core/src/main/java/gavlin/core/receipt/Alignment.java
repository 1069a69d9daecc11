package gavlin.core.receipt;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.InSlot;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Finds the part of one picture that another one is, whatever its size and compression.
 *
 * <p>Where it may lie is guessed at small size, by normalised correlation (J. P. Lewis 1995, "Fast normalized cross-correlation") at
 * every place and at scales {@value #STEP} apart, from the largest part of the held picture's shape down to {@value #LEAST} of it, the
 * whole among them. The best guesses are then drawn in by Gauss–Newton on both scales and shifts, with gain and offset of brightness
 * left free (B. D. Lucas, T. Kanade 1981; S. Baker, I. Matthews 2004, IJCV 56(3), forward additive), from coarse to fine.
 *
 * <p>Cost: bounded by {@value #MOST_PIXELS} px, however large the pictures are.
 */
final class Alignment {
    /** From scale to scale of the guesses: at small size half a pixel at the far end of the part. */
    private static final double STEP = 1.03;
    /** Of the largest part of that shape, in each direction: less of a picture is not looked for. */
    private static final double LEAST = 0.3;
    /** The small size, px. */
    private static final int SMALL = 4500;
    /** Of the finest look: a tenth of its pixel is then less than half a pixel of a picture 16 times as large. */
    private static final int MOST_PIXELS = 300_000;

    private static final int GUESSES = 4;
    private static final int ROUNDS = 25;

    /**
     * @param part of the sent picture, px
     * @param likeness normalised correlation of what is seen of both, at most 1
     */
    record Found(Box<InSlot> part, double likeness) {}

    private Alignment() {}

    static Found find(Plane sent, Plane held) {
        List<Found> guesses = guesses(sent, held);
        double factor = Math.min(1, Math.sqrt((double) SMALL / ((double) sent.width() * sent.height())));
        double last = finest(sent);
        while (true) {
            double now = factor;
            guesses = guesses.stream()
                    .map(guess -> drawnIn(sent, held, guess.part, now))
                    .toList();
            if (factor >= last) {
                return best(guesses);
            }
            if (guesses.size() > 1) {
                guesses = List.of(best(guesses));
            }
            factor = Math.min(last, 2 * factor);
        }
    }

    private static Found best(List<Found> guesses) {
        return guesses.stream().max(Comparator.comparingDouble(Found::likeness)).orElseThrow();
    }

    private static double finest(Plane sent) {
        return Math.min(1, Math.sqrt((double) MOST_PIXELS / ((double) sent.width() * sent.height())));
    }

    // --- where it may lie
    // ---------------------------------------------------------------------------------------------

    private static List<Found> guesses(Plane sent, Plane held) {
        double factor = Math.min(1, Math.sqrt((double) SMALL / ((double) sent.width() * sent.height())));
        Plane small = scaled(sent, factor);
        double widest = Math.min((double) sent.width() / held.width(), (double) sent.height() / held.height());
        List<Found> found = new ArrayList<>();
        for (double scale = widest; scale >= LEAST * widest; scale /= STEP) {
            int w = (int) Math.round(held.width() * scale * factor);
            int h = (int) Math.round(held.height() * scale * factor);
            if (w < 4 || h < 4 || w > small.width() || h > small.height()) {
                continue;
            }
            found.add(bestPlace(small, held.resized(w, h), sent));
        }
        found.sort(Comparator.comparingDouble(Found::likeness).reversed());
        List<Found> guesses = new ArrayList<>(found.subList(0, Math.min(GUESSES, found.size())));
        guesses.add(new Found(new Box<>(0, 0, sent.width(), sent.height()), 0));
        return guesses;
    }

    private static Found bestPlace(Plane in, Plane part, Plane sent) {
        int count = part.width() * part.height();
        double mean = 0;
        for (float value : part.values()) {
            mean += value;
        }
        mean /= count;
        float[] bare = new float[count];
        double power = 0;
        for (int i = 0; i < count; i++) {
            bare[i] = (float) (part.values()[i] - mean);
            power += bare[i] * bare[i];
        }
        double best = -2;
        int bestX = 0;
        int bestY = 0;
        for (int y = 0; y + part.height() <= in.height(); y++) {
            for (int x = 0; x + part.width() <= in.width(); x++) {
                double likeness = correlation(in, x, y, part, bare, power);
                if (likeness > best) {
                    best = likeness;
                    bestX = x;
                    bestY = y;
                }
            }
        }
        double across = (double) sent.width() / in.width();
        double down = (double) sent.height() / in.height();
        return new Found(new Box<>(bestX * across, bestY * down, part.width() * across, part.height() * down), best);
    }

    private static double correlation(Plane in, int atX, int atY, Plane part, float[] bare, double power) {
        float sum = 0;
        float squares = 0;
        float products = 0;
        for (int y = 0, i = 0; y < part.height(); y++) {
            int row = (atY + y) * in.width() + atX;
            for (int x = 0; x < part.width(); x++, i++) {
                float value = in.values()[row + x];
                sum += value;
                squares += value * value;
                products += value * bare[i];
            }
        }
        double own = squares - (double) sum * sum / bare.length;
        return own <= 1e-3 || power <= 1e-3 ? 0 : products / Math.sqrt(own * power);
    }

    private static Plane scaled(Plane plane, double factor) {
        return plane.resized((int) Math.max(1, Math.round(plane.width() * factor)), (int)
                Math.max(1, Math.round(plane.height() * factor)));
    }

    // --- where it lies
    // ------------------------------------------------------------------------------------------------

    /** @param factor of the sent picture's size at which is looked */
    private static Found drawnIn(Plane sent, Plane held, Box<InSlot> guess, double factor) {
        // Neither is enlarged: where the held one has fewer pixels, both are seen as coarsely as it is.
        double fine = Math.min(factor, Math.min(held.width() / guess.width(), held.height() / guess.height()));
        Plane to = scaled(sent, fine);
        double across = (double) to.width() / sent.width();
        double down = (double) to.height() / sent.height();
        Plane from = held.resized((int) Math.max(1, Math.round(guess.width() * across)), (int)
                Math.max(1, Math.round(guess.height() * down)));
        // A place u in -1..1 across the held picture lies at middle + half · u of the sent one.
        double[] at = {
            (guess.x() + guess.width() / 2) * across,
            guess.width() / 2 * across,
            (guess.y() + guess.height() / 2) * down,
            guess.height() / 2 * down
        };
        double[] brightness = {1, 0};
        double[] start = at.clone();
        for (int round = 0; round < ROUNDS; round++) {
            double[] step = step(to, from, at, brightness);
            if (step == null) {
                break; // nothing in it to hold on to
            }
            for (int i = 0; i < 4; i++) {
                at[i] += step[i];
            }
            brightness[0] += step[4];
            brightness[1] += step[5];
            if (lost(at, start, to)) {
                at = start;
                break;
            }
            if (Math.abs(step[0]) + Math.abs(step[1]) + Math.abs(step[2]) + Math.abs(step[3]) < 0.01) {
                break;
            }
        }
        Box<InSlot> part =
                new Box<>((at[0] - at[1]) / across, (at[2] - at[3]) / down, 2 * at[1] / across, 2 * at[3] / down);
        return new Found(part, likeness(to, from, at));
    }

    /** Whether a step led far away, from where nothing leads back. */
    private static boolean lost(double[] at, double[] start, Plane to) {
        return !(at[1] > start[1] / 2 && at[1] < 2 * start[1] && at[3] > start[3] / 2 && at[3] < 2 * start[3])
                || Math.abs(at[0] - start[0]) > to.width() / 4.0 + 2
                || Math.abs(at[2] - start[2]) > to.height() / 4.0 + 2;
    }

    /** The Gauss–Newton step: shift and half width across, the same down, gain and offset; null when they can't be told. */
    private static double[] step(Plane to, Plane from, double[] at, double[] brightness) {
        double[][] normal = new double[6][7];
        double[] slope = new double[6];
        for (int y = 0; y < from.height(); y++) {
            double v = 2 * (y + 0.5) / from.height() - 1;
            double sy = at[2] + at[3] * v;
            if (sy < 0.5 || sy > to.height() - 0.5) {
                continue;
            }
            for (int x = 0; x < from.width(); x++) {
                double u = 2 * (x + 0.5) / from.width() - 1;
                double sx = at[0] + at[1] * u;
                if (sx < 0.5 || sx > to.width() - 0.5) {
                    continue;
                }
                double value = to.at(sx, sy);
                double gx = brightness[0] * (to.at(sx + 0.5, sy) - to.at(sx - 0.5, sy));
                double gy = brightness[0] * (to.at(sx, sy + 0.5) - to.at(sx, sy - 0.5));
                slope[0] = gx;
                slope[1] = gx * u;
                slope[2] = gy;
                slope[3] = gy * v;
                slope[4] = value;
                slope[5] = 1;
                double missing = from.values()[y * from.width() + x] - (brightness[0] * value + brightness[1]);
                for (int i = 0; i < 6; i++) {
                    for (int j = i; j < 6; j++) {
                        normal[i][j] += slope[i] * slope[j];
                    }
                    normal[i][6] += slope[i] * missing;
                }
            }
        }
        for (int i = 0; i < 6; i++) {
            for (int j = 0; j < i; j++) {
                normal[i][j] = normal[j][i];
            }
        }
        return solved(normal);
    }

    /** Gauss–Jordan with the largest pivot; null where the columns depend on each other. */
    private static double[] solved(double[][] m) {
        int n = m.length;
        double[] scale = new double[n];
        for (int i = 0; i < n; i++) {
            scale[i] = m[i][i];
            if (!(scale[i] > 1e-6)) {
                return null;
            }
        }
        for (int c = 0; c < n; c++) {
            int pivot = c;
            for (int r = c + 1; r < n; r++) {
                if (Math.abs(m[r][c]) > Math.abs(m[pivot][c])) {
                    pivot = r;
                }
            }
            double[] row = m[pivot];
            m[pivot] = m[c];
            m[c] = row;
            if (Math.abs(row[c]) < 1e-9 * scale[c]) {
                return null;
            }
            for (int r = 0; r < n; r++) {
                double share = r == c ? 0 : m[r][c] / row[c];
                for (int k = c; share != 0 && k <= n; k++) {
                    m[r][k] -= share * row[k];
                }
            }
        }
        double[] out = new double[n];
        for (int i = 0; i < n; i++) {
            out[i] = m[i][n] / m[i][i];
        }
        return out;
    }

    private static double likeness(Plane to, Plane from, double[] at) {
        double n = 0;
        double a = 0;
        double b = 0;
        double aa = 0;
        double bb = 0;
        double ab = 0;
        for (int y = 0; y < from.height(); y++) {
            for (int x = 0; x < from.width(); x++) {
                double sx = at[0] + at[1] * (2 * (x + 0.5) / from.width() - 1);
                double sy = at[2] + at[3] * (2 * (y + 0.5) / from.height() - 1);
                double s = to.at(sx, sy);
                double h = from.values()[y * from.width() + x];
                n++;
                a += s;
                b += h;
                aa += s * s;
                bb += h * h;
                ab += s * h;
            }
        }
        double spread = (aa - a * a / n) * (bb - b * b / n);
        return spread <= 1e-6 ? 0 : (ab - a * b / n) / Math.sqrt(spread);
    }
}
