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

    /** Pixels for each sample: 1 or 2; downwards only where across as well. */
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
        int width = pixels.size().width();
        int samples = (width + across - 1) / across;
        byte[] from = pixels.samples();
        int upper = rowStart(pixels, row * down);
        if (across == 1) {
            for (int x = 0, i = upper; x < samples; x++, i += 3) {
                into[at + x] = plane.of(from[i] & 0xff, from[i + 1] & 0xff, from[i + 2] & 0xff) + plane.shift;
            }
        } else {
            int lower = rowStart(pixels, row * down + down - 1);
            for (int x = 0; x < samples; x++) {
                int left = 6 * x;
                int right = 3 * Math.min(2 * x + 1, width - 1);
                int r = four(from, upper + left, upper + right, lower + left, lower + right);
                int g = four(from, upper + left + 1, upper + right + 1, lower + left + 1, lower + right + 1);
                int b = four(from, upper + left + 2, upper + right + 2, lower + left + 2, lower + right + 2);
                into[at + x] = plane.of(r, g, b) / 4 + plane.shift;
            }
        }
        Arrays.fill(into, at + samples, at + blocksAcross * Cosines.SIDE, into[at + samples - 1]);
    }

    private static int rowStart(Pixels pixels, int y) {
        return 3 * pixels.size().width() * Math.min(y, pixels.size().height() - 1);
    }

    private static int four(byte[] from, int a, int b, int c, int d) {
        return (from[a] & 0xff) + (from[b] & 0xff) + (from[c] & 0xff) + (from[d] & 0xff);
    }
}
