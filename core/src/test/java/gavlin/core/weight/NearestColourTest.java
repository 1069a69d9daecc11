package gavlin.core.weight;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class NearestColourTest {
    /** The search outwards by lightness finds what looking at every colour finds. */
    @ParameterizedTest
    @ValueSource(ints = {1, 2, 17, 256})
    void nearest_ofRandomColours_isThatOfLookingAtAll(int size) {
        Random random = new Random(size);
        int[] colours = random.ints(size).toArray();
        NearestColour nearest = NearestColour.ofColours(colours);
        for (int i = 0; i < 3000; i++) {
            int wanted = i % 3 == 0 ? colours[random.nextInt(size)] : random.nextInt();
            double least = Double.MAX_VALUE;
            for (int colour : colours) {
                least = Math.min(least, distance(colour, wanted));
            }
            assertEquals(least, distance(colours[nearest.of(wanted)], wanted), 1e-9);
        }
    }

    private static double distance(int a, int b) {
        float[] x = NearestColour.place(a);
        float[] y = NearestColour.place(b);
        double sum = 0;
        for (int d = 0; d < NearestColour.DIMENSIONS; d++) {
            sum += (x[d] - y[d]) * (x[d] - y[d]);
        }
        return sum;
    }
}
