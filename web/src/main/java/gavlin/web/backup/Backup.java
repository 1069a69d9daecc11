package gavlin.web.backup;

import gavlin.web.problem.NotFound;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.ResultSetMetaData;
import java.sql.SQLException;
import java.sql.Statement;
import java.sql.Types;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import javax.sql.DataSource;
import org.flywaydb.core.Flyway;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * Writes an archive while people work: all rows are of one moment, read in one transaction that nobody waits for, and streamed, so that
 * memory is bounded by the longest row and a chunk of a file. A whole archive appears under its name at the end or not at all.
 */
@Service
public class Backup {
    private static final JsonMapper JSON = new JsonMapper();
    private static final int ROWS_AT_ONCE = 100;

    private final DataSource source;
    private final Flyway flyway;

    Backup(DataSource source, Flyway flyway) {
        this.source = source;
        this.flyway = flyway;
    }

    /** What was written. @param added how many originals, {@code bytes} in all; those that a folder had are not counted */
    public record Written(Path archive, long added, long bytes) {}

    /**
     * @param target a file that does not exist yet, or a folder, into which only originals are written that it has not got
     * @param site one site's id, or null for everything
     */
    public Written write(Path target, String site) throws IOException {
        boolean folder = Files.isDirectory(target);
        Path archive = folder ? target.resolve("gavlin-" + stamp() + ".zip") : target;
        if (Files.exists(archive)) {
            throw new gavlin.core.BadInput("file", archive + " exists already: name another, or a folder");
        }
        Path part = archive.resolveSibling(archive.getFileName() + ".part");
        try (Connection database = source.getConnection()) {
            beginSnapshot(database);
            long[] added;
            try (ZipOutputStream zip =
                    new ZipOutputStream(new BufferedOutputStream(Files.newOutputStream(part), 1 << 20))) {
                List<String> originals = originals(database, site);
                writeData(database, site, originals.size(), zip);
                added = folder ? toFolder(database, originals, target) : toZip(database, originals, zip);
            } finally {
                database.rollback();
            }
            Files.move(part, archive, java.nio.file.StandardCopyOption.ATOMIC_MOVE);
            return new Written(archive, added[0], added[1]);
        } catch (SQLException e) {
            throw new IllegalStateException("the database could not be read: " + e.getMessage(), e);
        } finally {
            Files.deleteIfExists(part);
        }
    }

    private static String stamp() {
        return DateTimeFormatter.ofPattern("yyyyMMdd-HHmmss")
                .withZone(ZoneOffset.UTC)
                .format(Instant.now());
    }

    private static void beginSnapshot(Connection database) throws SQLException {
        database.setAutoCommit(false);
        database.setTransactionIsolation(Connection.TRANSACTION_REPEATABLE_READ);
        try (Statement statement = database.createStatement()) {
            statement.execute("START TRANSACTION WITH CONSISTENT SNAPSHOT");
        }
    }

    private void writeData(Connection database, String site, int files, ZipOutputStream zip)
            throws SQLException, IOException {
        zip.setLevel(Deflater.BEST_SPEED);
        Map<String, Long> rows = new LinkedHashMap<>();
        for (Table table : Table.ALL) {
            if (site == null || table.ofSite() != null) {
                rows.put(table.name(), count(database, table, site));
            }
        }
        if (site != null && rows.get("site") == 0) {
            throw new NotFound("site", site);
        }
        String schema = flyway.info().current().getVersion().toString();
        Manifest manifest =
                new Manifest(Manifest.FORMAT, schema, site, Instant.now().toString(), rows, files);
        entry(zip, Manifest.ENTRY, JSON.writerWithDefaultPrettyPrinter().writeValueAsBytes(manifest));
        for (Table table : Table.ALL) {
            if (rows.containsKey(table.name())) {
                zip.putNextEntry(new ZipEntry(table.entry()));
                writeRows(database, table, site, zip);
                zip.closeEntry();
            }
        }
    }

