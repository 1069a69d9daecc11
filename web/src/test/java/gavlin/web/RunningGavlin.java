package gavlin.web;

import static org.junit.jupiter.api.Assertions.assertEquals;

import gavlin.core.codec.JpegWriter;
import gavlin.core.codec.Tags;
import gavlin.core.geometry.Size;
import gavlin.core.jpeg.Chroma;
import gavlin.core.raster.Pixels;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Base64;
import java.util.Map;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * The whole application with its demo, over the MariaDB that {@code ./gavlin test} starts: started once for all tests, and
 * able to be stopped and started again.
 */
public final class RunningGavlin {
    public static final JsonMapper JSON = new JsonMapper();
    public static final String DATABASE = "gavlin";
    private static final HttpClient CLIENT = HttpClient.newHttpClient();
    private static RunningGavlin running;

    private final Path cache;
    private ConfigurableApplicationContext application;
    private String port = "0";

    private RunningGavlin() {
        try {
            cache = Files.createTempDirectory("gavlin-cache");
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
        start();
    }

    public static synchronized RunningGavlin get() {
        if (running == null) {
            running = new RunningGavlin();
        }
        return running;
    }

    public void restart() {
        application.close();
        start();
    }

    private void start() {
        application = new SpringApplicationBuilder(GavlinApplication.class).run(arguments(port, cache));
        port = application.getEnvironment().getProperty("local.server.port"); // a restarted one is found where it was
    }

    /** Of a copy that shares the database of the tests. */
    static String[] arguments(String port, Path cache) {
        return arguments(port, cache, DATABASE, true);
    }

    /** @param name of the database, which begins with {@code gavlin} */
    public static String[] arguments(String port, Path cache, String name, boolean demo) {
        String database = System.getenv("GAVLIN_TEST_DB_PORT");
        if (database == null) {
            throw new IllegalStateException("these tests need a database: run them with ./gavlin test");
        }
        return new String[] {
            "--server.port=" + port,
            "--management.server.port=0",
            "--gavlin.private-sites=127.0.0.1",
            "--gavlin.key-file=" + cache.resolveSibling("gavlin-test-keys").resolve("sites.key"),
            "--gavlin.demo=" + demo,
            "--gavlin.first-account=" + cache.resolveSibling(cache.getFileName() + "-first-account"),
            "--gavlin.cache=" + cache,
            "--spring.datasource.url=jdbc:mariadb://127.0.0.1:" + database + "/" + name
                    + "?useServerPrepStmts=true&maxAllowedPacket=16777216",
            "--spring.datasource.password=" + System.getenv("GAVLIN_TEST_DB_PASSWORD")
        };
    }

    /** @param name begins with {@code gavlin} */
    public static void createDatabase(String name) throws SQLException {
        try (Connection any = DriverManager.getConnection(
                        "jdbc:mariadb://127.0.0.1:" + System.getenv("GAVLIN_TEST_DB_PORT") + "/gavlin",
                        "gavlin",
                        System.getenv("GAVLIN_TEST_DB_PASSWORD"));
                Statement sql = any.createStatement()) {
            sql.execute("CREATE DATABASE IF NOT EXISTS " + name + " CHARACTER SET utf8mb4 COLLATE utf8mb4_bin");
        }
    }

    public String address() {
        return "http://127.0.0.1:" + port;
    }

    public <T> T bean(Class<T> type) {
        return application.getBean(type);
    }

    public <T> T bean(String name, Class<T> type) {
        return application.getBean(name, type);
    }

    /** An answer of the API: its status, headers and body. */
    public record Answer(HttpResponse<byte[]> response) {
        public Answer {
            String type = response.headers().firstValue("Content-Type").orElse("");
            if (type.contains("json") && response.statusCode() >= 400) {
                PlainSpeech.assertPlain(JSON.readTree(response.body()));
            }
        }

        public int status() {
            return response.statusCode();
        }

        public String header(String name) {
            return response.headers().firstValue(name).orElse("");
        }

        public JsonNode json() {
            return JSON.readTree(response.body());
        }

        public String text() {
            return new String(response.body(), StandardCharsets.UTF_8);
        }
    }

    public Answer get(String who, String path) {
        return send(request(who, path).GET());
    }

    public Answer json(String who, String method, String path, String body) {
        return send(request(who, path)
                .header("Content-Type", "application/json")
                .method(method, HttpRequest.BodyPublishers.ofString(body)));
    }

    /** Uploads a file, with the other fields of the form. */
    public Answer upload(String who, String path, String fileName, byte[] file, Map<String, String> fields) {
        return upload(who, path, "file", fileName, file, fields);
    }

    /** @param field the form's name for the file */
    public Answer upload(
            String who, String path, String field, String fileName, byte[] file, Map<String, String> fields) {
        String boundary = "gavlin-test-boundary";
        ByteArrayOutputStream body = new ByteArrayOutputStream();
        fields.forEach((name, value) -> body.writeBytes(
                ("--" + boundary + "\r\nContent-Disposition: form-data; name=\"" + name + "\"\r\n\r\n" + value + "\r\n")
                        .getBytes(StandardCharsets.UTF_8)));
        body.writeBytes(("--" + boundary + "\r\nContent-Disposition: form-data; name=\"" + field + "\"; filename=\""
                        + fileName + "\"\r\nContent-Type: application/octet-stream\r\n\r\n")
                .getBytes(StandardCharsets.UTF_8));
        body.writeBytes(file);
        body.writeBytes(("\r\n--" + boundary + "--\r\n").getBytes(StandardCharsets.UTF_8));
        return send(request(who, path)
                .header("Content-Type", "multipart/form-data; boundary=" + boundary)
                .POST(HttpRequest.BodyPublishers.ofByteArray(body.toByteArray())));
    }

    public HttpRequest.Builder request(String who, String path) {
        HttpRequest.Builder builder = HttpRequest.newBuilder(URI.create(address() + path));
        if (who != null) {
            String credentials = who + ":tolvane-demo";
            builder.header(
                    "Authorization",
                    "Basic " + Base64.getEncoder().encodeToString(credentials.getBytes(StandardCharsets.UTF_8)));
        }
        return builder;
    }

    public Answer send(HttpRequest.Builder request) {
        try {
            return new Answer(CLIENT.send(request.build(), HttpResponse.BodyHandlers.ofByteArray()));
        } catch (IOException e) {
            throw new IllegalStateException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    /** A picture of smooth colours and some grain, different for each seed. */
    public static byte[] photograph(Size size, int seed) {
        byte[] samples = new byte[(int) size.pixels() * 3];
        int width = size.width();
        for (int i = 0; i < samples.length / 3; i++) {
            int x = i % width;
            int y = i / width;
            int grain = (x * 7919 + y * 104729 + seed * 31) % 23;
            samples[3 * i] = (byte) (40 + 160 * x / width + grain);
            samples[3 * i + 1] = (byte) (60 + 120 * y / size.height() + grain);
            samples[3 * i + 2] = (byte) (90 + seed % 60 + grain);
        }
        return JpegWriter.write(new Pixels(size, 3, samples), 90, Chroma.HALVED, Tags.NONE);
    }

    /** A site whose only slot is {@code banner}. @param brief what its slot sheet says of that */
    void siteOfOneSlot(String id, String brief) {
        String sheet =
                "{\"format\":\"slot-sheet/1\",\"theme\":{\"name\":\"Plain\"},\"slots\":[{\"id\":\"banner\",\"name\":\"Banner\",\"kind\":\"banner\","
                        + brief + "}]}";
        Answer answer = json(
                "warden",
                "POST",
                "/api/v1/sites",
                "{\"id\":\"" + id + "\",\"name\":\"" + id + "\",\"slotSheet\":" + sheet + "}");
        assertEquals(201, answer.status(), answer.text());
    }
}
