package gavlin.core.fit;

import gavlin.core.geometry.Size;
import gavlin.core.solve.KeepArea;
import java.util.List;

/**
 * What the gauges need to know of a picture.
 *
 * @param size upright, px
 * @param transparent whether any pixel is not fully opaque
 * @param drawn whether it is a drawing, which has as many pixels as are wanted
 * @param title what its files are named after, or empty
 * @param description what it shows, for those who can't see it
 * @param keepAreas what must be seen of it
 * @param credit the line that must stand beside it, or empty
 */
public record PictureFacts(
        Size size,
        boolean transparent,
        boolean drawn,
        String title,
        String description,
        String credit,
        List<KeepArea> keepAreas) {
    /** Of a picture that has pixels of its own. */
    public PictureFacts(Size size, boolean transparent, String title, String description, String credit) {
        this(size, transparent, false, title, description, credit, List.of());
    }

    /** @param detail pixels of the picture for each one wanted */
    public boolean isEnlargedAt(double detail) {
        return !drawn && detail < 1;
    }
}
