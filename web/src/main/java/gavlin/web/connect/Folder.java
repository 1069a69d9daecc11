package gavlin.web.connect;

import java.io.IOException;
import java.util.List;

/** A folder on a web server. Paths are relative to it, with slashes, and none begins with one. */
interface Folder {
    /** @param bytes of the file */
    record Entry(String path, long bytes) {}

    /** Writes a file, and the folders that lead to it. */
    void write(String path, byte[] bytes) throws IOException;

    /** In place of what was there, in one step wherever the server can do that. */
    void rename(String from, String to) throws IOException;

    /** Null where there is none. */
    byte[] read(String path) throws IOException;

    /** -1 where there is none. */
    long size(String path) throws IOException;

    /** Nothing where there is none. */
    void delete(String path) throws IOException;

    /** Files in it and in its folders, two levels down, which is as deep as a package goes. */
    List<Entry> list() throws IOException;

    void close() throws IOException;
}
