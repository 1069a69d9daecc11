package gavlin.web.backup;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.sun.net.httpserver.HttpServer;
import gavlin.core.BadInput;
import gavlin.standin.StandIn;
import gavlin.web.GavlinApplication;
import gavlin.web.RunningGavlin;
import gavlin.web.RunningGavlin.Answer;
import gavlin.web.fit.Housekeeping;
import gavlin.web.problem.Conflict;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.util.Base64;
import java.util.List;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.JdbcTemplate;

/** An archive of the running demo, brought back into an installation of its own. */
class BackupTest {
    @TempDir
    Path folder;

    private final RunningGavlin gavlin = RunningGavlin.get();

    @Test
    void everything_broughtBackIntoAnEmptyInstallation_isTheSame_byteForByte() throws Exception {
        Path archive = folder.resolve("all.zip");
        byte[] sealed = connected("quillet-street");
        Backup.Written written = gavlin.bean(Backup.class).write(archive, null);
        gavlin.json("warden", "DELETE", "/api/v1/sites/quillet-street/connection", "");
        assertTrue(written.added() > 10 && written.bytes() > 10_000_000, written.toString());
        try (ConfigurableApplicationContext there = empty("gavlin_restored")) {
            there.getBean(Restore.class).read(archive);
            assertArrayEquals(sealed, secret(there.getBean(JdbcTemplate.class)), "as it was sealed");
            gavlin.bean(Housekeeping.class).makeMissing();
            assertTrue(there.getBean(Housekeeping.class).makeMissing() > 10);
            for (String path : List.of(
                    "/api/v1/sites",
                    "/api/v1/sites/tolvane/slots",
                    "/api/v1/sites/tolvane/pictures",
                    "/api/v1/sites/tolvane/slots/slide-lamp-room/fit",
                    "/api/v1/sites/tolvane/slots/slide-lamp-room/rendition",
                    "/api/v1/sites/tolvane/slots/browser-icon/rendition",
                    "/api/v1/sites/quillet-street/slots/front/rendition",
                    "/sites/tolvane/plan",
                    "/sites/quillet-street/slots/front/bench/history")) {
                assertArrayEquals(plain(gavlin.get("warden", path).response().body()), plain(ask(there, path)), path);
            }
            assertThrows(Conflict.class, () -> there.getBean(Restore.class).read(archive), "a second time");

            // One site goes into an installation that has others.
            Path site = folder.resolve("site.zip");
            gavlin.bean(Backup.class).write(site, "quillet-street");
            assertThrows(Conflict.class, () -> there.getBean(Restore.class).read(site), "it is there already");
        }
        try (ConfigurableApplicationContext other = empty("gavlin_other")) {
            JdbcTemplate sql = other.getBean(JdbcTemplate.class);
            sql.update("INSERT INTO account (name, everywhere, password_hash) SELECT name, everywhere, password_hash"
                    + " FROM " + RunningGavlin.DATABASE + ".account WHERE name = 'warden'");
            Path first = folder.resolve("tolvane.zip");
            gavlin.bean(Backup.class).write(first, "tolvane");
            Answer taken = gavlin.get("warden", "/sites/quillet-street/copy"); // the same by the page's button
            assertTrue(taken.header("Content-Disposition").startsWith("attachment; filename=\"quillet-street.zip\""));
            Path second =
                    Files.write(folder.resolve("quillet.zip"), taken.response().body());
            assertEquals(403, gavlin.get("keeper", "/sites/tolvane/copy").status());
            assertEquals(404, gavlin.get("keeper", "/sites/quillet-street/copy").status());
            other.getBean(Restore.class).read(first);
            other.getBean(Restore.class).read(second);
            for (String path : List.of(
                    "/api/v1/sites/tolvane/slots/slide-lamp-room/rendition",
                    "/api/v1/sites/quillet-street/slots/front/fit",
                    "/api/v1/sites/quillet-street/slots/front/rendition")) {
                assertArrayEquals(plain(gavlin.get("warden", path).response().body()), plain(ask(other, path)), path);
            }
        }
    }

    /** A site whose connection has a key, as it is stored. */
    private byte[] connected(String site) throws IOException {
        HttpServer there = StandIn.serve(new InetSocketAddress("127.0.0.1", 0), "word");
        try {
            assertEquals(
                    200,
                    gavlin.json(
                                    "warden",
                                    "PUT",
                                    "/api/v1/sites/" + site + "/connection",
                                    "{\"kind\":\"slots\",\"address\":\"http://127.0.0.1:"
                                            + there.getAddress().getPort() + "\",\"secret\":\"word\"}")
                            .status());
            return secret(gavlin.bean(JdbcTemplate.class));
        } finally {
            there.stop(0);
        }
    }

