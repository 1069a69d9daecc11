package gavlin.core.fit;

import gavlin.core.codec.PictureType;
import gavlin.core.codec.Tags;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.grow.MirroredEdges;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.WorkingPicture;
import gavlin.core.turn.TurnedRendering;
import gavlin.core.weight.Candidate;
import gavlin.core.weight.WeightSearch;
import java.util.List;

/**
 * A file computed from a fit, and what was measured on it.
 *
 * @param transparentPixels in the rendered picture: exact
 * @param ssim of the file against the rendered picture
 * @param tried every file that the weight search made on the way
 */
public record Rendition(
        PictureType type, Size size, byte[] file, int transparentPixels, double ssim, List<Candidate> tried) {

    /**
     * Renders and encodes.
     *
     * @throws IllegalArgumentException when the plan allows no type: see the gauges for why
     */
    public static Rendition of(WorkingPicture picture, RenditionPlan plan, Tags tags) {
        if (plan.types().isEmpty()) {
            throw new IllegalArgumentException("no type that the brief allows can hold this picture");
        }
        Pixels pixels = pixels(picture, plan);
        Pixels finished = plan.backing() == null ? pixels.withoutIdleAlpha() : pixels.over(plan.backing());
        WeightSearch.Request request = new WeightSearch.Request(finished, plan.types(), plan.maxBytes(), tags);
        WeightSearch.Outcome outcome =
                plan.encoding() == null ? WeightSearch.search(request) : WeightSearch.only(request, plan.encoding());
        return new Rendition(
                outcome.chosen().type(),
                plan.size(),
                outcome.file(),
                finished.transparentPixels(),
                outcome.chosen().ssim(),
                outcome.tried());
    }

    /** The window of the picture, turned and grown as the plan has it, before it is laid on anything. */
    static Pixels pixels(WorkingPicture picture, RenditionPlan plan) {
        Box window = plan.framing().window();
        Size turned = plan.turn().of(picture.size());
        if (turned.box().contains(window, 1e-6)) {
            return plan.turn().changesNothing()
                    ? picture.render(plan.framing(), plan.size())
                    : turned(picture, plan, plan.framing(), plan.size());
        }
        Box placed = plan.framing().placed();
        Box there = MirroredEdges.wholePixels(window.intersect(turned.box()).carry(window, placed), plan.size());
        Size size = new Size((int) there.width(), (int) there.height());
        Framing inside = new Framing(there.carry(placed, window).intersect(turned.box()), size.box());
        Pixels part = plan.turn().changesNothing() ? picture.render(inside, size) : turned(picture, plan, inside, size);
        return MirroredEdges.around(part, (int) there.x(), (int) there.y(), plan.size());
    }

    /** A turned picture that does not fill the file leaves the rest of it clear, so the whole of it is placed. */
    private static Pixels turned(WorkingPicture picture, RenditionPlan plan, Framing framing, Size out) {
        Box placed = framing.placed();
        if (placed.equals(out.box())) {
            return TurnedRendering.render(picture, plan.turn(), framing.window(), out);
        }
        Size whole =
                new Size((int) Math.max(1, Math.round(placed.width())), (int) Math.max(1, Math.round(placed.height())));
        Pixels part = TurnedRendering.render(picture, plan.turn(), framing.window(), whole);
        return part.placed((int) Math.round(placed.x()), (int) Math.round(placed.y()), out);
    }
}
