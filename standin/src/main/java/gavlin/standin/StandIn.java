package gavlin.standin;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetSocketAddress;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/** Starts the simulated website, and answers what its visitors ask. */
public final class StandIn {
    private static final int THREADS = 8;
    private static final int LONGEST_FORM = 10_000;

    private final Trouble trouble = new Trouble();
    private final Holdings holdings = new Holdings(trouble);

    private StandIn() {}

    public static void main(String[] args) throws IOException {
        String bind = System.getenv().getOrDefault("GAVLIN_BIND", "127.0.0.1");
        int port = Integer.parseInt(System.getenv().getOrDefault("GAVLIN_STANDIN_PORT", "8490"));
        String key = System.getenv().getOrDefault("GAVLIN_STANDIN_KEY", "stand-in-demo");
        HttpServer server = serve(new InetSocketAddress(bind, port), key);
        System.out.println("the stand-in site answers at " + server.getAddress());
    }

    /** Starts answering; the caller stops it. @param key that whoever sends pictures has to know */
    public static HttpServer serve(InetSocketAddress address, String key) throws IOException {
        StandIn site = new StandIn();
        HttpServer server = HttpServer.create(address, 50);
        ExecutorService threads = Executors.newFixedThreadPool(THREADS, work -> {
            Thread thread = new Thread(work, "stand-in");
            thread.setDaemon(true);
            return thread;
        });
        server.setExecutor(threads);
        server.createContext("/", site::visit);
        server.createContext("/api/", new Api(site.holdings, site.trouble, key)::answer);
        server.start();
        return server;
    }

    private void visit(HttpExchange exchange) throws IOException {
        try (exchange) {
            String path = exchange.getRequestURI().getPath();
            if (path.equals("/trouble") && exchange.getRequestMethod().equals("POST")) {
                switchTrouble(exchange);
            } else if (path.startsWith("/pictures/")) {
                picture(exchange, path.substring("/pictures/".length()));
            } else {
                switch (path) {
                    case "/" -> send(exchange, 200, "text/html; charset=utf-8", Pages.index(trouble));
                    case "/breakwater/" ->
                        send(exchange, 200, "text/html; charset=utf-8", Pages.breakwater(trouble.of("header") > 0));
                    case "/spindrift/" -> send(exchange, 200, "text/html; charset=utf-8", Pages.spindrift());
                    case "/favicon.ico" -> exchange.sendResponseHeaders(204, -1);
                    case "/site.css" -> send(exchange, 200, "text/css; charset=utf-8", Pages.CSS);
                    case "/openapi.yaml" -> send(exchange, 200, "application/yaml", resource("openapi.yaml"));
                    default -> send(exchange, 404, "text/plain; charset=utf-8", "There is no such page.");
                }
            }
        }
    }

    private static String resource(String name) throws IOException {
        try (InputStream in = StandIn.class.getResourceAsStream(name)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    private void picture(HttpExchange exchange, String id) throws IOException {
        Slot slot = Slot.ALL.stream()
                .filter(each -> each.id().equals(id))
                .findFirst()
                .orElse(null);
        if (slot == null) {
            send(exchange, 404, "text/plain; charset=utf-8", "There is no such picture.");
            return;
        }
        Picture shown = holdings.shown(slot);
        exchange.getResponseHeaders().set("Cache-Control", "no-cache");
        if (shown == null) {
            send(exchange, 200, "image/svg+xml", Pages.ownOf(slot));
        } else {
            send(exchange, 200, shown.type(), shown.bytes());
        }
    }

    private void switchTrouble(HttpExchange exchange) throws IOException {
        String form = new String(exchange.getRequestBody().readNBytes(LONGEST_FORM), StandardCharsets.UTF_8);
        try {
            for (String field : form.split("&")) {
                String[] parts = field.split("=", 2);
                trouble.set(
                        URLDecoder.decode(parts[0], StandardCharsets.UTF_8),
                        parts.length < 2 ? "" : URLDecoder.decode(parts[1], StandardCharsets.UTF_8));
            }
            exchange.getResponseHeaders().set("Location", "/");
            exchange.sendResponseHeaders(303, -1);
        } catch (IllegalArgumentException e) {
            send(exchange, 422, "text/plain; charset=utf-8", e.getMessage());
        }
    }

    static void send(HttpExchange exchange, int status, String type, String text) throws IOException {
        send(exchange, status, type, text.getBytes(StandardCharsets.UTF_8));
    }

    static void send(HttpExchange exchange, int status, String type, byte[] body) throws IOException {
        exchange.getResponseHeaders().set("Content-Type", type);
        exchange.getResponseHeaders().set("X-Content-Type-Options", "nosniff");
        boolean head = exchange.getRequestMethod().equals("HEAD");
        exchange.sendResponseHeaders(status, head ? -1 : body.length);
        if (!head) {
            exchange.getResponseBody().write(body);
        }
    }
}
