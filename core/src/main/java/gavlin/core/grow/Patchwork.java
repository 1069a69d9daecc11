package gavlin.core.grow;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;

/**
 * Which part of a picture stands where beyond one of its edges: strips of it, each as long as the edge, laid on one after the other so that they
 * overlap, and cut along the line where they differ least (Efros and Freeman 2001, "Image Quilting for Texture Synthesis and Transfer", §2; strips in
 * place of squares, so that a horizon stays a horizon).
 *
 * <p>Works on a small copy of the picture, in px of that; positions run outward from the far side of the picture to the edge and beyond it.
 *
 * @param strips in the order in which they are laid on
 */
record Patchwork(List<Strip> strips) {
    /** Of the picture's length: how wide a strip is at most, and how much of it overlaps. */
    private static final double WIDEST = 0.22;

    private static final double OVERLAP = 0.25;
    private static final int NARROWEST = 8;
    /** A strip is drawn by lot among those that fit nearly as well as the best one. */
    private static final double NEARLY = 1.2;
    /** And among so many at least, and one of so many places more. */
    private static final int FEW = 3;

    private static final int MANY = 50;
    /** What was copied before fits so much worse, in full; so that the same is not seen again. */
    private static final double AGAIN = 1.5;

    /**
     * @param at where its overlap begins
     * @param from where it was copied from
     * @param cut for each line across, the first of its px that is seen, counted from {@code at}
     */
    record Strip(int at, int from, int width, int[] cut) {}

    /**
     * A small copy of a picture.
     *
     * @param rgb line by line, each {@code length} px along the axis on which the picture grows, three values 0..255 each
     * @param barred for each position, whether it must not be copied
     */
    record Copy(int lines, int length, float[] rgb, boolean[] barred) {}

    /** @param growth px beyond the edge at {@code length} */
    static Patchwork of(Copy picture, int growth, long seed) {
        List<Strip> strips = new ArrayList<>();
        Random random = new Random(seed);
        int total = picture.length + growth;
        float[] canvas = new float[picture.lines * total * 3];
        for (int y = 0; y < picture.lines; y++) {
            System.arraycopy(picture.rgb, y * picture.length * 3, canvas, y * total * 3, picture.length * 3);
        }
        int[] used = new int[picture.length];
        int end = picture.length;
        while (end < total) {
            int width = widest(picture, Math.min(total - end + overlap(total), (int) (WIDEST * picture.length)));
            if (width < NARROWEST) {
                return new Patchwork(List.of());
            }
            int over = Math.max(2, (int) (OVERLAP * width));
            if (strips.isEmpty()) {
                over = Math.min(
                        over, free(picture, over)); // nothing that must be seen is cut at the picture's own edge
            }
            int at = end - over;
            int from = choose(picture, canvas, total, at, over, width, used, random);
            int[] cut = cut(picture, canvas, total, at, from, over);
            lay(picture, canvas, total, at, from, Math.min(width, total - at), cut);
            for (int i = from; i < from + width; i++) {
                used[i]++;
            }
            strips.add(new Strip(at, from, Math.min(width, total - at), cut));
            end = at + width;
        }
        return new Patchwork(strips);
    }

    private static int overlap(int total) {
        return Math.max(4, total / 40);
    }

    /** The width, halved until somewhere so much lies side by side that may be copied. */
    private static int widest(Copy picture, int wanted) {
        for (int width = Math.min(picture.length, Math.max(NARROWEST, wanted)); width >= NARROWEST; width /= 2) {
            int run = 0;
            for (int i = 0; i < picture.length; i++) {
                run = picture.barred[i] ? 0 : run + 1;
                if (run >= width) {
                    return width;
                }
            }
        }
        return 0;
    }

    private static int free(Copy picture, int most) {
        int free = 0;
        while (free < most && !picture.barred[picture.length - 1 - free]) {
            free++;
        }
        return Math.max(2, free);
    }

    /** Where the strip is copied from: by lot, among those that differ least in the overlap. */
    private static int choose(
            Copy picture, float[] canvas, int total, int at, int over, int width, int[] used, Random random) {
        double[] costs = new double[picture.length - width + 1];
        double least = Double.MAX_VALUE;
        for (int from = 0; from < costs.length; from++) {
            costs[from] = Double.MAX_VALUE;
            int again = 0;
            boolean barred = false;
            for (int i = from; i < from + width && !barred; i++) {
                barred = picture.barred[i];
                again += used[i];
            }
            if (!barred) {
                costs[from] = (1 + difference(picture, canvas, total, at, from, over)) * (1 + AGAIN * again / width);
                least = Math.min(least, costs[from]);
            }
        }
        double[] sorted = costs.clone();
        Arrays.sort(sorted);
        double limit = Math.max(least * NEARLY, sorted[Math.min(sorted.length - 1, FEW + sorted.length / MANY)]);
        limit = limit == Double.MAX_VALUE ? least : limit;
        int near = 0;
        for (double cost : costs) {
            near += cost <= limit ? 1 : 0;
        }
        int chosen = random.nextInt(near);
        for (int from = 0; ; from++) {
            if (costs[from] <= limit && chosen-- == 0) {
                return from;
            }
        }
    }

    private static double difference(Copy picture, float[] canvas, int total, int at, int from, int over) {
        double sum = 0;
        for (int y = 0; y < picture.lines; y++) {
            int a = (y * total + at) * 3;
            int b = (y * picture.length + from) * 3;
            for (int i = 0; i < over * 3; i++) {
                double d = canvas[a + i] - picture.rgb[b + i];
                sum += d * d;
            }
        }
        return sum / ((double) picture.lines * over);
    }

    /** The cheapest path from the first line to the last through the overlap, a step aside at most from one line to the next. */
    private static int[] cut(Copy picture, float[] canvas, int total, int at, int from, int over) {
        double[][] cost = new double[picture.lines][over];
        for (int y = 0; y < picture.lines; y++) {
            for (int i = 0; i < over; i++) {
                double here = 0;
                for (int c = 0; c < 3; c++) {
                    double d =
                            canvas[(y * total + at + i) * 3 + c] - picture.rgb[(y * picture.length + from + i) * 3 + c];
                    here += d * d;
                }
                double before = 0;
                if (y > 0) {
                    before = cost[y - 1][i];
                    before = i > 0 ? Math.min(before, cost[y - 1][i - 1]) : before;
                    before = i < over - 1 ? Math.min(before, cost[y - 1][i + 1]) : before;
                }
                cost[y][i] = here + before;
            }
        }
        int[] cut = new int[picture.lines];
        int best = 0;
        for (int i = 1; i < over; i++) {
            best = cost[picture.lines - 1][i] < cost[picture.lines - 1][best] ? i : best;
        }
        for (int y = picture.lines - 1; y >= 0; y--) {
            cut[y] = best;
            if (y > 0) {
                int next = best;
                for (int i = Math.max(0, best - 1); i <= Math.min(over - 1, best + 1); i++) {
                    next = cost[y - 1][i] < cost[y - 1][next] ? i : next;
                }
                best = next;
            }
        }
        return cut;
    }

    private static void lay(Copy picture, float[] canvas, int total, int at, int from, int width, int[] cut) {
        for (int y = 0; y < picture.lines; y++) {
            int skip = cut[y];
            int count = width - skip;
            if (count > 0) {
                System.arraycopy(
                        picture.rgb,
                        (y * picture.length + from + skip) * 3,
                        canvas,
                        (y * total + at + skip) * 3,
                        count * 3);
            }
        }
    }
}
