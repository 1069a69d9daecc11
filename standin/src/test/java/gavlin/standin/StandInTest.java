package gavlin.standin;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.sun.net.httpserver.HttpServer;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.util.Random;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** A site that behaves as real ones do, and makes each kind of trouble when it is told to. */
class StandInTest {
    private static final String KEY = "a-key";
    private static final HttpClient CLIENT = HttpClient.newHttpClient();

    private HttpServer server;

    @BeforeEach
    void start() throws IOException {
        server = StandIn.serve(new InetSocketAddress("127.0.0.1", 0), KEY);
    }

    @AfterEach
    void stop() {
        server.stop(0);
    }

    private HttpResponse<byte[]> send(String method, String path, byte[] body, String key) throws Exception {
        HttpRequest.Builder request = HttpRequest.newBuilder(
                        URI.create("http://127.0.0.1:" + server.getAddress().getPort() + path))
                .method(method, body == null ? BodyPublishers.noBody() : BodyPublishers.ofByteArray(body));
        if (key != null) {
            request.header("Authorization", "Bearer " + key);
        }
        return CLIENT.send(request.build(), HttpResponse.BodyHandlers.ofByteArray());
    }

    private String text(String method, String path, byte[] body) throws Exception {
        return new String(send(method, path, body, KEY).body());
    }

    private void trouble(String form) throws Exception {
        assertEquals(303, send("POST", "/trouble", form.getBytes(), null).statusCode());
    }

