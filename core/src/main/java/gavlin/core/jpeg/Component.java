package gavlin.core.jpeg;

import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import java.util.Arrays;
import java.util.stream.IntStream;

/**
 * One of a JPEG's planes of samples (ITU-R BT.601, full range, as in JFIF) as cosines: block by block, row by row, 64 each in the
 * file's order, in {@value #PARTS}ths.
 */
final class Component {
    /** Cosines of 8-bit samples reach ±1024: so fine they just fit into a short. */
    static final int PARTS = 16;

    private static final int SHIFT = 1 << 15;
    /** So many blocks are enough to count in: beyond it one row of blocks in {@value #COUNT_EVERY}. */
    private static final int COUNTED = 4_000;

    private static final int COUNT_EVERY = 4;
    /** Of its step a cosine has to reach so much, in tenths, to be told: by what rounding keeps. */
    private static final int TOLD = 6;

    /** Pixels for each sample: 1 or 2. */
    final int across;

    final int down;
    final int blocksAcross;
    final int blocksDown;
    final short[] cosines;

    /** What a plane says of red, green and blue; all but brightness lie around 0 of themselves. */
    enum Plane {
        Y(0.299f, 0.587f, 0.114f, -128),
        CB(-0.168736f, -0.331264f, 0.5f, 0),
        CR(0.5f, -0.418688f, -0.081312f, 0);

        private final float red;
        private final float green;
        private final float blue;
        private final float shift;

        Plane(float red, float green, float blue, float shift) {
            this.red = red;
            this.green = green;
            this.blue = blue;
            this.shift = shift;
        }

        float of(int r, int g, int b) {
            return red * r + green * g + blue * b;
        }
    }

    Component(Pixels pixels, Plane plane, int across, int down) {
        Size size = pixels.size();
        this.across = across;
        this.down = down;
        this.blocksAcross = blocks(size.width(), across);
        this.blocksDown = blocks(size.height(), down);
        this.cosines = new short[blocksAcross * blocksDown * Cosines.BLOCK];
        IntStream.range(0, blocksDown).parallel().forEach(row -> transformRow(pixels, plane, row));
    }

    private static int blocks(int px, int every) {
        int samples = (px + every - 1) / every;
        return (samples + Cosines.SIDE - 1) / Cosines.SIDE;
    }

    int blocks() {
        return blocksAcross * blocksDown;
    }

    /** About how many cosines, each block's first aside, are not rounded to nothing by these steps. */
    double told(int[] steps) {
        int[] least =
                Arrays.stream(steps).map(step -> (step * PARTS * TOLD + 9) / 10).toArray();
        int every = blocks() < COUNTED ? 1 : COUNT_EVERY;
        int rows = 0;
        int told = 0;
        for (int row = every / 2; row < blocksDown; row += every, rows++) {
            int end = (row + 1) * blocksAcross * Cosines.BLOCK;
            for (int at = row * blocksAcross * Cosines.BLOCK; at < end; at += Cosines.BLOCK) {
                for (int k = 1; k < Cosines.BLOCK; k++) {
                    told += least[k] - 1 - Math.abs(cosines[at + k]) >>> 31; // one where it is beyond, without a branch
                }
            }
        }
        return rows == 0 ? 0 : (double) told * blocksDown / rows;
    }

    private void transformRow(Pixels pixels, Plane plane, int row) {
        float[] samples = new float[Cosines.SIDE * blocksAcross * Cosines.SIDE];
        for (int y = 0; y < Cosines.SIDE; y++) {
            sampleRow(pixels, plane, row * Cosines.SIDE + y, samples, y * blocksAcross * Cosines.SIDE);
        }
        float[] block = new float[Cosines.BLOCK];
        int to = row * blocksAcross * Cosines.BLOCK;
        for (int column = 0; column < blocksAcross; column++) {
            for (int y = 0; y < Cosines.SIDE; y++) {
                System.arraycopy(
                        samples, (y * blocksAcross + column) * Cosines.SIDE, block, y * Cosines.SIDE, Cosines.SIDE);
            }
            Cosines.transform(block);
            for (int k = 0; k < Cosines.BLOCK; k++) {
                // To nearest: all are above -SHIFT.
                cosines[to++] = (short) ((int) (block[Cosines.ZIGZAG[k]] * PARTS + SHIFT + 0.5f) - SHIFT);
            }
        }
    }

    /** A row of samples, each the mean of its pixels; beyond the picture its last goes on. */
    private void sampleRow(Pixels pixels, Plane plane, int row, float[] into, int at) {
        byte[] from = pixels.samples();
        int width = pixels.size().width();
        int samples = (width + across - 1) / across;
        int shift = across - 1;
        float share = 1f / (across * down);
        Arrays.fill(into, at, at + samples, plane.shift);
        for (int dy = 0; dy < down; dy++) {
            int start = Math.min(row * down + dy, pixels.size().height() - 1) * width;
            for (int x = 0; x < samples * across; x++) {
                int i = 3 * (start + Math.min(x, width - 1));
                into[at + (x >> shift)] += share * plane.of(from[i] & 0xff, from[i + 1] & 0xff, from[i + 2] & 0xff);
            }
        }
        Arrays.fill(into, at + samples, at + blocksAcross * Cosines.SIDE, into[at + samples - 1]);
    }
}
