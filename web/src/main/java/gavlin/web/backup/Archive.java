package gavlin.web.backup;

import gavlin.core.BadInput;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Consumer;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** An archive to be read back: looked through from end to end before anybody relies on it. */
final class Archive implements AutoCloseable {
    private static final JsonMapper JSON = new JsonMapper();
    private static final int LONGEST_MANIFEST = 1_000_000;

    private final ZipFile zip;
    /** Where originals lie that are not in the archive itself. */
    private final Path beside;

    private final Manifest manifest;

    private Archive(ZipFile zip, Path beside) throws IOException {
        this.zip = zip;
        this.beside = beside;
        this.manifest = readManifest();
    }

    /** @param path of an archive, or of a folder of several, of which the newest is meant */
    static Archive open(Path path) throws IOException {
        Path file = Files.isDirectory(path) ? newest(path) : path;
        if (!Files.isRegularFile(file)) {
            throw new BadInput("file", "there is no file " + file);
        }
        ZipFile zip;
        try {
            zip = new ZipFile(file.toFile());
        } catch (IOException e) {
            throw damaged("it is no ZIP, or was cut off");
        }
        try {
            return new Archive(zip, file.toAbsolutePath().resolveSibling(Manifest.FILES));
        } catch (IOException | RuntimeException e) {
            zip.close();
            throw e;
        }
    }

    private static Path newest(Path folder) throws IOException {
        try (Stream<Path> all = Files.list(folder)) {
            Optional<Path> newest = all.filter(p -> p.getFileName().toString().matches("gavlin-[0-9-]+\\.zip"))
                    .max(Comparator.comparing(p -> p.getFileName().toString()));
            return newest.orElseThrow(() -> new BadInput("file", "there is no backup in " + folder));
        }
    }

    private static BadInput damaged(String how) {
        return new BadInput("file", "the archive is damaged: " + how + ". Nothing was changed");
    }

    private Manifest readManifest() throws IOException {
        ZipEntry entry = zip.getEntry(Manifest.ENTRY);
        if (entry == null) {
            throw damaged("it has no " + Manifest.ENTRY);
        }
        try (InputStream in = zip.getInputStream(entry)) {
            Manifest read = JSON.readValue(in.readNBytes(LONGEST_MANIFEST), Manifest.class);
            if (!Manifest.FORMAT.equals(read.format()) || read.rows() == null || read.schema() == null) {
                throw damaged("it is not in the format " + Manifest.FORMAT);
            }
            return read;
        } catch (JacksonException e) {
            throw damaged("its " + Manifest.ENTRY + " can't be read");
        }
    }

    Manifest manifest() {
        return manifest;
    }

    /** Reads all of it once. @throws BadInput when anything is missing, damaged or too much */
    void check() throws IOException {
        for (Table table : Table.ALL) {
            Long expected = manifest.rows().get(table.name());
            long[] rows = {0};
            if (expected != null) {
                rows(table, row -> rows[0]++);
                if (rows[0] != expected) {
                    throw damaged("it has " + rows[0] + " of " + expected + " rows of " + table.name());
                }
            }
        }
        for (String sha256 : originals()) {
            checkFile(sha256);
        }
    }

    /** What was uploaded, by its hash. */
    Set<String> originals() throws IOException {
        Set<String> originals = new TreeSet<>();
        for (Table table : Table.ALL) {
            if (table.hasOriginals() && manifest.rows().containsKey(table.name())) {
                rows(table, row -> originals.add(row.path("sha256").asString()));
            }
        }
        return originals;
    }

    private void checkFile(String sha256) throws IOException {
        MessageDigest digest = Backup.sha256();
        try (InputStream in = new DigestInputStream(file(sha256), digest)) {
            in.transferTo(java.io.OutputStream.nullOutputStream());
        } catch (IOException e) {
            throw damaged("the original " + sha256 + " can't be read");
        }
        if (!HexFormat.of().formatHex(digest.digest()).equals(sha256)) {
            throw damaged("the original " + sha256 + " has other bytes than it should");
        }
    }

    InputStream file(String sha256) throws IOException {
        if (!sha256.matches("[0-9a-f]{64}")) {
            throw damaged("a picture names no original");
        }
        ZipEntry entry = zip.getEntry(Manifest.FILES + sha256);
        Path outside = beside.resolve(sha256);
        if (entry == null && !Files.isRegularFile(outside)) {
            throw damaged("the original " + sha256 + " is missing");
        }
        return entry != null ? zip.getInputStream(entry) : Files.newInputStream(outside);
    }

    void rows(Table table, Consumer<JsonNode> each) throws IOException {
        ZipEntry entry = zip.getEntry(table.entry());
        if (entry == null) {
            throw damaged("it has no " + table.entry());
        }
        try (BufferedReader lines =
                new BufferedReader(new InputStreamReader(zip.getInputStream(entry), StandardCharsets.UTF_8))) {
            for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                JsonNode row = JSON.readTree(line);
                if (!row.isObject()) {
                    throw damaged("a row of " + table.name() + " is none");
                }
                each.accept(row);
            }
        } catch (JacksonException | java.io.EOFException | java.util.zip.ZipException e) {
            throw damaged("the rows of " + table.name() + " can't be read");
        }
    }

    @Override
    public void close() throws IOException {
        zip.close();
    }
}
