package gavlin.benchmarks;

import gavlin.core.geometry.Size;
import java.util.Locale;

/** The running application, over loopback, with the demo's account: what a person at the bench waits for. */
final class ServerFigures {
    private static final String SHEET = """
            {"format":"slot-sheet/1","theme":{"name":"Figures"},"slots":[{"id":"front","name":"Front","kind":"banner",
            "size":{"width":2000,"height":400},"types":[%s],"transparency":"forbidden",
            "weight":{"limit":100,"unit":"kB"},"rule":"cover"}]}""";

    private final GavlinClient gavlin;

    private ServerFigures(GavlinClient gavlin) {
        this.gavlin = gavlin;
    }

    public static void main(String[] arguments) throws Exception {
        ServerFigures figures = new ServerFigures(new GavlinClient(arguments[0]));
        // Another picture each time: for one it has seen, Gavlin would only look the answer up.
        int seed = (int) System.nanoTime();
        figures.run("\"jpeg\"", TestPhotograph.jpeg(new Size(6000, 4000), seed));
        figures.run("\"jpeg\",\"webp\"", TestPhotograph.jpeg(new Size(6000, 4000), seed + 1));
    }

    private void run(String types, byte[] photograph) throws Exception {
        String site = "figures-" + Long.toString(System.nanoTime(), 36);
        gavlin.send(
                "POST",
                "/api/v1/sites",
                "{\"id\":\"" + site + "\",\"name\":\"Figures\",\"slotSheet\":" + SHEET.formatted(types) + "}");
        System.out.println("24 MP JPEG to 2000×400 under 100 kB, types " + types);
        long start = System.nanoTime();
        String id = gavlin.upload(site, photograph, "Figures");
        print("upload: stored and decoded", start);
        String fit = "/api/v1/sites/" + site + "/slots/front/fit";
        start = System.nanoTime();
        gavlin.send("PUT", fit, fit(id, 500));
        print("first fit: placed, rendered, weighed", start);
        double[] moved = new double[15];
        for (int i = 0; i < moved.length; i++) {
            start = System.nanoTime();
            gavlin.send("PUT", fit, fit(id, 300 + 25 * i));
            moved[i] = (System.nanoTime() - start) / 1e6;
        }
        System.out.printf(
                Locale.ROOT,
                "  %-46s %8.1f ms median, %.1f ms p95%n",
                "after a further move",
                Figures.median(moved),
                Figures.quantile(moved, 0.95));
        double[] geometry = new double[300];
        for (int i = 0; i < geometry.length; i++) {
            start = System.nanoTime();
            gavlin.send("PUT", fit + "?measure=geometry", fit(id, 100 + i));
            geometry[i] = (System.nanoTime() - start) / 1e6;
        }
        System.out.printf(
                Locale.ROOT,
                "  %-46s %8.1f ms median, %.1f ms p95%n",
                "window and geometry gauges, stored",
                Figures.median(geometry),
                Figures.quantile(geometry, 0.95));
    }

    private static String fit(String picture, int thousandths) {
        return String.format(
                Locale.ROOT, "{\"picture\":\"%s\",\"focal\":{\"x\":0.5,\"y\":%.3f}}", picture, thousandths / 1000.0);
    }

    private static void print(String what, long start) {
        System.out.printf(Locale.ROOT, "  %-46s %8.1f ms%n", what, (System.nanoTime() - start) / 1e6);
    }
}
