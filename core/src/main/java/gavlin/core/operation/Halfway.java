package gavlin.core.operation;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Renderable;
import java.util.List;

/**
 * A picture with the first of its steps done and kept, so that they need not be done again for every rendition.
 *
 * @param kept may have fewer pixels than the picture, in the same proportions
 * @param size of the picture, px
 * @param steps that are done; they leave the picture's size as it is
 */
public record Halfway(Renderable<InPicture> kept, Size size, List<Preparation> steps) implements Renderable<InPicture> {
    @Override
    public boolean hasAlpha() {
        return kept.hasAlpha();
    }

    @Override
    public Pixels render(Framing<InPicture> framing, Size out) {
        double across = (double) kept.size().width() / size.width();
        double down = (double) kept.size().height() / size.height();
        Box<InPicture> w = framing.window();
        return kept.render(
                new Framing<>(
                        new Box<>(w.x() * across, w.y() * down, w.width() * across, w.height() * down),
                        framing.placed()),
                out);
    }
}
