package gavlin.core.raster;

import gavlin.core.colour.Srgb;
import gavlin.core.geometry.Size;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.stream.IntStream;

/**
 * Writes a {@link WorkingPicture}: takes a decoder's rows as they come, turns them upright on the way, then makes the
 * halves. The file appears under its name only when it is whole.
 */
public final class WorkingPictureBuilder implements RowSink, AutoCloseable {
    /** Rows gathered before a turned picture is written, so that its columns are written in runs. */
    private static final int TURNED_ROWS = 64;

    private final Path file;
    private final Path part;
    private final FileChannel channel;
    private final WorkingPicture picture;
    private final Size stored;
    private final Orientation orientation;
    private final int pixelBytes;
    private final byte[] gathered;
    private int gatheredFrom;
    private int gatheredRows;
    private int transparent;

    /**
     * @param stored the size before turning upright
     * @param channels 3 or 4
     * @param bytesEach bytes a sample, 1 or 2
     */
    public WorkingPictureBuilder(Path file, Size stored, Orientation orientation, int channels, int bytesEach)
            throws IOException {
        this.file = file;
        this.part = Files.createTempFile(file.toAbsolutePath().getParent(), "building-", ".part");
        this.stored = stored;
        this.orientation = orientation;
        this.pixelBytes = channels * bytesEach;
        this.gathered = new byte[TURNED_ROWS * stored.width() * pixelBytes];
        this.channel =
                FileChannel.open(part, StandardOpenOption.CREATE, StandardOpenOption.READ, StandardOpenOption.WRITE);
        Size upright = orientation.upright(stored);
        ByteBuffer header = ByteBuffer.allocate(WorkingPicture.HEADER_BYTES)
                .putInt(WorkingPicture.MAGIC)
                .putInt(upright.width())
                .putInt(upright.height())
                .putInt(channels)
                .putInt(bytesEach)
                .flip();
        channel.write(header, 0);
        this.picture = WorkingPicture.map(channel, FileChannel.MapMode.READ_WRITE, upright, channels, bytesEach);
    }

    @Override
    public void row(int y, byte[] samples) {
        countTransparent(samples);
        if (gatheredRows == 0) {
            gatheredFrom = y;
        }
        System.arraycopy(samples, 0, gathered, gatheredRows * stored.width() * pixelBytes, stored.width() * pixelBytes);
        gatheredRows++;
        if (gatheredRows == TURNED_ROWS || y == stored.height() - 1) {
            writeGathered();
        }
    }

    /** The mapped file itself, for an opaque picture that is stored upright. */
    @Override
    public ByteBuffer whole() {
        return orientation == Orientation.UPRIGHT && !picture.hasAlpha()
                ? picture.levels().get(0).bytes()
                : null;
    }

    /** Completes the file and gives it its name. */
    public WorkingPicture finish() throws IOException {
        for (int level = 1; level < picture.levels().size(); level++) {
            halve(picture.levels().get(level - 1), picture.levels().get(level));
        }
        channel.close();
        Files.move(part, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        return picture;
    }

    /** How many pixels have alpha below full: exact. */
    public int transparentPixels() {
        return transparent;
    }

    @Override
    public void close() throws IOException {
        channel.close();
        Files.deleteIfExists(part);
    }

    private void countTransparent(byte[] samples) {
        int bytesEach = picture.levels().get(0).bytesEach();
        if (!picture.hasAlpha()) {
            return;
        }
        for (int i = 3 * bytesEach; i < stored.width() * pixelBytes; i += pixelBytes) {
            if (samples[i] != -1 || bytesEach == 2 && samples[i + 1] != -1) {
                transparent++;
            }
        }
    }

    private void writeGathered() {
        WorkingPicture.Level full = picture.levels().get(0);
        int width = full.size().width();
        int storedRow = stored.width() * pixelBytes;
        if (!orientation.transposes() && !orientation.mirrorsColumns()) {
            for (int r = 0; r < gatheredRows; r++) {
                int y = orientation.uprightY(0, gatheredFrom + r, stored);
                full.bytes().put(y * width * pixelBytes, gathered, r * storedRow, storedRow);
            }
        } else {
            for (int x = 0; x < stored.width(); x++) {
                for (int r = 0; r < gatheredRows; r++) {
                    int y = gatheredFrom + r;
                    int to = orientation.uprightY(x, y, stored) * width + orientation.uprightX(x, y, stored);
                    full.bytes().put(to * pixelBytes, gathered, r * storedRow + x * pixelBytes, pixelBytes);
                }
            }
        }
        gatheredRows = 0;
    }

    /** Each pixel the mean of 2×2, in linear light; the last row or column of an odd size is taken twice. */
    private static void halve(WorkingPicture.Level from, WorkingPicture.Level to) {
        int width = to.size().width();
        int channels = to.channels();
        int fromWidth = from.size().width();
        int rowBytes = width * channels * to.bytesEach();
        IntStream.range(0, to.size().height()).parallel().forEach(y -> {
            float[] above = new float[2 * width * channels];
            float[] below = new float[2 * width * channels];
            from.readLinear(2 * y, 0, fromWidth, above);
            from.readLinear(Math.min(2 * y + 1, from.size().height() - 1), 0, fromWidth, below);
            if (fromWidth < 2 * width) {
                System.arraycopy(above, (fromWidth - 1) * channels, above, fromWidth * channels, channels);
                System.arraycopy(below, (fromWidth - 1) * channels, below, fromWidth * channels, channels);
            }
            float[] mean = new float[width * channels];
            for (int x = 0; x < width; x++) {
                for (int c = 0; c < channels; c++) {
                    int i = 2 * x * channels + c;
                    mean[x * channels + c] = (above[i] + above[i + channels] + below[i] + below[i + channels]) / 4;
                }
            }
            Raster row = new Raster(new Size(width, 1), channels, mean);
            to.bytes().put(y * rowBytes, to.bytesEach() == 1 ? row.toPixels().samples() : wide(row));
        });
    }

    private static byte[] wide(Raster part) {
        float[] in = part.samples();
        byte[] out = new byte[in.length * 2];
        for (int i = 0; i < in.length; i++) {
            boolean isAlpha = part.channels() == 4 && i % 4 == 3;
            float alpha = part.channels() == 4 ? Math.max(0, Math.min(1, in[i / 4 * 4 + 3])) : 1;
            double value = isAlpha ? alpha : alpha == 0 ? 0 : Srgb.encode(Math.max(0, Math.min(1, in[i] / alpha)));
            int code = (int) Math.round(value * 65_535);
            out[2 * i] = (byte) (code >> 8);
            out[2 * i + 1] = (byte) code;
        }
        return out;
    }
}
