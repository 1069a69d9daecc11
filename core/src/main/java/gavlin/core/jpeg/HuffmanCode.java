package gavlin.core.jpeg;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;

/** The shortest prefix code for symbols that occur so and so often, none longer than 16 bits: T.81 annex K.2. */
final class HuffmanCode {
    static final int SYMBOLS = 256;
    private static final int LONGEST = 16;

    /** Bits of each symbol's code, 0 where it doesn't occur. */
    private final int[] lengths = new int[SYMBOLS];

    private final int[] codes = new int[SYMBOLS];
    /** How many codes have each length. */
    private final int[] ofLength = new int[LONGEST + 1];

    private final List<Integer> inOrder;

    HuffmanCode(int[] counts) {
        int[] sizes = sizes(counts);
        List<Integer> symbols = new ArrayList<>();
        for (int symbol = 0; symbol < SYMBOLS; symbol++) {
            if (counts[symbol] > 0) {
                symbols.add(symbol);
            }
        }
        symbols.sort(Comparator.<Integer>comparingInt(symbol -> sizes[symbol]).thenComparing(symbol -> symbol));
        inOrder = List.copyOf(symbols);
        assign();
    }

    /**
     * How long each code would be without a limit; how many there are of each length within it. One more symbol, the rarest, takes
     * the code of all ones, which no file may use.
     */
    private int[] sizes(int[] counts) {
        long[] weights = new long[SYMBOLS + 1];
        for (int symbol = 0; symbol < SYMBOLS; symbol++) {
            weights[symbol] = counts[symbol];
        }
        weights[SYMBOLS] = 1;
        int[] sizes = new int[SYMBOLS + 1];
        int[] next = new int[SYMBOLS + 1];
        Arrays.fill(next, -1);
        while (true) {
            int least = least(weights, -1);
            int second = least(weights, least);
            if (second < 0) {
                break;
            }
            weights[least] += weights[second];
            weights[second] = 0;
            int last = deepen(sizes, next, least);
            next[last] = second;
            deepen(sizes, next, second);
        }
        limit(sizes);
        return sizes;
    }

    private static int deepen(int[] sizes, int[] next, int symbol) {
        int last = symbol;
        for (int at = symbol; at >= 0; at = next[at]) {
            sizes[at]++;
            last = at;
        }
        return last;
    }

    /** The last of those that occur least often; -1 when there is none. */
    private static int least(long[] weights, int but) {
        int least = -1;
        for (int symbol = 0; symbol < weights.length; symbol++) {
            if (weights[symbol] > 0 && symbol != but && (least < 0 || weights[symbol] <= weights[least])) {
                least = symbol;
            }
        }
        return least;
    }

    private void limit(int[] sizes) {
        int[] of = new int[SYMBOLS + 2];
        for (int size : sizes) {
            of[size]++;
        }
        of[0] = 0;
        for (int length = of.length - 1; length > LONGEST; length--) {
            while (of[length] > 0) {
                int shorter = length - 2;
                while (of[shorter] == 0) {
                    shorter--;
                }
                of[length] -= 2;
                of[length - 1]++;
                of[shorter + 1] += 2;
                of[shorter]--;
            }
        }
        int longest = LONGEST;
        while (longest > 0 && of[longest] == 0) {
            longest--;
        }
        of[longest]--;
        System.arraycopy(of, 0, ofLength, 0, LONGEST + 1);
    }

    private void assign() {
        int code = 0;
        int next = 0;
        for (int length = 1; length <= LONGEST; length++, code <<= 1) {
            for (int i = 0; i < ofLength[length]; i++, code++, next++) {
                lengths[inOrder.get(next)] = length;
                codes[inOrder.get(next)] = code;
            }
        }
    }

    int length(int symbol) {
        return lengths[symbol];
    }

    int code(int symbol) {
        return codes[symbol];
    }

    /** Bytes that the table takes in its segment, which may hold several. */
    int tableBytes() {
        return 1 + LONGEST + inOrder.size();
    }

    /** @param slot class and number of the table: T.81 B.2.4.2 */
    void writeTable(int slot, Output out) {
        out.octet(slot);
        for (int length = 1; length <= LONGEST; length++) {
            out.octet(ofLength[length]);
        }
        inOrder.forEach(out::octet);
    }
}
