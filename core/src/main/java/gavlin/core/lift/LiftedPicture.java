package gavlin.core.lift;

import gavlin.core.BadInput;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.operation.Prepared;
import gavlin.core.operation.Steps;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.PixelsPicture;
import gavlin.core.raster.Renderable;

/**
 * A picture without its backing. Lifted once, whole, when something of it is first asked for; pictures of more than
 * {@value #MOST_PIXELS} px are lifted as reduced to that.
 */
public final class LiftedPicture implements Renderable<InPrepared> {
    static final long MOST_PIXELS = 6_000_000;
    /** Bytes of heap that lifting takes for a pixel: itself before and after, and what is noted of it on the way. */
    public static final long HEAP_PER_PIXEL = 24;

    /** Of the border that must look like one ground. */
    private static final double LEAST_EVEN = 0.5;
    /** A mark that is less than this share of the picture is none. */
    private static final double LEAST_MARK = 0.00005;

    private final Renderable<InPrepared> before;
    private final Lift lift;
    private Lifting.Result result;

    LiftedPicture(Renderable<InPrepared> before, Lift lift) {
        this.before = before;
        this.lift = lift;
    }

    /** As many px as it is worked on with. */
    public static Size worked(Size size) {
        return size.within(MOST_PIXELS);
    }

    private synchronized Lifting.Result result() {
        if (result == null) {
            Size size = worked(before.size());
            result = Lifting.of(before.render(new Framing<>(before.size().box(), size.box()), size), lift);
        }
        return result;
    }

    @Override
    public Size size() {
        return before.size();
    }

    @Override
    public boolean hasAlpha() {
        return true;
    }

    @Override
    public Pixels render(Framing<InPrepared> framing, Size out) {
        return new PixelsPicture<InPrepared>(result().pixels(), size()).render(framing, out);
    }

    /**
     * What a person is told of it.
     *
     * @param ground 0xRRGGBB, about: the colour that was lifted
     * @param tolerance CIEDE2000
     * @param lifted share of the picture, 0..1
     * @param remains share of the edge at which the ground still shows, 0..1
     * @param worst where most of that is, fractions of the picture: left, top, width, height; null where there is none
     */
    public record Report(int ground, boolean flat, double tolerance, double lifted, double remains, double[] worst) {}

    /** Of a picture as it is. */
    public static Report report(Renderable<InPicture> picture, Lift lift) {
        return new LiftedPicture(new Prepared(picture.size(), Steps.none()).of(picture), lift).report();
    }

    Report report() {
        Lifting.Result r = result();
        Size size = r.pixels().size();
        double[] worst = r.worst() == null
                ? null
                : new double[] {
                    r.worst().x() / size.width(),
                    r.worst().y() / size.height(),
                    r.worst().width() / size.width(),
                    r.worst().height() / size.height()
                };
        return new Report(r.ground(), r.flat(), r.tolerance(), r.lifted(), r.remains(), worst);
    }

    /** @throws BadInput in words, when lifting makes no sense here */
    void check() {
        Lifting.Result r = result();
        boolean asked = lift.spots().stream().anyMatch(spot -> !spot.keep());
        if (r.even() < LEAST_EVEN && !asked) {
            throw new BadInput(
                    "lift",
                    "There is no flat backing to lift: only " + Math.round(r.even() * 100)
                            + " % of the border has one colour, as in a photograph. Choose a mark on a plain ground, or point at what is to go.");
        }
        if (1 - r.lifted() < LEAST_MARK) {
            throw new BadInput(
                    "lift",
                    "Nothing would be left: all of the picture is as its border is, within the tolerance. Lower the tolerance, or choose another picture.");
        }
    }
}
