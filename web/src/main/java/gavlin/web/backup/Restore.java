package gavlin.web.backup;

import gavlin.core.BadInput;
import gavlin.web.problem.Conflict;
import gavlin.web.store.FileStore;
import gavlin.web.store.FileStore.Identity;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.sql.Types;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javax.sql.DataSource;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.MigrationVersion;
import org.springframework.stereotype.Service;
import tools.jackson.databind.JsonNode;

/**
 * Brings back what {@link Backup} wrote: everything into an empty installation of the same or a later version, or one site into any. The
 * archive is read to its end before anything changes; then all rows appear at once or none.
 */
@Service
public class Restore {
    /** Between a site's numbers and those that are there: room for whatever is made meanwhile. */
    private static final long GAP = 1000;

    private final DataSource source;
    private final Flyway flyway;
    private final FileStore files;

    Restore(DataSource source, Flyway flyway, FileStore files) {
        this.source = source;
        this.flyway = flyway;
        this.files = files;
    }

    /** @return in words, what was brought back */
    public String read(Path path) throws IOException {
        try (Archive archive = Archive.open(path)) {
            Manifest manifest = archive.manifest();
            MigrationVersion ours = flyway.info().current().getVersion();
            MigrationVersion theirs = MigrationVersion.fromVersion(manifest.schema());
            if (theirs.compareTo(ours) > 0) {
                throw new BadInput(
                        "file",
                        "the archive comes from a later version of Gavlin than this one: bring this one up to date first");
            }
            boolean all = manifest.site() == null;
            if (!all && theirs.compareTo(ours) < 0) {
                throw new BadInput(
                        "file",
                        "the site was exported by an earlier version: restore it there into the version that you have here");
            }
            requireRoom(manifest);
            archive.check();
            if (theirs.compareTo(ours) < 0) {
                begunAt(theirs);
            }
            storeFiles(archive);
            load(archive, all);
            flyway.migrate();
            return (all ? "everything of " : "the site " + manifest.site() + " as of ") + manifest.madeAt()
                    + " is here: "
                    + manifest.rows().getOrDefault("site", 0L) + " sites, "
                    + manifest.rows().getOrDefault("picture", 0L) + " pictures, "
                    + manifest.rows().getOrDefault("fit_revision", 0L) + " decisions";
        } catch (SQLException e) {
            throw new IllegalStateException(
                    "the database refused it, and nothing of it was kept: " + e.getMessage(), e);
        }
    }

    private void requireRoom(Manifest manifest) throws SQLException {
        try (Connection database = source.getConnection()) {
            if (manifest.site() == null) {
                long there = number(database, "SELECT (SELECT COUNT(*) FROM account) + (SELECT COUNT(*) FROM site)");
                if (there > 0) {
                    throw new Conflict(
                            "there are accounts or sites here already: everything is only brought back into an empty installation");
                }
                return;
            }
            try (PreparedStatement query = database.prepareStatement("SELECT COUNT(*) FROM site WHERE id = ?")) {
                query.setString(1, manifest.site());
                try (ResultSet row = query.executeQuery()) {
                    row.next();
                    if (row.getLong(1) > 0) {
                        throw new Conflict("there is a site " + manifest.site() + " here already");
                    }
                }
            }
        }
    }

    /** Makes the empty database one of an earlier version, so that its rows fit. */
    private void begunAt(MigrationVersion version) {
        Flyway earlier = Flyway.configure()
                .configuration(flyway.getConfiguration())
                .cleanDisabled(false)
                .target(version)
                .load();
        earlier.clean();
        earlier.migrate();
    }

