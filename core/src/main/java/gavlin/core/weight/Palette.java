package gavlin.core.weight;

import gavlin.core.colour.OkLab;
import gavlin.core.colour.Srgb;
import gavlin.core.raster.Pixels;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * A picture reduced to at most 256 colours with alpha. Colours are gathered in cells of 5 bits a channel, split where
 * their weighted variance is greatest (X. Wu 1991, "Efficient statistical computations for optimal color quantization",
 * the variance criterion), then refined by weighted k-means. Both work in OKLab weighed by alpha, beside alpha itself,
 * so that invisible differences of colour cost nothing.
 *
 * @param colours straight 0xAARRGGBB, the more transparent first (PNG stores the shorter alpha list then)
 * @param indices one for each pixel
 */
record Palette(int[] colours, byte[] indices) {
    private static final int BITS = 5;
    private static final int CELLS = 1 << 4 * BITS;
    private static final int DIMENSIONS = 4;
    private static final int REFINEMENTS = 5;
    /** What a step of alpha weighs against a step of lightness. */
    private static final float ALPHA_WEIGHT = 1f;

    /** One occupied cell: its mean place in (αL, αa, αb, α) and how many pixels it stands for. */
    private record Entry(float[] place, int count) {}

    /** The exact colours, when there are at most 256 of them; null otherwise. */
    static Palette exact(Pixels pixels) {
        int[] seen = new int[256];
        int count = 0;
        int[] argb = argb(pixels);
        java.util.HashMap<Integer, Integer> known = new java.util.HashMap<>();
        for (int colour : argb) {
            if (known.putIfAbsent(colour, count) == null) {
                if (count == 256) {
                    return null;
                }
                seen[count++] = colour;
            }
        }
        int[] colours = java.util.Arrays.copyOf(seen, count);
        Integer[] order = orderedByAlpha(colours);
        int[] sorted = new int[count];
        int[] rank = new int[count];
        for (int i = 0; i < count; i++) {
            sorted[i] = colours[order[i]];
            rank[order[i]] = i;
        }
        byte[] indices = new byte[argb.length];
        for (int i = 0; i < argb.length; i++) {
            indices[i] = (byte) rank[known.get(argb[i])];
        }
        return new Palette(sorted, indices);
    }

    /**
     * @param size 2..256 colours
     * @param dithered whether errors are spread to neighbours (R. Floyd, L. Steinberg 1976), at three quarters strength
     */
    static Palette reduced(Pixels pixels, int size, boolean dithered) {
        int[] argb = argb(pixels);
        List<Entry> entries = entries(argb);
        float[][] centres = refine(split(entries, size), entries);
        int[] colours = new int[centres.length];
        for (int i = 0; i < centres.length; i++) {
            colours[i] = colour(centres[i]);
        }
        Integer[] order = orderedByAlpha(colours);
        int[] sorted = new int[colours.length];
        for (int i = 0; i < sorted.length; i++) {
            sorted[i] = colours[order[i]];
        }
        Nearest nearest = new Nearest(sorted);
        byte[] indices = dithered ? dither(pixels, argb, sorted, nearest) : plain(argb, nearest);
        return new Palette(sorted, indices);
    }

    /** The picture as a viewer of the palette sees it. */
    Pixels toPixels(Pixels original) {
        byte[] out = new byte[indices.length * 4];
        for (int i = 0; i < indices.length; i++) {
            int colour = colours[indices[i] & 0xff];
            out[4 * i] = (byte) (colour >> 16);
            out[4 * i + 1] = (byte) (colour >> 8);
            out[4 * i + 2] = (byte) colour;
            out[4 * i + 3] = (byte) (colour >>> 24);
        }
        return new Pixels(original.size(), 4, out);
    }

    private static Integer[] orderedByAlpha(int[] colours) {
        Integer[] order = new Integer[colours.length];
        for (int i = 0; i < order.length; i++) {
            order[i] = i;
        }
        java.util.Arrays.sort(
                order,
                Comparator.<Integer>comparingInt(i -> colours[i] >>> 24).thenComparingInt(i -> colours[i] & 0xffffff));
        return order;
    }

