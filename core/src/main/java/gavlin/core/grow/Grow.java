package gavlin.core.grow;

import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonProperty;
import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.core.colour.Colour;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Point;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.operation.Operation;
import gavlin.core.operation.OperationType;
import gavlin.core.operation.Preparation;
import gavlin.core.raster.Renderable;
import java.util.List;

/**
 * More picture beyond its edges, px of the picture before. The picture afterwards begins where the grown edge does.
 *
 * @param by where it comes from; null for {@link By#MIRROR}
 * @param ink of a plain or fading colour; null for the mean of the edge, which is written down once it is known
 * @param seed of {@link By#PATCHES}: another one is another picture; null for 1
 * @param avoid of {@link By#PATCHES}: parts that are never copied, each as left, top, width and height, px of the picture before; null for none
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record Grow(int top, int right, int bottom, int left, By by, Colour ink, Integer seed, List<List<Integer>> avoid)
        implements Preparation {
    public enum By {
        /** The picture's own mirror image, each slice flipped against the last. */
        @JsonProperty("mirror")
        MIRROR,
        /** The outermost line again and again. */
        @JsonProperty("edge")
        EDGE,
        /** The mirror image, the softer the farther out. */
        @JsonProperty("blur")
        BLUR,
        /** The outermost line, fading into a colour. */
        @JsonProperty("fade")
        FADE,
        /** A colour. */
        @JsonProperty("colour")
        COLOUR,
        /** Other parts of the picture, joined where they differ least. */
        @JsonProperty("patches")
        PATCHES;

        boolean hasInk() {
            return this == FADE || this == COLOUR;
        }
    }

    public static final Grow NONE = new Grow(0, 0, 0, 0);
    public static final OperationType<Grow> TYPE = new OperationType<>("grow", 50, Grow.class, NONE);
    static final int MOST_SEED = 9999;
    private static final int MOST_AVOIDED = 40;

    public Grow {
        Require.range("growth.top", top, 0, Size.MAX, "px");
        Require.range("growth.right", right, 0, Size.MAX, "px");
        Require.range("growth.bottom", bottom, 0, Size.MAX, "px");
        Require.range("growth.left", left, 0, Size.MAX, "px");
        by = by == null ? By.MIRROR : by;
        ink = by.hasInk() ? ink : null;
        seed = by != By.PATCHES || seed == null || seed == 1
                ? null
                : Integer.valueOf(Require.range("growth.seed", seed, 1, MOST_SEED, ""));
        avoid = by != By.PATCHES || avoid == null || avoid.isEmpty() ? null : checked(avoid);
    }

    public Grow(int top, int right, int bottom, int left) {
        this(top, right, bottom, left, By.MIRROR, null, null, null);
    }

    private static List<List<Integer>> checked(List<List<Integer>> avoid) {
        if (avoid.size() > MOST_AVOIDED || avoid.stream().anyMatch(box -> box == null || box.size() != 4)) {
            throw new BadInput(
                    "avoid",
                    "avoid must be at most " + MOST_AVOIDED + " parts, each as left, top, width and height in px");
        }
        return avoid.stream().map(List::copyOf).toList();
    }

    /** The same way with other sides. */
    public Grow sides(int toTop, int toRight, int toBottom, int toLeft) {
        return new Grow(toTop, toRight, toBottom, toLeft, by, ink, seed, avoid);
    }

    /** The same sides in another way. */
    public Grow by(By other, Integer otherSeed) {
        return new Grow(top, right, bottom, left, other, ink, otherSeed, avoid);
    }

    public Grow avoiding(List<List<Integer>> parts) {
        return new Grow(top, right, bottom, left, by, ink, seed, parts);
    }

    @JsonIgnore
    int seedOr1() {
        return seed == null ? 1 : seed;
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
        return changesNothing() ? "not grown any more" : "edges grown" + (by == By.MIRROR ? "" : ", " + words());
    }

    private String words() {
        return switch (by) {
            case MIRROR -> "mirrored";
            case EDGE -> "by the outermost line";
            case BLUR -> "softly";
            case FADE -> "fading into a colour";
            case COLOUR -> "in a colour";
            case PATCHES -> "from its own patches";
        };
    }

    @Override
    public boolean changesNothing() {
        return top == 0 && right == 0 && bottom == 0 && left == 0;
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
    public boolean looksEverywhere() {
        return by == By.PATCHES;
    }

    @Override
    public boolean looksAtPixels() {
        return by.hasInk() && ink == null;
    }

    @Override
    public Grow settled(Renderable<InPrepared> before) {
        return looksAtPixels()
                ? new Grow(top, right, bottom, left, by, EdgeColour.of(before, this), seed, avoid)
                : this;
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
        Box<InPrepared> whole = before.box();
        if (whole.contains(window, GrownPicture.ROUNDING)) {
            return new Framing<>(window, framing.placed());
        }
        if (by == By.PATCHES || by == By.BLUR) {
            return new Framing<>(whole, whole.carry(window, framing.placed())); // read from anywhere
        }
        double[] x = read(window.x(), window.right(), before.width());
        double[] y = read(window.y(), window.bottom(), before.height());
        Box<InPrepared> read = new Box<>(x[0], y[0], x[1] - x[0], y[1] - y[0]);
        return new Framing<>(read, read.carry(window, framing.placed()));
    }

    /** From where to where a line is read to show from..to of it, when it goes on at 0 and at its length; a pixel at least. */
    private double[] read(double from, double to, double length) {
        boolean touches = to > 0 && from < length;
        double first = touches ? Math.max(0, from) : length;
        double last = touches ? Math.min(length, to) : 0;
        boolean mirrored = by == By.MIRROR;
        if (from < 0) {
            first = Math.min(first, mirrored ? Math.max(0, -to) : 0);
            last = Math.max(last, mirrored ? -from : 1);
        }
        if (to > length) {
            first = Math.min(first, mirrored ? 2 * length - to : length - 1);
            last = Math.max(last, mirrored ? Math.min(length, 2 * length - from) : length);
        }
        double begin = Math.max(0, Math.min(length - 1, first));
        return new double[] {begin, Math.min(length, Math.max(last, begin + 1))};
    }

    /** Whether what lies at a place of the picture before is shown a second time, mirrored. */
    public boolean showsTwice(Box<InPrepared> at, Size before) {
        return (by == By.MIRROR || by == By.BLUR)
                && (top > 0 && at.y() < top
                        || left > 0 && at.x() < left
                        || bottom > 0 && at.bottom() > before.height() - bottom
                        || right > 0 && at.right() > before.width() - right);
    }

    @Override
    public Renderable<InPrepared> apply(Renderable<InPrepared> before) {
        return by == By.PATCHES ? PatchedPicture.of(before, this) : new GrownPicture(before, this);
    }
}
