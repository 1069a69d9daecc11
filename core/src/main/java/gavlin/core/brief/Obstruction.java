package gavlin.core.brief;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.InShowing;

/**
 * Something that the theme lays over a slot in a showing.
 *
 * @param words whether it is text to be read over the picture, rather than something solid
 * @param box in the showing's own CSS px
 * @param radius of its corners, CSS px; half its shorter side and more makes its ends round, a square one a circle
 * @param text what the words say, or empty
 * @param sizePx the words' font size, CSS px
 * @param fontWeight 1..1000
 * @param ink the words' colour, 0xRRGGBB
 */
public record Obstruction(
        String name,
        boolean words,
        Box<InShowing> box,
        double radius,
        String text,
        double sizePx,
        int fontWeight,
        int ink) {
    /** The radius of a circle, or an ellipse: as large as its box allows. */
    static final double ROUND = Double.POSITIVE_INFINITY;

    /** Nearer to an edge than this share of the box, it hangs on that edge. */
    private static final double AT_EDGE = 0.02;

    /**
     * Where it lies when the showing's box becomes another: what touches an edge keeps its distance to that edge, what touches
     * both stretches, and what touches neither keeps its place from the left and the top. It may then hang over the box.
     */
    Obstruction moved(Box<InShowing> from, Box<InShowing> to) {
        double[] x = along(box.x(), box.width(), from.width(), to.width());
        double[] y = along(box.y(), box.height(), from.height(), to.height());
        return new Obstruction(name, words, new Box<>(x[0], y[0], x[1], y[1]), radius, text, sizePx, fontWeight, ink);
    }

    Obstruction in(Box<InShowing> other, double round) {
        return new Obstruction(name, words, other, round, text, sizePx, fontWeight, ink);
    }

    /** What is beyond the edge of what is seen. */
    static Obstruction edge(Box<InShowing> box) {
        return new Obstruction("edge", false, box, 0, "", 0, 400, 0);
    }

    /** Start and length in a box that is {@code to} long instead of {@code from}. */
    private static double[] along(double start, double length, double from, double to) {
        double before = start;
        double after = from - start - length;
        boolean atEnd = after <= AT_EDGE * from;
        boolean atStart = before <= AT_EDGE * from;
        if (atStart && atEnd) {
            return new double[] {before, Math.max(0, to - before - after)};
        }
        return new double[] {atEnd ? to - after - length : before, length};
    }
}
