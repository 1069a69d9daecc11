package gavlin.core.fit;

import gavlin.core.codec.PictureType;
import gavlin.core.codec.Tags;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.WorkingPicture;
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
        Pixels pixels = picture.render(plan.framing(), plan.size());
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
}
