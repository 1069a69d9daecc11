package gavlin.core.grow;

import com.fasterxml.jackson.annotation.JsonProperty;
import gavlin.core.Require;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Point;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.operation.Operation;
import gavlin.core.operation.OperationType;
import gavlin.core.operation.Preparation;
import gavlin.core.raster.Renderable;

/**
 * More picture beyond its edges, px of the picture before. The picture afterwards begins where the grown edge does.
 *
 * @param by where it comes from; null for {@link By#MIRROR}
 */
public record Grow(int top, int right, int bottom, int left, By by) implements Preparation {
    public enum By {
        /** The picture's own mirror image, each slice flipped against the last. */
        @JsonProperty("mirror")
        MIRROR
    }

    public static final Grow NONE = new Grow(0, 0, 0, 0);
    public static final OperationType<Grow> TYPE = new OperationType<>("grow", 50, Grow.class, NONE);

    public Grow {
        Require.range("growth.top", top, 0, Size.MAX, "px");
        Require.range("growth.right", right, 0, Size.MAX, "px");
        Require.range("growth.bottom", bottom, 0, Size.MAX, "px");
        Require.range("growth.left", left, 0, Size.MAX, "px");
        by = by == null ? By.MIRROR : by;
    }

    public Grow(int top, int right, int bottom, int left) {
        this(top, right, bottom, left, By.MIRROR);
    }

    @Override
    public OperationType<Grow> type() {
        return TYPE;
    }

    /** It was measured for the old slot's proportions. */
    @Override
    public Grow carried() {
        return null;
    }

    @Override
    public String changeFrom(Operation before) {
        return changesNothing() ? "not grown any more" : "edges grown";
    }

    /** No more on a side than there is of the picture. */
    @Override
    public void check(Size picture) {
        Require.range("growth.top", top, 0, picture.height(), "px");
        Require.range("growth.bottom", bottom, 0, picture.height(), "px");
        Require.range("growth.left", left, 0, picture.width(), "px");
        Require.range("growth.right", right, 0, picture.width(), "px");
    }

    @Override
    public Size of(Size before) {
        return new Size(before.width() + left + right, before.height() + top + bottom);
    }

    @Override
    public Point<InPrepared> forward(Size before, Point<InPrepared> point) {
        return new Point<>(point.x() + left, point.y() + top);
    }

    @Override
    public Point<InPrepared> back(Size before, Point<InPrepared> point) {
        return new Point<>(point.x() - left, point.y() - top);
    }

    @Override
    public Box<InPrepared> back(Size before, Box<InPrepared> box) {
        return box.moved(-left, -top);
    }

    @Override
    public Framing<InPrepared> source(Size before, Framing<InPrepared> framing) {
        Box<InPrepared> window = framing.window().moved(-left, -top);
        double[] x = read(window.x(), window.right(), before.width());
        double[] y = read(window.y(), window.bottom(), before.height());
        Box<InPrepared> read = new Box<>(x[0], y[0], x[1] - x[0], y[1] - y[0]);
        return new Framing<>(read, read.carry(window, framing.placed()));
    }

    /** From where to where a line is read to show from..to of it, when it is mirrored at 0 and at its length; a pixel at least. */
    private static double[] read(double from, double to, double length) {
        boolean touches = to > 0 && from < length;
        double first = touches ? Math.max(0, from) : length;
        double last = touches ? Math.min(length, to) : 0;
        if (from < 0) {
            first = Math.min(first, Math.max(0, -to));
            last = Math.max(last, -from);
        }
        if (to > length) {
            first = Math.min(first, 2 * length - to);
            last = Math.max(last, Math.min(length, 2 * length - from));
        }
        double begin = Math.max(0, Math.min(length - 1, first));
        return new double[] {begin, Math.min(length, Math.max(last, begin + 1))};
    }

    @Override
    public Renderable<InPrepared> apply(Renderable<InPrepared> before) {
        return new GrownPicture(before, this);
    }
}
