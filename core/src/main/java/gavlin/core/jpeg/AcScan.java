package gavlin.core.jpeg;

/**
 * What a progressive scan says of a component's cosines but the first (T.81 G.1.2.2 and G.1.2.3): a band of them, down to one bit, or
 * one bit more of those that a scan before told.
 *
 * @param from first cosine of the band, 1..63; {@code to} its last
 * @param low bits that are left for a later scan
 * @param refines whether all bits above are told already
 */
record AcScan(int from, int to, int low, boolean refines) {
    private static final int ZEROES = 0xf0;
    private static final int MOST_EMPTY = 0x7fff;

    Tokens tokens(Rounded rounded) {
        Coder coder = new Coder(rounded);
        for (int block = 0; block < rounded.ends.length; block++) {
            if (refines) {
                coder.refine(rounded.start(block), rounded.ends[block]);
            } else {
                coder.first(rounded.start(block), rounded.ends[block]);
            }
        }
        coder.endEmpty();
        return coder.tokens;
    }

    private final class Coder {
        private final byte[] places;
        private final short[] values;
        private final Tokens tokens = new Tokens();
        /** Blocks that hold nothing more, not yet told. */
        private int empty;
        /** Bits of cosines that were told before: those that follow the empty blocks, then those that follow the next symbol. */
        private final BitList ofEmpty = new BitList();

        private final BitList ofNext = new BitList();

        Coder(Rounded rounded) {
            places = rounded.places;
            values = rounded.values;
        }

        /** What a cosine is worth at this scan, without its sign. */
        private int size(int i) {
            return Math.abs(values[i]) >> low;
        }

        private void first(int start, int end) {
            int last = from - 1;
            for (int i = start; i < end && places[i] <= to; i++) {
                int size = size(i);
                if (size == 0 || places[i] < from) {
                    continue;
                }
                endEmpty();
                int zeroes = places[i] - last - 1;
                last = places[i];
                for (; zeroes > 15; zeroes -= 16) {
                    tokens.symbol(ZEROES, 0, 0);
                }
                int bits = 32 - Integer.numberOfLeadingZeros(size);
                tokens.symbol(zeroes << 4 | bits, bits, values[i] < 0 ? ~size : size);
            }
            if (last < to) {
                empty();
            }
        }

        /** A run of zeroes counts only those that were zeroes so far. */
        private void refine(int start, int end) {
            int newest = end - 1;
            while (newest >= start && size(newest) != 1) {
                newest--;
            }
            int zeroes = 0;
            int last = from - 1;
            for (int i = start; i < end; i++) {
                int size = size(i);
                if (size == 0) {
                    continue;
                }
                zeroes += places[i] - last - 1;
                last = places[i];
                for (; zeroes > 15 && i <= newest; zeroes -= 16) {
                    endEmpty();
                    tokens.symbol(ZEROES, 0, 0);
                    ofNext.moveTo(tokens);
                }
                if (size > 1) {
                    ofNext.add(size & 1);
                    continue;
                }
                endEmpty();
                tokens.symbol(zeroes << 4 | 1, 1, values[i] < 0 ? 0 : 1);
                ofNext.moveTo(tokens);
                zeroes = 0;
            }
            if (last < to || zeroes > 0 || !ofNext.isEmpty()) {
                ofNext.moveTo(ofEmpty);
                empty();
            }
        }

        private void empty() {
            if (++empty == MOST_EMPTY) {
                endEmpty();
            }
        }

        private void endEmpty() {
            if (empty > 0) {
                int bits = 31 - Integer.numberOfLeadingZeros(empty);
                tokens.symbol(bits << 4, bits, empty);
                empty = 0;
                ofEmpty.moveTo(tokens);
            }
        }
    }
}
