package gavlin.core.raster;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.geometry.Space.InSlot;
import java.util.Arrays;
import java.util.stream.IntStream;

/**
 * Separable Lanczos-3 on premultiplied samples: in linear light where a picture is made smaller, in coded light where it is
 * enlarged ({@link CodedLight}).
 *
 * <p>The output is cut into bands of {@value #BAND_ROWS} rows, worked on side by side. A band runs the same pass twice:
 * along the rows first, whose result is stored turned, then along the columns, turned back. In each pass an input vector
 * is read once and spread over the output vectors that it weighs in, so the inner loop is {@code out += weight · in} over
 * contiguous floats, and every output adds its inputs in ascending order: the bytes do not depend on bands or threads.
 *
 * <p>Where a picture is enlarged, every value is kept between the two samples on either side of it, axis by axis: edges
 * stay as steep as the kernel makes them, and its ringing, which would be pixels wide, is cut off.
 *
 * <p>Memory: a band holds {@value #BAND_ROWS} · (window width + output width) · channels floats; nothing grows with the
 * picture's height. Time: one visit per source sample in the window, 6 multiply-adds each, then the same for the
 * columns of the output's height.
 */
public final class Resampler {
    private static final int BAND_ROWS = 32;
    /** Source columns worked on at a time, so that the few rows being added to stay in the first-level cache. */
    private static final int TILE_COLUMNS = 256;

    private Resampler() {}

    /** Takes finished bands, from several threads, in any order, each output row once. */
    @FunctionalInterface
    public interface BandSink {
        /** @param samples {@code rows · width · channels} linear premultiplied floats, row by row */
        void band(int y, int rows, float[] samples);
    }

    /** Renders the window of {@code source} into a raster of exactly {@code out}. */
    public static Raster resample(PixelRows source, Framing<InPicture> framing, Size out) {
        int rowLength = out.width() * source.channels();
        float[] samples = new float[rowLength * out.height()];
        resample(
                source,
                framing,
                out,
                (y, rows, band) -> System.arraycopy(band, 0, samples, y * rowLength, rows * rowLength));
        return new Raster(out, source.channels(), samples);
    }

    /** As {@link #resample(PixelRows, Framing, Size)}, band by band, for outputs that need not be in memory whole. */
    public static void resample(PixelRows source, Framing<InPicture> framing, Size out, BandSink sink) {
        Box<InPicture> window = framing.window();
        Box<InSlot> placed = framing.placed();
        Size size = source.size();
        Taps down =
                Taps.lanczos3(window.y(), window.height(), placed.y(), placed.height(), out.height(), size.height());
        Taps across = Taps.lanczos3(window.x(), window.width(), placed.x(), placed.width(), out.width(), size.width());
        boolean coded = down.enlarges() && across.enlarges();
        PixelRows rows = coded ? new CodedLight(source) : source;
        int bands = (out.height() + BAND_ROWS - 1) / BAND_ROWS;
        IntStream.range(0, bands).parallel().forEach(band -> {
            int from = band * BAND_ROWS;
            int to = Math.min(out.height(), from + BAND_ROWS);
            float[] samples = renderBand(rows, down, across, from, to, out.width());
            if (coded) {
                CodedLight.toLinear(samples, source.channels());
            }
            sink.band(from, to - from, samples);
        });
    }

    private static float[] renderBand(PixelRows source, Taps down, Taps across, int from, int to, int outWidth) {
        int channels = source.channels();
        int rows = to - from;
        int firstColumn = first(across, 0, outWidth);
        int columns = end(across, 0, outWidth) - firstColumn;
        float[][] turned = new float[columns][rows * channels];
        for (int tile = 0; tile < columns; tile += TILE_COLUMNS) {
            int count = Math.min(TILE_COLUMNS, columns - tile);
            int x = firstColumn + tile;
            float[] input = new float[count * channels];
            float[][] sums = pass(down, from, to, count * channels, y -> {
                source.readLinear(y, x, count, input);
                return input;
            });
            turn(sums, channels, turned, tile, count);
        }
        return turnBack(pass(across, 0, outWidth, rows * channels, x -> turned[x - firstColumn]), channels, rows);
    }

