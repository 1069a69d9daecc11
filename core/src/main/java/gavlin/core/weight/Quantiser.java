package gavlin.core.weight;

import static gavlin.core.weight.NearestColour.DIMENSIONS;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.PriorityQueue;

/**
 * Chooses the colours of a palette. Colours are gathered in cells, split where their weighted variance is greatest (X. Wu
 * 1991, "Efficient statistical computations for optimal color quantization", the variance criterion), then refined by
 * weighted k-means. Both work in the places of {@link NearestColour}.
 */
final class Quantiser {
    private static final int MOST_ENTRIES = 40_000;
    private static final int REFINEMENTS = 8;

    /** One occupied cell: its mean colour, where that lies, and how many pixels it stands for. */
    private record Entry(int colour, float[] place, int count) {}

    private final List<Entry> entries;

    /** @param argb straight colours, 0xAARRGGBB */
    Quantiser(int[] argb) {
        this.entries = entries(argb);
    }

    /** At most {@code size} straight colours that serve these best, 0xAARRGGBB. */
    int[] colours(int size) {
        return colours(size, REFINEMENTS);
    }

    /** Nearly as good ones, in a fifth of the time. */
    int[] coloursAtOnce(int size) {
        return colours(size, 1);
    }

    private int[] colours(int size, int rounds) {
        int[] colours = means(new NearestColour(split(entries, size)), entries);
        for (int round = 1; round < rounds; round++) {
            colours = means(NearestColour.ofColours(colours), entries);
        }
        return Arrays.stream(colours).distinct().toArray();
    }

    /** Colours as they are while there are few enough; then cells of seven bits a channel, of six, and so on. */
    private static List<Entry> entries(int[] argb) {
        for (int bits = 8; ; bits--) {
            List<Entry> entries = entries(argb, bits);
            if (entries != null) {
                return entries;
            }
        }
    }

    /** Null when there are more than {@value #MOST_ENTRIES}. */
    private static List<Entry> entries(int[] argb, int bits) {
        int mask = (0xff << 8 - bits & 0xff) * 0x01010101;
        CellTable cells = new CellTable();
        for (int colour : argb) {
            if (!cells.add(colour & mask, colour)) {
                return null;
            }
        }
        List<Entry> entries = new ArrayList<>();
        for (int slot = 0; slot < CellTable.SLOTS; slot++) {
            if (cells.counts[slot] > 0) {
                int mean = cells.mean(slot);
                entries.add(new Entry(mean, NearestColour.place(mean), cells.counts[slot]));
            }
        }
        return entries;
    }

    /** Counts and sums for each cell, by open addressing. */
    private static final class CellTable {
        private static final int BITS = 17;
        static final int SLOTS = 1 << BITS;

        private final int[] keys = new int[SLOTS];
        final int[] counts = new int[SLOTS];
        private final long[] sums = new long[SLOTS * 4];
        private int used;

        /** @return false when there are too many cells */
        boolean add(int cell, int colour) {
            int slot = cell * 0x9E3779B1 >>> 32 - BITS;
            while (counts[slot] > 0 && keys[slot] != cell) {
                slot = slot + 1 & SLOTS - 1;
            }
            if (counts[slot]++ == 0) {
                keys[slot] = cell;
                if (++used > MOST_ENTRIES) {
                    return false;
                }
            }
            for (int c = 0; c < 4; c++) {
                sums[4 * slot + c] += colour >>> 8 * c & 0xff;
            }
            return true;
        }

        int mean(int slot) {
            int mean = 0;
            for (int c = 0; c < 4; c++) {
                mean |= (int) Math.round(sums[4 * slot + c] / (double) counts[slot]) << 8 * c;
            }
            return mean;
        }
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

    /** Of the entries nearest to each, the mean colour, weighed by what is seen of it; of those that are nearest to none, nothing. */
    private static int[] means(NearestColour nearest, List<Entry> entries) {
        double[][] sums = new double[nearest.size()][5];
        for (Entry entry : entries) {
            double[] sum = sums[nearest.of(entry.place)];
            double seen = (double) entry.count * (entry.colour >>> 24);
            for (int c = 0; c < 3; c++) {
                sum[c] += seen * (entry.colour >>> 8 * c & 0xff);
            }
            sum[3] += seen;
            sum[4] += entry.count;
        }
        return Arrays.stream(sums)
                .filter(sum -> sum[4] > 0)
                .mapToInt(Quantiser::mean)
                .toArray();
    }

    private static int mean(double[] sum) {
        int argb = (int) Math.round(sum[3] / sum[4]) << 24;
        for (int c = 0; c < 3 && argb != 0; c++) {
            argb |= (int) Math.round(sum[c] / sum[3]) << 8 * c;
        }
        return argb;
    }
}