    private static byte[] secret(JdbcTemplate sql) {
        return sql.queryForObject("SELECT secret FROM connection WHERE site_id = 'quillet-street'", String.class)
                .getBytes(StandardCharsets.UTF_8);
    }

    @Test
    void archiveOfAnEarlierVersion_isBroughtUpToDate() throws Exception {
        Path now = folder.resolve("now.zip");
        gavlin.bean(Backup.class).write(now, null);
        Path earlier = folder.resolve("earlier.zip");
        asOfVersion9(now, earlier);
        try (ConfigurableApplicationContext there = empty("gavlin_upgraded")) {
            there.getBean(Restore.class).read(earlier);
            assertArrayEquals(
                    plain(gavlin.get("warden", "/api/v1/sites/quillet-street/slots/front/fit")
                            .response()
                            .body()),
                    plain(ask(there, "/api/v1/sites/quillet-street/slots/front/fit")));
            assertEquals(
                    0,
                    there.getBean(JdbcTemplate.class)
                            .queryForObject(
                                    "SELECT COUNT(*) FROM picture WHERE removed_at IS NOT NULL", Integer.class));
        }
        Path mixed = folder.resolve("mixed.zip");
        rewritten(now, mixed, text -> text.replaceFirst("\"schema\" *: *\"\\d+\"", "\"schema\":\"9\""));
        try (ConfigurableApplicationContext there = empty("gavlin_mixed")) {
            BadInput damaged = assertThrows(
                    BadInput.class, () -> there.getBean(Restore.class).read(mixed));
            assertTrue(damaged.getMessage().contains("its version had no picture_words"), damaged.getMessage());
        }
        Path later = folder.resolve("later.zip");
        rewritten(now, later, text -> text.replaceFirst("\"schema\" *: *\"\\d+\"", "\"schema\":\"99\""));
        BadInput refused =
                assertThrows(BadInput.class, () -> gavlin.bean(Restore.class).read(later));
        assertTrue(refused.getMessage().contains("later version"), refused.getMessage());
    }

    /** Version 10 of the schema brought removals, former words and sites at rest. */
    private static void asOfVersion9(Path from, Path to) throws IOException {
        rewritten(
                from,
                to,
                text -> text.replaceFirst("\"schema\" *: *\"\\d+\"", "\"schema\":\"9\"")
                        .replaceFirst("\"picture_words\" *: *\\d+,", "")
                        .replaceAll(
                                ",\\s*\"(dispatch|dispatched_file|delivery|connection|slot_link|colour_scheme|shelf_picture|proven|remark)\" *: *\\d+",
                                "")
                        .replaceAll(",\"(removed_at|removed_by)\":(null|\"[^\"]*\")", "")
                        .replaceAll(",\"archived\":(true|false)", ""));
    }

