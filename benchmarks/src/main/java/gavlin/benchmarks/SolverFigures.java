package gavlin.benchmarks;

import gavlin.core.brief.SlotSheetReader;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.operation.Prepared;
import gavlin.core.solve.KeepArea;
import gavlin.core.solve.Lock;
import gavlin.core.solve.Problem;
import gavlin.core.solve.Remedies;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;

/** The best window for 12 showings and 8 keep areas; as many that cannot all be seen, with what would do. */
final class SolverFigures {
    private static final int SHOWINGS = 12;
    private static final int AREAS = 8;
    private static final int RUNS = 60;

    private SolverFigures() {}

    public static void main(String[] arguments) {
        System.out.println("The best window, " + SHOWINGS + " showings, " + AREAS + " keep areas");
        print("areas near each other, rectangles", 0.25, KeepArea.Shape.RECTANGLE, false);
        print("near each other, ellipses", 0.25, KeepArea.Shape.ELLIPSE, false);
        print("all over the picture: no window shows all", 0.9, KeepArea.Shape.RECTANGLE, false);
        print("the same with the reason and what would do", 0.9, KeepArea.Shape.RECTANGLE, true);
    }

    private static void print(String what, double spread, KeepArea.Shape shape, boolean remedies) {
        double[] millis = new double[RUNS];
        for (int run = -RUNS / 2; run < RUNS; run++) { // the first ones are compiled, not counted
            Problem problem = problem(new Random(run + RUNS), spread, shape);
            Box<InPrepared> present = new Box<>(0, 1000, 6000, 1500);
            long start = System.nanoTime();
            problem.best(Lock.NOTHING, List.of(present));
            if (remedies) {
                Remedies.of(problem, Lock.NOTHING);
            }
            if (run >= 0) {
                millis[run] = (System.nanoTime() - start) / 1e6;
            }
        }
        System.out.printf(
                Locale.ROOT,
                "  %-46s %8.1f ms median, %.1f ms p95%n",
                what,
                Figures.median(millis),
                Figures.quantile(millis, 0.95));
    }

    private static Problem problem(Random random, double spread, KeepArea.Shape shape) {
        List<String> showings = new ArrayList<>();
        for (int i = 0; i < SHOWINGS; i++) {
            int width = 360 + random.nextInt(1500);
            int height = 200 + random.nextInt(300);
            showings.add(String.format(
                    Locale.ROOT,
                    "{\"id\":\"s%1$d\",\"name\":\"S%1$d\",\"box\":{\"width\":%2$d,\"height\":%3$d},\"obstructions\":["
                            + "{\"name\":\"bar\",\"kind\":\"solid\",\"box\":{\"x\":0,\"y\":0,\"width\":%2$d,\"height\":40}},"
                            + "{\"name\":\"title\",\"kind\":\"words\",\"box\":{\"x\":20,\"y\":%4$d,\"width\":%5$d,\"height\":50},\"text\":\"T\",\"size\":30}]}",
                    i,
                    width,
                    height,
                    height - 70,
                    width / 3));
        }
        String sheet =
                "{\"format\":\"slot-sheet/1\",\"theme\":{\"name\":\"F\"},\"slots\":[{\"id\":\"a\",\"name\":\"A\",\"kind\":\"banner\","
                        + "\"size\":{\"width\":1920,\"height\":480},\"types\":[\"jpeg\"],\"rule\":\"cover\",\"showings\":["
                        + String.join(",", showings) + "]}]}";
        double left = (1 - spread) * random.nextDouble();
        double top = (1 - spread) * random.nextDouble();
        List<KeepArea> areas = new ArrayList<>();
        for (int i = 0; i < AREAS; i++) {
            double x = left + spread * random.nextDouble() * 0.9;
            double y = top + spread * random.nextDouble() * 0.9;
            areas.add(new KeepArea("area " + i, shape, new Box<>(x, y, 0.02, 0.02), 1 + i % 3));
        }
        return new Problem(
                SlotSheetReader.read(sheet).slots().get(0),
                Prepared.asIs(new Size(6000, 4000)),
                areas,
                FocalPoint.centre(),
                null,
                null);
    }
}
