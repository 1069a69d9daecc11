package gavlin.core.raster;

import gavlin.core.colour.Srgb;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;

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

    private static void halve(WorkingPicture.Level from, WorkingPicture.Level to) {
        Framing whole = new Framing(from.size().box(), to.size().box());
        int row = to.size().width() * to.channels() * to.bytesEach();
        Resampler.resample(from, whole, to.size(), (y, rows, band) -> {
            Raster part = new Raster(new Size(to.size().width(), rows), to.channels(), band);
            byte[] samples = to.bytesEach() == 1 ? part.toPixels().samples() : wide(part);
            to.bytes().put(y * row, samples);
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
