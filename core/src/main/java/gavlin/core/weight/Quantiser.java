package gavlin.core.weight;

import static gavlin.core.weight.NearestColour.DIMENSIONS;

import gavlin.core.colour.OkLab;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.PriorityQueue;

/**
 * Chooses the colours of a palette. Colours are gathered in cells of 5 bits a channel, split where their weighted variance
 * is greatest (X. Wu 1991, "Efficient statistical computations for optimal color quantization", the variance criterion),
 * then refined by weighted k-means. Both work in the places of {@link NearestColour}.
 */
final class Quantiser {
    private static final int BITS = 5;
    private static final int CELLS = 1 << 4 * BITS;
    private static final int REFINEMENTS = 6;

    /** One occupied cell: its mean place and how many pixels it stands for. */
    private record Entry(float[] place, int count) {}

    private Quantiser() {}

    /** At most {@code size} straight colours that serve these best, 0xAARRGGBB. */
    static int[] colours(int[] argb, int size) {
        List<Entry> entries = entries(argb);
        float[][] centres = refine(split(entries, size), entries);
        return Arrays.stream(centres).mapToInt(Quantiser::colour).distinct().toArray();
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
                entries.add(new Entry(NearestColour.place(mean), counts[cell]));
            }
        }
        return entries;
    }

    private static int colour(float[] place) {
        float alpha = Math.max(0, Math.min(1, place[3]));
        int code = Math.round(alpha * 255);
        if (code == 0) {
            return 0;
        }
        return code << 24 | OkLab.convertOkLabToSrgb(place[0] / alpha, place[1] / alpha, place[2] / alpha);
    }

    /** Splits the group of the greatest variance at its mean, along the axis of the greatest variance, again and again. */
    private static float[][] split(List<Entry> entries, int size) {
        PriorityQueue<Group> groups = new PriorityQueue<>(Comparator.comparingDouble(g -> -g.spread));
        groups.add(new Group(entries));
        while (groups.size() < size && groups.peek().spread > 0) {
            Group widest = groups.poll();
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
            NearestColour nearest = new NearestColour(centres);
            double[][] sums = new double[centres.length][DIMENSIONS + 1];
            for (Entry entry : entries) {
                double[] sum = sums[nearest.of(entry.place)];
                for (int d = 0; d < DIMENSIONS; d++) {
                    sum[d] += (double) entry.place[d] * entry.count;
                }
                sum[DIMENSIONS] += entry.count;
            }
            float[][] moved = new float[centres.length][];
            for (int i = 0; i < centres.length; i++) {
                moved[i] = centres[i].clone();
                for (int d = 0; d < DIMENSIONS && sums[i][DIMENSIONS] > 0; d++) {
                    moved[i][d] = (float) (sums[i][d] / sums[i][DIMENSIONS]);
                }
            }
            centres = moved;
        }
        return centres;
    }
}
