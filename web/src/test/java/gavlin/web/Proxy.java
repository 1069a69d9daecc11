package gavlin.web;

import java.io.IOException;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/** Debian's haproxy, before nodes or before a database; it can be taken away and comes back where it was. */
final class Proxy implements AutoCloseable {
    private static final String SETTINGS = """
            defaults
              timeout connect 2s
              timeout client 60s
              timeout server 60s
              retries 3
              option redispatch
            """;

    private final Path file;
    private final int port;
    private Process process;

    private Proxy(Path folder, int port, String settings) throws IOException {
        this.port = port;
        this.file = Files.writeString(folder.resolve("haproxy-" + port + ".cfg"), SETTINGS + settings);
        comeBack();
    }

    /** @param nodes ports on loopback, in turn, as long as they say that they are well */
    static Proxy ofNodes(Path folder, List<Integer> nodes) throws IOException {
        int port = freePort();
        StringBuilder settings = new StringBuilder("""
                listen people
                  mode http
                  bind 127.0.0.1:%d
                  balance roundrobin
                  option httpchk GET /actuator/health
                """.formatted(port));
        nodes.forEach(node ->
                settings.append("  server n%d 127.0.0.1:%d check inter 300ms fall 1 rise 1\n".formatted(node, node)));
        return new Proxy(folder, port, settings.toString());
    }

    static Proxy ofDatabase(Path folder, int database) throws IOException {
        int port = freePort();
        return new Proxy(folder, port, """
                listen database
                  mode tcp
                  bind 127.0.0.1:%d
                  server d 127.0.0.1:%d
                """.formatted(port, database));
    }

    static int freePort() throws IOException {
        try (ServerSocket socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        }
    }

    int port() {
        return port;
    }

    /** Every connection through it ends at once. */
    void goAway() throws IOException {
        process.destroyForcibly();
        try {
            process.waitFor();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    void comeBack() throws IOException {
        if (process != null && process.isAlive()) {
            return;
        }
        process = new ProcessBuilder(
                        Files.exists(Path.of("/usr/sbin/haproxy")) ? "/usr/sbin/haproxy" : "haproxy",
                        "-db",
                        "-f",
                        file.toString())
                .redirectErrorStream(true)
                .redirectOutput(file.resolveSibling(file.getFileName() + ".log").toFile())
                .start();
        for (int i = 0; ; i++) {
            try (Socket socket = new Socket("127.0.0.1", port)) {
                return;
            } catch (IOException e) {
                if (i == 100 || !process.isAlive()) {
                    throw e;
                }
                pause();
            }
        }
    }

    private static void pause() {
        try {
            Thread.sleep(100);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    @Override
    public void close() throws IOException {
        goAway();
    }
}
