package gavlin.core.turn;

import gavlin.core.colour.Srgb;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Point;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Renderable;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;

/**
 * Renders a window of a turned picture. The part of the picture under it is first resampled upright, to twice the wanted density where it
 * has that many pixels, and then read at each turned pixel by Lanczos-3 at the wanted density, in linear light and premultiplied: what comes out
 * is as sharp as the same window unturned. In bands of rows, so that memory is bounded by {@value #MOST_PIXELS} intermediate pixels.
 * Time: 12×12 intermediate pixels for each pixel of the file.
 */
final class TurnedRendering {
    private static final long MOST_PIXELS = 16_000_000;
    private static final int FEWEST_ROWS = 32;
    /** Lanczos-3 looks three wanted pixels to each side, six of twice the density. */
    private static final int MARGIN = 7;
    /** From this share of the picture's pixels on all are taken as they are. */
    private static final double NEARLY_ALL = 0.7;

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
        return wanted >= 1 ? wanted : 2 * wanted > NEARLY_ALL ? 1 : 2 * wanted;
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
        Box<InPrepared> source = upright(strip(from, rows), density);
        Size size = new Size((int) Math.max(1, Math.ceil(source.width() * density)), (int)
                Math.max(1, Math.ceil(source.height() * density)));
        Pixels upright = picture.render(new Framing<>(source, size.box()), size);
        double acrossPx = size.width() / source.width();
        double downPx = size.height() / source.height();
        double stretch = Math.max(1, density * window.width() / out.width());
        UnaryOperator<Point<InPrepared>> back = turn.backOn(picture.size());
        IntStream.range(from, from + rows).parallel().forEach(y -> {
            Reader reader = new Reader(upright, channels, stretch);
            for (int x = 0; x < out.width(); x++) {
                double tx = window.x() + (x + 0.5) * window.width() / out.width();
                double ty = window.y() + (y + 0.5) * window.height() / out.height();
                Point<InPrepared> at = back.apply(new Point<>(tx, ty));
                float[] sum = reader.at((at.x() - source.x()) * acrossPx - 0.5, (at.y() - source.y()) * downPx - 0.5);
                write(sum, (y * out.width() + x) * channels);
            }
        });
    }

    /** The part of the picture under a strip; where all of its pixels are wanted, whole ones, so that none of them is found anew. */
    private Box<InPrepared> upright(Box<InPrepared> strip, double density) {
        Box<InPrepared> under = under(turn, picture.size(), strip);
        double margin = MARGIN / density;
        Box<InPrepared> box = new Box<InPrepared>(
                        under.x() - margin, under.y() - margin, under.width() + 2 * margin, under.height() + 2 * margin)
                .intersect(picture.size().box());
        if (density != 1) {
            return box;
        }
        double left = Math.floor(box.x());
        double top = Math.floor(box.y());
        return new Box<>(left, top, Math.ceil(box.right()) - left, Math.ceil(box.bottom()) - top);
    }

    private void write(float[] sum, int at) {
        float alpha = channels == 4 ? sum[3] : 1;
        int alphaCode = Math.round(Math.max(0, Math.min(1, alpha)) * 255);
        for (int c = 0; c < 3; c++) {
            float linear = alphaCode > 0 ? sum[c] / alpha : 0;
            samples[at + c] = (byte) Srgb.code8(Math.max(0, Math.min(1, linear)));
        }
        if (channels == 4) {
            samples[at + 3] = (byte) alphaCode;
        }
    }

    /** Values between pixels. */
    private static final class Reader {
        /** Of the kernel, for each pixel's width. */
        private static final int STEPS = 512;

        private static final int LOBES = 3;
        private static final float[] KERNEL = kernel();

        private final byte[] samples;
        private final int width;
        private final int height;
        private final int channels;
        private final float[] linear = Srgb.linear8();
        private final double stretch;
        private final float[] across;
        private final float[] down;
        private final float[] sum = new float[4];

        /** @param stretch how many of these pixels a wanted one is wide, at least 1 */
        Reader(Pixels pixels, int channels, double stretch) {
            this.samples = pixels.samples();
            this.width = pixels.size().width();
            this.height = pixels.size().height();
            this.channels = channels;
            this.stretch = stretch;
            int taps = 2 * (int) Math.ceil(LOBES * stretch);
            this.across = new float[taps];
            this.down = new float[taps];
        }

        private static float[] kernel() {
            float[] kernel = new float[LOBES * STEPS + 2];
            kernel[0] = 1;
            for (int i = 1; i < LOBES * STEPS; i++) {
                double x = Math.PI * i / STEPS;
                kernel[i] = (float) (Math.sin(x) * Math.sin(x / LOBES) * LOBES / (x * x));
            }
            return kernel;
        }

        /** The premultiplied linear colour at a point, whose whole numbers are the middles of pixels; the same array each time. */
        float[] at(double x, double y) {
            int left = weights(x, across);
            int top = weights(y, down);
            float red = 0;
            float green = 0;
            float blue = 0;
            float opaque = 0;
            for (int j = 0; j < down.length; j++) {
                int row = Math.max(0, Math.min(height - 1, top + j)) * width;
                for (int i = 0; i < across.length; i++) {
                    int at = (row + Math.max(0, Math.min(width - 1, left + i))) * channels;
                    float weight = across[i] * down[j];
                    if (channels == 4) {
                        weight *= (samples[at + 3] & 0xff) / 255f;
                        opaque += weight;
                    }
                    red += weight * linear[samples[at] & 0xff];
                    green += weight * linear[samples[at + 1] & 0xff];
                    blue += weight * linear[samples[at + 2] & 0xff];
                }
            }
            sum[0] = red;
            sum[1] = green;
            sum[2] = blue;
            sum[3] = opaque;
            return sum;
        }

        /** Of the pixels around a point, adding up to 1. @return the first of them */
        private int weights(double at, float[] weights) {
            int first = (int) Math.floor(at) - weights.length / 2 + 1;
            float total = 0;
            for (int i = 0; i < weights.length; i++) {
                double step = Math.abs(first + i - at) / stretch * STEPS;
                int whole = (int) step;
                weights[i] = whole >= LOBES * STEPS
                        ? 0
                        : KERNEL[whole] + (float) (step - whole) * (KERNEL[whole + 1] - KERNEL[whole]);
                total += weights[i];
            }
            for (int i = 0; i < weights.length; i++) {
                weights[i] /= total;
            }
            return first;
        }
    }
}
