package gavlin.standin;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.sun.net.httpserver.HttpServer;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import org.junit.jupiter.api.Test;

class StandInTest {
    @Test
    void standIn_started_saysWhatItIsAndKnowsNoOtherPage() throws Exception {
        HttpServer server = StandIn.serve(new InetSocketAddress("127.0.0.1", 0));
        try {
            assertTrue(get(server, "/").body().contains("The stand-in site"));
            assertEquals(404, get(server, "/elsewhere").statusCode());
        } finally {
            server.stop(0);
        }
    }

    private static HttpResponse<String> get(HttpServer server, String path) throws Exception {
        URI uri = URI.create("http://127.0.0.1:" + server.getAddress().getPort() + path);
        return HttpClient.newHttpClient()
                .send(HttpRequest.newBuilder(uri).build(), HttpResponse.BodyHandlers.ofString());
    }
}
