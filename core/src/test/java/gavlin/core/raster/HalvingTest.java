package gavlin.core.raster;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;

import gavlin.core.colour.RgbSpace;
import gavlin.core.colour.Srgb;
import java.util.Random;
import org.junit.jupiter.api.Test;

class HalvingTest {
    private static final Halving OPAQUE = new Halving(new Samples(RgbSpace.SRGB, 3, 1));

    @Test
    void everyCode_constant_staysAsItIs() {
        for (int code = 0; code < 256; code++) {
            byte[] row = new byte[12];
            java.util.Arrays.fill(row, (byte) code);
            assertArrayEquals(java.util.Arrays.copyOf(row, 6), OPAQUE.row(row, row, 2));
        }
    }

    /** By whole numbers and tables as near as codes can be to the mean of the light, worked out in doubles. */
    @Test
    void randomPixels_areTheMeanOfTheirLight() {
        Random random = new Random(7);
        byte[] above = new byte[3 * 200];
        byte[] below = new byte[3 * 200];
        random.nextBytes(above);
        random.nextBytes(below);
        byte[] half = OPAQUE.row(above, below, 100);
        for (int o = 0; o < half.length; o++) {
            int i = o / 3 * 6 + o % 3;
            double light = (light(above[i]) + light(above[i + 3]) + light(below[i]) + light(below[i + 3])) / 4;
            assertEquals(Srgb.encode(light) * 255, half[o] & 0xff, 0.6);
        }
    }

    @Test
    void oddRow_takesItsLastPixelTwice() {
        byte[] row = {10, 20, 30, 40, 50, 60, 70, 80, 90};
        byte[] half = OPAQUE.row(row, row, 2);
        assertArrayEquals(new byte[] {70, 80, 90}, java.util.Arrays.copyOfRange(half, 3, 6));
    }

    /** A clear pixel's colour says nothing: half of it gone, the other keeps its own. */
    @Test
    void clearNeighbour_doesNotBleed() {
        Halving withAlpha = new Halving(new Samples(RgbSpace.SRGB, 4, 1));
        byte[] row = {(byte) 200, 100, 50, -1, 0, (byte) 255, 0, 0};
        assertArrayEquals(new byte[] {(byte) 200, 100, 50, (byte) 128}, withAlpha.row(row, row, 1));
    }

    private static double light(byte code) {
        return Srgb.decode((code & 0xff) / 255.0);
    }
}
