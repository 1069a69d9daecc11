package gavlin.core.codec;

import gavlin.core.codec.PictureReader.Extent;
import gavlin.core.raster.Pixels;
import java.io.IOException;
import java.io.UncheckedIOException;

/** Files that Gavlin itself wrote, read back: how a candidate looks after its losses. Never for a stranger's bytes. */
public final class OwnFile {
    private OwnFile() {}

    /** Decodes a file of 8 bits a sample into memory, as stored. */
    public static Pixels pixels(byte[] file) {
        Header header = PictureReader.inspect(file, Limits.DEFAULT);
        int row = header.stored().width() * header.channels();
        byte[] samples = new byte[row * header.stored().height()];
        Bytes bytes = new Bytes(file);
        try {
            PictureReader.formatOf(bytes)
                    .decode(
                            bytes,
                            header,
                            Extent.whole(header),
                            (y, line) -> System.arraycopy(line, 0, samples, y * row, row));
        } catch (IOException e) {
            throw new UncheckedIOException("reading from memory failed", e);
        }
        return new Pixels(header.stored(), header.channels(), samples);
    }
}
