package gavlin.core.solve;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.solve.WindowSpace.Cell;

/**
 * Where points of the file lie on the picture: through one window, or through all windows of a cell at once, when each coordinate has a
 * least and a greatest place. Those are found among the cell's four corners of place and width, because a place depends evenly on each.
 */
final class Places {
    private final double perPx;
    private final double[] x = new double[4];
    private final double[] y = new double[4];
    private final double[] s = new double[4];
    private boolean one;

    /** @param fileWidth px */
    Places(int fileWidth) {
        this.perPx = 1.0 / fileWidth;
    }

    void through(Box<InPrepared> window) {
        one = true;
        x[0] = window.x();
        y[0] = window.y();
        s[0] = window.width() * perPx;
    }

    void through(Cell cell, WindowSpace space) {
        one = false;
        for (int i = 0; i < 4; i++) {
            double w = i < 2 ? cell.w0() : cell.w1();
            s[i] = w * perPx;
            x[i] = space.xAt(i % 2 == 0 ? cell.u0() : cell.u1(), w);
            y[i] = space.yAt(i % 2 == 0 ? cell.v0() : cell.v1(), w);
        }
    }

    double lowX(double at) {
        return one ? x[0] + at * s[0] : low(x, at);
    }

    double lowY(double at) {
        return one ? y[0] + at * s[0] : low(y, at);
    }

    double highX(double at) {
        return one ? x[0] + at * s[0] : high(x, at);
    }

    double highY(double at) {
        return one ? y[0] + at * s[0] : high(y, at);
    }

    /** Px of the picture for one of the file: the least and the most. */
    double leastScale() {
        return one ? s[0] : Math.min(s[0], s[2]);
    }

    double mostScale() {
        return one ? s[0] : Math.max(s[0], s[2]);
    }

    /**
     * What can come into sight of a region at most, as a share of it, while the window moves from {@code middle} to any other of the
     * cell. Along each line through the region, a shift of what is seen by d lets in d at the edge where it enters, whatever lies
     * within; a change of scale by ρ adds at most one and a half times ρ of the line.
     */
    double comesIn(Region region, Box<InPrepared> middle) {
        double s0 = middle.width() * perPx;
        double atX = ((region.left + region.right) / 2 - middle.x()) / s0;
        double atY = ((region.top + region.bottom) / 2 - middle.y()) / s0;
        double across = 0;
        double down = 0;
        double scale = 0;
        for (int i = 0; i < 4; i++) {
            across = Math.max(across, Math.abs(x[i] + atX * s[i] - middle.x() - atX * s0));
            down = Math.max(down, Math.abs(y[i] + atY * s[i] - middle.y() - atY * s0));
            scale = Math.max(scale, Math.abs(s[i] / s0 - 1));
        }
        double width = region.right - region.left;
        double height = region.bottom - region.top;
        return region.perArea() * (across * height + down * width + 3 * scale * width * height);
    }

    private double low(double[] corner, double at) {
        return Math.min(
                Math.min(corner[0] + at * s[0], corner[1] + at * s[1]),
                Math.min(corner[2] + at * s[2], corner[3] + at * s[3]));
    }

    private double high(double[] corner, double at) {
        return Math.max(
                Math.max(corner[0] + at * s[0], corner[1] + at * s[1]),
                Math.max(corner[2] + at * s[2], corner[3] + at * s[3]));
    }
}
