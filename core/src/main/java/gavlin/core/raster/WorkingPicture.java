package gavlin.core.raster;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import java.io.EOFException;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.MappedByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;

/**
 * A picture made ready for fitting: upright, sRGB, decoded once, kept in a file that is mapped into memory, so that it
 * takes address space and page cache but no heap. It holds the picture and its halves (1/2, 1/4, …); a rendition is made
 * from the smallest of them that still has twice the wanted pixels in each direction. Derived: the file can be thrown
 * away and built again from the original at any time.
 *
 * <p>File: magic, width, height, channels, bytes a sample (five big-endian ints), then the levels, each row by row.
 */
public final class WorkingPicture {
    static final int MAGIC = 0x47_56_57_31; // "GVW1"
    static final int HEADER_BYTES = 20;
    /** A level stays usable while it has at least this many pixels for each one wanted. */
    private static final double HEADROOM = 2;

    private final List<Level> levels;

    private WorkingPicture(List<Level> levels) {
        this.levels = levels;
    }

    public Size size() {
        return levels.get(0).size();
    }

    public boolean hasAlpha() {
        return levels.get(0).channels() == 4;
    }

    public PixelRows full() {
        return levels.get(0);
    }

    /** Renders the framing, given in full-size source px, into exactly {@code out}. */
    public Raster render(Framing framing, Size out) {
        int level = 0;
        while (level + 1 < levels.size() && framing.detail() / (1 << level + 1) >= HEADROOM) {
            level++;
        }
        Level chosen = levels.get(level);
        Box window = framing.window().carry(size().box(), chosen.size().box());
        return Resampler.resample(chosen, new Framing(window, framing.placed()), out);
    }

    /** @throws IOException when the file is not a whole working picture */
    public static WorkingPicture open(Path file) throws IOException {
        try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
            ByteBuffer header = ByteBuffer.allocate(HEADER_BYTES);
            if (channel.read(header, 0) < HEADER_BYTES || header.getInt(0) != MAGIC) {
                throw new IOException(file.getFileName() + " is not a working picture");
            }
            return map(
                    channel,
                    FileChannel.MapMode.READ_ONLY,
                    new Size(header.getInt(4), header.getInt(8)),
                    header.getInt(12),
                    header.getInt(16));
        }
    }

    static WorkingPicture map(FileChannel channel, FileChannel.MapMode mode, Size size, int channels, int bytesEach)
            throws IOException {
        List<Level> levels = new ArrayList<>();
        long at = HEADER_BYTES;
        for (Size s : levelSizes(size)) {
            long length = s.pixels() * channels * bytesEach;
            if (mode == FileChannel.MapMode.READ_ONLY && at + length > channel.size()) {
                throw new EOFException("a working picture is shorter than its header says");
            }
            levels.add(new Level(s, channels, bytesEach, channel.map(mode, at, length)));
            at += length;
        }
        return new WorkingPicture(List.copyOf(levels));
    }

    List<Level> levels() {
        return levels;
    }

    /** Halves, rounded up, for as long as the smaller side has 64 px. */
    private static List<Size> levelSizes(Size size) {
        List<Size> sizes = new ArrayList<>(List.of(size));
        Size next = size;
        while (Math.min(next.width(), next.height()) >= 128) {
            next = new Size((next.width() + 1) / 2, (next.height() + 1) / 2);
            sizes.add(next);
        }
        return sizes;
    }

    /** One size of the picture, over mapped bytes. */
    record Level(Size size, int channels, int bytesEach, MappedByteBuffer bytes) implements PixelRows {
        @Override
        public void readLinear(int y, int x, int count, float[] into) {
            int pixel = channels * bytesEach;
            byte[] row = new byte[count * pixel];
            bytes.get((y * size.width() + x) * pixel, row);
            Samples.toLinear(row, bytesEach, channels, count, into);
        }
    }
}
