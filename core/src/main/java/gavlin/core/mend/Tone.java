package gavlin.core.mend;

import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Renderable;

/**
 * What has to be added to a copy so that along its edges it is what it is laid on: the differences along the four edges, carried inward by Coons'
 * bilinearly blended patch (Coons 1967), as a membrane would carry them (Pérez, Gangnet and Blake 2003, "Poisson Image Editing", equation 2, solved
 * there exactly). The same whatever window it is seen through.
 */
final class Tone {
    /** The edges are compared on so many px a side at most. */
    private static final int MOST = 120;
    /** Of the shorter side: as deep into the spot an edge is compared, where what is to go hardly reaches. */
    private static final int DEPTH = 12;
    /** Of an edge's length: over so much of it differences are evened out, or each grain would draw a streak. */
    private static final int EVEN = 6;

    private static final int COLOURS = 3;

    private final double[][][] edges = new double[4][COLOURS][];

    private Tone() {}

    static Tone of(Renderable<InPrepared> picture, Spot spot) {
        Size size = new Size(Math.min(MOST, spot.width()), Math.min(MOST, spot.height()));
        Pixels here = picture.render(new Framing<>(spot.box(), size.box()), size);
        Pixels there = picture.render(new Framing<>(spot.from(), size.box()), size);
        int depth = Math.max(1, Math.min(size.width(), size.height()) / DEPTH);
        Tone tone = new Tone();
        for (int c = 0; c < COLOURS; c++) {
            for (int edge = 0; edge < 4; edge++) {
                boolean across = edge < 2; // above, below, left, right
                double[] along = new double[across ? size.width() : size.height()];
                for (int i = 0; i < along.length; i++) {
                    for (int inward = 0; inward < depth; inward++) {
                        int deep = edge % 2 == 0 ? inward : (across ? size.height() : size.width()) - 1 - inward;
                        int at = across ? deep * size.width() + i : i * size.width() + deep;
                        along[i] += ((here.samples()[at * here.channels() + c] & 0xff)
                                        - (there.samples()[at * there.channels() + c] & 0xff))
                                / (double) depth;
                    }
                }
                tone.edges[edge][c] = evened(along);
            }
        }
        return tone;
    }

    private static double[] evened(double[] along) {
        int reach = Math.max(1, along.length / EVEN / 2);
        double[] even = new double[along.length];
        for (int i = 0; i < along.length; i++) {
            int from = Math.max(0, i - reach);
            int to = Math.min(along.length - 1, i + reach);
            for (int k = from; k <= to; k++) {
                even[i] += along[k] / (to - from + 1);
            }
        }
        return even;
    }

    /** Codes to be added. @param u 0..1 across the spot @param v 0..1 down @param c 0..2 */
    double at(double u, double v, int c) {
        double[] above = edges[0][c];
        double[] below = edges[1][c];
        double[] left = edges[2][c];
        double[] right = edges[3][c];
        double corners = (1 - u) * (1 - v) * (above[0] + left[0]) / 2
                + u * (1 - v) * (above[above.length - 1] + right[0]) / 2
                + (1 - u) * v * (below[0] + left[left.length - 1]) / 2
                + u * v * (below[below.length - 1] + right[right.length - 1]) / 2;
        return (1 - v) * along(above, u)
                + v * along(below, u)
                + (1 - u) * along(left, v)
                + u * along(right, v)
                - corners;
    }

    private static double along(double[] edge, double t) {
        double place = Math.max(0, Math.min(edge.length - 1, t * edge.length - 0.5));
        int i = (int) place;
        int next = Math.min(edge.length - 1, i + 1);
        return edge[i] + (place - i) * (edge[next] - edge[i]);
    }
}
