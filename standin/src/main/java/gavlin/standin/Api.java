package gavlin.standin;

import com.sun.net.httpserver.HttpExchange;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Collectors;

/** What programs send pictures through, as {@code openapi.yaml} says; all trouble with connections happens here. */
final class Api {
    private static final String JSON = "application/json";
    /** Longer bodies are not read to their end. */
    private static final int MOST_BYTES = 20_000_000;

    private final Holdings holdings;
    private final Trouble trouble;
    private final String key;
    private final AtomicInteger requests = new AtomicInteger();

    Api(Holdings holdings, Trouble trouble, String key) {
        this.holdings = holdings;
        this.trouble = trouble;
        this.key = key;
    }

    void answer(HttpExchange exchange) throws IOException {
        int number = requests.incrementAndGet();
        try (exchange) {
            pause();
            if (hits("drop", number)) {
                return; // closed without a word
            }
            if (hits("fail", number)) {
                say(exchange, 503, "The site is busy; try again later.");
                return;
            }
            if (!isSignedIn(exchange)) {
                say(exchange, 401, "Send the site's key as Authorization: Bearer …");
                return;
            }
            route(
                    exchange,
                    exchange.getRequestMethod(),
                    exchange.getRequestURI().getPath());
        }
    }

    private void pause() {
        try {
            Thread.sleep(trouble.of("slow"));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private boolean hits(String kind, int number) {
        int every = trouble.of(kind);
        return every > 0 && number % every == 0;
    }

    private boolean isSignedIn(HttpExchange exchange) {
        String said = exchange.getRequestHeaders().getFirst("Authorization");
        return said != null
                && MessageDigest.isEqual(
                        said.getBytes(StandardCharsets.UTF_8), ("Bearer " + key).getBytes(StandardCharsets.UTF_8));
    }

    private void route(HttpExchange exchange, String method, String path) throws IOException {
        if (path.equals("/api/slots") && method.equals("GET")) {
            StandIn.send(
                    exchange,
                    200,
                    JSON,
                    Slot.ALL.stream().map(this::described).collect(Collectors.joining(",", "[", "]")));
            return;
        }
        if (path.equals("/api/publish") && method.equals("POST")) {
            holdings.publish();
            say(exchange, 200, "Published.");
            return;
        }
        String[] parts = path.split("/");
        Slot slot = parts.length < 4 || !parts[2].equals("slots")
                ? null
                : Slot.ALL.stream()
                        .filter(each -> each.id().equals(parts[3]))
                        .findFirst()
                        .orElse(null);
        boolean ofPicture = parts.length == 5 && parts[4].equals("picture");
        if (slot == null || parts.length != 4 && !ofPicture) {
            say(exchange, 404, "There is nothing here.");
        } else if (!ofPicture && method.equals("GET")) {
            StandIn.send(exchange, 200, JSON, described(slot));
        } else if (ofPicture) {
            picture(exchange, method, slot);
        } else {
            say(exchange, 405, method + " can't be done here.");
        }
    }

    private void picture(HttpExchange exchange, String method, Slot slot) throws IOException {
        switch (method) {
            case "PUT" -> {
                byte[] bytes = exchange.getRequestBody().readNBytes(MOST_BYTES);
                try {
                    holdings.put(slot, bytes);
                    StandIn.send(exchange, 201, JSON, described(slot));
                } catch (Holdings.Refused e) {
                    say(exchange, 422, e.getMessage());
                } catch (IOException e) {
                    say(exchange, 422, "The picture can't be read.");
                }
            }
            case "GET" -> {
                Picture held = holdings.arrived(slot);
                if (held == null) {
                    say(exchange, 404, "The theme's own picture is shown.");
                } else {
                    StandIn.send(exchange, 200, held.type(), held.bytes());
                }
            }
            case "DELETE" -> {
                holdings.remove(slot);
                exchange.sendResponseHeaders(204, -1);
            }
            default -> say(exchange, 405, method + " can't be done here.");
        }
    }

    /** Names and words of this site have nothing in them that JSON would have to escape, but for quotes. */
    private String described(Slot slot) {
        Picture held = holdings.arrived(slot);
        String picture = held == null
                ? "null"
                : "{\"type\":\"%s\",\"width\":%d,\"height\":%d,\"bytes\":%d,\"sha256\":\"%s\"}"
                        .formatted(held.type(), held.width(), held.height(), held.bytes().length, held.sha256());
        return "{\"id\":\"%s\",\"name\":\"%s\",\"width\":%d,\"height\":%d,\"types\":[%s],\"maxBytes\":%d,\"page\":\"%s\",\"shownAt\":\"/pictures/%s\",\"state\":\"%s\",\"holds\":%s}"
                .formatted(
                        slot.id(),
                        slot.name(),
                        slot.width(),
                        slot.height(),
                        slot.types().stream().map(type -> "\"" + type + "\"").collect(Collectors.joining(",")),
                        slot.maxBytes(),
                        slot.page(),
                        slot.id(),
                        holdings.state(slot),
                        picture);
    }

    private static void say(HttpExchange exchange, int status, String words) throws IOException {
        StandIn.send(
                exchange,
                status,
                JSON,
                "{\"says\":\"" + words.replace("\\", "\\\\").replace("\"", "\\\"") + "\"}");
    }
}
