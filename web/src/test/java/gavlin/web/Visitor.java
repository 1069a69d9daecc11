package gavlin.web;

import gavlin.web.RunningGavlin.Answer;
import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Somebody with a browser, without its window: a session's cookie, and the token against forgery of the last page. */
public final class Visitor {
    private static final JsonMapper JSON = new JsonMapper();
    private static final Pattern TOKEN = Pattern.compile("name=\"(?:csrf\" content|_csrf\"[^>]*value)=\"([^\"]+)\"");

    private final HttpClient client =
            HttpClient.newBuilder().cookieHandler(new CookieManager()).build();
    private final RunningGavlin gavlin;
    private String token = "";

    private Visitor(RunningGavlin gavlin) {
        this.gavlin = gavlin;
    }

    public static Visitor anonymous(RunningGavlin gavlin) {
        Visitor visitor = new Visitor(gavlin);
        visitor.get("/sign-in");
        return visitor;
    }

    public static Visitor signedIn(RunningGavlin gavlin, String who) {
        Visitor visitor = anonymous(gavlin);
        visitor.post("/sign-in", "username=" + who + "&password=tolvane-demo");
        visitor.get("/sites");
        return visitor;
    }

    /** Redirections are not followed: where one is sent is part of the answer. */
    public Answer get(String path) {
        return send(to(path).GET());
    }

    /** An answer in lines of JSON. */
    public List<JsonNode> lines(String path) {
        Answer answer = send(to(path).header("Accept", "application/x-ndjson").GET());
        return answer.text().lines().map(JSON::readTree).toList();
    }

    public Answer post(String path, String form) {
        String body = form + (form.isEmpty() ? "" : "&") + "_csrf=" + URLEncoder.encode(token, StandardCharsets.UTF_8);
        return send(to(path).header("Content-Type", "application/x-www-form-urlencoded")
                .POST(HttpRequest.BodyPublishers.ofString(body)));
    }

    public Answer json(String method, String path, String body) {
        return send(to(path).header("Content-Type", "application/json")
                .header("Accept", "application/json")
                .header("X-CSRF-TOKEN", token)
                .method(method, HttpRequest.BodyPublishers.ofString(body)));
    }

    Answer multipart(String path, String field, String fileName, byte[] file) {
        return multipart(path, field, fileName, file, Map.of());
    }

    /** @param fields the form's other ones */
    public Answer multipart(String path, String field, String fileName, byte[] file, Map<String, String> fields) {
        StringBuilder others = new StringBuilder();
        fields.forEach((name, value) -> others.append(
                "--visitor\r\nContent-Disposition: form-data; name=\"" + name + "\"\r\n\r\n" + value + "\r\n"));
        String head = others + "--visitor\r\nContent-Disposition: form-data; name=\"" + field + "\"; filename=\""
                + fileName + "\"\r\n\r\n";
        byte[] start = head.getBytes(StandardCharsets.UTF_8);
        byte[] end = "\r\n--visitor--\r\n".getBytes(StandardCharsets.UTF_8);
        return send(to(path).header("Content-Type", "multipart/form-data; boundary=visitor")
                .header("X-CSRF-TOKEN", token)
                .POST(HttpRequest.BodyPublishers.concat(
                        HttpRequest.BodyPublishers.ofByteArray(start),
                        HttpRequest.BodyPublishers.ofByteArray(file),
                        HttpRequest.BodyPublishers.ofByteArray(end))));
    }

    private Answer send(HttpRequest.Builder request) {
        try {
            Answer answer = new Answer(client.send(request.build(), HttpResponse.BodyHandlers.ofByteArray()));
            Matcher found = TOKEN.matcher(answer.text());
            token = found.find() ? found.group(1) : token;
            return answer;
        } catch (IOException e) {
            throw new IllegalStateException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    private HttpRequest.Builder to(String path) {
        return HttpRequest.newBuilder(URI.create(gavlin.address() + path));
    }
}
