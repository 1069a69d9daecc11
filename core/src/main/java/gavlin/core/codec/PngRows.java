package gavlin.core.codec;

/** The rows of a PNG, or of one pass over it, with their filters undone (§9.2). */
final class PngRows {
    private final PngData data;
    private final int distance;
    private final byte[] filter = new byte[1];
    private byte[] above;
    private byte[] row;

    /** @param distance bytes from one pixel to the next, at least 1 */
    PngRows(PngData data, int rowBytes, int distance) {
        this.data = data;
        this.distance = distance;
        this.above = new byte[rowBytes];
        this.row = new byte[rowBytes];
    }

    byte[] next() {
        byte[] swap = above;
        above = row;
        row = swap;
        data.read(filter, 0, 1);
        data.read(row, 0, row.length);
        undo(filter[0]);
        return row;
    }

    private void undo(int kind) {
        int n = row.length;
        switch (kind) {
            case 0 -> {
                // Stored as it is.
            }
            case 1 -> {
                for (int i = distance; i < n; i++) {
                    row[i] += row[i - distance];
                }
            }
            case 2 -> {
                for (int i = 0; i < n; i++) {
                    row[i] += above[i];
                }
            }
            case 3 -> {
                for (int i = 0; i < n; i++) {
                    int left = i < distance ? 0 : row[i - distance] & 0xff;
                    row[i] += (byte) (left + (above[i] & 0xff) >> 1);
                }
            }
            case 4 -> {
                for (int i = 0; i < n; i++) {
                    int left = i < distance ? 0 : row[i - distance] & 0xff;
                    int corner = i < distance ? 0 : above[i - distance] & 0xff;
                    row[i] += (byte) PngFilters.paeth(left, above[i] & 0xff, corner);
                }
            }
            default -> throw PictureRefused.corrupt("a row has the unknown filter " + kind);
        }
    }
}