    private static void entry(ZipOutputStream zip, String name, byte[] content) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        zip.write(content);
        zip.closeEntry();
    }

    private static long count(Connection database, Table table, String site) throws SQLException {
        try (PreparedStatement query = prepared(database, "SELECT COUNT(*)" + table.rows(site), site);
                ResultSet row = query.executeQuery()) {
            row.next();
            return row.getLong(1);
        }
    }

    private static void writeRows(Connection database, Table table, String site, OutputStream to)
            throws SQLException, IOException {
        try (PreparedStatement query = prepared(database, "SELECT *" + table.rows(site) + table.order(), site)) {
            query.setFetchSize(ROWS_AT_ONCE);
            try (ResultSet row = query.executeQuery()) {
                ResultSetMetaData columns = row.getMetaData();
                while (row.next()) {
                    to.write((json(row, columns) + "\n").getBytes(StandardCharsets.UTF_8));
                }
            }
        }
    }

    private static String json(ResultSet row, ResultSetMetaData columns) throws SQLException {
        ObjectNode json = JSON.createObjectNode();
        for (int i = 1; i <= columns.getColumnCount(); i++) {
            String name = columns.getColumnName(i);
            String text = row.getString(i);
            if (text == null) {
                json.putNull(name);
                continue;
            }
            switch (columns.getColumnType(i)) {
                case Types.BOOLEAN, Types.BIT -> json.put(name, row.getBoolean(i));
                case Types.INTEGER, Types.BIGINT, Types.TINYINT, Types.SMALLINT -> json.put(name, row.getLong(i));
                case Types.DOUBLE -> json.put(name, row.getDouble(i));
                default -> json.put(name, text);
            }
        }
        return json.toString();
    }

    private static PreparedStatement prepared(Connection database, String sql, String site) throws SQLException {
        PreparedStatement query =
                database.prepareStatement(sql, ResultSet.TYPE_FORWARD_ONLY, ResultSet.CONCUR_READ_ONLY);
        if (site != null) {
            query.setString(1, site);
        }
        return query;
    }

    private static List<String> originals(Connection database, String site) throws SQLException {
        String sql = site == null
                ? "SELECT sha256 FROM picture UNION SELECT sha256 FROM shelf_picture ORDER BY sha256"
                : "SELECT DISTINCT sha256 FROM picture WHERE site_id = ? ORDER BY sha256";
        try (PreparedStatement query = prepared(database, sql, site);
                ResultSet row = query.executeQuery()) {
            List<String> all = new ArrayList<>();
            while (row.next()) {
                all.add(row.getString(1));
            }
            return all;
        }
    }

    /** They are compressed already. @return how many, and of how many bytes */
    private static long[] toZip(Connection database, List<String> originals, ZipOutputStream zip)
            throws SQLException, IOException {
        zip.setLevel(Deflater.NO_COMPRESSION);
        long bytes = 0;
        try (Originals ahead = new Originals(database, originals)) {
            for (String sha256 : originals) {
                zip.putNextEntry(new ZipEntry(Manifest.FILES + sha256));
                bytes += ahead.copyNext(sha256, zip);
                zip.closeEntry();
            }
        }
        return new long[] {originals.size(), bytes};
    }

    private static long[] toFolder(Connection database, List<String> originals, Path folder)
            throws SQLException, IOException {
        Path files = Files.createDirectories(folder.resolve(Manifest.FILES));
        List<String> missing = originals.stream()
                .filter(sha256 -> !Files.exists(files.resolve(sha256)))
                .toList();
        long bytes = 0;
        try (Originals ahead = new Originals(database, missing)) {
            for (String sha256 : missing) {
                Path part = files.resolve(sha256 + ".part");
                try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(part))) {
                    bytes += ahead.copyNext(sha256, out);
                }
                Files.move(part, files.resolve(sha256), java.nio.file.StandardCopyOption.ATOMIC_MOVE);
            }
        }
        return new long[] {missing.size(), bytes};
    }

    static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new UncheckedIOException(new IOException("every JDK has SHA-256", e));
        }
    }
}
