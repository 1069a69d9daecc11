package gavlin.core.operation;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Point;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Renderable;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;

/**
 * A picture and what its preparation makes of it: the one mapping between the two, both ways, and the one way to draw it. Nobody
 * downstream knows the operations.
 */
public final class Prepared {
    private final Size picture;
    private final Steps<Preparation> steps;
    /** Before each step, and after the last. */
    private final List<Size> sizes = new ArrayList<>();

    /** @throws gavlin.core.BadInput when a step can't be done to a picture of this size */
    public Prepared(Size picture, Steps<Preparation> steps) {
        this.picture = picture;
        this.steps = steps;
        sizes.add(picture);
        for (Preparation step : steps.all()) {
            sizes.add(step.of(sizes.get(sizes.size() - 1)));
        }
    }

    /** A picture that nothing is done to. */
    public static Prepared asIs(Size picture) {
        return new Prepared(picture, Steps.none());
    }

    /** The same picture with one more step, or another one of its type. */
    public Prepared with(Preparation step) {
        return new Prepared(picture, steps.with(step));
    }

    /** What a step of this type acts on, px, whether there is one or not. */
    public Size before(OperationType<?> type) {
        int i = 0;
        while (i < steps.all().size() && steps.all().get(i).type().order() < type.order()) {
            i++;
        }
        return sizes.get(i);
    }

    /** The same, when a person asks for it: some things are not done to a picture though they could be. */
    public Prepared checked() {
        steps.all().forEach(step -> step.check(picture));
        return this;
    }

    /** Upright, px. */
    public Size picture() {
        return picture;
    }

    /** Of the prepared picture, px. */
    public Size size() {
        return sizes.get(sizes.size() - 1);
    }

    /** @param picture whether the picture itself may have clear pixels */
    public boolean transparent(boolean picture) {
        boolean clear = picture;
        for (Preparation step : steps.all()) {
            clear = step.transparent(clear);
        }
        return clear;
    }

    public Steps<Preparation> steps() {
        return steps;
    }

    public Point<InPrepared> toPrepared(Point<InPicture> point) {
        Point<InPrepared> at = new Point<>(point.x(), point.y());
        for (int i = 0; i < steps.all().size(); i++) {
            at = steps.all().get(i).forward(sizes.get(i), at);
        }
        return at;
    }

    public Point<InPicture> toPicture(Point<InPrepared> point) {
        Point<InPrepared> at = point;
        for (int i = steps.all().size() - 1; i >= 0; i--) {
            at = steps.all().get(i).back(sizes.get(i), at);
        }
        return new Point<>(at.x(), at.y());
    }

    /** At the prepared picture's edge where it was cut away. */
    public FocalPoint<InPrepared> toPrepared(FocalPoint<InPicture> point) {
        return steps.isEmpty()
                ? new FocalPoint<>(point.x(), point.y())
                : FocalPoint.of(toPrepared(point.in(picture)), size());
    }

    /** The upright box around a box of the picture. */
    public Box<InPrepared> toPrepared(Box<InPicture> box) {
        return steps.isEmpty()
                ? new Box<>(box.x(), box.y(), box.width(), box.height())
                : Box.around(box, (Point<InPicture> at) -> toPrepared(at));
    }

    /** The upright box around a box of the prepared picture. */
    public Box<InPicture> toPicture(Box<InPrepared> box) {
        return steps.isEmpty()
                ? new Box<>(box.x(), box.y(), box.width(), box.height())
                : Box.around(box, (Point<InPrepared> at) -> toPicture(at));
    }

    /** What a person means who draws a box on the prepared picture: {@link #toPrepared(Box)} gives it back, as nearly as can be. */
    public Box<InPicture> drawnOn(Box<InPrepared> box) {
        Box<InPrepared> at = box;
        for (int i = steps.all().size() - 1; i >= 0; i--) {
            at = steps.all().get(i).back(sizes.get(i), at);
        }
        return new Box<>(at.x(), at.y(), at.width(), at.height());
    }

    /** The part of the picture that is read for a window, and the box of the file that it fills: what must be decoded. */
    public Framing<InPicture> source(Framing<InPrepared> framing) {
        Box<InPrepared> inside = framing.window().intersect(size().box());
        Framing<InPrepared> at = new Framing<>(inside, inside.carry(framing.window(), framing.placed()));
        for (int i = steps.all().size() - 1; i >= 0; i--) {
            at = steps.all().get(i).source(sizes.get(i), at);
        }
        Box<InPrepared> window = at.window();
        return new Framing<>(new Box<>(window.x(), window.y(), window.width(), window.height()), at.placed());
    }

    /** The prepared picture itself, made of the picture's pixels whenever it is rendered. */
    public Renderable<InPrepared> of(Renderable<InPicture> source) {
        List<Preparation> done = source instanceof Halfway halfway ? halfway.steps() : List.of();
        Renderable<InPrepared> made = new Unprepared(source);
        for (Preparation step : steps.all()) {
            made = done.contains(step) ? made : step.apply(made);
        }
        return made;
    }

    /** The first steps, up to the last that costs so much that its outcome is kept; none where nothing does. */
    public static Steps<Preparation> worthKeeping(Steps<Preparation> steps) {
        int last = 0;
        for (int i = 0; i < steps.all().size(); i++) {
            last = steps.all().get(i).keepsItsOutcome() ? i + 1 : last;
        }
        return new Steps<>(steps.all().subList(0, last));
    }

    /**
     * The steps with all that Gavlin was to choose in them.
     *
     * @throws gavlin.core.BadInput when one can't be done to this picture
     */
    public static Steps<Preparation> settled(
            Steps<Preparation> steps, Supplier<? extends Renderable<InPicture>> picture) {
        if (steps.all().stream().noneMatch(Preparation::looksAtPixels)) {
            return steps;
        }
        List<Preparation> settled = new ArrayList<>();
        Renderable<InPrepared> made = new Unprepared(picture.get());
        for (Preparation step : steps.all()) {
            Preparation known = step.settled(made);
            settled.add(known);
            made = known.apply(made);
        }
        return new Steps<>(settled);
    }

    private record Unprepared(Renderable<InPicture> source) implements Renderable<InPrepared> {
        @Override
        public Size size() {
            return source.size();
        }

        @Override
        public boolean hasAlpha() {
            return source.hasAlpha();
        }

        @Override
        public Pixels render(Framing<InPrepared> framing, Size out) {
            Box<InPrepared> window = framing.window();
            return source.render(
                    new Framing<>(new Box<>(window.x(), window.y(), window.width(), window.height()), framing.placed()),
                    out);
        }
    }
}
