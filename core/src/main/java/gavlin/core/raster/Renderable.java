package gavlin.core.raster;

import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space;

/** A picture of which any part can be rendered at any size: one from a file, or what operations make of one. */
public interface Renderable<S extends Space> {
    /** Px of its own space. */
    Size size();

    boolean hasAlpha();

    /** Exactly {@code out} px of straight 8-bit sRGB; clear where the framing leaves the slot empty. */
    Pixels render(Framing<S> framing, Size out);
}
