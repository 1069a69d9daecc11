package gavlin.core.raster;

import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.core.colour.RgbSpace;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
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
 * A picture made ready for fitting: upright, decoded once, kept in a file that is mapped into memory, so that it takes
 * address space and page cache but no heap. It holds the picture and its halves (1/2, 1/4, …); a rendition is made from
 * the smallest of them that has pixels enough. Samples stay in the colour space of the picture's profile and are
 * converted to sRGB when a rendition is finished. Derived: the file can be thrown away and built again from the original
 * at any time.
 *
 * <p>File: magic, width, height, channels, bytes a sample, bytes of profile, how much smaller the first level is, how many halves at
 * most (eight big-endian ints), the profile, then the levels, each row by row. An {@link Excerpt} lives only as long as its renditions
 * are being made: its rows outside the region are holes, and its first level may be smaller than the picture.
 */
public final class WorkingPicture implements Renderable<InPicture> {
    static final int MAGIC = 0x47_56_57_33; // "GVW3"
    static final int HEADER_BYTES = 32;

    private final Size size;
    private final RgbSpace space;
    private final int shrink;
    private final List<Level> levels;

    private WorkingPicture(Size size, RgbSpace space, int shrink, List<Level> levels) {
        this.size = size;
        this.space = space;
        this.shrink = shrink;
        this.levels = levels;
    }

    @Override
    public Size size() {
        return size;
    }

    @Override
    public boolean hasAlpha() {
        return levels.get(0).channels() == 4;
    }

    public PixelRows full() {
        return levels.get(0);
    }

    @Override
    public Pixels render(Framing<InPicture> framing, Size out) {
        int level = Excerpt.halvings(size, framing) - Integer.numberOfTrailingZeros(shrink);
        level = Math.max(0, Math.min(levels.size() - 1, level));
        double scale = shrink << level;
        PixelRows chosen = WithAlpha.where(levels.get(level), framing, out);
        Box<InPicture> window = framing.window();
        Box<InPicture> scaled =
                new Box<>(window.x() / scale, window.y() / scale, window.width() / scale, window.height() / scale);
        int channels = chosen.channels();
        Samples finished = new Samples(RgbSpace.SRGB, channels, 1);
        byte[] pixels = new byte[(int) out.pixels() * channels];
        Resampler.resample(chosen, new Framing<>(scaled, framing.placed()), out, (y, rows, band) -> {
            space.convertToLinearSrgb(band, channels);
            finished.toCodes(band, rows * out.width(), pixels, y * out.width() * channels);
        });
        return new Pixels(out, channels, pixels);
    }

    /** Writes pixels as a working picture of their own. */
    public static WorkingPicture write(Pixels pixels, Path file) throws IOException {
        int row = pixels.size().width() * pixels.channels();
        try (WorkingPictureBuilder builder = new WorkingPictureBuilder(
                file,
                new WorkingPictureBuilder.Stored(pixels.size(), Orientation.UPRIGHT, pixels.channels(), 1, null))) {
            byte[] samples = new byte[row];
            for (int y = 0; y < pixels.size().height(); y++) {
                System.arraycopy(pixels.samples(), y * row, samples, 0, row);
                builder.full().row(y, samples);
            }
            return builder.finish();
        }
    }

    /** @throws IOException when the file is not a whole working picture */
    public static WorkingPicture open(Path file) throws IOException {
        try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
            ByteBuffer header = ByteBuffer.allocate(HEADER_BYTES);
            if (channel.read(header, 0) < HEADER_BYTES || header.getInt(0) != MAGIC) {
                throw new IOException(file.getFileName() + " is not a working picture");
            }
            int profileBytes = header.getInt(20);
            if (profileBytes < 0 || profileBytes > channel.size()) {
                throw new IOException(file.getFileName() + " is not a working picture");
            }
            byte[] icc = new byte[profileBytes];
            channel.read(ByteBuffer.wrap(icc), HEADER_BYTES);
            Size size = new Size(header.getInt(4), header.getInt(8));
            int channels = Require.range("channels", header.getInt(12), 3, 4, "");
            int bytesEach = Require.range("bytes a sample", header.getInt(16), 1, 2, "");
            int shrink = Require.range("shrink", header.getInt(24), 1, 2, "");
            return map(
                    channel,
                    FileChannel.MapMode.READ_ONLY,
                    new Excerpt(shrink, size.box(), header.getInt(28)),
                    size,
                    channels,
                    bytesEach,
                    icc.length == 0 ? null : icc);
        } catch (BadInput e) {
            throw new IOException(file.getFileName() + " is not a working picture", e);
        }
    }

    /** @param icc a profile of curves and a matrix, or null for sRGB */
    static WorkingPicture map(
            FileChannel channel,
            FileChannel.MapMode mode,
            Excerpt excerpt,
            Size size,
            int channels,
            int bytesEach,
            byte[] icc)
            throws IOException {
        RgbSpace space = RgbSpace.ofProfile(icc);
        if (space == null) {
            throw new IOException("the profile of a working picture cannot be used");
        }
        Samples samples = new Samples(space, channels, bytesEach);
        List<Level> levels = new ArrayList<>();
        long at = HEADER_BYTES + (icc == null ? 0 : icc.length);
        for (Size s : levelSizes(excerpt.decoded(size), excerpt.halves())) {
            long length = s.pixels() * samples.pixelBytes();
            if (mode == FileChannel.MapMode.READ_ONLY && at + length > channel.size()) {
                throw new EOFException("a working picture is shorter than its header says");
            }
            levels.add(new Level(s, samples, channel.map(mode, at, length)));
            at += length;
        }
        return new WorkingPicture(size, space, excerpt.shrink(), List.copyOf(levels));
    }

    List<Level> levels() {
        return levels;
    }

    /** Halves, rounded up, for as long as the smaller side has 64 px. */
    static List<Size> levelSizes(Size size, int halves) {
        List<Size> sizes = new ArrayList<>(List.of(size));
        Size next = size;
        while (sizes.size() - 1 < halves && Math.min(next.width(), next.height()) >= 128) {
            next = new Size((next.width() + 1) / 2, (next.height() + 1) / 2);
            sizes.add(next);
        }
        return sizes;
    }

    /** One size of the picture, over mapped bytes. */
    record Level(Size size, Samples samples, MappedByteBuffer bytes) implements PixelRows {
        @Override
        public int channels() {
            return samples.channels();
        }

        @Override
        public void readLinear(int y, int x, int count, float[] into) {
            int pixel = samples.pixelBytes();
            byte[] row = new byte[count * pixel];
            bytes.get((y * size.width() + x) * pixel, row);
            samples.toLinear(row, count, into);
        }
    }
}
