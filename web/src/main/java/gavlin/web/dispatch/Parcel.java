package gavlin.web.dispatch;

import gavlin.web.fit.FitState;
import gavlin.web.fit.Renditions;
import gavlin.web.fit.StoredRendition;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/**
 * The finished files of all that is accepted on a site, as one ZIP: a folder for each slot, a table of the files with their words, and the
 * credits. The same decisions make the same bytes.
 *
 * @param leftOut in words, what is accepted and yet has no file
 */
public record Parcel(List<Item> items, Credits credits, List<String> leftOut) {
    /** ZIP has no time before it; files of one decision do not differ by when they were asked for. */
    private static final LocalDateTime ALWAYS = LocalDateTime.of(1980, 1, 1, 0, 0);

    private static final String HEAD =
            "file,slot,section,density,width,height,bytes,sha256,title,description,credit,licence";

    /** @param path within the ZIP */
    record Item(String path, FitState fit, int density, StoredRendition file) {}

    void writeTo(OutputStream to, Renditions renditions) throws IOException {
        ZipOutputStream zip = new ZipOutputStream(to, StandardCharsets.UTF_8);
        text(zip, "files.csv", Stream.concat(Stream.of(HEAD), items.stream().map(Parcel::row)));
        text(zip, "credits.txt", credits.text().stream());
        text(zip, "credits.html", credits.html().lines());
        if (!leftOut.isEmpty()) {
            text(zip, "left-out.txt", leftOut.stream());
        }
        zip.setLevel(Deflater.NO_COMPRESSION); // pictures are compressed already
        for (Item item : items) {
            begin(zip, item.path());
            renditions.copy(item.file(), zip);
            zip.closeEntry();
        }
        zip.finish();
    }

    /** Files as they are, in their order: the same bytes each time. */
    public static void write(Map<String, byte[]> files, OutputStream to) throws IOException {
        ZipOutputStream zip = new ZipOutputStream(to, StandardCharsets.UTF_8);
        for (Map.Entry<String, byte[]> file : files.entrySet()) {
            begin(zip, file.getKey());
            zip.write(file.getValue());
            zip.closeEntry();
        }
        zip.finish();
    }

    private static String row(Item item) {
        StoredRendition file = item.file();
        var words = item.fit().picture().words();
        return Stream.of(
                        item.path(),
                        item.fit().slot().name(),
                        item.fit().section(),
                        item.density(),
                        file.size().width(),
                        file.size().height(),
                        file.bytes(),
                        file.sha256(),
                        words.title(),
                        words.description(),
                        words.creditPrinted(),
                        words.licence())
                .map(cell -> cell(String.valueOf(cell)))
                .collect(Collectors.joining(","));
    }

    /** RFC 4180; an apostrophe before what a spreadsheet would take for a formula (OWASP, "CSV Injection"). */
    static String cell(String text) {
        String plain = text.matches("(?s)[=+\\-@\\t\\r].*") ? "'" + text : text;
        return plain.matches("(?s).*[\",\\r\\n].*") ? "\"" + plain.replace("\"", "\"\"") + "\"" : plain;
    }

    private static void text(ZipOutputStream zip, String name, Stream<String> lines) throws IOException {
        begin(zip, name);
        zip.write(lines.map(line -> line + "\r\n").collect(Collectors.joining()).getBytes(StandardCharsets.UTF_8));
        zip.closeEntry();
    }

    private static void begin(ZipOutputStream zip, String name) throws IOException {
        ZipEntry entry = new ZipEntry(name);
        entry.setTimeLocal(ALWAYS);
        zip.putNextEntry(entry);
    }
}
