package gavlin.core.raster;

/**
 * For each output index along one axis, the input indices that it is made of and their weights: Lanczos-3 (C. Duchon
 * 1979, J. Appl. Meteor. 18:1016–1022), its support widened when shrinking. Weights add up to 1 for an output pixel that
 * the picture covers wholly, and to the covered share for one at the edge of a placed box. Beyond the picture its edge
 * pixels go on.
 */
final class Taps {
    static final int LOBES = 3;

    private static final int NONE = Integer.MIN_VALUE;

    private final int[] first;
    private final float[][] weights;

    /** The input at or before each output's centre; NONE where an output is covered in part only. */
    private final int[] before;

    private final int lastInput;
    private final boolean enlarges;

    private Taps(int[] first, float[][] weights, int[] before, int lastInput, boolean enlarges) {
        this.first = first;
        this.weights = weights;
        this.before = before;
        this.lastInput = lastInput;
        this.enlarges = enlarges;
    }

    /**
     * @param sourceStart where the window begins, source px, and its length
     * @param placedStart where the window lands, output px, and its length
     * @param outSize how many output pixels
     * @param sourceSize how many source pixels there are
     */
    static Taps lanczos3(
            double sourceStart,
            double sourceLength,
            double placedStart,
            double placedLength,
            int outSize,
            int sourceSize) {
        int[] first = new int[outSize];
        float[][] weights = new float[outSize][];
        int[] before = new int[outSize];
        double step = sourceLength / placedLength;
        double widen = Math.max(1, step);
        for (int i = 0; i < outSize; i++) {
            double covered = Math.min(i + 1, placedStart + placedLength) - Math.max(i, placedStart);
            if (covered <= 0) {
                first[i] = 0;
                weights[i] = new float[0];
                continue;
            }
            double centre = sourceStart + (i + 0.5 - placedStart) * step;
            int from = (int) Math.ceil(centre - LOBES * widen - 0.5);
            int to = (int) Math.floor(centre + LOBES * widen - 0.5);
            int low = Math.max(0, Math.min(sourceSize - 1, from));
            int high = Math.max(0, Math.min(sourceSize - 1, to));
            double[] exact = new double[high - low + 1];
            for (int j = from; j <= to; j++) {
                exact[Math.max(low, Math.min(high, j)) - low] += lanczos((j + 0.5 - centre) / widen);
            }
            first[i] = low;
            before[i] = covered < 1 ? NONE : (int) Math.floor(centre - 0.5);
            weights[i] = normalised(exact, Math.min(1, covered));
        }
        return new Taps(first, weights, before, sourceSize - 1, step < 1);
    }

    /** Whether outputs are smaller than inputs, so that a kernel's ringing would be seen. */
    boolean enlarges() {
        return enlarges;
    }

    /** Whether an input is one of the two on either side of an output's centre. */
    boolean isNearest(int output, int input) {
        int left = before[output];
        return left != NONE
                && (input == left
                        || input == left + 1
                        || input == 0 && left < 0
                        || input == lastInput && left >= lastInput);
    }

    int first(int output) {
        return first[output];
    }

    /** One past the last input of an output. */
    int end(int output) {
        return first[output] + weights[output].length;
    }

    float weight(int output, int input) {
        return weights[output][input - first[output]];
    }

    private static double lanczos(double x) {
        if (x == 0) {
            return 1;
        }
        if (Math.abs(x) >= LOBES) {
            return 0;
        }
        double angle = Math.PI * x;
        return LOBES * Math.sin(angle) * Math.sin(angle / LOBES) / (angle * angle);
    }

    /** Floats whose sum is as near to {@code total} as floats can be: the rest goes to the largest weight. */
    private static float[] normalised(double[] exact, double total) {
        double sum = 0;
        for (double w : exact) {
            sum += w;
        }
        float[] out = new float[exact.length];
        double rest = total;
        int largest = 0;
        for (int i = 0; i < exact.length; i++) {
            out[i] = (float) (exact[i] / sum * total);
            rest -= out[i];
            largest = out[i] > out[largest] ? i : largest;
        }
        out[largest] += (float) rest;
        return out;
    }
}
