package gavlin.web;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;

/** The application as a process of its own over the tests' database, which can be killed the hard way and started again where it was. */
final class Killable {
    private final Path folder;
    private final int port;
    private Process process;

    Killable(Path folder) throws IOException {
        this.folder = folder;
        this.port = Proxy.freePort();
    }

    String address() {
        return "http://127.0.0.1:" + port;
    }

    void start() throws IOException, InterruptedException {
        String classes = System.getProperty("surefire.test.class.path", System.getProperty("java.class.path"));
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Xmx512m",
                "-XX:TieredStopAtLevel=1",
                "-Djava.awt.headless=true",
                "-cp",
                classes,
                "gavlin.web.GavlinApplication"));
        command.addAll(List.of(RunningGavlin.arguments(Integer.toString(port), folder)));
        Path log = folder.resolve("killed.log");
        process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.appendTo(log.toFile()))
                .start();
        HttpRequest health = HttpRequest.newBuilder(URI.create(address() + "/actuator/health"))
                .build();
        for (int i = 0; i < 600 && !answers(health); i++) {
            requireAlive(log);
            Thread.sleep(200);
        }
        requireAlive(log); // or it was another one that answered
    }

    private void requireAlive(Path log) throws IOException {
        if (!process.isAlive()) {
            throw new IOException(Files.readString(log));
        }
    }

    private static boolean answers(HttpRequest request) throws InterruptedException {
        try {
            return HttpClient.newHttpClient()
                            .send(request, HttpResponse.BodyHandlers.discarding())
                            .statusCode()
                    == 200;
        } catch (IOException e) {
            return false;
        }
    }

    void kill() {
        if (process == null) {
            return;
        }
        process.destroyForcibly();
        try {
            process.waitFor(20, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
