package gavlin.benchmarks;

import gavlin.core.geometry.Size;
import java.io.IOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** What people at the bench of the running application wait for: opening it, dragging together, letting go. */
final class BenchFigures {
    private static final int PEOPLE = 20;
    private static final int MOVES = 120;
    private static final int PAUSE_MS = 50; // between two of one hand's moves that are answered

    /** One slot for each way to a file: one lossy type, two, and a photograph where PNG is allowed as well. */
    private static final List<List<String>> TYPES =
            List.of(List.of("jpeg"), List.of("jpeg", "webp"), List.of("png", "jpeg"));

    private static final String SLOT = """
            {"id":"%s","name":"Front","kind":"banner",
            "size":{"width":1920,"height":480},"types":%s,"weight":{"limit":300,"unit":"kB"},"rule":"cover","showings":[
            {"id":"d","name":"Home","screen":{"width":1280},"box":{"width":1280,"height":320},"obstructions":[
             {"name":"bar","kind":"solid","box":{"x":0,"y":0,"width":1280,"height":64}}]},
            {"id":"p","name":"Phone","screen":{"width":390},"box":{"width":390,"height":240}}]}""";
    private static final String AREAS = """
            [{"name":"one","x":0.4,"y":0.3,"width":0.1,"height":0.1},{"name":"two","shape":"ellipse","x":0.6,"y":0.4,"width":0.1,"height":0.1}]""";

    private final GavlinClient api;
    private final String site;
    private final String picture;

    private BenchFigures(GavlinClient api, String site, String picture) {
        this.api = api;
        this.site = site;
        this.picture = picture;
    }

    /** @param arguments the address; "dragging" after it leaves the rest out */
    public static void main(String[] arguments) throws Exception {
        GavlinClient api = new GavlinClient(arguments[0]);
        String site = "bench-" + Long.toString(System.nanoTime(), 36);
        api.send("POST", "/api/v1/sites", "{\"id\":\"" + site + "\",\"name\":\"Bench\",\"slotSheet\":" + sheet() + "}");
        byte[] photograph = TestPhotograph.jpeg(new Size(6000, 4000), (int) System.nanoTime());
        String picture = api.upload(site, photograph, "Figures");
        api.send("PUT", "/api/v1/sites/" + site + "/pictures/" + picture + "/keep-areas", AREAS);
        for (List<String> types : TYPES) {
            String slot = "/api/v1/sites/" + site + "/slots/" + id(types);
            api.send("PUT", slot + "/fit", "{\"picture\":\"" + picture + "\"}");
        }
        BenchFigures figures = new BenchFigures(api, site, picture);
        if (arguments.length > 1) {
            System.out.println("The bench at " + arguments[0]);
            figures.dragging(PEOPLE);
            return;
        }
        System.out.println("The bench, 24 MP JPEG into 1920×480 under 300 kB");
        figures.opening();
        for (List<String> types : TYPES) {
            figures.lettingGo(types);
        }
        figures.besideAGeneralTool(photograph);
        figures.dragging(1);
        figures.dragging(PEOPLE);
    }

    private static String sheet() {
        List<String> slots = TYPES.stream()
                .map(types -> SLOT.formatted(id(types), "[\"" + String.join("\",\"", types) + "\"]"))
                .toList();
        return "{\"format\":\"slot-sheet/1\",\"theme\":{\"name\":\"Figures\"},\"slots\":[" + String.join(",", slots)
                + "]}";
    }

    private static String id(List<String> types) {
        return "front-" + String.join("-", types);
    }

    private String bench(List<String> types) {
        return "/sites/" + site + "/slots/" + id(types) + "/bench";
    }

    /** The page with its pictures, as the browser asks for them. */
    private void opening() throws Exception {
        Person person = new Person(api.address());
        double[] millis = new double[12];
        for (int i = 0; i < millis.length; i++) {
            long start = System.nanoTime();
            String page =
                    person.get(bench(TYPES.get(0))).replace("&quot;", "\"").replace("&amp;", "&");
            Matcher view = Pattern.compile("\"view\":\"([^\"]+)\"").matcher(page);
            if (!view.find()) {
                throw new IOException("the bench shows no picture");
            }
            person.get(view.group(1));
            millis[i] = (System.nanoTime() - start) / 1e6;
        }
        print("opening: the page and the picture on it", millis);
        System.out.printf(Locale.ROOT, "  %-46s %8.1f ms%n", "the first time, after the upload", millis[0]);
    }

    /** Stored, rendered, weighed: the first file that would do, the best before what takes longer, and the choice among all; each time another window. */
    private void lettingGo(List<String> types) throws Exception {
        Person person = new Person(api.address());
        String bench = bench(types);
        person.get(bench);
        double[][] millis = new double[3][15];
        for (int i = -3; i < 15; i++) { // the first ones are compiled, not counted
            long start = System.nanoTime();
            person.post(bench + "/fit", fit(1093 + 31 * i));
            List<Double> lines = person.linesAfter(bench + "/measured", start);
            if (lines.size() < 2 || lines.size() > 3) {
                throw new IOException("told in " + lines.size() + " lines");
            }
            if (i >= 0) {
                millis[0][i] = lines.get(0);
                millis[1][i] = lines.get(1); // where nothing takes longer, the last
                millis[2][i] = lines.get(lines.size() - 1);
            }
        }
        String what = "let go, " + String.join(" or ", types) + ": ";
        print(what + "the first file that would do", millis[0]);
        print(what + "the best soon, damage exact", millis[1]);
        print(what + "the choice among all", millis[2]);
    }

