package gavlin.web.shelf;

import gavlin.core.BadInput;
import gavlin.web.picture.Caption;
import gavlin.web.store.Unzipped;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;
import org.springframework.web.multipart.MultipartFile;

/**
 * Files brought to the shelf: one by one, as a folder, or in a ZIP; what is known of them stands in {@value #CREDITS} beside them, a line a file
 * (RFC 4180) under the heads {@code file, title, description, credit, licence}.
 *
 * @param words by the file's own name, in small letters
 */
record Bringing(List<Brought> files, Map<String, Caption> words) {
    static final String CREDITS = "credits.csv";
    static final int MOST_FILES = 200;
    private static final int MOST_CREDITS = 2_000_000;
    private static final long MOST_UNPACKED = 400_000_000;

    /** @param file null where it is too heavy */
    record Brought(String name, InputOf file) {}

    /** Opened as often as it is read. */
    interface InputOf {
        InputStream open() throws IOException;
    }

    /** @param most bytes of one file @throws BadInput for too many files, a damaged ZIP, a credits file that can't be read */
    static Bringing of(List<MultipartFile> uploads, long most) {
        List<Brought> files = new ArrayList<>();
        Map<String, Caption> words = new HashMap<>();
        for (MultipartFile upload : uploads) {
            String name = own(upload.getOriginalFilename());
            if (upload.isEmpty() || name.startsWith(".")) {
                continue;
            }
            try {
                if (name.equalsIgnoreCase(CREDITS)) {
                    credits(upload.getBytes(), words);
                } else if (name.toLowerCase(Locale.ROOT).endsWith(".zip")) {
                    unzip(upload, most, files, words);
                } else {
                    files.add(new Brought(name, upload.getSize() > most ? null : upload::getInputStream));
                }
            } catch (IOException e) {
                throw new UncheckedIOException("an upload cannot be read", e);
            }
        }
        if (files.size() > MOST_FILES) {
            throw new BadInput("files", "more than " + MOST_FILES + " files: bring them in parts");
        }
        if (files.isEmpty()) {
            throw new BadInput("files", "there are no pictures among these files");
        }
        return new Bringing(files, words);
    }

    Caption wordsOf(String name) {
        return words.getOrDefault(name.toLowerCase(Locale.ROOT), Caption.NONE);
    }

    private static void unzip(MultipartFile zip, long most, List<Brought> files, Map<String, Caption> words)
            throws IOException {
        try (InputStream in = zip.getInputStream()) {
            Unzipped.each(in, "files", MOST_UNPACKED, (path, content) -> {
                String name = own(path);
                if (name.equalsIgnoreCase(CREDITS)) {
                    credits(content.read(MOST_CREDITS), words);
                } else {
                    byte[] bytes = files.size() > MOST_FILES ? null : content.read(most);
                    files.add(new Brought(name, bytes == null ? null : () -> new ByteArrayInputStream(bytes)));
                }
            });
        }
    }

    private static void credits(byte[] csv, Map<String, Caption> words) throws IOException {
        if (csv == null || csv.length > MOST_CREDITS) {
            throw new BadInput("files", CREDITS + " is larger than " + MOST_CREDITS / 1_000_000 + " MB");
        }
        String text = new String(csv, StandardCharsets.UTF_8).replaceFirst("^\uFEFF", "");
        char delimiter = text.lines().findFirst().orElse("").contains(";") ? ';' : ',';
        CSVFormat format = CSVFormat.RFC4180
                .builder()
                .setDelimiter(delimiter)
                .setHeader()
                .setSkipHeaderRecord(true)
                .setIgnoreHeaderCase(true)
                .setIgnoreSurroundingSpaces(true)
                .setTrim(true)
                .get();
        try (var lines = format.parse(new StringReader(text))) {
            if (lines.getHeaderNames().stream().noneMatch("file"::equalsIgnoreCase)) {
                throw new BadInput(
                        "files",
                        CREDITS
                                + " needs a first line that names its columns: file, title, description, credit, licence");
            }
            for (CSVRecord line : lines) {
                words.put(
                        own(value(line, "file")).toLowerCase(Locale.ROOT),
                        new Caption(
                                value(line, "title"),
                                value(line, "description"),
                                value(line, "credit"),
                                value(line, "licence")));
            }
        } catch (IllegalArgumentException | IOException | UncheckedIOException e) {
            throw e instanceof BadInput bad
                    ? bad
                    : new BadInput("files", CREDITS + " can't be read as a table: " + e.getMessage());
        }
    }

    private static String value(CSVRecord line, String column) {
        return line.isSet(column) ? line.get(column) : "";
    }

    private static String own(String path) {
        return path == null ? "" : path.replace('\\', '/').replaceAll(".*/", "");
    }
}
