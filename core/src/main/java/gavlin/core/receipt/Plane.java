package gavlin.core.receipt;

import gavlin.core.raster.Pixels;

/**
 * Brightness of coded sRGB (ITU-R BT.601 weights), 0..255, row by row; what is clear lies on middle grey, so that dark and light marks
 * both show.
 */
record Plane(int width, int height, float[] values) {
    private static final int GREY = 0x808080;

    static Plane of(Pixels pixels) {
        byte[] in = pixels.over(GREY).samples();
        float[] values = new float[in.length / 3];
        for (int i = 0, o = 0; o < values.length; i += 3, o++) {
            values[o] = 0.299f * (in[i] & 0xff) + 0.587f * (in[i + 1] & 0xff) + 0.114f * (in[i + 2] & 0xff);
        }
        return new Plane(pixels.size().width(), pixels.size().height(), values);
    }

    /** Each pixel of the result is the mean of what it covers, fractions included; enlarged, the nearest pixels mixed. */
    Plane resized(int toWidth, int toHeight) {
        if (toWidth == width && toHeight == height) {
            return this;
        }
        float[] across = new float[toWidth * height];
        mean(values, width, height, 1, width, across, toWidth, 1, toWidth);
        float[] out = new float[toWidth * toHeight];
        mean(across, height, toWidth, toWidth, 1, out, toHeight, toWidth, 1);
        return new Plane(toWidth, toHeight, out);
    }

    /** One direction: lines of {@code from} values become lines of {@code to}. @param step from value to value @param line from line to line */
    private static void mean(
            float[] in, int from, int lines, int step, int line, float[] out, int to, int outStep, int outLine) {
        double pitch = (double) from / to;
        for (int i = 0; i < to; i++) {
            // Enlarged, a pixel covers less than one of the source: it takes a whole one's width around its middle.
            double middle = (i + 0.5) * pitch;
            double reach = Math.max(1, pitch) / 2;
            double begin = Math.max(0, middle - reach);
            double end = Math.min(from, middle + reach);
            for (int first = (int) begin; first < end; first++) {
                float share = (float) ((Math.min(end, first + 1) - Math.max(begin, first)) / (end - begin));
                for (int l = 0; l < lines; l++) {
                    out[i * outStep + l * outLine] += share * in[first * step + l * line];
                }
            }
        }
    }

    /** Bilinear, at a place in px; at the edges the last pixel goes on. */
    float at(double x, double y) {
        double fx = Math.max(0, Math.min(width - 1, x - 0.5));
        double fy = Math.max(0, Math.min(height - 1, y - 0.5));
        int x0 = Math.min((int) fx, Math.max(0, width - 2));
        int y0 = Math.min((int) fy, Math.max(0, height - 2));
        float dx = (float) (fx - x0);
        float dy = (float) (fy - y0);
        int at = y0 * width + x0;
        int right = width > 1 ? 1 : 0;
        int down = height > 1 ? width : 0;
        float top = values[at] + dx * (values[at + right] - values[at]);
        float bottom = values[at + down] + dx * (values[at + down + right] - values[at + down]);
        return top + dy * (bottom - top);
    }
}