    private static int[] argb(Pixels pixels) {
        byte[] in = pixels.samples();
        int channels = pixels.channels();
        int[] out = new int[in.length / channels];
        for (int i = 0, p = 0; p < out.length; i += channels, p++) {
            int alpha = channels == 4 ? in[i + 3] & 0xff : 255;
            out[p] = alpha == 0 ? 0 : alpha << 24 | (in[i] & 0xff) << 16 | (in[i + 1] & 0xff) << 8 | in[i + 2] & 0xff;
        }
        return out;
    }

    private static int cell(int argb) {
        int shift = 8 - BITS;
        return (argb >>> 24) >> shift << 3 * BITS
                | (argb >> 16 & 0xff) >> shift << 2 * BITS
                | (argb >> 8 & 0xff) >> shift << BITS
                | (argb & 0xff) >> shift;
    }

    private static List<Entry> entries(int[] argb) {
        int[] counts = new int[CELLS];
        long[] sums = new long[CELLS * DIMENSIONS];
        for (int colour : argb) {
            int cell = cell(colour);
            counts[cell]++;
            for (int c = 0; c < 4; c++) {
                sums[cell * DIMENSIONS + c] += colour >>> 8 * c & 0xff;
            }
        }
        List<Entry> entries = new ArrayList<>();
        for (int cell = 0; cell < CELLS; cell++) {
            if (counts[cell] > 0) {
                int mean = 0;
                for (int c = 0; c < 4; c++) {
                    mean |= (int) Math.round(sums[cell * DIMENSIONS + c] / (double) counts[cell]) << 8 * c;
                }
                entries.add(new Entry(place(mean), counts[cell]));
            }
        }
        return entries;
    }

    private static float[] place(int argb) {
        float[] linear = Srgb.linear8();
        float[] place = new float[DIMENSIONS];
        OkLab.convertLinearToOkLab(linear[argb >> 16 & 0xff], linear[argb >> 8 & 0xff], linear[argb & 0xff], place, 0);
        float alpha = (argb >>> 24) / 255f;
        for (int c = 0; c < 3; c++) {
            place[c] *= alpha;
        }
        place[3] = alpha * ALPHA_WEIGHT;
        return place;
    }

    private static int colour(float[] place) {
        float alpha = Math.max(0, Math.min(1, place[3] / ALPHA_WEIGHT));
        int code = Math.round(alpha * 255);
        if (code == 0) {
            return 0;
        }
        return code << 24 | OkLab.convertOkLabToSrgb(place[0] / alpha, place[1] / alpha, place[2] / alpha);
    }

    /** Splits the group of the greatest variance at its mean, along the axis of the greatest variance, again and again. */
    private static float[][] split(List<Entry> entries, int size) {
        List<Group> groups = new ArrayList<>(List.of(new Group(entries)));
        while (groups.size() < size) {
            Group widest = groups.stream()
                    .max(Comparator.comparingDouble(g -> g.spread))
                    .orElseThrow();
            if (widest.spread <= 0) {
                break;
            }
            groups.remove(widest);
            List<Entry> low = new ArrayList<>();
            List<Entry> high = new ArrayList<>();
            for (Entry entry : widest.entries) {
                (entry.place[widest.axis] <= widest.mean[widest.axis] ? low : high).add(entry);
            }
            groups.add(new Group(low));
            if (!high.isEmpty()) {
                groups.add(new Group(high));
            }
        }
        return groups.stream().map(g -> g.mean).toArray(float[][]::new);
    }

    private static final class Group {
        final List<Entry> entries;
        final float[] mean = new float[DIMENSIONS];
        final int axis;
        final double spread;

        Group(List<Entry> entries) {
            this.entries = entries;
            double[] sum = new double[DIMENSIONS];
            double[] squares = new double[DIMENSIONS];
            double count = 0;
            for (Entry entry : entries) {
                count += entry.count;
                for (int d = 0; d < DIMENSIONS; d++) {
                    sum[d] += (double) entry.place[d] * entry.count;
                    squares[d] += (double) entry.place[d] * entry.place[d] * entry.count;
                }
            }
            int widest = 0;
            double most = -1;
            for (int d = 0; d < DIMENSIONS; d++) {
                mean[d] = (float) (sum[d] / count);
                double variance = squares[d] - sum[d] * sum[d] / count;
                if (variance > most) {
                    most = variance;
                    widest = d;
                }
            }
            axis = widest;
            spread = entries.size() < 2 ? 0 : Math.max(0, most);
        }
    }