    private static void rewritten(Path from, Path to, UnaryOperator<String> change) throws IOException {
        try (ZipFile zip = new ZipFile(from.toFile());
                ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(to))) {
            for (ZipEntry entry : zip.stream().toList()) {
                byte[] content = zip.getInputStream(entry).readAllBytes();
                out.putNextEntry(new ZipEntry(entry.getName()));
                out.write(
                        entry.getName().startsWith("files/")
                                ? content
                                : change.apply(new String(content, StandardCharsets.UTF_8))
                                        .getBytes(StandardCharsets.UTF_8));
                out.closeEntry();
            }
        }
    }

    @Test
    void secondBackupToTheSameFolder_writesOnlyWhatIsNew_andTheNewestIsBroughtBack() throws IOException {
        Backup backup = gavlin.bean(Backup.class);
        Backup.Written first = backup.write(folder, "quillet-street");
        assertTrue(first.added() >= 2, first.toString());
        Path renamed = folder.resolve("gavlin-20000101-000000.zip");
        Files.move(first.archive(), renamed);
        Backup.Written second = backup.write(folder, "quillet-street");
        assertEquals(0, second.added());
        try (Archive newest = Archive.open(folder)) {
            newest.check();
            assertEquals("quillet-street", newest.manifest().site());
        }
        Files.delete(folder.resolve("files").resolve(anOriginal()));
        try (Archive newest = Archive.open(folder)) {
            assertTrue(assertThrows(BadInput.class, newest::check).getMessage().contains("is missing"));
        }
    }

    @Test
    void cutOrDamagedArchive_isRefused_beforeAnythingChanges() throws IOException {
        Path whole = folder.resolve("whole.zip");
        gavlin.bean(Backup.class).write(whole, "quillet-street");
        byte[] bytes = Files.readAllBytes(whole);
        for (double share : new double[] {0, 0.1, 0.5, 0.9, 0.999}) {
            Path cut = folder.resolve("cut-" + share + ".zip");
            Files.write(cut, java.util.Arrays.copyOf(bytes, (int) (bytes.length * share)));
            assertRefused(cut);
        }
        for (int i = 1; i < 20; i++) {
            Path damaged = folder.resolve("damaged-" + i + ".zip");
            Files.write(damaged, bytes);
            try (RandomAccessFile file = new RandomAccessFile(damaged.toFile(), "rw")) {
                long at = bytes.length / 20L * i;
                file.seek(at);
                int was = file.read();
                file.seek(at);
                file.write(was ^ 0x55);
            }
            assertRefused(damaged);
        }
        Path other = folder.resolve("other.zip");
        Files.writeString(other, "not an archive");
        assertRefused(other);
        assertThrows(BadInput.class, () -> Archive.open(folder.resolve("none.zip")));
    }

    @Test
    void existingFile_isNotWrittenOver_andABrokenOffBackupLeavesNone() throws IOException {
        Path there = folder.resolve("there.zip");
        Files.writeString(there, "somebody's");
        assertThrows(BadInput.class, () -> gavlin.bean(Backup.class).write(there, null));
        assertEquals("somebody's", Files.readString(there));
        assertThrows(
                RuntimeException.class, () -> gavlin.bean(Backup.class).write(folder.resolve("no.zip"), "no-site"));
        assertFalse(Files.exists(folder.resolve("no.zip")));
        try (Stream<Path> left = Files.list(folder)) {
            assertEquals(1, left.count());
        }
    }

    @Test
    void archive_holdsOnlyOpenFormats_andNoRenditions() throws IOException {
        Path archive = folder.resolve("site.zip");
        gavlin.bean(Backup.class).write(archive, "quillet-street");
        try (ZipFile zip = new ZipFile(archive.toFile())) {
            assertTrue(zip.stream()
                    .allMatch(entry ->
                            entry.getName().matches("manifest\\.json|data/[a-z_]+\\.jsonl|files/[0-9a-f]{64}")));
            assertFalse(zip.stream().anyMatch(entry -> entry.getName().matches("data/(account|rendition).*")));
        }
    }

    private static void assertRefused(Path path) {
        BadInput refused = assertThrows(
                BadInput.class,
                () -> {
                    try (Archive archive = Archive.open(path)) {
                        archive.check();
                    }
                },
                path.toString());
        assertTrue(refused.getMessage().contains("Nothing was changed"), refused.getMessage());
    }

    private String anOriginal() {
        return gavlin.bean(JdbcTemplate.class)
                .queryForObject("SELECT MIN(sha256) FROM picture WHERE site_id = 'quillet-street'", String.class);
    }

    private ConfigurableApplicationContext empty(String database) throws SQLException {
        gavlin.bean(JdbcTemplate.class).execute("DROP DATABASE IF EXISTS " + database);
        RunningGavlin.createDatabase(database);
        return new SpringApplicationBuilder(GavlinApplication.class)
                .run(RunningGavlin.arguments("0", folder.resolve(database), database, false));
    }

    /** Sessions and their tokens differ. */
    private static byte[] plain(byte[] page) {
        String text = new String(page, StandardCharsets.ISO_8859_1);
        return text.replaceAll("(csrf\"[^>]*content=|name=\"_csrf\"[^>]*value=)\"[^\"]*\"", "")
                .getBytes(StandardCharsets.ISO_8859_1);
    }

    private static byte[] ask(ConfigurableApplicationContext there, String path)
            throws IOException, InterruptedException {
        there.getBean(JdbcTemplate.class).update("UPDATE account SET demo = FALSE");
        String port = there.getEnvironment().getProperty("local.server.port");
        HttpResponse<byte[]> answer = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + path))
                                .header(
                                        "Authorization",
                                        "Basic " + Base64.getEncoder().encodeToString("warden:tolvane-demo".getBytes()))
                                .build(),
                        HttpResponse.BodyHandlers.ofByteArray());
        assertEquals(200, answer.statusCode(), path);
        return answer.body();
    }
}
