package gavlin.web.connect;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.sun.net.httpserver.HttpServer;
import gavlin.core.geometry.Size;
import gavlin.standin.StandIn;
import gavlin.web.RunningGavlin;
import gavlin.web.store.FileStore;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** One contract, kept by every way of reaching a site; the folders are served by rclone. */
class ConnectorTest {
    private static final byte[] ONE = RunningGavlin.photograph(new Size(128, 128), 1);
    private static final byte[] OTHER = RunningGavlin.photograph(new Size(128, 128), 2);

    @TempDir
    Path folder;

    private static Connector.File file(byte[] bytes) {
        return new Connector.File(
                "face", "", 1, "face/Ä face, 100%-1.jpg", "image/jpeg", FileStore.sha256(bytes), bytes);
    }

    private static Reach reach(String uri) {
        return Reach.of(URI.create(uri), Set.of("127.0.0.1"));
    }

    private Connector folder(String way, int port, String password) throws IOException {
        return new FolderConnector(
                way.equals("webdav")
                        ? new WebDavFolder(reach("http://127.0.0.1:" + port + "/"), Rclone.USER, password)
                        : new SftpFolder(reach("sftp://127.0.0.1:" + port + "/"), Rclone.USER, password, ""));
    }

    private static void keepsTheContract(Connector site) {
        assertNull(site.noPlaceFor("face", "", 1));
        assertNull(site.held(file(ONE)), "nothing is held at first");
        assertFalse(site.holds(file(ONE)));
        site.remove(file(ONE)); // nothing to take away, and no fault

        site.put(file(ONE));
        site.publish();
        assertTrue(site.holds(file(ONE)));
        assertFalse(site.holds(file(OTHER)));
        assertArrayEquals(ONE, site.held(file(ONE)));
        assertArrayEquals(ONE, site.shown(file(ONE)));

        site.put(file(ONE)); // twice does no harm
        site.put(file(OTHER));
        site.publish();
        assertArrayEquals(OTHER, site.held(file(OTHER)));
        assertEquals(
                1,
                site.holdings().stream()
                        .filter(held -> held.bytes() == OTHER.length)
                        .count());
        assertTrue(site.holdings().stream().noneMatch(held -> held.slot().contains("gavlin-part")));

        site.remove(file(OTHER));
        assertNull(site.held(file(OTHER)));
    }

    @ParameterizedTest
    @ValueSource(strings = {"webdav", "sftp"})
    void folder_keepsTheContract(String way) throws Exception {
        try (Rclone server = new Rclone(way, folder.resolve("served"), 0, folder.resolve("keys"));
                Connector site = folder(way, server.port(), Rclone.PASSWORD)) {
            assertEquals("an empty folder", site.answered());
            keepsTheContract(site);
            site.put(file(ONE));
            assertArrayEquals(
                    ONE,
                    Files.readAllBytes(
                            folder.resolve("served").resolve(file(ONE).path())));
        }
    }

    @Test
    void siteWithSlots_keepsTheContract_andSaysForWhatItHasNoPlace() throws IOException {
        HttpServer server = StandIn.serve(new InetSocketAddress("127.0.0.1", 0), "word");
        try (Connector site = new SlotsConnector(
                reach("http://127.0.0.1:" + server.getAddress().getPort() + "/"), "word")) {
            keepsTheContract(site);
            assertNotNull(site.noPlaceFor("face", "kelso", 1));
            assertNotNull(site.noPlaceFor("face", "", 2));
            assertNotNull(site.noPlaceFor("nowhere", "", 1));
            Connector.File heavy = file(new byte[40_000]);
            SiteRefused refused = assertThrows(SiteRefused.class, () -> site.put(heavy));
            assertTrue(refused.getMessage().contains("Face takes at most 30000 bytes"), refused.getMessage());
            assertFalse(refused.isEverything());
        } finally {
            server.stop(0);
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"webdav", "sftp"})
    void wrongPassword_isRefusedForEverything_inWords(String way) throws Exception {
        try (Rclone server = new Rclone(way, folder.resolve("served"), 0, folder.resolve("keys"))) {
            SiteRefused refused = assertThrows(SiteRefused.class, () -> folder(way, server.port(), "wrong"));
            assertTrue(refused.isEverything());
            assertTrue(refused.getMessage().contains("refuses the name"), refused.getMessage());
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"webdav", "sftp"})
    void folderThatIsNotThere_isSaid(String way) throws Exception {
        try (Rclone server = new Rclone(way, folder.resolve("served"), 0, folder.resolve("keys"))) {
            Reach nowhere =
                    reach((way.equals("webdav") ? "http" : "sftp") + "://127.0.0.1:" + server.port() + "/nowhere/");
            SiteRefused refused = assertThrows(SiteRefused.class, () -> {
                if (way.equals("webdav")) {
                    new WebDavFolder(nowhere, Rclone.USER, Rclone.PASSWORD);
                } else {
                    new SftpFolder(nowhere, Rclone.USER, Rclone.PASSWORD, "");
                }
            });
            assertTrue(refused.getMessage().contains("folder"), refused.getMessage());
        }
    }

