package gavlin.core.grow;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.raster.Pixels;
import java.util.function.BiFunction;

/**
 * A blur that begins at a picture's edge and grows with the distance from it: the mean over a square, twice. What lies around a rendition is
 * looked at too, so that what is grown is the same through every window.
 *
 * @param most radius, px of the picture
 * @param picture its size
 */
record Softness(double most, Size picture) {
    /** Of the distance from the edge. */
    private static final double FOR_DISTANCE = 0.4;
    /** Of the picture's shorter side: beyond it nothing is told apart any more. */
    private static final double MOST = 0.08;
    /** Radius, px of a rendition: more of a picture that is enlarged so much nobody looks at. */
    private static final double WIDEST = 160;

    static Softness of(Grow grow, Size picture) {
        double farthest = Math.max(Math.max(grow.top(), grow.bottom()), Math.max(grow.left(), grow.right()));
        double side = MOST * Math.min(picture.width(), picture.height());
        return new Softness(Math.min(side, FOR_DISTANCE * farthest), picture);
    }

    Pixels over(Box<InPrepared> window, Size out, BiFunction<Box<InPrepared>, Size, Pixels> drawn) {
        double scale = out.width() / window.width();
        if (most * scale > WIDEST) {
            return new Softness(WIDEST / scale, picture).over(window, out, drawn);
        }
        int margin = (int) Math.ceil(2 * most * scale) + 1;
        Size wider = new Size(out.width() + 2 * margin, out.height() + 2 * margin);
        double across = margin * window.width() / out.width();
        double down = margin * window.height() / out.height();
        Box<InPrepared> around = new Box<>(
                window.x() - across, window.y() - down, window.width() + 2 * across, window.height() + 2 * down);
        Pixels sharp = drawn.apply(around, wider);
        Pixels soft = blurred(blurred(sharp, around), around);
        int channels = soft.channels();
        byte[] cut = new byte[(int) out.pixels() * channels];
        for (int y = 0; y < out.height(); y++) {
            System.arraycopy(
                    soft.samples(),
                    ((y + margin) * wider.width() + margin) * channels,
                    cut,
                    y * out.width() * channels,
                    out.width() * channels);
        }
        return new Pixels(out, channels, cut);
    }

    private Pixels blurred(Pixels sharp, Box<InPrepared> window) {
        int width = sharp.size().width();
        int height = sharp.size().height();
        int channels = sharp.channels();
        byte[] samples = sharp.samples().clone();
        long[] sums = new long[(width + 1) * (height + 1)];
        for (int c = 0; c < channels; c++) {
            sum(sharp, c, sums);
            for (int y = 0; y < height; y++) {
                double beyondDown = beyond(window.y() + (y + 0.5) * window.height() / height, picture.height());
                for (int x = 0; x < width; x++) {
                    double beyond = Math.max(
                            beyondDown, beyond(window.x() + (x + 0.5) * window.width() / width, picture.width()));
                    int r = (int) Math.round(Math.min(most, FOR_DISTANCE * beyond) * width / window.width());
                    if (r > 0) {
                        int left = Math.max(0, x - r);
                        int right = Math.min(width, x + r + 1);
                        int top = Math.max(0, y - r);
                        int bottom = Math.min(height, y + r + 1);
                        long all = sums[bottom * (width + 1) + right]
                                - sums[top * (width + 1) + right]
                                - sums[bottom * (width + 1) + left]
                                + sums[top * (width + 1) + left];
                        samples[(y * width + x) * channels + c] =
                                (byte) Math.round((double) all / ((long) (right - left) * (bottom - top)));
                    }
                }
            }
        }
        return new Pixels(sharp.size(), channels, samples);
    }

    private static double beyond(double at, int length) {
        return at < 0 ? -at : Math.max(0, at - length);
    }

    private static void sum(Pixels pixels, int channel, long[] sums) {
        int width = pixels.size().width();
        for (int y = 0; y < pixels.size().height(); y++) {
            long line = 0;
            for (int x = 0; x < width; x++) {
                line += pixels.samples()[(y * width + x) * pixels.channels() + channel] & 0xff;
                sums[(y + 1) * (width + 1) + x + 1] = sums[y * (width + 1) + x + 1] + line;
            }
        }
    }
}
