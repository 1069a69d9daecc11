package gavlin.benchmarks;

import gavlin.core.geometry.Size;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.Locale;

/** The running application, over loopback, with the demo's account: what a person at the bench waits for. */
final class ServerFigures {
    private static final String CREDENTIALS = "warden:tolvane-demo";
    private static final String SHEET = """
            {"format":"slot-sheet/1","theme":{"name":"Figures"},"slots":[{"id":"front","name":"Front","kind":"banner",
            "size":{"width":2000,"height":400},"types":[%s],"transparency":"forbidden",
            "weight":{"limit":100,"unit":"kB"},"rule":"cover"}]}""";

    private final HttpClient client = HttpClient.newHttpClient();
    private final String address;

    private ServerFigures(String address) {
        this.address = address;
    }

    public static void main(String[] arguments) throws Exception {
        ServerFigures figures = new ServerFigures(arguments[0]);
        // Another picture each time: for one it has seen, Gavlin would only look the answer up.
        int seed = (int) System.nanoTime();
        figures.run("\"jpeg\"", TestPhotograph.jpeg(new Size(6000, 4000), seed));
        figures.run("\"jpeg\",\"webp\"", TestPhotograph.jpeg(new Size(6000, 4000), seed + 1));
    }

    private void run(String types, byte[] photograph) throws Exception {
        String site = "figures-" + Long.toString(System.nanoTime(), 36);
        expect(
                201,
                send(
                        "POST",
                        "/api/v1/sites",
                        "{\"id\":\"" + site + "\",\"name\":\"Figures\",\"slotSheet\":" + SHEET.formatted(types) + "}"));
        System.out.println("24 MP JPEG to 2000×400 under 100 kB, types " + types);
        long start = System.nanoTime();
        String answer = upload("/api/v1/sites/" + site + "/pictures", photograph);
        print("upload: stored and decoded", start);
        String id = answer.replaceAll("(?s).*\"id\":\"([^\"]+)\".*", "$1");
        String fit = "/api/v1/sites/" + site + "/slots/front/fit";
        start = System.nanoTime();
        send("PUT", fit, fit(id, 500));
        print("first fit: placed, rendered, weighed", start);
        double[] moved = new double[15];
        for (int i = 0; i < moved.length; i++) {
            start = System.nanoTime();
            send("PUT", fit, fit(id, 300 + 25 * i));
            moved[i] = (System.nanoTime() - start) / 1e6;
        }
        System.out.printf(
                Locale.ROOT,
                "  %-46s %8.1f ms median, %.1f ms p95%n",
                "after a further move",
                Figures.median(moved),
                Figures.quantile(moved, 0.95));
        double[] geometry = new double[300];
        for (int i = 0; i < geometry.length; i++) {
            start = System.nanoTime();
            send("PUT", fit + "?measure=geometry", fit(id, 100 + i));
            geometry[i] = (System.nanoTime() - start) / 1e6;
        }
        System.out.printf(
                Locale.ROOT,
                "  %-46s %8.1f ms median, %.1f ms p95%n",
                "window and geometry gauges, stored",
                Figures.median(geometry),
                Figures.quantile(geometry, 0.95));
    }

    private static String fit(String picture, int thousandths) {
        return String.format(
                Locale.ROOT, "{\"picture\":\"%s\",\"focal\":{\"x\":0.5,\"y\":%.3f}}", picture, thousandths / 1000.0);
    }

    private static void print(String what, long start) {
        System.out.printf(Locale.ROOT, "  %-46s %8.1f ms%n", what, (System.nanoTime() - start) / 1e6);
    }

    private HttpResponse<String> send(String method, String path, String body)
            throws IOException, InterruptedException {
        HttpResponse<String> response = client.send(
                request(path)
                        .header("Content-Type", "application/json")
                        .method(method, HttpRequest.BodyPublishers.ofString(body))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
        if (response.statusCode() >= 300) {
            throw new IOException(path + " answered " + response.statusCode() + ": " + response.body());
        }
        return response;
    }

    private static void expect(int status, HttpResponse<String> response) throws IOException {
        if (response.statusCode() != status) {
            throw new IOException("expected " + status + ", received " + response.statusCode());
        }
    }

    private String upload(String path, byte[] file) throws IOException, InterruptedException {
        String boundary = "gavlin-figures";
        ByteArrayOutputStream body = new ByteArrayOutputStream();
        body.writeBytes(("--" + boundary
                        + "\r\nContent-Disposition: form-data; name=\"file\"; filename=\"figures.jpg\"\r\n\r\n")
                .getBytes(StandardCharsets.UTF_8));
        body.writeBytes(file);
        body.writeBytes(("\r\n--" + boundary + "--\r\n").getBytes(StandardCharsets.UTF_8));
        return client.send(
                        request(path)
                                .header("Content-Type", "multipart/form-data; boundary=" + boundary)
                                .POST(HttpRequest.BodyPublishers.ofByteArray(body.toByteArray()))
                                .build(),
                        HttpResponse.BodyHandlers.ofString())
                .body();
    }

    private HttpRequest.Builder request(String path) {
        return HttpRequest.newBuilder(URI.create(address + path))
                .header(
                        "Authorization",
                        "Basic " + Base64.getEncoder().encodeToString(CREDENTIALS.getBytes(StandardCharsets.UTF_8)));
    }
}
