package gavlin.core.jpeg;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.Arrays;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class CosinesTest {
    private final Random random = new Random(8);

    /** ITU-T T.81 §A.3.3, the sum as it stands there. */
    @Test
    void block_transformed_isTheStandardsSum() {
        float[] block = noise();
        float[] samples = block.clone();
        Cosines.transform(block);
        for (int v = 0; v < 8; v++) {
            for (int u = 0; u < 8; u++) {
                double sum = 0;
                for (int i = 0; i < 64; i++) {
                    sum += samples[i]
                            * Math.cos((2 * (i % 8) + 1) * u * Math.PI / 16)
                            * Math.cos((2 * (i / 8) + 1) * v * Math.PI / 16);
                }
                double scale = (u == 0 ? Math.sqrt(0.5) : 1) * (v == 0 ? Math.sqrt(0.5) : 1) / 4;
                assertEquals(scale * sum, block[8 * v + u], 1e-3, u + " across, " + v + " down");
            }
        }
    }

    /** T.81 figure A.6: the first and last places of the order, and each place once. */
    @Test
    void zigzag_isTheStandardsOrder() {
        assertArrayEquals(new int[] {0, 1, 8, 16, 9, 2, 3, 10, 17, 24}, Arrays.copyOf(Cosines.ZIGZAG, 10));
        assertArrayEquals(new int[] {47, 55, 62, 63}, Arrays.copyOfRange(Cosines.ZIGZAG, 60, 64));
        assertArrayEquals(
                IntStream.range(0, 64).toArray(),
                Arrays.stream(Cosines.ZIGZAG).sorted().toArray());
    }

    private float[] noise() {
        float[] block = new float[64];
        for (int i = 0; i < 64; i++) {
            block[i] = random.nextInt(256) - 128;
        }
        return block;
    }
}