    /** Gives an input vector; it may be the same array each time. */
    @FunctionalInterface
    private interface VectorReader {
        float[] read(int index);
    }

    /** Output vectors {@code from..to−1}, each the weighted sum of its input vectors. */
    private static float[][] pass(Taps taps, int from, int to, int length, VectorReader reader) {
        float[][] out = new float[to - from][length];
        Bounds bounds = taps.enlarges() ? new Bounds(to - from) : null;
        int live = from;
        int end = end(taps, from, to);
        for (int index = first(taps, from, to); index < end; index++) {
            while (live < to && taps.end(live) <= index) {
                live++;
            }
            float[] input = reader.read(index);
            for (int o = live; o < to && taps.first(o) <= index; o++) {
                if (index < taps.end(o)) {
                    addWeighted(out[o - from], input, length, taps.weight(o, index));
                    if (bounds != null && taps.isNearest(o, index)) {
                        bounds.include(o - from, input, length);
                    }
                }
            }
        }
        if (bounds != null) {
            bounds.keep(out);
        }
        return out;
    }

    /** The least and the most of the inputs on either side of each output, which an enlarged picture never leaves. */
    private static final class Bounds {
        private final float[][] least;
        private final float[][] most;

        Bounds(int outputs) {
            least = new float[outputs][];
            most = new float[outputs][];
        }

        void include(int output, float[] input, int length) {
            if (least[output] == null) {
                least[output] = Arrays.copyOf(input, length);
                most[output] = Arrays.copyOf(input, length);
                return;
            }
            for (int i = 0; i < length; i++) {
                least[output][i] = Math.min(least[output][i], input[i]);
                most[output][i] = Math.max(most[output][i], input[i]);
            }
        }

        void keep(float[][] out) {
            for (int o = 0; o < out.length; o++) {
                for (int i = 0; least[o] != null && i < out[o].length; i++) {
                    out[o][i] = Math.max(least[o][i], Math.min(most[o][i], out[o][i]));
                }
            }
        }
    }

    /** Two whole arrays without offsets: only so does the compiler make vector instructions of it, six times as fast. */
    private static void addWeighted(float[] out, float[] in, int length, float weight) {
        for (int i = 0; i < length; i++) {
            out[i] += weight * in[i];
        }
    }

    /** Swaps the two axes: pixel {@code x} of row {@code y} becomes pixel {@code y} of column {@code at + x}. */
    private static void turn(float[][] rows, int channels, float[][] columns, int at, int count) {
        for (int y = 0, o = 0; y < rows.length; y++, o += channels) {
            float[] row = rows[y];
            for (int x = 0, i = 0; x < count; x++, i += channels) {
                float[] column = columns[at + x];
                column[o] = row[i];
                column[o + 1] = row[i + 1];
                column[o + 2] = row[i + 2];
                if (channels == 4) {
                    column[o + 3] = row[i + 3];
                }
            }
        }
    }

    /** Columns to rows, one after the other. */
    private static float[] turnBack(float[][] columns, int channels, int rows) {
        float[] all = new float[rows * columns.length * channels];
        for (int x = 0; x < columns.length; x++) {
            float[] column = columns[x];
            for (int i = 0, o = x * channels; i < column.length; i += channels, o += columns.length * channels) {
                all[o] = column[i];
                all[o + 1] = column[i + 1];
                all[o + 2] = column[i + 2];
                if (channels == 4) {
                    all[o + 3] = column[i + 3];
                }
            }
        }
        return all;
    }

    private static int first(Taps taps, int from, int to) {
        for (int i = from; i < to; i++) {
            if (taps.end(i) > taps.first(i)) {
                return taps.first(i);
            }
        }
        return 0;
    }

    private static int end(Taps taps, int from, int to) {
        for (int i = to - 1; i >= from; i--) {
            if (taps.end(i) > taps.first(i)) {
                return taps.end(i);
            }
        }
        return 0;
    }
}
