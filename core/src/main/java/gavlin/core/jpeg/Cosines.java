package gavlin.core.jpeg;

/** The discrete cosine transform of a block of 8×8 samples (T.81 A.3.3), orthonormal, in place. */
final class Cosines {
    static final int SIDE = 8;
    static final int BLOCK = SIDE * SIDE;

    /** Where the coefficients of a file stand in a block, row by row: T.81 figure A.6. */
    static final int[] ZIGZAG = zigzag();

    /** cos(kπ/16) / 2. */
    private static final float C1 = cosine(1);

    private static final float C2 = cosine(2);
    private static final float C3 = cosine(3);
    private static final float C4 = cosine(4);
    private static final float C5 = cosine(5);
    private static final float C6 = cosine(6);
    private static final float C7 = cosine(7);

    private Cosines() {}

    private static float cosine(int k) {
        return (float) (Math.cos(k * Math.PI / 16) / 2);
    }

    static void transform(float[] block) {
        for (int i = 0; i < SIDE; i++) {
            line(block, i * SIDE, 1);
        }
        for (int i = 0; i < SIDE; i++) {
            line(block, i, SIDE);
        }
    }

    /** Eight samples become eight cosines: sums of mirrored samples make the even ones, differences the odd ones. */
    private static void line(float[] b, int at, int step) {
        int at7 = at + 7 * step;
        float s0 = b[at] + b[at7];
        float d0 = b[at] - b[at7];
        float s1 = b[at + step] + b[at7 - step];
        float d1 = b[at + step] - b[at7 - step];
        float s2 = b[at + 2 * step] + b[at7 - 2 * step];
        float d2 = b[at + 2 * step] - b[at7 - 2 * step];
        float s3 = b[at + 3 * step] + b[at7 - 3 * step];
        float d3 = b[at + 3 * step] - b[at7 - 3 * step];
        b[at] = (s0 + s1 + s2 + s3) * C4;
        b[at + step] = d0 * C1 + d1 * C3 + d2 * C5 + d3 * C7;
        b[at + 2 * step] = (s0 - s3) * C2 + (s1 - s2) * C6;
        b[at + 3 * step] = d0 * C3 - d1 * C7 - d2 * C1 - d3 * C5;
        b[at + 4 * step] = (s0 - s1 - s2 + s3) * C4;
        b[at + 5 * step] = d0 * C5 - d1 * C1 + d2 * C7 + d3 * C3;
        b[at + 6 * step] = (s0 - s3) * C6 - (s1 - s2) * C2;
        b[at7] = d0 * C7 - d1 * C5 + d2 * C3 - d3 * C1;
    }

    private static int[] zigzag() {
        int[] order = new int[BLOCK];
        for (int diagonal = 0, k = 0; diagonal < 2 * SIDE - 1; diagonal++) {
            for (int i = Math.max(0, diagonal - SIDE + 1); i <= Math.min(diagonal, SIDE - 1); i++) {
                boolean down = diagonal % 2 == 1;
                int row = down ? i : diagonal - i;
                order[k++] = row * SIDE + diagonal - row;
            }
        }
        return order;
    }
}
