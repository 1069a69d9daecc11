package gavlin.core.testcard;

import gavlin.core.raster.Pixels;

/** Where one cell's colour becomes the next one's, to a fraction of a pixel. */
final class Edge {
    private Edge() {}

    /** Between the columns {@code column} and the one after it. @param y px of the line looked at @return NaN when it can't be told */
    static double across(Pixels pixels, Axis across, int column, double y) {
        int line = (int) Math.floor(y);
        int width = pixels.size().width();
        if (line < 0 || line >= pixels.size().height()) {
            return Double.NaN;
        }
        return between(pixels, line * width, 1, width, across, column);
    }

    /** The same between two rows. */
    static double down(Pixels pixels, Axis down, int row, double x) {
        int line = (int) Math.floor(x);
        int width = pixels.size().width();
        if (line < 0 || line >= width) {
            return Double.NaN;
        }
        return between(pixels, line, width, pixels.size().height(), down, row);
    }

    /**
     * How far the left cell's share of the pixels between the middles of both reaches: exact where the screen mixes colours by area, and
     * where both sides are blurred alike.
     *
     * @param from the line's first pixel @param step to the next @param count of them
     */
    private static double between(Pixels pixels, int from, int step, int count, Axis axis, int cell) {
        int left = (int) Math.floor(axis.at(cell + Placement.WITHIN));
        int right = (int) Math.floor(axis.at(cell + 1.5));
        if (left < 0 || right >= count || right <= left) {
            return Double.NaN;
        }
        byte[] samples = pixels.samples();
        int channels = pixels.channels();
        double[] way = new double[3];
        double length = 0;
        for (int c = 0; c < 3; c++) {
            way[c] = (samples[(from + right * step) * channels + c] & 0xff)
                    - (samples[(from + left * step) * channels + c] & 0xff);
            length += way[c] * way[c];
        }
        if (length == 0) {
            return Double.NaN;
        }
        double share = 0;
        for (int i = left; i <= right; i++) {
            double done = 0;
            for (int c = 0; c < 3; c++) {
                done += way[c]
                        * ((samples[(from + i * step) * channels + c] & 0xff)
                                - (samples[(from + left * step) * channels + c] & 0xff));
            }
            share += 1 - Math.max(0, Math.min(1, done / length));
        }
        return left + share;
    }
}
