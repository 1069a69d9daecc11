package gavlin.core.jpeg;

import java.util.Arrays;

/** A component's cosines in whole steps, most of which are 0: of each block its first, and places and values of those others that aren't. */
final class Rounded {
    /** The first cosine of each block. */
    final short[] first;
    /** Where each block's others end in the lists that follow. */
    final int[] ends;

    /** In the file's order, 1..63. */
    byte[] places;

    short[] values;

    Rounded(int blocks) {
        first = new short[blocks];
        ends = new int[blocks];
        places = new byte[Math.max(Cosines.BLOCK, blocks * 4)];
        values = new short[places.length];
    }

    /** One stretch of so many, told as if the others were not there. */
    Rounded sample(int stretch, int every) {
        int stretches = (ends.length + stretch * every - 1) / (stretch * every);
        Rounded sample = new Rounded(stretches * stretch);
        int block = 0;
        int to = 0;
        for (int from = 0; from < ends.length; from += stretch * every) {
            for (int i = from; i < Math.min(ends.length, from + stretch); i++, block++) {
                int count = ends[i] - start(i);
                sample.reserve(to);
                System.arraycopy(places, start(i), sample.places, to, count);
                System.arraycopy(values, start(i), sample.values, to, count);
                to += count;
                sample.ends[block] = to;
            }
        }
        Arrays.fill(sample.ends, block, sample.ends.length, to);
        return sample;
    }

    int start(int block) {
        return block == 0 ? 0 : ends[block - 1];
    }

    /** Makes room for one more block's, from a place in the lists on. */
    void reserve(int from) {
        if (from + Cosines.BLOCK > places.length) {
            places = Arrays.copyOf(places, 2 * places.length);
            values = Arrays.copyOf(values, places.length);
        }
    }
}
