package gavlin.core.tighten;

import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Point;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.operation.Operation;
import gavlin.core.operation.OperationType;
import gavlin.core.operation.Preparation;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Renderable;
import java.util.Locale;
import java.util.Objects;
import java.util.stream.Stream;

/**
 * Empty margin cut away, px of the picture before on each side. A side that nobody gave is measured when the fit is stored; below zero it
 * is made wider, which only a picture with clear pixels can be.
 *
 * @param threshold up to which a pixel is empty: percent of alpha where there are clear pixels, CIEDE2000 from the border's colour
 *     elsewhere; null to be chosen
 * @param margin that is kept on the sides that are measured, a fraction of the mark's longer side
 * @param marginPx the same in px of the picture before; counts where both are there
 */
public record Tighten(
        Integer top, Integer right, Integer bottom, Integer left, Double threshold, Double margin, Integer marginPx)
        implements Preparation {
    public static final Tighten NONE = new Tighten(0, 0, 0, 0, null, null, null);
    public static final OperationType<Tighten> TYPE = new OperationType<>("tighten", 20, Tighten.class, NONE);

    private static final int MOST_ADDED = 4096;
    private static final double MOST_MARGIN = 1;
    private static final double MOST_THRESHOLD = 60;
    /** Of a picture that is larger, margins are looked for on a smaller one, and kept a pixel of that wider. */
    private static final long MOST_PIXELS = 6_000_000;

    public Tighten {
        side("top", top);
        side("right", right);
        side("bottom", bottom);
        side("left", left);
        if (threshold != null) {
            Require.range("tighten.threshold", threshold, 0, MOST_THRESHOLD, "");
        }
        if (margin != null) {
            Require.range("tighten.margin", margin, 0, MOST_MARGIN, "");
        }
        if (marginPx != null) {
            Require.range("tighten.marginPx", marginPx, 0, MOST_ADDED, "px");
        }
    }

    private static void side(String name, Integer px) {
        if (px != null) {
            Require.range("tighten." + name, px, -MOST_ADDED, Size.MAX, "px");
        }
    }

    /** On all sides, as Gavlin measures it. */
    public static Tighten chosen() {
        return new Tighten(null, null, null, null, null, null, null);
    }

    @Override
    public OperationType<Tighten> type() {
        return TYPE;
    }

    @Override
    public boolean changesNothing() {
        return Stream.of(top, right, bottom, left).allMatch(side -> side != null && side == 0);
    }

    @Override
    public Tighten carried() {
        return this;
    }

    @Override
    public String changeFrom(Operation before) {
        return changesNothing()
                ? "margins put back"
                : String.format(
                        Locale.ROOT, "tightened by %d, %d, %d, %d px", px(top), px(right), px(bottom), px(left));
    }

    private static int px(Integer side) {
        return side == null ? 0 : side;
    }

    /** At least a pixel is left. */
    @Override
    public Size of(Size before) {
        Box<InPrepared> box = box(before);
        return new Size((int) box.width(), (int) box.height());
    }

    /** What is left of a picture, px of it. */
    private Box<InPrepared> box(Size before) {
        int x = Math.min(px(left), before.width() - 1);
        int y = Math.min(px(top), before.height() - 1);
        return new Box<>(
                x, y, Math.max(1, before.width() - x - px(right)), Math.max(1, before.height() - y - px(bottom)));
    }

    @Override
    public Point<InPrepared> forward(Size before, Point<InPrepared> point) {
        Box<InPrepared> box = box(before);
        return new Point<>(point.x() - box.x(), point.y() - box.y());
    }

    @Override
    public Point<InPrepared> back(Size before, Point<InPrepared> point) {
        Box<InPrepared> box = box(before);
        return new Point<>(point.x() + box.x(), point.y() + box.y());
    }

    @Override
    public Box<InPrepared> back(Size before, Box<InPrepared> box) {
        return box.moved(box(before).x(), box(before).y());
    }

    @Override
    public Framing<InPrepared> source(Size before, Framing<InPrepared> framing) {
        Box<InPrepared> box = box(before);
        Box<InPrepared> window = framing.window().moved(box.x(), box.y());
        Box<InPrepared> inside = window.intersect(before.box());
        return inside.isEmpty()
                ? new Framing<>(new Box<>(0, 0, 1, 1), framing.placed())
                : new Framing<>(inside, inside.carry(window, framing.placed()));
    }

    @Override
    public boolean transparent(boolean before) {
        return before || Stream.of(top, right, bottom, left).anyMatch(side -> px(side) < 0);
    }

    @Override
    public Renderable<InPrepared> apply(Renderable<InPrepared> before) {
        return new TightenedPicture(before, this, box(before.size()));
    }

    @Override
    public boolean looksAtPixels() {
        return Stream.of(top, right, bottom, left).anyMatch(Objects::isNull);
    }

    /** @throws BadInput when the picture is empty all over */
    @Override
    public Tighten settled(Renderable<InPrepared> before) {
        if (!looksAtPixels()) {
            return this;
        }
        Size size = before.size();
        Size looked = size.within(MOST_PIXELS);
        Pixels pixels = before.render(new Framing<>(size.box(), looked.box()), looked);
        Box<InPrepared> mark = Margins.of(pixels, threshold)
                .orElseThrow(
                        () -> new BadInput(
                                "tighten",
                                "There is nothing to tighten: all of the picture is empty within the threshold. Lower the threshold, or choose another picture."));
        double spare = looked.equals(size) ? 0 : 1;
        double across = (double) size.width() / looked.width();
        double down = (double) size.height() / looked.height();
        int x = (int) Math.max(0, Math.floor((mark.x() - spare) * across));
        int y = (int) Math.max(0, Math.floor((mark.y() - spare) * down));
        int end = (int) Math.min(size.width(), Math.ceil((mark.right() + spare) * across));
        int foot = (int) Math.min(size.height(), Math.ceil((mark.bottom() + spare) * down));
        int kept = marginPx != null
                ? marginPx
                : margin != null ? (int) Math.round(margin * Math.max(end - x, foot - y)) : 0;
        int least = before.hasAlpha() ? Integer.MIN_VALUE : 0; // an opaque picture has no more margin than it has
        return new Tighten(
                top != null ? top : Integer.valueOf(Math.max(least, y - kept)),
                right != null ? right : Integer.valueOf(Math.max(least, size.width() - end - kept)),
                bottom != null ? bottom : Integer.valueOf(Math.max(least, size.height() - foot - kept)),
                left != null ? left : Integer.valueOf(Math.max(least, x - kept)),
                threshold,
                margin,
                marginPx);
    }
}