    private void storeFiles(Archive archive) throws IOException {
        for (String sha256 : archive.originals()) {
            try {
                Identity identity = FileStore.identify(to -> copy(archive, sha256, to));
                files.put(identity, to -> copy(archive, sha256, to));
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }

    private static void copy(Archive archive, String sha256, OutputStream to) throws IOException {
        try (InputStream in = archive.file(sha256)) {
            in.transferTo(to);
        }
    }

    private static Table table(String name) {
        return Table.ALL.stream().filter(t -> t.name().equals(name)).findFirst().orElseThrow();
    }

    private void load(Archive archive, boolean all) throws SQLException, IOException {
        try (Connection database = source.getConnection()) {
            database.setAutoCommit(false);
            try (Statement session = database.createStatement()) {
                session.execute("SET FOREIGN_KEY_CHECKS = 0"); // a site names its sheet, and a sheet its site
                Map<String, Long> moved = all ? Map.of() : offsets(database);
                for (Table table : Table.ALL) {
                    if (archive.manifest().rows().containsKey(table.name())) {
                        load(archive, database, table, moved, all);
                    }
                }
                database.commit();
            } catch (SQLException | IOException | RuntimeException e) {
                database.rollback();
                throw e;
            } finally {
                try (Statement session = database.createStatement()) {
                    session.execute("SET FOREIGN_KEY_CHECKS = 1");
                }
            }
        }
    }

    /** By how much a site's own numbers are moved, so that they are nobody else's here. */
    private static Map<String, Long> offsets(Connection database) throws SQLException {
        Map<String, Long> moved = new HashMap<>();
        for (Table table : Table.ALL) {
            if (!table.key().isEmpty()) {
                moved.put(
                        table.name(),
                        number(database, "SELECT COALESCE(MAX(" + table.key() + "), 0) FROM " + table.name()) + GAP);
            }
        }
        return moved;
    }

    private static long number(Connection database, String sql) throws SQLException {
        try (Statement query = database.createStatement();
                ResultSet row = query.executeQuery(sql)) {
            row.next();
            return row.getLong(1);
        }
    }

    private static void load(Archive archive, Connection database, Table table, Map<String, Long> moved, boolean all)
            throws SQLException, IOException {
        Map<String, Integer> columns = columns(database, table);
        List<String> names = new ArrayList<>(columns.keySet());
        if (names.isEmpty()) {
            throw new BadInput("archive", "the archive is damaged: its version had no " + table.name());
        }
        String sql = "INSERT INTO " + table.name() + " (" + String.join(", ", names) + ") VALUES (?"
                + ", ?".repeat(names.size() - 1) + ")";
        try (PreparedStatement insert = database.prepareStatement(sql)) {
            archive.rows(table, row -> {
                try {
                    for (int i = 0; i < names.size(); i++) {
                        String name = names.get(i);
                        JsonNode value = row.path(name);
                        long by = name.equals(table.key())
                                ? moved.getOrDefault(table.name(), 0L)
                                : moved.getOrDefault(table.references().getOrDefault(name, ""), 0L);
                        set(insert, i + 1, value, columns.get(name), by);
                    }
                    insert.executeUpdate();
                } catch (SQLException e) {
                    throw new IllegalStateException(
                            "a row of " + table.name() + " does not fit, and nothing was kept: " + e.getMessage(), e);
                }
            });
        }
    }

    private static void set(PreparedStatement insert, int at, JsonNode value, int type, long by) throws SQLException {
        if (value.isNull() || value.isMissingNode()) {
            insert.setNull(at, type);
        } else if (value.isBoolean()) {
            insert.setBoolean(at, value.asBoolean());
        } else if (value.isIntegralNumber()) {
            insert.setLong(at, value.asLong() + by);
        } else if (value.isNumber()) {
            insert.setDouble(at, value.asDouble());
        } else {
            insert.setString(at, value.asString());
        }
    }

    private static Map<String, Integer> columns(Connection database, Table table) throws SQLException {
        Map<String, Integer> columns = new java.util.LinkedHashMap<>();
        try (ResultSet row = database.getMetaData().getColumns(database.getCatalog(), null, table.name(), null)) {
            while (row.next()) {
                columns.put(row.getString("COLUMN_NAME"), row.getInt("DATA_TYPE"));
            }
        }
        columns.replaceAll((name, type) -> type == Types.OTHER ? Types.VARCHAR : type);
        return columns;
    }
}