    private void besideAGeneralTool(byte[] photograph) throws Exception {
        Person person = new Person(api.address());
        String bench = bench(TYPES.get(0));
        person.get(bench);
        Workbench tools = Workbench.open();
        Path file = tools.write("bench-24mp.jpg", photograph);
        Figures figures = new Figures("The same rendition by a general tool, from the file")
                .add("Gavlin, in the application", () -> {
                    person.post(bench + "/fit", fit((int) (System.nanoTime() % 2000)));
                    person.get(bench + "/measured");
                });
        tools.peer(
                figures,
                "convert, one quality, no measuring",
                "convert",
                file.toString(),
                "-crop",
                "6000x1500+0+1200",
                "+repage",
                "-resize",
                "1920x480!",
                "-quality",
                "80",
                "peer.jpg");
        figures.print(7);
    }

    /** Everybody moves the window, again and again, as soon as the last move is answered and a pause has passed. */
    private void dragging(int people) throws Exception {
        String bench = bench(TYPES.get(0));
        List<Callable<double[]>> hands = new ArrayList<>();
        for (int p = 0; p < people; p++) {
            Person person = new Person(api.address());
            person.get(bench);
            int from = 13 * p;
            hands.add(() -> {
                double[] millis = new double[MOVES];
                for (int i = 0; i < MOVES; i++) {
                    long start = System.nanoTime();
                    person.post(bench + "/look", "{\"fit\":" + fit(from + i) + "}");
                    millis[i] = (System.nanoTime() - start) / 1e6;
                    Thread.sleep(PAUSE_MS);
                }
                return millis;
            });
        }
        ExecutorService together = Executors.newFixedThreadPool(people);
        try {
            double[] all = new double[people * MOVES];
            for (int warm = 0; warm < 2; warm++) {
                int at = 0;
                for (Future<double[]> hand : together.invokeAll(hands)) {
                    for (double each : hand.get()) {
                        all[at++] = each;
                    }
                }
            }
            print(people + " dragging at once: geometry, gauges", all);
        } finally {
            together.shutdownNow();
        }
    }

    private String fit(int y) {
        return "{\"picture\":\"" + picture + "\",\"window\":{\"x\":0,\"y\":" + y + ",\"width\":6000}}";
    }

    private static void print(String what, double[] millis) {
        System.out.printf(
                Locale.ROOT,
                "  %-46s %8.1f ms median, %.1f ms p95%n",
                what,
                Figures.median(millis),
                Figures.quantile(millis, 0.95));
    }

    /** Somebody who is signed in with a browser: a session, and the token against forgery. */
    private static final class Person {
        private static final Pattern META = Pattern.compile("name=\"csrf\" content=\"([^\"]+)\"");
        private static final Pattern FIELD = Pattern.compile("name=\"_csrf\"[^>]*value=\"([^\"]+)\"");

        /** One for all: the people are far away, and what their browsers cost is not to be measured. */
        private static final HttpClient CLIENT =
                HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build();

        private final Map<String, String> cookies = new TreeMap<>();
        private final String address;
        private String token = "";

        Person(String address) throws IOException, InterruptedException {
            this.address = address;
            Matcher field = FIELD.matcher(get("/sign-in"));
            if (!field.find()) {
                throw new IOException("no token on the sign-in page");
            }
            String form = "username=warden&password=tolvane-demo&_csrf="
                    + URLEncoder.encode(field.group(1), StandardCharsets.UTF_8);
            keepCookie(CLIENT.send(
                    to("/sign-in")
                            .header("Content-Type", "application/x-www-form-urlencoded")
                            .POST(HttpRequest.BodyPublishers.ofString(form))
                            .build(),
                    HttpResponse.BodyHandlers.discarding()));
        }

        String get(String path) throws IOException, InterruptedException {
            String body = answer(to(path).GET());
            Matcher meta = META.matcher(body);
            token = meta.find() ? meta.group(1) : token;
            return body;
        }

        /** When each line of an answer comes, ms after a moment of {@link System#nanoTime}. */
        List<Double> linesAfter(String path, long start) throws IOException, InterruptedException {
            return CLIENT.send(to(path).GET().build(), HttpResponse.BodyHandlers.ofLines())
                    .body()
                    .map(line -> (System.nanoTime() - start) / 1e6)
                    .toList();
        }

        void post(String path, String json) throws IOException, InterruptedException {
            answer(to(path).header("Content-Type", "application/json")
                    .header("X-CSRF-TOKEN", token)
                    .POST(HttpRequest.BodyPublishers.ofString(json)));
        }

        private String answer(HttpRequest.Builder request) throws IOException, InterruptedException {
            HttpResponse<String> response =
                    CLIENT.send(request.build(), HttpResponse.BodyHandlers.ofString(StandardCharsets.ISO_8859_1));
            keepCookie(response);
            if (response.statusCode() != 200) {
                throw new IOException(response.uri() + " answered " + response.statusCode() + ": " + response.body());
            }
            return response.body();
        }

        private HttpRequest.Builder to(String path) {
            HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(address + path));
            return cookies.isEmpty()
                    ? request
                    : request.header(
                            "Cookie",
                            cookies.entrySet().stream()
                                    .map(cookie -> cookie.getKey() + "=" + cookie.getValue())
                                    .collect(Collectors.joining("; ")));
        }

        private void keepCookie(HttpResponse<?> response) {
            for (String set : response.headers().allValues("Set-Cookie")) {
                String[] cookie = set.replaceFirst(";.*", "").split("=", 2);
                cookies.put(cookie[0], cookie[1]);
            }
        }
    }
}
