package gavlin.core.raster;

import gavlin.core.colour.Curve;
import gavlin.core.colour.RgbSpace;

/**
 * A level of half the size: each pixel the mean of 2×2 in linear light, premultiplied. The last row or column of an odd
 * size is taken twice. Opaque 8-bit pictures, which nearly all photographs are, go by whole numbers and tables.
 */
final class Halving {
    /** Steps of linear light, so many that four of them still index a table of 16 bits; code 1 of sRGB has five. */
    private static final int UNITS = 16_383;

    private final Samples samples;
    private final int[][] units = new int[3][];
    private final byte[][] codes = new byte[3][];

    Halving(Samples samples) {
        this.samples = samples;
        RgbSpace space = samples.space();
        for (int c = 0; c < 3; c++) {
            boolean known = c > 0 && space.curve(c) == space.curve(c - 1);
            units[c] = known ? units[c - 1] : unitsOf(space.curve(c));
            codes[c] = known ? codes[c - 1] : codesOf(space.curve(c));
        }
    }

    /**
     * @param above coded pixels of one row
     * @param below of the next
     * @param width of the row that comes out
     */
    byte[] row(byte[] above, byte[] below, int width) {
        byte[] twiceAbove = even(above, width);
        byte[] twiceBelow = even(below, width);
        return samples.channels() == 3 && samples.bytesEach() == 1
                ? opaque(twiceAbove, twiceBelow, width)
                : exact(twiceAbove, twiceBelow, width);
    }

    private byte[] even(byte[] row, int width) {
        int pixel = samples.pixelBytes();
        if (row.length == 2 * width * pixel) {
            return row;
        }
        byte[] longer = java.util.Arrays.copyOf(row, 2 * width * pixel);
        System.arraycopy(row, row.length - pixel, longer, row.length, pixel);
        return longer;
    }

    private byte[] opaque(byte[] above, byte[] below, int width) {
        byte[] out = new byte[3 * width];
        for (int c = 0; c < 3; c++) {
            int[] unit = units[c];
            byte[] code = codes[c];
            for (int o = c, i = c; o < out.length; o += 3, i += 6) {
                out[o] = code[
                        unit[above[i] & 0xff]
                                + unit[above[i + 3] & 0xff]
                                + unit[below[i] & 0xff]
                                + unit[below[i + 3] & 0xff]];
            }
        }
        return out;
    }

    private byte[] exact(byte[] above, byte[] below, int width) {
        int channels = samples.channels();
        float[] first = new float[2 * width * channels];
        float[] second = new float[2 * width * channels];
        samples.toLinear(above, 2 * width, first);
        samples.toLinear(below, 2 * width, second);
        float[] mean = new float[width * channels];
        for (int o = 0; o < mean.length; o++) {
            int i = o / channels * 2 * channels + o % channels;
            mean[o] = (first[i] + first[i + channels] + second[i] + second[i + channels]) / 4;
        }
        byte[] out = new byte[width * samples.pixelBytes()];
        samples.toCodes(mean, width, out, 0);
        return out;
    }

    private static int[] unitsOf(Curve curve) {
        int[] units = new int[256];
        for (int code = 0; code < 256; code++) {
            units[code] = Math.round(curve.linear8()[code] * UNITS);
        }
        return units;
    }

    private static byte[] codesOf(Curve curve) {
        byte[] codes = new byte[4 * UNITS + 1];
        for (int sum = 0; sum < codes.length; sum++) {
            codes[sum] = (byte) curve.code8(sum / (4f * UNITS));
        }
        return codes;
    }
}
