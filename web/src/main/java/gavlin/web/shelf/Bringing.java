package gavlin.web.shelf;

import gavlin.core.BadInput;
import gavlin.core.decoder.Source;
import gavlin.web.picture.Caption;
import gavlin.web.picture.Pictures;
import gavlin.web.store.Unzipped;
import java.io.IOException;
import java.io.InputStream;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;
import org.springframework.web.multipart.MultipartFile;

/**
 * Files brought to the shelf: one by one, as a folder, or in ZIPs; what is known of them stands in {@value #CREDITS} beside them, a line a file
 * (RFC 4180) under the heads {@code file, title, description, credit, licence}. ZIPs are read twice, first for that alone, so that no more than one
 * picture of them is ever in memory.
 */
final class Bringing {
    static final String CREDITS = "credits.csv";
    static final int MOST_FILES = 200;
    private static final int MOST_CREDITS = 2_000_000;
    private static final long MOST_UNPACKED = 400_000_000;

    private final List<MultipartFile> uploads;
    /** By the file's own name, in small letters. */
    private final Map<String, Caption> words = new HashMap<>();

    interface Taking {
        /** @param file null where it is too heavy */
        void take(String name, Source file, Caption words);
    }

    /** @throws BadInput for a damaged ZIP, or a credits file that can't be read */
    Bringing(List<MultipartFile> uploads) {
        this.uploads = uploads.stream()
                .filter(upload ->
                        !upload.isEmpty() && !own(upload.getOriginalFilename()).startsWith("."))
                .toList();
        for (MultipartFile upload : this.uploads) {
            try {
                if (isCredits(own(upload.getOriginalFilename()))) {
                    credits(upload.getBytes());
                } else if (isZip(upload)) {
                    unzip(upload, (path, content) -> {
                        if (isCredits(own(path))) {
                            credits(content.read(MOST_CREDITS));
                        }
                    });
                }
            } catch (IOException e) {
                throw new UncheckedIOException("an upload cannot be read", e);
            }
        }
    }

    /**
     * Each picture, one after the other.
     *
     * @param most bytes of one file @throws BadInput for none, and for too many of them; those before are taken by then
     */
    void each(long most, Taking taking) {
        int[] count = {0};
        Taking counted = (name, file, said) -> {
            if (++count[0] > MOST_FILES) {
                throw new BadInput("files", "more than " + MOST_FILES + " files: bring the others by themselves");
            }
            taking.take(name, file, said);
        };
        for (MultipartFile upload : uploads) {
            String name = own(upload.getOriginalFilename());
            if (isZip(upload)) {
                eachIn(upload, most, counted);
            } else if (!isCredits(name)) {
                counted.take(name, upload.getSize() > most ? null : Pictures.contentOf(upload), wordsOf(name));
            }
        }
        if (count[0] == 0) {
            throw new BadInput("files", "there are no pictures among these files");
        }
    }

    private void eachIn(MultipartFile zip, long most, Taking taking) {
        try {
            unzip(zip, (path, content) -> {
                String name = own(path);
                if (!isCredits(name)) {
                    byte[] bytes = content.read(most);
                    taking.take(name, bytes == null ? null : Source.of(bytes), wordsOf(name));
                }
            });
        } catch (IOException e) {
            throw new UncheckedIOException("an upload cannot be read", e);
        }
    }

    private static void unzip(MultipartFile zip, Unzipped.Taking taking) throws IOException {
        try (InputStream in = zip.getInputStream()) {
            Unzipped.each(in, "files", MOST_UNPACKED, taking);
        }
    }

    private static boolean isZip(MultipartFile upload) {
        return own(upload.getOriginalFilename()).toLowerCase(Locale.ROOT).endsWith(".zip");
    }

    private static boolean isCredits(String name) {
        return name.equalsIgnoreCase(CREDITS);
    }

    private Caption wordsOf(String name) {
        return words.getOrDefault(name.toLowerCase(Locale.ROOT), Caption.NONE);
    }

    private void credits(byte[] csv) {
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
