package gavlin.core.damage;

import java.util.stream.IntStream;

/**
 * Edges that the file shows where the picture is smooth: the steps between blocks in a sky, rings around letters. Where
 * the picture has grain or forms of its own they are not seen, and not counted. Both are looked at at half the density: on it the
 * edges of every encoder's blocks keep their height, and what rounding does to single pixels goes out of the count.
 */
final class AddedEdges {
    /** Steps from one pixel to the next of more than this are forms or grain, see {@link LabPlanes#squaredStep}. */
    private static final float SMOOTH = 2.0f;
    /** So far around a pixel there is none of them: a block of JPEG's at half the density, beyond which nothing rings. */
    private static final int REACH = 4;
    /** A histogram's steps. */
    private static final int FINE = 64;

    private static final int MOST = 40;
    private static final double PERCENTILE = 0.99;
    /** Of the pixels of a place, so many lie along the edges of JPEG's blocks: at half the density, two in five. */
    private static final double BLOCK_EDGES = 0.4;
    /** Less of a picture is smooth than can be judged. */
    private static final double LEAST_SHARE = 0.01;

    /** A place's side. */
    private static final int SIDE = Cells.SIDE / 2;

    private final LabPlanes original;
    private final float[] steps;
    private final boolean[] smooth;

    /** @param cells what was added in each: as high as even steps along blocks would have to be */
    record Found(double percentile, Cells cells) {}

    /** @param original at half the density, as the files */
    AddedEdges(LabPlanes original) {
        this.original = original;
        this.steps = steps(original);
        this.smooth = smooth();
    }

    /** @param weights how much edges count in each cell */
    Found in(LabPlanes file, Cells weights) {
        float[] found = steps(file);
        int width = original.size().width();
        Cells squares = weights.with(weights, (weight, same) -> 0);
        int[] histogram = new int[FINE * MOST];
        int count = 0;
        for (int i = 0; i < found.length; i++) {
            if (smooth[i]) {
                int cell = i / width / SIDE * squares.size().width() + i % width / SIDE;
                double added = Math.max(0, found[i] - steps[i]) * weights.values()[cell];
                histogram[(int) Math.min(histogram.length - 1, added * FINE)]++;
                count++;
                squares.values()[cell] += added * added;
            }
        }
        double pixels = SIDE * SIDE * BLOCK_EDGES;
        Cells cells = squares.with(squares, (sum, same) -> Math.sqrt(sum / pixels));
        return new Found(count < LEAST_SHARE * found.length ? 0 : percentile(histogram, count), cells);
    }

    private static double percentile(int[] histogram, int count) {
        long below = 0;
        for (int i = 0; i < histogram.length; i++) {
            below += histogram[i];
            if (below >= PERCENTILE * count) {
                return (double) i / FINE;
            }
        }
        return MOST;
    }

    /** From each pixel to the one at its right or below it, whichever is the greater. */
    private static float[] steps(LabPlanes lab) {
        int width = lab.size().width();
        int height = lab.size().height();
        float[] out = new float[width * height];
        IntStream.range(0, height).parallel().forEach(y -> {
            for (int x = 0, i = y * width; x < width; x++, i++) {
                float right = x + 1 < width ? lab.squaredStep(i, i + 1) : 0;
                float below = y + 1 < height ? lab.squaredStep(i, i + width) : 0;
                out[i] = (float) Math.sqrt(Math.max(right, below));
            }
        });
        return out;
    }

    private boolean[] smooth() {
        int width = original.size().width();
        int height = original.size().height();
        boolean[] across = new boolean[steps.length];
        boolean[] out = new boolean[steps.length];
        IntStream.range(0, height).parallel().forEach(y -> {
            int rough = -REACH - 1;
            for (int x = -REACH; x < width; x++) {
                if (x + REACH < width && x + REACH >= 0 && steps[y * width + x + REACH] > SMOOTH) {
                    rough = x + REACH;
                }
                if (x >= 0) {
                    across[y * width + x] = rough < x - REACH;
                }
            }
        });
        IntStream.range(0, height).parallel().forEach(y -> {
            for (int x = 0; x < width; x++) {
                boolean all = true;
                for (int k = Math.max(0, y - REACH); all && k <= Math.min(height - 1, y + REACH); k++) {
                    all = across[k * width + x];
                }
                out[y * width + x] = all;
            }
        });
        return out;
    }
}
