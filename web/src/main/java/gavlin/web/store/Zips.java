package gavlin.web.store;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.LocalDateTime;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** ZIP files that are the same bytes whenever they are asked for. */
public final class Zips {
    /** ZIP has no time before it; files of one decision do not differ by when they were asked for. */
    private static final LocalDateTime ALWAYS = LocalDateTime.of(1980, 1, 1, 0, 0);

    private Zips() {}

    /** Files as they are, in their order. */
    public static void write(Map<String, byte[]> files, OutputStream to) throws IOException {
        ZipOutputStream zip = new ZipOutputStream(to, StandardCharsets.UTF_8);
        for (Map.Entry<String, byte[]> file : files.entrySet()) {
            file(zip, file.getKey(), file.getValue());
        }
        zip.finish();
    }

    public static void file(ZipOutputStream zip, String name, byte[] bytes) throws IOException {
        begin(zip, name);
        zip.write(bytes);
        zip.closeEntry();
    }

    /** @param end of each line */
    public static void lines(ZipOutputStream zip, String name, Stream<String> lines, String end) throws IOException {
        file(
                zip,
                name,
                lines.map(line -> line + end).collect(Collectors.joining()).getBytes(StandardCharsets.UTF_8));
    }

    /** What follows is written into a file of this name, until its entry is closed. */
    public static void begin(ZipOutputStream zip, String name) throws IOException {
        ZipEntry entry = new ZipEntry(name);
        entry.setTimeLocal(ALWAYS);
        zip.putNextEntry(entry);
    }
}