    @Test
    void hostThatShowsAnotherKey_isRefused_withBothKeys() throws Exception {
        String first;
        int port;
        try (Rclone server = new Rclone("sftp", folder.resolve("served"), 0, folder.resolve("keys"))) {
            port = server.port();
            try (SftpUse use = new SftpUse(port, "")) {
                first = use.folder.hostKey();
                assertTrue(first.startsWith("SHA256:"), first);
            }
            new SftpUse(port, first).close(); // the same is let in
        }
        try (Rclone other = new Rclone("sftp", folder.resolve("served"), 0, folder.resolve("other-keys"))) {
            SiteRefused refused = assertThrows(SiteRefused.class, () -> new SftpUse(other.port(), first));
            assertTrue(refused.getMessage().contains("another key than before: it was " + first), refused.getMessage());
        }
    }

    private static final class SftpUse implements AutoCloseable {
        private final SftpFolder folder;

        SftpUse(int port, String pinned) throws IOException {
            folder = new SftpFolder(reach("sftp://127.0.0.1:" + port + "/"), Rclone.USER, Rclone.PASSWORD, pinned);
        }

        @Override
        public void close() throws IOException {
            folder.close();
        }
    }

    @Test
    void siteThatLeadsElsewhere_isNotFollowed() throws IOException {
        HttpServer elsewhere = HttpServer.create(new InetSocketAddress("127.0.0.1", 0), 5);
        elsewhere.createContext("/", exchange -> {
            exchange.getResponseHeaders().set("Location", "http://127.0.0.1:1/api/slots");
            exchange.sendResponseHeaders(302, -1);
            exchange.close();
        });
        elsewhere.start();
        String address = "http://127.0.0.1:" + elsewhere.getAddress().getPort() + "/";
        try {
            assertTrue(assertThrows(SiteRefused.class, () -> new SlotsConnector(reach(address), "word"))
                    .getMessage()
                    .contains("leads elsewhere"));
            assertTrue(assertThrows(SiteRefused.class, () -> new WebDavFolder(reach(address), "", ""))
                    .getMessage()
                    .contains("leads elsewhere"));
        } finally {
            elsewhere.stop(0);
        }
    }

    @Test
    void siteThatIsSilent_isUnreachable() throws IOException {
        int nobody = Rclone.freePort();
        assertThrows(
                SiteUnreachable.class, () -> new SlotsConnector(reach("http://127.0.0.1:" + nobody + "/"), "word"));
        assertThrows(IOException.class, () -> new WebDavFolder(reach("http://127.0.0.1:" + nobody + "/"), "a", "b"));
        assertThrows(IOException.class, () -> new SftpFolder(reach("sftp://127.0.0.1:" + nobody + "/"), "a", "b", ""));
    }

    @Test
    void answerThatComesDropByDrop_hasAnEnd_byTimeAndByBytes() {
        InputStream endless = new InputStream() {
            @Override
            public int read() {
                return 'x';
            }
        };
        long[] clock = {0};
        IOException slow = assertThrows(
                IOException.class,
                () -> Incoming.read(
                        endless, () -> clock[0] += Duration.ofSeconds(20).toNanos()));
        assertTrue(slow.getMessage().contains("more than 120 s"), slow.getMessage());
        assertThrows(SiteRefused.class, () -> Incoming.read(endless, () -> 0));
    }

    @Test
    void siteThatTellsAddressesElsewhere_isNotFollowed_andItsOddSlotsAreLeftOut() throws IOException {
        HttpServer odd = HttpServer.create(new InetSocketAddress("127.0.0.1", 0), 5);
        odd.createContext("/", exchange -> {
            byte[] body = """
                    [{"id":"face","shownAt":"http://localhost:1/x","page":"javascript:alert(1)"},{"id":"../../etc"},{"id":"top","shownAt":"not an address","page":"%"}]""".getBytes(StandardCharsets.UTF_8);
            exchange.sendResponseHeaders(200, body.length);
            exchange.getResponseBody().write(body);
            exchange.close();
        });
        odd.start();
        try (Connector site =
                new SlotsConnector(reach("http://127.0.0.1:" + odd.getAddress().getPort() + "/"), "word")) {
            assertEquals("a site with 2 slots", site.answered());
            assertNull(site.shown(file(ONE)));
            assertTrue(
                    site.holdings().stream().allMatch(held -> held.page().isEmpty()),
                    site.holdings().toString());
        } finally {
            odd.stop(0);
        }
    }
}