    /** Noise, so that compressing it again changes it. */
    private static byte[] picture(int width, int height, String type) throws IOException {
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        Random random = new Random(7);
        for (int y = 0; y < height; y += 10) {
            for (int x = 0; x < width; x += 10) {
                int rgb = random.nextInt(0x1000000);
                for (int i = 0; i < 100; i++) {
                    image.setRGB(Math.min(width - 1, x + i % 10), Math.min(height - 1, y + i / 10), rgb);
                }
            }
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(image, type, out);
        return out.toByteArray();
    }

    @Test
    void pages_areThere_withTheThemesOwnPictures() throws Exception {
        assertTrue(text("GET", "/", null).contains("The stand-in site"));
        assertTrue(text("GET", "/breakwater/", null).contains("/pictures/masthead"));
        assertTrue(text("GET", "/spindrift/", null).contains("/pictures/front"));
        assertTrue(text("GET", "/openapi.yaml", null).contains("/api/slots/{slot}/picture"));
        assertEquals(
                "image/svg+xml",
                send("GET", "/pictures/masthead", null, null)
                        .headers()
                        .firstValue("Content-Type")
                        .orElseThrow());
        assertEquals(404, send("GET", "/elsewhere", null, null).statusCode());
        assertEquals(404, send("GET", "/pictures/elsewhere", null, null).statusCode());
    }

    @Test
    void pictureThatFits_isShownAsItWasSent_andTakenAwayAgain() throws Exception {
        byte[] sent = picture(260, 278, "jpeg");
        HttpResponse<byte[]> answer = send("PUT", "/api/slots/framed-photo/picture", sent, KEY);
        assertEquals(201, answer.statusCode());
        String said = new String(answer.body());
        assertTrue(
                said.contains("\"state\":\"live\"")
                        && said.contains("\"width\":260,\"height\":278,\"bytes\":" + sent.length),
                said);
        assertArrayEquals(
                sent, send("GET", "/pictures/framed-photo", null, null).body());
        assertArrayEquals(
                sent, send("GET", "/api/slots/framed-photo/picture", null, KEY).body());
        assertEquals(
                204,
                send("DELETE", "/api/slots/framed-photo/picture", null, KEY).statusCode());
        assertEquals(
                404, send("GET", "/api/slots/framed-photo/picture", null, KEY).statusCode());
    }

    @Test
    void whoeverHasNotTheKey_changesNothing() throws Exception {
        byte[] sent = picture(260, 278, "jpeg");
        assertEquals(
                401, send("PUT", "/api/slots/framed-photo/picture", sent, null).statusCode());
        assertEquals(
                401,
                send("PUT", "/api/slots/framed-photo/picture", sent, "another").statusCode());
        assertTrue(text("GET", "/api/slots/framed-photo", null).contains("\"state\":\"empty\""));
    }

    @Test
    void whatCannotBe_isRefusedInWords() throws Exception {
        assertTrue(text("PUT", "/api/slots/framed-photo/picture", picture(260, 278, "png"))
                .contains("Allowed: image/jpeg"));
        assertTrue(text("PUT", "/api/slots/framed-photo/picture", "no picture".getBytes())
                .contains("can't be used"));
        assertTrue(
                text("PUT", "/api/slots/framed-photo/picture", new byte[50_000]).contains("at most 40000 bytes"));
        assertEquals(
                404, send("PUT", "/api/slots/attic/picture", new byte[1], KEY).statusCode());
        assertEquals(
                405, send("POST", "/api/slots/framed-photo", new byte[1], KEY).statusCode());
        assertEquals(422, send("POST", "/trouble", "moon=1".getBytes(), null).statusCode());
        assertEquals(422, send("POST", "/trouble", "slow=-1".getBytes(), null).statusCode());
    }

    @Test
    void crop_andRecompression_changeWhatIsHeld() throws Exception {
        trouble("crop=1&recompress=40");
        String said = text("PUT", "/api/slots/framed-photo/picture", picture(400, 278, "jpeg"));
        assertTrue(said.contains("\"width\":260,\"height\":278"), said);
        trouble("crop=0");
        byte[] sent = picture(260, 278, "jpeg");
        text("PUT", "/api/slots/framed-photo/picture", sent);
        assertTrue(send("GET", "/pictures/framed-photo", null, null).body().length < sent.length);
    }

    @Test
    void publishing_andTheCache_keepTheFormerPictureForAWhile() throws Exception {
        byte[] first = picture(260, 278, "jpeg");
        byte[] second = picture(260, 270, "jpeg");
        text("PUT", "/api/slots/framed-photo/picture", first);
        trouble("publish=1&cache=1");
        assertTrue(text("PUT", "/api/slots/framed-photo/picture", second).contains("\"state\":\"draft\""));
        assertArrayEquals(
                first, send("GET", "/pictures/framed-photo", null, null).body());
        text("POST", "/api/publish", null);
        assertTrue(text("GET", "/api/slots/framed-photo", null).contains("\"state\":\"live\""));
        assertArrayEquals(
                first, send("GET", "/pictures/framed-photo", null, null).body(), "the cache holds it");
        Thread.sleep(1100);
        assertArrayEquals(
                second, send("GET", "/pictures/framed-photo", null, null).body());
    }

    @Test
    void connections_fail_andBreakOff_asOftenAsWasSaid() throws Exception {
        trouble("fail=2");
        int failed = 0;
        for (int i = 0; i < 6; i++) {
            failed += send("GET", "/api/slots", null, KEY).statusCode() == 503 ? 1 : 0;
        }
        assertEquals(3, failed);
        trouble("fail=0&drop=1");
        assertThrows(IOException.class, () -> send("GET", "/api/slots", null, KEY));
        trouble("drop=0");
        assertEquals(200, send("GET", "/api/slots", null, KEY).statusCode());
    }

    @Test
    void webp_isTakenAsItIs_withTheSizeInItsHeader() throws Exception {
        byte[] lossless = new byte[40]; // VP8L: 14 bits of width less one, 14 of height less one (RFC 9649, 3.4)
        byte[] head = "RIFF....WEBPVP8L".getBytes();
        System.arraycopy(head, 0, lossless, 0, head.length);
        lossless[20] = 0x2f;
        int bits = 299 | 99 << 14;
        for (int i = 0; i < 4; i++) {
            lossless[21 + i] = (byte) (bits >> 8 * i);
        }
        Picture read = Picture.of(lossless);
        assertEquals("300×100 image/webp", read.width() + "×" + read.height() + " " + read.type());
        assertFalse(text("PUT", "/api/slots/sign/picture", lossless).contains("says"));
    }
}
