package gavlin.core.raster;

import gavlin.core.geometry.Size;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Writes a {@link WorkingPicture}: takes a decoder's rows as they come, then makes the halves. The file appears under its
 * name only when it is whole.
 */
public final class WorkingPictureBuilder implements AutoCloseable {
    private final Path file;
    private final Path part;
    private final FileChannel channel;
    private final WorkingPicture picture;
    private final Excerpt excerpt;
    private final Stored stored;
    private final LevelSink full;
    private LevelSink half;

    /**
     * What a decoder hands out.
     *
     * @param size before turning upright
     * @param channels 3 or 4
     * @param bytesEach bytes a sample, 1 or 2
     * @param icc a profile that {@link gavlin.core.colour.RgbSpace} can use, or null for sRGB
     */
    public record Stored(Size size, Orientation orientation, int channels, int bytesEach, byte[] icc) {}

    /** Of the whole picture; it appears as {@code file}. */
    public WorkingPictureBuilder(Path file, Stored stored) throws IOException {
        this(file, stored, Excerpt.whole(stored.orientation.upright(stored.size)));
    }

    /** @param excerpt as much of the picture as some renditions need */
    public WorkingPictureBuilder(Path file, Stored stored, Excerpt excerpt) throws IOException {
        this.file = file;
        this.part = Files.createTempFile(file.toAbsolutePath().getParent(), "building-", ".part");
        this.excerpt = excerpt;
        this.stored = stored;
        this.channel =
                FileChannel.open(part, StandardOpenOption.CREATE, StandardOpenOption.READ, StandardOpenOption.WRITE);
        try {
            this.picture = begin();
        } catch (IOException | RuntimeException e) {
            close();
            throw e;
        }
        this.full = sink(0, excerpt.decoded(stored.size));
    }

    private WorkingPicture begin() throws IOException {
        Size upright = stored.orientation.upright(stored.size);
        byte[] icc = stored.icc == null ? new byte[0] : stored.icc;
        ByteBuffer header = ByteBuffer.allocate(WorkingPicture.HEADER_BYTES + icc.length)
                .putInt(WorkingPicture.MAGIC)
                .putInt(upright.width())
                .putInt(upright.height())
                .putInt(stored.channels)
                .putInt(stored.bytesEach)
                .putInt(icc.length)
                .putInt(excerpt.shrink())
                .putInt(excerpt.halves())
                .put(icc)
                .flip();
        channel.write(header, 0);
        int pixelBytes = stored.channels * stored.bytesEach;
        long at = header.limit();
        List<Size> sizes = WorkingPicture.levelSizes(excerpt.decoded(upright), excerpt.halves());
        for (int level = 0; level < sizes.size(); level++) {
            long row = (long) sizes.get(level).width() * pixelBytes;
            int first = firstRow(level);
            int end = Math.min(endRow(level), sizes.get(level).height());
            Room.reserve(part, at + first * row, (end - first) * row);
            at += sizes.get(level).pixels() * pixelBytes;
        }
        return WorkingPicture.map(
                channel,
                FileChannel.MapMode.READ_WRITE,
                excerpt,
                upright,
                stored.channels,
                stored.bytesEach,
                stored.icc);
    }

    /** Of the rows of a level that anybody looks at. */
    private int firstRow(int level) {
        return Math.max(0, (int) (excerpt.region().y() / (excerpt.shrink() << level)) - 1);
    }

    /** One past the last of them, or of the picture. */
    private int endRow(int level) {
        return (int) Math.ceil(excerpt.region().bottom() / (excerpt.shrink() << level)) + 1;
    }

    /** Takes the rows of the first level. */
    public RowSink full() {
        return full;
    }

    /**
     * Takes the rows of the first half, from a decoder that makes it better or sooner than it would be made here; may be
     * filled beside {@link #full()}. Null when there is no such level.
     */
    public RowSink half() {
        if (half == null && picture.levels().size() > 1) {
            half = sink(1, new Size((stored.size.width() + 1) / 2, (stored.size.height() + 1) / 2));
        }
        return half;
    }

    private LevelSink sink(int level, Size size) {
        return new LevelSink(picture.levels().get(level), stored.orientation, size);
    }

    /** Completes the file and gives it its name. */
    public WorkingPicture finish() throws IOException {
        full.flush();
        if (half != null) {
            half.flush();
        }
        Halving halving = new Halving(picture.levels().get(0).samples());
        for (int level = half == null ? 1 : 2; level < picture.levels().size(); level++) {
            halve(
                    halving,
                    picture.levels().get(level - 1),
                    picture.levels().get(level),
                    firstRow(level),
                    endRow(level));
        }
        channel.close();
        Files.move(part, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        return picture;
    }

    /** How many pixels have alpha below full: exact. */
    public int transparentPixels() {
        return full.transparentPixels();
    }

    @Override
    public void close() throws IOException {
        channel.close();
        Files.deleteIfExists(part);
    }

    private static void halve(
            Halving halving, WorkingPicture.Level from, WorkingPicture.Level to, int firstRow, int endRow) {
        int width = to.size().width();
        int pixel = to.samples().pixelBytes();
        int fromBytes = from.size().width() * pixel;
        int last = from.size().height() - 1;
        IntStream.range(firstRow, Math.min(endRow, to.size().height()))
                .parallel()
                .forEach(y -> {
                    byte[] above = new byte[fromBytes];
                    byte[] below = new byte[fromBytes];
                    from.bytes().get(2 * y * fromBytes, above);
                    from.bytes().get(Math.min(2 * y + 1, last) * fromBytes, below);
                    to.bytes().put(y * width * pixel, halving.row(above, below, width));
                });
    }
}
