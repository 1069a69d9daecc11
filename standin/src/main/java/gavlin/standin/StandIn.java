package gavlin.standin;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;

/**
 * The simulated website that ships with Gavlin. For now it is one page that says what it will be; it grows with the work on
 * dispatches.
 */
public final class StandIn {
    private static final String PAGE = """
            <!doctype html>
            <html lang="en">
            <meta charset="utf-8">
            <title>Stand-in site</title>
            <h1>The stand-in site</h1>
            <p>This is a website that is none: a place to send pictures to and look at them, so that dispatches can be
            tried without touching a real site. It does not take any pictures yet.</p>
            </html>
            """;

    private StandIn() {}

    public static void main(String[] args) throws IOException {
        String bind = System.getenv().getOrDefault("GAVLIN_BIND", "127.0.0.1");
        int port = Integer.parseInt(System.getenv().getOrDefault("GAVLIN_STANDIN_PORT", "8490"));
        HttpServer server = serve(new InetSocketAddress(bind, port));
        System.out.println("the stand-in site answers at " + server.getAddress());
    }

    /** Starts answering; the caller stops it. */
    static HttpServer serve(InetSocketAddress address) throws IOException {
        HttpServer server = HttpServer.create(address, 50);
        server.createContext("/", StandIn::answer);
        server.start();
        return server;
    }

    private static void answer(HttpExchange exchange) throws IOException {
        boolean home = exchange.getRequestURI().getPath().equals("/");
        byte[] body = (home ? PAGE : "There is no such page.").getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders()
                .set("Content-Type", home ? "text/html; charset=utf-8" : "text/plain; charset=utf-8");
        exchange.getResponseHeaders().set("X-Content-Type-Options", "nosniff");
        try (exchange) {
            exchange.sendResponseHeaders(home ? 200 : 404, body.length);
            exchange.getResponseBody().write(body);
        }
    }
}
