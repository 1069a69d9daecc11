package gavlin.core.turn;

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
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.UnaryOperator;

/**
 * A picture mirrored left to right and straightened by some degrees, cut to the largest upright rectangle of its own proportions that
 * lies inside it. Its px are as large as the picture's.
 *
 * @param flipped mirrored first
 * @param degrees clockwise, -15..15
 */
public record Turn(boolean flipped, double degrees) implements Preparation {
    public static final Turn NONE = new Turn(false, 0);

    public static final OperationType<Turn> TYPE = new OperationType<>("turn", 40, Turn.class, NONE);
    public static final double MOST_DEGREES = 15;

    public Turn {
        degrees = Require.range("degrees", degrees, -MOST_DEGREES, MOST_DEGREES, "°") + 0.0; // no negative zero
    }

    @Override
    public OperationType<Turn> type() {
        return TYPE;
    }

    /** It belongs to the picture as the person wants it, whatever the slot. */
    @Override
    public Turn carried() {
        return this;
    }

    @Override
    public String changeFrom(Operation before) {
        Turn was = (Turn) before;
        List<String> changes = new ArrayList<>();
        if (flipped != was.flipped) {
            changes.add(flipped ? "flipped" : "flipped back");
        }
        if (degrees != was.degrees) {
            changes.add(String.format(Locale.ROOT, "turned by %.2f°", degrees));
        }
        return String.join("; ", changes);
    }

    /**
     * The turn that makes a line level that a person drew along the horizon, or plumb when it is steeper than 45°.
     *
     * @param across from the line's one end to the other, px to the right
     * @param down px down
     * @throws gavlin.core.BadInput when it leans more than 15 degrees
     */
    public static double levelling(double across, double down) {
        double angle = Math.toDegrees(Math.atan2(down, across));
        double quarter = 90 * Math.rint(angle / 90);
        return Require.range("degrees", quarter - angle, -MOST_DEGREES, MOST_DEGREES, "°");
    }

    /** The same turned further, so that a line on the turned picture becomes level or plumb; to a hundredth of a degree. */
    public Turn levelledAlong(double across, double down) {
        return new Turn(flipped, Math.round((degrees + levelling(across, down)) * 100) / 100.0);
    }

    /** What is left of a picture, px. */
    @Override
    public Size of(Size picture) {
        double k = shrinking(picture);
        return new Size((int) Math.max(1, Math.floor(picture.width() * k + 1e-9)), (int)
                Math.max(1, Math.floor(picture.height() * k + 1e-9)));
    }

    /** The sides of the inner rectangle over those of the picture: its corners touch the picture's edges. */
    private double shrinking(Size picture) {
        double a = Math.toRadians(Math.abs(degrees));
        double longer = Math.max(picture.proportion(), 1 / picture.proportion());
        return 1 / (Math.cos(a) + longer * Math.sin(a));
    }

    /** Where a point of the turned picture lies in the picture itself; px of each. */
    @Override
    public Point<InPrepared> back(Size picture, Point<InPrepared> point) {
        return backOn(picture).apply(point);
    }

    /** The same for many points: what does not depend on the point is computed once. */
    UnaryOperator<Point<InPrepared>> backOn(Size picture) {
        Size turned = of(picture);
        double a = Math.toRadians(degrees);
        double cos = Math.cos(a);
        double sin = Math.sin(a);
        return point -> {
            double dx = point.x() - turned.width() / 2.0;
            double dy = point.y() - turned.height() / 2.0;
            double px = dx * cos + dy * sin;
            double py = -dx * sin + dy * cos;
            return new Point<>(picture.width() / 2.0 + (flipped ? -px : px), picture.height() / 2.0 + py);
        };
    }

    /** Where a point of the picture lies in the turned one; px of each. */
    @Override
    public Point<InPrepared> forward(Size picture, Point<InPrepared> point) {
        Size turned = of(picture);
        double a = Math.toRadians(degrees);
        double px = (point.x() - picture.width() / 2.0) * (flipped ? -1 : 1);
        double py = point.y() - picture.height() / 2.0;
        return new Point<>(
                turned.width() / 2.0 + px * Math.cos(a) - py * Math.sin(a),
                turned.height() / 2.0 + px * Math.sin(a) + py * Math.cos(a));
    }

    /**
     * A box of w × h has the hull w·cos + h·sin by w·sin + h·cos: solved for w and h. A box so long and low that no box has it for its
     * hull is taken as it is, about the same middle.
     */
    @Override
    public Box<InPrepared> back(Size picture, Box<InPrepared> box) {
        double a = Math.toRadians(Math.abs(degrees));
        double cos = Math.cos(a);
        double sin = Math.sin(a);
        double width = (box.width() * cos - box.height() * sin) / (cos * cos - sin * sin);
        double height = (box.height() * cos - box.width() * sin) / (cos * cos - sin * sin);
        boolean possible = width > 0 && height > 0;
        double w = possible ? width : box.width();
        double h = possible ? height : box.height();
        Point<InPrepared> middle = back(picture, box.middle());
        return new Box<>(middle.x() - w / 2, middle.y() - h / 2, w, h);
    }

    @Override
    public Framing<InPrepared> source(Size picture, Framing<InPrepared> framing) {
        return new Framing<>(TurnedRendering.source(this, picture, framing.window()), framing.placed());
    }

    @Override
    public Renderable<InPrepared> apply(Renderable<InPrepared> before) {
        return new TurnedPicture(before, this);
    }
}
