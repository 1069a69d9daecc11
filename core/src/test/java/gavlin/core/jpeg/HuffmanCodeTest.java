package gavlin.core.jpeg;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;

class HuffmanCodeTest {
    /** D. Huffman 1952: within one bit a symbol of the entropy; here with the code of all ones left free (T.81 K.2). */
    @Test
    void code_ofRandomCounts_isAPrefixCodeNearTheEntropy() {
        Random random = new Random(4);
        for (int round = 0; round < 50; round++) {
            int[] counts = new int[256];
            for (int symbol = 0; symbol < 256; symbol += 1 + random.nextInt(9)) {
                counts[symbol] = 1 + random.nextInt(1 << random.nextInt(12));
            }
            HuffmanCode code = new HuffmanCode(counts);
            double all = Arrays.stream(counts).sum();
            double entropy = 0;
            long bits = 0;
            for (int symbol = 0; symbol < 256; symbol++) {
                bits += (long) counts[symbol] * code.length(symbol);
                entropy -= counts[symbol] == 0 ? 0 : counts[symbol] * Math.log(counts[symbol] / all) / Math.log(2);
            }
            assertTrue(bits >= entropy && bits < entropy + all, bits + " bits, entropy " + entropy);
            checkPrefixes(counts, code);
        }
    }

    /** Counts that grow as Fibonacci's numbers make the deepest tree. */
    @Test
    void code_ofCountsThatAskForMore_hasNoneLongerThanSixteenBits() {
        int[] counts = new int[256];
        counts[7] = counts[8] = 1;
        for (int symbol = 9; symbol < 50; symbol++) {
            counts[symbol] = counts[symbol - 1] + counts[symbol - 2];
        }
        checkPrefixes(counts, new HuffmanCode(counts));
    }

    @Test
    void code_ofOneSymbol_isOneBit() {
        int[] counts = new int[256];
        counts[0] = 3;
        HuffmanCode code = new HuffmanCode(counts);
        assertEquals(1, code.length(0));
        assertEquals(0, code.code(0));
        assertEquals(18, code.tableBytes());
    }

    /** No code begins another, none is longer than 16 bits, and none is all ones. */
    private static void checkPrefixes(int[] counts, HuffmanCode code) {
        for (int a = 0; a < 256; a++) {
            assertEquals(counts[a] > 0, code.length(a) > 0, "symbol " + a);
            assertTrue(code.length(a) <= 16);
            assertTrue(counts[a] == 0 || code.code(a) != (1 << code.length(a)) - 1, "all ones");
            for (int b = 0; b < 256; b++) {
                boolean longer = a != b && counts[a] > 0 && code.length(b) >= code.length(a);
                assertTrue(!longer || code.code(b) >> code.length(b) - code.length(a) != code.code(a), a + " in " + b);
            }
        }
    }
}
