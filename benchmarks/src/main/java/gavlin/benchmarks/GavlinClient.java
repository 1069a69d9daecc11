package gavlin.benchmarks;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.Base64;

/** The API of a running application, with the demo's account. Anything but success is an error. */
final class GavlinClient {
    private static final String CREDENTIALS = "warden:tolvane-demo";

    private final HttpClient client = HttpClient.newHttpClient();
    private final String address;

    GavlinClient(String address) {
        this.address = address;
    }

    String address() {
        return address;
    }

    String send(String method, String path, String body) throws IOException, InterruptedException {
        return answer(request(path)
                .header("Content-Type", "application/json")
                .method(method, HttpRequest.BodyPublishers.ofString(body)));
    }

    boolean exists(String path) throws IOException, InterruptedException {
        return client.send(request(path).GET().build(), HttpResponse.BodyHandlers.discarding())
                        .statusCode()
                == 200;
    }

    /** @return the picture's id */
    String upload(String site, byte[] file, String title) throws IOException, InterruptedException {
        String answer = answer(form("/api/v1/sites/" + site + "/pictures", "file", "figures.jpg", file, title));
        return answer.replaceAll("(?s).*\"id\":\"([^\"]+)\".*", "$1");
    }

    /** Sends a file that may well be refused. */
    int offer(String path, String field, String fileName, byte[] file) throws IOException, InterruptedException {
        return client.send(form(path, field, fileName, file, "").build(), HttpResponse.BodyHandlers.discarding())
                .statusCode();
    }

    int status(String path) throws IOException, InterruptedException {
        return client.send(request(path).GET().build(), HttpResponse.BodyHandlers.discarding())
                .statusCode();
    }

    private HttpRequest.Builder form(String path, String field, String fileName, byte[] file, String title) {
        String boundary = "gavlin-figures";
        ByteArrayOutputStream body = new ByteArrayOutputStream();
        body.writeBytes(("--" + boundary + "\r\nContent-Disposition: form-data; name=\"title\"\r\n\r\n" + title
                        + "\r\n--" + boundary
                        + "\r\nContent-Disposition: form-data; name=\"" + field + "\"; filename=\"" + fileName
                        + "\"\r\n\r\n")
                .getBytes(StandardCharsets.UTF_8));
        body.writeBytes(file);
        body.writeBytes(("\r\n--" + boundary + "--\r\n").getBytes(StandardCharsets.UTF_8));
        return request(path)
                .header("Content-Type", "multipart/form-data; boundary=" + boundary)
                .POST(HttpRequest.BodyPublishers.ofByteArray(body.toByteArray()));
    }

    private String answer(HttpRequest.Builder request) throws IOException, InterruptedException {
        HttpResponse<String> response = client.send(request.build(), HttpResponse.BodyHandlers.ofString());
        if (response.statusCode() >= 300) {
            throw new IOException(response.uri() + " answered " + response.statusCode() + ": " + response.body());
        }
        return response.body();
    }

    private HttpRequest.Builder request(String path) {
        return HttpRequest.newBuilder(URI.create(address + path))
                .header(
                        "Authorization",
                        "Basic " + Base64.getEncoder().encodeToString(CREDENTIALS.getBytes(StandardCharsets.UTF_8)));
    }
}
