package gavlin.web.picture;

import gavlin.core.decoder.Source;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;

/** A file in the cache folder for as long as one request needs it. */
record Spare(Path path) implements Source, AutoCloseable {
    static Spare in(Path folder) throws IOException {
        return new Spare(Files.createTempFile(folder, "spare-", ".part"));
    }

    long bytes() throws IOException {
        return Files.size(path);
    }

    @Override
    public void copyTo(OutputStream to) throws IOException {
        Files.copy(path, to);
    }

    @Override
    public void close() throws IOException {
        Files.deleteIfExists(path);
    }
}
