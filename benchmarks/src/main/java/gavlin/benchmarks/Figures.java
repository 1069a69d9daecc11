package gavlin.benchmarks;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/** Runs several ways of doing one thing in turn, so that a noisy machine is as noisy for each, and prints medians. */
final class Figures {
    /** One way; anything that it throws ends the run. */
    interface Way {
        void run() throws Exception;
    }

    private record Named(String name, Way way) {}

    private final String title;
    private final List<Named> ways = new ArrayList<>();

    Figures(String title) {
        this.title = title;
    }

    /** The first way added is the one that the others are compared with. */
    Figures add(String name, Way way) {
        ways.add(new Named(name, way));
        return this;
    }

    void print(int rounds) throws Exception {
        for (Named way : ways) {
            way.way.run(); // warm: compiled, and in the page cache
            way.way.run();
        }
        measured(rounds);
    }

    /** For what takes minutes, and warms itself within them. */
    void printOnce() throws Exception {
        measured(1);
    }

    private void measured(int rounds) throws Exception {
        double[][] millis = new double[ways.size()][rounds];
        for (int round = 0; round < rounds; round++) {
            for (int i = 0; i < ways.size(); i++) {
                long start = System.nanoTime();
                ways.get(i).way.run();
                millis[i][round] = (System.nanoTime() - start) / 1e6;
            }
        }
        System.out.println(title);
        double own = median(millis[0]);
        for (int i = 0; i < ways.size(); i++) {
            double median = median(millis[i]);
            String ratio = i == 0 ? "" : String.format(Locale.ROOT, "   Gavlin takes %.2f of it", own / median);
            System.out.printf(Locale.ROOT, "  %-46s %8.1f ms%s%n", ways.get(i).name, median, ratio);
        }
    }

    static double median(double[] values) {
        return quantile(values, 0.5);
    }

    static double quantile(double[] values, double share) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        return sorted[(int) Math.min(sorted.length - 1L, Math.round(share * (sorted.length - 1)))];
    }
}