    private static float[][] refine(float[][] centres, List<Entry> entries) {
        for (int round = 0; round < REFINEMENTS; round++) {
            double[][] sums = new double[centres.length][DIMENSIONS + 1];
            for (Entry entry : entries) {
                double[] sum = sums[nearest(centres, entry.place)];
                for (int d = 0; d < DIMENSIONS; d++) {
                    sum[d] += (double) entry.place[d] * entry.count;
                }
                sum[DIMENSIONS] += entry.count;
            }
            for (int i = 0; i < centres.length; i++) {
                for (int d = 0; d < DIMENSIONS && sums[i][DIMENSIONS] > 0; d++) {
                    centres[i][d] = (float) (sums[i][d] / sums[i][DIMENSIONS]);
                }
            }
        }
        return centres;
    }

    private static int nearest(float[][] centres, float[] place) {
        int best = 0;
        float least = Float.MAX_VALUE;
        for (int i = 0; i < centres.length; i++) {
            float[] c = centres[i];
            float d0 = c[0] - place[0];
            float d1 = c[1] - place[1];
            float d2 = c[2] - place[2];
            float d3 = c[3] - place[3];
            float distance = d0 * d0 + d1 * d1 + d2 * d2 + d3 * d3;
            if (distance < least) {
                least = distance;
                best = i;
            }
        }
        return best;
    }

    /** The palette's nearest colour to any colour, remembered once found. */
    private static final class Nearest {
        private final float[][] centres;
        private final java.util.HashMap<Integer, Integer> known = new java.util.HashMap<>();

        Nearest(int[] colours) {
            centres = new float[colours.length][];
            for (int i = 0; i < colours.length; i++) {
                centres[i] = place(colours[i]);
            }
        }

        int of(int argb) {
            Integer found = known.get(argb);
            if (found == null) {
                found = nearest(centres, place(argb));
                known.put(argb, found);
            }
            return found;
        }
    }

    private static byte[] plain(int[] argb, Nearest nearest) {
        byte[] indices = new byte[argb.length];
        for (int i = 0; i < argb.length; i++) {
            indices[i] = (byte) nearest.of(argb[i]);
        }
        return indices;
    }

    private static byte[] dither(Pixels pixels, int[] argb, int[] colours, Nearest nearest) {
        int width = pixels.size().width();
        byte[] indices = new byte[argb.length];
        float[] here = new float[(width + 2) * 4];
        float[] below = new float[(width + 2) * 4];
        for (int i = 0; i < argb.length; i++) {
            int x = i % width;
            if (x == 0 && i > 0) {
                float[] swap = here;
                here = below;
                below = swap;
                java.util.Arrays.fill(below, 0);
            }
            int wanted = argb[i] >>> 24 == 0 ? 0 : shifted(argb[i], here, (x + 1) * 4);
            int index = nearest.of(wanted);
            indices[i] = (byte) index;
            for (int c = 0; c < 4 && wanted != 0; c++) {
                float error = ((wanted >>> 8 * c & 0xff) - (colours[index] >>> 8 * c & 0xff)) * 0.75f / 16;
                here[(x + 2) * 4 + c] += error * 7;
                below[x * 4 + c] += error * 3;
                below[(x + 1) * 4 + c] += error * 5;
                below[(x + 2) * 4 + c] += error;
            }
        }
        return indices;
    }

    /** A colour with the error that is due to it. */
    private static int shifted(int argb, float[] errors, int at) {
        int out = 0;
        for (int c = 0; c < 4; c++) {
            int value = Math.max(0, Math.min(255, Math.round((argb >>> 8 * c & 0xff) + errors[at + c])));
            out |= value << 8 * c;
        }
        return out;
    }
}
