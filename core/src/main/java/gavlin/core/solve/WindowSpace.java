package gavlin.core.solve;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.InPrepared;

/**
 * All windows that a search may choose from, as a cube: w is a window's width in source px, and u and v run 0..1 from the leftmost and
 * topmost place that a window of that width has to the last. What is locked has one place only.
 */
final class WindowSpace {
    private final Scene scene;
    private final Lock lock;
    private final double proportion;
    final double narrowest;
    final double widest;

    /** A part of the cube. */
    record Cell(double u0, double u1, double v0, double v1, double w0, double w1, double bound) {
        Cell bounded(double other) {
            return new Cell(u0, u1, v0, v1, w0, w1, other);
        }
    }

    WindowSpace(Scene scene, Lock lock) {
        this.scene = scene;
        this.lock = lock;
        this.proportion = scene.slot().proportion();
        double[] widths = lock.widths(scene);
        this.narrowest = widths[0];
        this.widest = widths[1];
    }

    Cell whole(double bound) {
        return new Cell(0, 1, 0, 1, narrowest, widest, bound);
    }

    double xAt(double u, double w) {
        return lock.x(u * (scene.picture().width() - w));
    }

    double yAt(double v, double w) {
        return lock.y(v * (scene.picture().height() - w / proportion));
    }

    Box<InPrepared> at(double u, double v, double w) {
        return new Box<>(xAt(u, w), yAt(v, w), w, w / proportion);
    }

    Box<InPrepared> middle(Cell cell) {
        return at((cell.u0 + cell.u1) / 2, (cell.v0 + cell.v1) / 2, (cell.w0 + cell.w1) / 2);
    }

    /** The widest window of a cell, as near as it can be to where the focal point wants it. */
    Box<InPrepared> preferred(Cell cell) {
        Box<InPrepared> ideal = scene.around(cell.w1);
        double x = between(ideal.x(), xAt(cell.u0, cell.w1), xAt(cell.u1, cell.w1));
        double y = between(ideal.y(), yAt(cell.v0, cell.w1), yAt(cell.v1, cell.w1));
        return new Box<>(x, y, cell.w1, cell.w1 / proportion);
    }

    /** Where the focal point wants a window of this width, as far as the locks allow. */
    Box<InPrepared> ideal(double w) {
        Box<InPrepared> ideal = scene.around(w);
        return scene.within(lock.x(ideal.x()), lock.y(ideal.y()), w);
    }

    /** The allowed window nearest to another with the same middle. */
    Box<InPrepared> allowed(Box<InPrepared> window) {
        double w = between(window.width(), narrowest, widest);
        return moved(window, 0, 0, w);
    }

    /** A window moved by so much, and of another width around its middle; held by the picture's edges and the locks. */
    Box<InPrepared> moved(Box<InPrepared> window, double across, double down, double width) {
        double w = between(width, narrowest, widest);
        double x = lock.x(window.x() + (window.width() - w) / 2 + across);
        double y = lock.y(window.y() + (window.height() - w / proportion) / 2 + down);
        return scene.within(x, y, w);
    }

    /** Halves a cell along that of its three ways on which its windows differ most, in px across the source. */
    Cell[] split(Cell c) {
        double across = lock.x() == null ? (c.u1 - c.u0) * (scene.picture().width() - c.w0) : 0;
        double down = lock.y() == null
                ? (c.v1 - c.v0) * (scene.picture().height() - c.w0 / proportion) * Math.max(1, proportion)
                : 0;
        double wider = c.w1 - c.w0;
        if (wider >= across && wider >= down) {
            double m = (c.w0 + c.w1) / 2;
            return new Cell[] {
                new Cell(c.u0, c.u1, c.v0, c.v1, m, c.w1, c.bound), new Cell(c.u0, c.u1, c.v0, c.v1, c.w0, m, c.bound)
            };
        }
        if (across >= down) {
            double m = (c.u0 + c.u1) / 2;
            return new Cell[] {
                new Cell(c.u0, m, c.v0, c.v1, c.w0, c.w1, c.bound), new Cell(m, c.u1, c.v0, c.v1, c.w0, c.w1, c.bound)
            };
        }
        double m = (c.v0 + c.v1) / 2;
        return new Cell[] {
            new Cell(c.u0, c.u1, c.v0, m, c.w0, c.w1, c.bound), new Cell(c.u0, c.u1, m, c.v1, c.w0, c.w1, c.bound)
        };
    }

    private static double between(double value, double min, double max) {
        return Math.max(min, Math.min(max, value));
    }
}
