package gavlin.core.jpeg;

import gavlin.core.jpeg.Component.Plane;
import gavlin.core.raster.Pixels;
import java.util.Arrays;
import java.util.stream.IntStream;

/** Decides how finely a JPEG should keep colour, by what halving it would do to this picture. */
public final class ChromaDetail {
    /** Root mean square change of Cb and Cr, 0..255, from which coloured edges visibly smear: measured on lettering. */
    private static final double VISIBLE = 6;

    private ChromaDetail() {}

    /** @param pixels without alpha */
    public static Chroma of(Pixels pixels) {
        return lossFromHalving(pixels) > VISIBLE ? Chroma.FULL : Chroma.HALVED;
    }

    /** How far Cb and Cr (ITU-R BT.601) stray from the mean of their 2×2 block: root mean square over both. */
    static double lossFromHalving(Pixels pixels) {
        int rows = pixels.size().height() / 2;
        int columns = pixels.size().width() / 2;
        // Added up in one order, however many threads there are.
        double[] squares = IntStream.range(0, rows)
                .parallel()
                .mapToDouble(row -> squares(pixels, 2 * row, columns))
                .toArray();
        return squares.length == 0 || columns == 0
                ? 0
                : Math.sqrt(Arrays.stream(squares).sum() / (8.0 * rows * columns));
    }

    /** Of a pair of rows, the sum over its 2×2 blocks. */
    private static double squares(Pixels pixels, int y, int columns) {
        int width = pixels.size().width();
        byte[] in = pixels.samples();
        double[] cb = new double[4];
        double[] cr = new double[4];
        double squares = 0;
        for (int x = 0; x < 2 * columns; x += 2) {
            double meanCb = 0;
            double meanCr = 0;
            for (int k = 0; k < 4; k++) {
                int i = ((y + k / 2) * width + x + k % 2) * 3;
                int r = in[i] & 0xff;
                int g = in[i + 1] & 0xff;
                int b = in[i + 2] & 0xff;
                cb[k] = Plane.CB.of(r, g, b);
                cr[k] = Plane.CR.of(r, g, b);
                meanCb += cb[k] / 4;
                meanCr += cr[k] / 4;
            }
            for (int k = 0; k < 4; k++) {
                squares += (cb[k] - meanCb) * (cb[k] - meanCb) + (cr[k] - meanCr) * (cr[k] - meanCr);
            }
        }
        return squares;
    }
}
