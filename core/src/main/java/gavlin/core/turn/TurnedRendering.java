package gavlin.core.turn;

import gavlin.core.colour.Srgb;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Point;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Renderable;
import java.util.Arrays;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;

/**
 * Renders a window of a turned picture. The part of the picture under it is first resampled upright, to twice the wanted density where it
 * has that many pixels, and then read along the turned lines by cubic convolution (R. Keys, "Cubic convolution interpolation for digital
 * image processing", IEEE Trans. ASSP 29(6), 1981, a = −½), four readings a pixel, in linear light and premultiplied. In bands of
 * rows, so that memory is bounded by {@value #MOST_PIXELS} intermediate pixels.
 */
final class TurnedRendering {
    private static final long MOST_PIXELS = 16_000_000;
    private static final int FEWEST_ROWS = 32;
    /** Cubic convolution looks two pixels to each side. */
    private static final int MARGIN = 3;

    private final Renderable<InPrepared> picture;
    private final Turn turn;
    private final Box<InPrepared> window;
    private final Size out;
    private final int channels;
    private final byte[] samples;

    private TurnedRendering(Renderable<InPrepared> picture, Turn turn, Box<InPrepared> window, Size out) {
        this.picture = picture;
        this.turn = turn;
        this.window = window;
        this.out = out;
        this.channels = picture.hasAlpha() ? 4 : 3;
        this.samples = new byte[(int) out.pixels() * channels];
    }

    /** @param window inside the turned picture, px of it */
    static Pixels render(Renderable<InPrepared> picture, Turn turn, Box<InPrepared> window, Size out) {
        if (turn.degrees() == 0) { // only mirrored: no value has to be found between pixels
            Box<InPrepared> source = under(turn, picture.size(), window);
            return picture.render(new Framing<>(source, out.box()), out).mirrored();
        }
        TurnedRendering rendering = new TurnedRendering(picture, turn, window, out);
        for (int y = 0; y < out.height(); ) {
            int rows = rendering.rowsFrom(y);
            rendering.band(y, rows);
            y += rows;
        }
        return new Pixels(out, rendering.channels, rendering.samples);
    }

    /** The part of the picture that is read, px of it. */
    static Box<InPrepared> source(Turn turn, Size picture, Box<InPrepared> window) {
        Box<InPrepared> box = under(turn, picture, window);
        double margin = MARGIN * Math.max(1, window.width() / 64);
        return new Box<InPrepared>(
                        box.x() - margin, box.y() - margin, box.width() + 2 * margin, box.height() + 2 * margin)
                .intersect(picture.box());
    }

    /** The upright box around what lies under a box of the turned picture. */
    private static Box<InPrepared> under(Turn turn, Size picture, Box<InPrepared> box) {
        return Box.around(box, (Point<InPrepared> at) -> turn.back(picture, at));
    }

    private double density() {
        double wanted = out.width() / window.width();
        return wanted >= 1 ? wanted : Math.min(2 * wanted, 1);
    }

    private Box<InPrepared> strip(int y, int rows) {
        double perRow = window.height() / out.height();
        return new Box<>(window.x(), window.y() + y * perRow, window.width(), rows * perRow);
    }

    private int rowsFrom(int y) {
        int rows = out.height() - y;
        while (rows > FEWEST_ROWS
                && under(turn, picture.size(), strip(y, rows)).area() * density() * density() > MOST_PIXELS) {
            rows = (rows + 1) / 2;
        }
        return rows;
    }

    private void band(int from, int rows) {
        double density = density();
        Box<InPrepared> under = under(turn, picture.size(), strip(from, rows));
        double margin = MARGIN / density;
        Box<InPrepared> source = new Box<InPrepared>(
                        under.x() - margin, under.y() - margin, under.width() + 2 * margin, under.height() + 2 * margin)
                .intersect(picture.size().box());
        Size size = new Size((int) Math.max(1, Math.ceil(source.width() * density)), (int)
                Math.max(1, Math.ceil(source.height() * density)));
        Pixels upright = picture.render(new Framing<>(source, size.box()), size);
        double acrossPx = size.width() / source.width();
        double downPx = size.height() / source.height();
        UnaryOperator<Point<InPrepared>> back = turn.backOn(picture.size());
        IntStream.range(from, from + rows).parallel().forEach(y -> {
            Reader reader = new Reader(upright, channels);
            double[] sum = new double[4];
            for (int x = 0; x < out.width(); x++) {
                Arrays.fill(sum, 0);
                for (int i = 0; i < 4; i++) {
                    double tx = window.x() + (x + 0.25 + i % 2 * 0.5) * window.width() / out.width();
                    double ty = window.y() + (y + 0.25 + i / 2 * 0.5) * window.height() / out.height();
                    Point<InPrepared> at = back.apply(new Point<>(tx, ty));
                    reader.add((at.x() - source.x()) * acrossPx - 0.5, (at.y() - source.y()) * downPx - 0.5, sum);
                }
                write(sum, (y * out.width() + x) * channels);
            }
        });
    }

    private void write(double[] sum, int at) {
        double alpha = channels == 4 ? Math.max(0, Math.min(1, sum[3] / 4)) : 1;
        for (int c = 0; c < 3; c++) {
            double linear = alpha > 0 ? sum[c] / 4 / alpha : 0;
            samples[at + c] = (byte) Srgb.code8((float) Math.max(0, Math.min(1, linear)));
        }
        if (channels == 4) {
            samples[at + 3] = (byte) Math.round(alpha * 255);
        }
    }

    /** Values between pixels. */
    private static final class Reader {
        private final byte[] samples;
        private final int width;
        private final int height;
        private final int channels;
        private final float[] linear = Srgb.linear8();
        private final double[] across = new double[4];
        private final double[] down = new double[4];

        Reader(Pixels pixels, int channels) {
            this.samples = pixels.samples();
            this.width = pixels.size().width();
            this.height = pixels.size().height();
            this.channels = channels;
        }

        /** Adds the premultiplied linear colour at a point, whose whole numbers are the middles of pixels. */
        void add(double x, double y, double[] sum) {
            int x0 = (int) Math.floor(x);
            int y0 = (int) Math.floor(y);
            weights(x - x0, across);
            weights(y - y0, down);
            for (int j = 0; j < 4; j++) {
                int row = Math.max(0, Math.min(height - 1, y0 - 1 + j)) * width;
                for (int i = 0; i < 4; i++) {
                    int at = (row + Math.max(0, Math.min(width - 1, x0 - 1 + i))) * channels;
                    double weight = across[i] * down[j];
                    double alpha = channels == 4 ? (samples[at + 3] & 0xff) / 255.0 : 1;
                    for (int c = 0; c < 3; c++) {
                        sum[c] += weight * alpha * linear[samples[at + c] & 0xff];
                    }
                    sum[3] += weight * alpha;
                }
            }
        }

        /** Of the pixels 1 before, at, 1 and 2 after a point that lies t behind the second. */
        private static void weights(double t, double[] w) {
            w[0] = ((-0.5 * t + 1) * t - 0.5) * t;
            w[1] = (1.5 * t - 2.5) * t * t + 1;
            w[2] = ((-1.5 * t + 2) * t + 0.5) * t;
            w[3] = (0.5 * t - 0.5) * t * t;
        }
    }
}
