package gavlin.web;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.geometry.Size;
import gavlin.web.RunningGavlin.Answer;
import java.io.IOException;
import java.io.OutputStream;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpRequest;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.jdbc.core.JdbcTemplate;

/** What somebody attacked once and got through with: each stays mended. */
class AttackedTest {
    private static final String SLOTS = "/api/v1/sites/tolvane/slots";
    private static final String PICTURES = "/api/v1/sites/tolvane/pictures";

    private static RunningGavlin gavlin;

    @BeforeAll
    static void start() {
        gavlin = RunningGavlin.get();
    }

    @Test
    void idWithABlankAtItsEnd_isAnotherId() {
        assertEquals(404, gavlin.get("warden", "/api/v1/sites/tolvane%20").status());
        assertEquals(404, gavlin.get("warden", "/api/v1/sites/tolvane%20/slots").status());
        assertEquals(404, gavlin.get("warden", "/sites/tolvane%20/plan").status());
        assertEquals(401, gavlin.get("warden ", "/api/v1/sites").status());
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "/error",
                "/sites/tolvane/slots/masthead/bench?member=%ff",
                "/sites/tolvane/pictures/x/view?width=%ff",
                "/api/v1/sites/tolvane/slots?section=%ff",
                "/api/v1/sites/tolvane/slots/masthead/fit?member=1e308",
                "/api/v1/sites/tolvane/slots/masthead/rendition?density=99999999999",
                "/sites/tolvane/pictures/none/view?width=-1"
            })
    void oddAddress_isAnswered4xx_inWords(String path) {
        Answer answer = gavlin.get("warden", path);
        assertEquals(4, answer.status() / 100, path + ": " + answer.status());
        assertTrue(answer.text().length() > 40, "with words");
        assertFalse(answer.text().contains("Exception"), "of people's");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "null",
                "[]",
                "3",
                "{\"zoom\":1e308}",
                "{\"zoom\":1.1,\"zoom\":1.2}",
                "{\"frame\":null,\"picture\":null}",
                "{\"focal\":{\"x\":1e999,\"y\":0}}",
                "{\"letGo\":{\"a\":1}}"
            })
    void oddFit_isAnswered4xx_andChangesNothing(String body) {
        int before = gavlin.get("warden", SLOTS + "/wide-view/fit")
                .json()
                .get("revision")
                .asInt();
        Answer answer = gavlin.json("warden", "PUT", SLOTS + "/wide-view/fit", body);
        assertTrue(
                answer.status() / 100 == 4
                        || gavlin.get("warden", SLOTS + "/wide-view/fit")
                                        .json()
                                        .get("revision")
                                        .asInt()
                                == before,
                body + ": " + answer.status() + " " + answer.text());
        assertNotEquals(5, answer.status() / 100, answer.text());
    }

    @Test
    void jsonAThousandLevelsDeep_orHugeNumbersInASheet_areRefused() {
        String deep = "{\"a\":".repeat(1000) + "1" + "}".repeat(1000);
        assertEquals(
                400,
                gavlin.json("warden", "PUT", SLOTS + "/wide-view/fit", deep).status());
        for (String number : List.of("1e308", "-1e308", "1e-308", "99999999999999999999999999999999999999")) {
            String sheet =
                    "{\"format\":\"slot-sheet/1\",\"theme\":{\"name\":\"N\"},\"slots\":[{\"id\":\"a\",\"name\":\"A\","
                            + "\"kind\":\"banner\",\"size\":{\"width\":" + number + ",\"height\":" + number + "},"
                            + "\"weight\":{\"limit\":" + number + ",\"unit\":\"kB\"},\"densities\":[" + number + "],"
                            + "\"heights\":[" + number + "]}]}";
            Answer answer = gavlin.json(
                    "warden",
                    "POST",
                    "/api/v1/sites",
                    "{\"id\":\"huge\",\"name\":\"Huge\",\"slotSheet\":" + sheet + "}");
            assertEquals(4, answer.status() / 100, number + ": " + answer.status() + " " + answer.text());
        }
    }

    @Test
    void formOfThousandsOfFields_isReadOrRefused_andAPageWithoutAFileIsToldSo() {
        Visitor warden = Visitor.signedIn(gavlin, "warden");
        StringBuilder form = new StringBuilder("title=a");
        IntStream.range(0, 3000).forEach(i -> form.append("&f").append(i).append("=1"));
        assertNotEquals(5, warden.post("/sites/tolvane/sheets", form.toString()).status() / 100);
        assertEquals(4, warden.post("/sites/tolvane/sheets/1/page", "files=x").status() / 100);
        assertEquals(4, warden.post("/sites/tolvane/pictures", "file=x").status() / 100);
    }

    @Test
    void fileNameOf150Signs_isKept_andHandedBack() {
        String name = "灯".repeat(150) + ".jpg";
        byte[] file = RunningGavlin.photograph(Size.parse("300x200"), 515);
        Answer added = gavlin.upload("warden", PICTURES, name, file, Map.of("title", "👩‍🚀 \u202eأضواء"));
        assertEquals(201, added.status(), added.text());
        String id = added.json().get("id").asString();
        assertTrue(id.matches("[a-z0-9-]{1,64}"), id);
        assertEquals(
                200, gavlin.get("warden", PICTURES + "/" + id + "/original").status());
        assertEquals(200, gavlin.get("warden", "/sites/tolvane/pictures/" + id).status());
        assertEquals(200, gavlin.get("warden", "/sites/tolvane/pictures").status());
    }

    @Test
    void changesWithoutAnAccount_are401_andWhatTheySendIsNotTaken() throws Exception {
        for (String path : List.of("/sites/tolvane/pictures", "/sites", "/people", PICTURES)) {
            assertEquals(
                    401,
                    gavlin.send(gavlin.request(null, path).POST(HttpRequest.BodyPublishers.ofString("a=b")))
                            .status(),
                    path);
        }
        URI address = URI.create(gavlin.address());
        try (Socket socket = new Socket(address.getHost(), address.getPort())) {
            socket.setSoTimeout(10_000);
            OutputStream out = socket.getOutputStream();
            out.write(("POST /sites/tolvane/pictures HTTP/1.1\r\nHost: gavlin\r\nContent-Length: 40000000\r\n"
                            + "Content-Type: multipart/form-data; boundary=x\r\n\r\n--x\r\n")
                    .getBytes(StandardCharsets.US_ASCII));
            out.flush();
            String answer = new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            assertTrue(answer.startsWith("HTTP/1.1 401"), answer);
        }
    }

    @Test
    void slowSendersWithoutAnAccount_doNotHoldUpAnybody() throws Exception {
        URI address = URI.create(gavlin.address());
        List<Socket> slow = new ArrayList<>();
        try {
            for (int i = 0; i < 250; i++) {
                Socket socket = new Socket(address.getHost(), address.getPort());
                socket.getOutputStream()
                        .write(("POST /sign-in HTTP/1.1\r\nHost: gavlin\r\nContent-Length: 500\r\n"
                                        + "Content-Type: application/x-www-form-urlencoded\r\n\r\nusername=")
                                .getBytes(StandardCharsets.US_ASCII));
                slow.add(socket);
            }
            assertEquals(200, gavlin.get(null, "/actuator/health").status());
            assertEquals(200, gavlin.get("warden", "/api/v1/sites").status());
        } finally {
            for (Socket socket : slow) {
                socket.close();
            }
        }
    }

    @Test
    void slowReadersOfOriginals_holdNoConnectionOfTheDatabase() throws IOException {
        String picture = gavlin.get("warden", SLOTS + "/masthead/fit")
                .json()
                .get("picture")
                .asString();
        URI address = URI.create(gavlin.address());
        String credentials = java.util.Base64.getEncoder().encodeToString("warden:tolvane-demo".getBytes());
        List<Socket> slow = new ArrayList<>();
        try {
            for (int i = 0; i < 30; i++) {
                Socket socket = new Socket();
                socket.setReceiveBufferSize(2048);
                socket.connect(new java.net.InetSocketAddress(address.getHost(), address.getPort()));
                socket.getOutputStream()
                        .write(("GET " + PICTURES + "/" + picture + "/original HTTP/1.1\r\nHost: gavlin\r\n"
                                        + "Authorization: Basic " + credentials + "\r\n\r\n")
                                .getBytes(StandardCharsets.US_ASCII));
                slow.add(socket);
            }
            for (int i = 0; i < 10; i++) {
                assertEquals(200, gavlin.get("warden", SLOTS).status());
            }
        } finally {
            for (Socket socket : slow) {
                socket.close();
            }
        }
    }

    @Test
    void requestOfAnotherSitesPage_withCredentialsThatTheBrowserKnows_isRefused() {
        HttpRequest.Builder request = gavlin.request("warden", "/api/v1/sites/tolvane/slots/wide-view/fit/accept");
        assertEquals(
                403,
                gavlin.send(request.header("Origin", "http://evil.example").POST(HttpRequest.BodyPublishers.noBody()))
                        .status());
    }

    @Test
    void hostThatARequestNames_isNotRepeatedInRedirections() throws IOException {
        URI address = URI.create(gavlin.address());
        try (Socket socket = new Socket(address.getHost(), address.getPort())) {
            socket.getOutputStream()
                    .write("GET /sites HTTP/1.1\r\nHost: evil.example\r\nConnection: close\r\n\r\n"
                            .getBytes(StandardCharsets.US_ASCII));
            String answer = new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            assertTrue(answer.startsWith("HTTP/1.1 302"), answer);
            assertFalse(answer.contains("evil.example"), answer);
        }
    }

    @Test
    void view_isShownAfterSignOut_onlyToWhoMaySeeIt() {
        String picture = gavlin.get("warden", SLOTS + "/masthead/fit")
                .json()
                .get("picture")
                .asString();
        Answer view = gavlin.get("warden", "/sites/tolvane/pictures/" + picture + "/view?width=320");
        assertTrue(view.header("Cache-Control").contains("no-cache"), view.header("Cache-Control"));
        Answer again = gavlin.send(gavlin.request("warden", "/sites/tolvane/pictures/" + picture + "/view?width=320")
                .header("If-None-Match", view.header("ETag"))
                .GET());
        assertEquals(304, again.status());
    }

    @Test
    void focalPointWordsAndKeepAreas_changedAtOnce_areAllKept() {
        String id = picture(616);
        for (int round = 0; round < 20; round++) {
            double x = 0.2 + round / 100.0;
            String title = "round " + round;
            String area = "area " + round;
            together(
                    () -> gavlin.json(
                            "warden", "PUT", PICTURES + "/" + id + "/focal-point", "{\"x\":" + x + ",\"y\":0.5}"),
                    () -> gavlin.json(
                            "warden",
                            "PUT",
                            PICTURES + "/" + id + "/keep-areas",
                            "[{\"name\":\"" + area + "\",\"x\":0.1,\"y\":0.1,\"width\":0.2,\"height\":0.2}]"),
                    () -> Visitor.signedIn(gavlin, "warden")
                            .post(
                                    "/sites/tolvane/pictures/" + id,
                                    "title=" + title.replace(" ", "+") + "&description=d&credit=c&licence=l"));
            Map<String, Object> now = gavlin.bean(JdbcTemplate.class)
                    .queryForMap(
                            "SELECT title, keep_areas, focal_x FROM picture WHERE site_id = 'tolvane' AND id = ?", id);
            assertEquals(title, now.get("title"));
            assertTrue(now.get("keep_areas").toString().contains(area), round + ": " + now);
            assertEquals(x, now.get("focal_x"));
        }
    }

    @Test
    void eightWhoAddToASetAtOnce_getAsManyPlacesAsThereAre_andNoMore() {
        String slots = site("crowded", "\"set\":{\"most\":5,\"order\":\"in-turn\"},");
        String id = picture("crowded", 717);
        List<Supplier<Answer>> all = new ArrayList<>();
        for (int i = 0; i < 8; i++) {
            int member = 100 + i;
            all.add(() -> gavlin.json(
                    "warden", "PUT", slots + "/front/fit?member=" + member, "{\"picture\":\"" + id + "\"}"));
        }
        List<Integer> statuses = together(all.toArray(Supplier[]::new));
        assertEquals(5, statuses.stream().filter(status -> status == 200).count(), statuses.toString());
        assertEquals(3, statuses.stream().filter(status -> status == 409).count(), statuses.toString());
        long there = IntStream.range(100, 108)
                .filter(m ->
                        gavlin.get("warden", slots + "/front/fit?member=" + m).status() == 200)
                .count();
        assertEquals(5, there, "whoever was told so has a place");
    }

    @Test
    void bestWindow_ofTheHardestKind_endsInItsTime() {
        StringBuilder showings = new StringBuilder();
        for (int i = 0; i < 12; i++) {
            showings.append(i == 0 ? "" : ",")
                    .append("{\"id\":\"s")
                    .append(i)
                    .append("\",\"name\":\"S")
                    .append(i)
                    .append("\",\"screen\":{\"width\":")
                    .append(320 + 150 * i)
                    .append("},\"box\":{\"width\":")
                    .append(300 + 150 * i)
                    .append(",\"height\":")
                    .append(180 + 11 * i)
                    .append(
                            "},\"objectFit\":\"cover\",\"objectPosition\":\"50% 50%\",\"background\":\"#FFFFFF\",\"obstructions\":[");
            for (int o = 0; o < 4; o++) {
                showings.append(o == 0 ? "" : ",")
                        .append("{\"name\":\"o")
                        .append(o)
                        .append("\",\"kind\":\"solid\",\"box\":{\"x\":")
                        .append(20 + 60 * o)
                        .append(",\"y\":")
                        .append(10 + 35 * o)
                        .append(",\"width\":50,\"height\":30}}");
            }
            showings.append("]}");
        }
        String sheet =
                "{\"format\":\"slot-sheet/1\",\"theme\":{\"name\":\"Hard\"},\"slots\":[{\"id\":\"front\",\"name\":\"Front\","
                        + "\"kind\":\"banner\",\"size\":{\"width\":1920,\"height\":480},\"heights\":[300,360,420,480,540,600],"
                        + "\"types\":[\"jpeg\"],\"transparency\":\"forbidden\",\"rule\":\"cover\",\"showings\":["
                        + showings + "]}]}";
        Answer made = gavlin.json(
                "warden", "POST", "/api/v1/sites", "{\"id\":\"hard\",\"name\":\"Hard\",\"slotSheet\":" + sheet + "}");
        assertEquals(201, made.status(), made.text());
        byte[] file = RunningGavlin.photograph(Size.parse("3000x2000"), 818);
        String id = gavlin.upload("warden", "/api/v1/sites/hard/pictures", "hard.jpg", file, Map.of())
                .json()
                .get("id")
                .asString();
        StringBuilder areas = new StringBuilder("[");
        for (int i = 0; i < 12; i++) {
            areas.append(i == 0 ? "" : ",")
                    .append("{\"name\":\"a")
                    .append(i)
                    .append("\",\"x\":")
                    .append(i % 4 * 0.24)
                    .append(",\"y\":")
                    .append(i / 4 * 0.3)
                    .append(",\"width\":0.2,\"height\":0.25}");
        }
        gavlin.json("warden", "PUT", "/api/v1/sites/hard/pictures/" + id + "/keep-areas", areas + "]");
        long started = System.nanoTime();
        Answer best = gavlin.json(
                "warden", "POST", "/api/v1/sites/hard/slots/front/best-window", "{\"picture\":\"" + id + "\"}");
        assertEquals(200, best.status(), best.text());
        assertTrue(Duration.ofNanos(System.nanoTime() - started).toSeconds() < 60, "it would go on for minutes");
    }

    @Test
    void oldBase_afterTheSlotWasEmptied_isAConflict_andPutBackBringsWhatHeld() {
        String slots = site("emptied", "");
        String id = picture("emptied", 919);
        gavlin.json("warden", "PUT", slots + "/front/fit", "{\"picture\":\"" + id + "\",\"zoom\":1.2}");
        gavlin.json("warden", "POST", slots + "/front/fit/accept", "");
        Answer held = gavlin.get("warden", slots + "/front/fit");
        gavlin.json("warden", "PUT", slots + "/front/fit", "{\"zoom\":1.5}");
        Visitor warden = Visitor.signedIn(gavlin, "warden");
        String bench = "/sites/emptied/slots/front/bench";
        warden.get(bench);
        assertEquals(302, warden.post(bench + "/undo", "").status());
        assertEquals(302, warden.post(bench + "/take-out", "").status());
        Answer late = warden.json(
                "POST",
                bench + "/fit",
                "{\"base\":" + held.json().get("revision") + ",\"in\":"
                        + held.json().get("fit") + "}");
        assertEquals(4, late.status() / 100, late.text());
        assertEquals(404, gavlin.get("warden", slots + "/front/fit").status(), "it stays empty");
        assertEquals(302, warden.post(bench + "/put-back", "").status());
        Answer back = gavlin.get("warden", slots + "/front/fit");
        assertEquals(held.json().get("revision"), back.json().get("revision"), "not the newest: what held");
        assertEquals(held.json().get("accepted"), back.json().get("accepted"));
    }

    @Test
    void namesOfEveryKindOfSign_areShownInEveryPage_pdfAndDrawing_asWords() {
        String odd = "👩‍🚀 \u202eأضواء שלום <script>alert(1)</script> & 灯台 \u200b{{7*7}} ${7*7}";
        String sheet = "{\"format\":\"slot-sheet/1\",\"theme\":{\"name\":\"" + odd
                + "\"},\"slots\":[{\"id\":\"front\",\"name\":\"" + odd
                + "\",\"kind\":\"banner\",\"size\":{\"width\":800,\"height\":200},\"types\":[\"jpeg\"],"
                + "\"transparency\":\"forbidden\",\"rule\":\"cover\",\"statements\":[{\"says\":\"" + odd
                + "\",\"source\":\"" + odd + "\"}],"
                + "\"showings\":[{\"id\":\"s\",\"name\":\"" + odd
                + "\",\"page\":\"p\",\"screen\":{\"width\":1280},\"box\":{\"width\":800,\"height\":200},"
                + "\"background\":\"#FFFFFF\",\"obstructions\":[{\"name\":\"" + odd
                + "\",\"kind\":\"words\",\"text\":\"" + odd
                + "\",\"ink\":\"#000000\",\"size\":20,\"box\":{\"x\":10,\"y\":10,\"width\":90,\"height\":30}}]}]}],"
                + "\"pages\":[{\"id\":\"p\",\"name\":\"" + odd
                + "\",\"width\":1280,\"height\":900,\"slots\":[{\"slot\":\"front\",\"showing\":\"s\",\"x\":0,\"y\":0}]}]}";
        Answer made = gavlin.json(
                "warden",
                "POST",
                "/api/v1/sites",
                "{\"id\":\"odd\",\"name\":\"" + odd + "\",\"slotSheet\":" + sheet + "}");
        assertEquals(201, made.status(), made.text());
        byte[] file = RunningGavlin.photograph(Size.parse("1600x900"), 929);
        String id = gavlin.upload(
                        "warden", "/api/v1/sites/odd/pictures", odd + ".jpg", file, Map.of("title", odd, "credit", odd))
                .json()
                .get("id")
                .asString();
        gavlin.json(
                "warden",
                "PUT",
                "/api/v1/sites/odd/pictures/" + id + "/keep-areas",
                "[{\"name\":\"" + odd + "\",\"x\":0.1,\"y\":0.1,\"width\":0.2,\"height\":0.2}]");
        gavlin.json("warden", "PUT", "/api/v1/sites/odd/slots/front/fit", "{\"picture\":\"" + id + "\"}");
        for (String path : List.of(
                "/sites",
                "/sites/odd/plan",
                "/sites/odd/pictures",
                "/sites/odd/pictures/" + id,
                "/sites/odd/pictures/" + id + "/slots",
                "/sites/odd/sheets",
                "/sites/odd/slots/front",
                "/sites/odd/slots/front/bench",
                "/sites/odd/slots/front/bench/history",
                "/sites/odd/slots/front/bench/code",
                "/sites/odd/slots/front/hand-out",
                "/sites/odd/slots/front/hand-out/pdf",
                "/sites/odd/slots/front/hand-out/template.svg",
                "/sites/odd/slots/front/hand-out/template.png",
                "/people",
                "/account")) {
            Answer page = gavlin.get("warden", path);
            assertEquals(200, page.status(), path);
            assertFalse(page.text().contains("<script>alert(1)"), path);
        }
    }

    /** @return where its slots are asked for */
    private static String site(String id, String members) {
        String sheet =
                "{\"format\":\"slot-sheet/1\",\"theme\":{\"name\":\"N\"},\"slots\":[{\"id\":\"front\",\"name\":\"Front\","
                        + members + "\"kind\":\"banner\",\"size\":{\"width\":800,\"height\":200},\"types\":[\"jpeg\"],"
                        + "\"transparency\":\"forbidden\",\"rule\":\"cover\"}]}";
        Answer made = gavlin.json(
                "warden",
                "POST",
                "/api/v1/sites",
                "{\"id\":\"" + id + "\",\"name\":\"" + id + "\",\"slotSheet\":" + sheet + "}");
        assertEquals(201, made.status(), made.text());
        return "/api/v1/sites/" + id + "/slots";
    }

    private static String picture(int seed) {
        return picture("tolvane", seed);
    }

    private static String picture(String site, int seed) {
        byte[] file = RunningGavlin.photograph(Size.parse("1600x900"), seed);
        return gavlin.upload("warden", "/api/v1/sites/" + site + "/pictures", "attacked.jpg", file, Map.of())
                .json()
                .get("id")
                .asString();
    }

    @SafeVarargs
    private static List<Integer> together(Supplier<Answer>... all) {
        List<CompletableFuture<Integer>> under = new ArrayList<>();
        for (Supplier<Answer> one : all) {
            under.add(CompletableFuture.supplyAsync(() -> one.get().status()));
        }
        return under.stream().map(CompletableFuture::join).toList();
    }
}
