package gavlin.core.codec;

/** The row filters of PNG (§9), as both directions need them. */
final class PngFilters {
    static final int KINDS = 5;

    private PngFilters() {}

    /** The Paeth predictor (§9.4). */
    static int paeth(int left, int above, int corner) {
        int p = left + above - corner;
        int toLeft = Math.abs(p - left);
        int toAbove = Math.abs(p - above);
        int toCorner = Math.abs(p - corner);
        if (toLeft <= toAbove && toLeft <= toCorner) {
            return left;
        }
        return toAbove <= toCorner ? above : corner;
    }

    /**
     * Writes the filtered row, its kind first.
     *
     * @param distance bytes from one pixel to the next
     * @param out one byte longer than the row
     * @return the sum of the filtered bytes' magnitudes, the usual guess at how well they will deflate (§12.7)
     */
    static long apply(int kind, byte[] row, byte[] above, int distance, byte[] out) {
        out[0] = (byte) kind;
        long sum = 0;
        for (int i = 0; i < row.length; i++) {
            int left = i < distance ? 0 : row[i - distance] & 0xff;
            int up = above[i] & 0xff;
            int corner = i < distance ? 0 : above[i - distance] & 0xff;
            int predicted = switch (kind) {
                case 1 -> left;
                case 2 -> up;
                case 3 -> left + up >> 1;
                case 4 -> paeth(left, up, corner);
                default -> 0;
            };
            byte filtered = (byte) ((row[i] & 0xff) - predicted);
            out[i + 1] = filtered;
            sum += Math.abs(filtered);
        }
        return sum;
    }
}
