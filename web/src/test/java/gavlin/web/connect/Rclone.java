package gavlin.web.connect;

import java.io.IOException;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** Debian's rclone, serving a folder: a server of WebDAV and SFTP that we did not write. */
public final class Rclone implements AutoCloseable {
    public static final String USER = "warden";
    public static final String PASSWORD = "breakwater-7";

    private final Process process;
    private final int port;

    /** @param way {@code webdav} or {@code sftp} @param port 0 for any @param keys folder in which a host's key is made once */
    public Rclone(String way, Path served, int port, Path keys) throws IOException, InterruptedException {
        this.port = port == 0 ? freePort() : port;
        List<String> command = new ArrayList<>(List.of(
                "rclone",
                "serve",
                way,
                Files.createDirectories(served).toString(),
                "--addr",
                "127.0.0.1:" + this.port,
                "--user",
                USER,
                "--pass",
                PASSWORD,
                "--config",
                "/dev/null",
                "--cache-dir",
                Files.createDirectories(keys).toString()));
        process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(keys.resolve("rclone.log").toFile())
                .start();
        for (int i = 0; i < 200 && !answers(); i++) {
            if (!process.isAlive()) {
                throw new IOException(Files.readString(keys.resolve("rclone.log")));
            }
            Thread.sleep(50);
        }
    }

    private boolean answers() {
        try (Socket socket = new Socket("127.0.0.1", port)) {
            return true;
        } catch (IOException e) {
            return false;
        }
    }

    static int freePort() throws IOException {
        try (ServerSocket socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        }
    }

    public int port() {
        return port;
    }

    @Override
    public void close() {
        process.destroyForcibly();
    }
}
