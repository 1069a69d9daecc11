package gavlin.web;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.brief.SlotSheetReader;
import gavlin.core.geometry.Size;
import gavlin.web.RunningGavlin.Answer;
import java.io.IOException;
import java.io.OutputStream;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** As much as the limits allow, and more: answered in words, and others don't notice. */
class HeavyInputTest {
    private final RunningGavlin gavlin = RunningGavlin.get();

    @Test
    void twentyThousandKeepAreas_areRefused_andThoseThatAreThereStay() {
        String id = picture("tolvane", 4720);
        String areas = "/api/v1/sites/tolvane/pictures/" + id + "/keep-areas";
        String one = "{\"name\":\"one\",\"x\":0.1,\"y\":0.1,\"width\":0.2,\"height\":0.2}";
        assertEquals(200, gavlin.json("warden", "PUT", areas, "[" + one + "]").status());
        Answer refused = gavlin.json(
                "warden",
                "PUT",
                areas,
                IntStream.range(0, 20_000).mapToObj(i -> one).collect(Collectors.joining(",", "[", "]")));
        assertEquals(400, refused.status(), refused.text());
        assertTrue(refused.text().contains("at most"), refused.text());
        assertEquals(1, gavlin.get("warden", areas).json().get("keepAreas").size());
    }

    @Test
    void sheetOfTwoMegabytes_atEveryLimit_isKept_opened_andWorkedWith_whileOthersGoOn() {
        String sheet = hugeSheet(56);
        assertTrue(sheet.length() > 0.9 * SlotSheetReader.MAX_BYTES && sheet.length() <= SlotSheetReader.MAX_BYTES);
        Answer made = gavlin.json(
                "warden", "POST", "/api/v1/sites", "{\"id\":\"vast\",\"name\":\"Vast\",\"slotSheet\":" + sheet + "}");
        assertEquals(201, made.status(), made.text());
        String id = picture("vast", 4721);
        CompletableFuture<List<Integer>> asked = CompletableFuture.supplyAsync(() -> List.of(
                gavlin.json("warden", "PUT", "/api/v1/sites/vast/slots/s0/fit", "{\"picture\":\"" + id + "\"}")
                        .status(),
                gavlin.json("warden", "POST", "/api/v1/sites/vast/slots/s0/best-window", "{}")
                        .status(),
                gavlin.get("warden", "/sites/vast/plan").status(),
                gavlin.get("warden", "/sites/vast/slots/s0/bench").status(),
                gavlin.get("warden", "/api/v1/sites/vast").status()));
        do {
            assertEquals(200, gavlin.get("warden", "/sites/quillet-street/plan").status());
        } while (!asked.isDone());
        assertEquals(List.of(200, 200, 200, 200, 200), asked.join());
    }

    @Test
    void sheetOfMoreThanTwoMegabytes_isRefused() {
        Answer refused = gavlin.json(
                "warden",
                "POST",
                "/api/v1/sites",
                "{\"id\":\"vaster\",\"name\":\"Vaster\",\"slotSheet\":" + hugeSheet(70) + "}");
        assertEquals(4, refused.status() / 100, refused.text());
        assertTrue(refused.text().contains("2000000 bytes"), refused.text());
    }

    @Test
    void accountsThatSendASignAtATime_leaveThreadsForTheOthers() throws Exception {
        List<Socket> slow = new ArrayList<>();
        URI address = URI.create(gavlin.address());
        String credentials = Base64.getEncoder().encodeToString("warden:tolvane-demo".getBytes(StandardCharsets.UTF_8));
        try {
            for (int i = 0; i < 120; i++) {
                Socket socket = new Socket(address.getHost(), address.getPort());
                slow.add(socket);
                OutputStream out = socket.getOutputStream();
                out.write(
                        ("PUT /api/v1/sites/tolvane/slots/wide-view/fit HTTP/1.1\r\nHost: localhost\r\nAuthorization: Basic "
                                        + credentials
                                        + "\r\nContent-Type: application/json\r\nContent-Length: 900\r\n\r\n{")
                                .getBytes(StandardCharsets.US_ASCII));
                out.flush();
            }
            for (int i = 0; i < 20; i++) {
                assertEquals(200, gavlin.get("warden", "/sites/tolvane/plan").status());
            }
        } finally {
            for (Socket socket : slow) {
                closeQuietly(socket);
            }
        }
    }

    private static void closeQuietly(Socket socket) {
        try {
            socket.close();
        } catch (IOException e) {
            // it may have been ended from the other side
        }
    }

    private String picture(String site, int seed) {
        return gavlin.upload(
                        "warden",
                        "/api/v1/sites/" + site + "/pictures",
                        "heavy.jpg",
                        RunningGavlin.photograph(Size.parse("1600x900"), seed),
                        Map.of())
                .json()
                .get("id")
                .asString();
    }

    /** A slot of 60 showings with 50 obstructions each, 999 others, 500 pages that show {@code placesOnAPage} of them each, 500 sections, 20 variants. */
    private static String hugeSheet(int placesOnAPage) {
        String many = joined(
                60,
                showing ->
                        "{\"id\":\"w%d\",\"name\":\"W\",\"box\":{\"width\":1200,\"height\":300},\"obstructions\":[%s]}"
                                .formatted(
                                        showing,
                                        joined(
                                                50,
                                                i ->
                                                        "{\"name\":\"o\",\"kind\":\"solid\",\"box\":{\"x\":%d,\"y\":%d,\"width\":9,\"height\":9}}"
                                                                .formatted(20 * i + showing, 5 * i))));
        String slots = joined(
                1000,
                i ->
                        "{\"id\":\"s%d\",\"name\":\"%s\",\"kind\":\"banner\",\"size\":{\"width\":1200,\"height\":300},\"types\":[\"jpeg\"],\"showings\":[%s]}"
                                .formatted(
                                        i,
                                        "S".repeat(100),
                                        i == 0
                                                ? many
                                                : "{\"id\":\"w0\",\"name\":\"W\",\"box\":{\"width\":1200,\"height\":300}}"));
        String pages = joined(
                500,
                page -> "{\"id\":\"p%d\",\"name\":\"P\",\"width\":1280,\"height\":900,\"slots\":[%s]}"
                        .formatted(
                                page,
                                joined(
                                        placesOnAPage,
                                        i -> "{\"slot\":\"s%d\",\"showing\":\"w0\",\"x\":%d,\"y\":%d}"
                                                .formatted((page * placesOnAPage + i) % 1000, i, 20 * i))));
        String sections = joined(500, i -> "{\"id\":\"c%d\",\"name\":\"%s\"}".formatted(i, "C".repeat(120)));
        String variants = joined(
                20,
                i -> "{\"id\":\"v%d\",\"name\":\"V\",\"options\":[%s]}"
                        .formatted(i, joined(20, option -> "{\"id\":\"o%d\",\"name\":\"O\"}".formatted(option))));
        return "{\"format\":\"slot-sheet/1\",\"theme\":{\"name\":\"Vast\"},\"variants\":[" + variants
                + "],\"sections\":[" + sections + "],\"pages\":[" + pages + "],\"slots\":[" + slots + "]}";
    }

    private static String joined(int count, java.util.function.IntFunction<String> each) {
        return IntStream.range(0, count).mapToObj(each).collect(Collectors.joining(","));
    }
}
