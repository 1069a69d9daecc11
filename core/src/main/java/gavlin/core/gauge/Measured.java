package gavlin.core.gauge;

import gavlin.core.codec.PictureType;
import gavlin.core.fit.Readable;
import java.util.Collection;
import java.util.List;

/**
 * What was measured on a finished file.
 *
 * @param words how well the theme's words can be read over it, or null where that was not measured
 */
public record Measured(PictureType type, long bytes, double ssim, int transparentPixels, List<Readable> words) {
    public Measured(PictureType type, long bytes, double ssim, int transparentPixels) {
        this(type, bytes, ssim, transparentPixels, List.of());
    }

    /** Only what is read in showings that exist. */
    public Measured in(Collection<String> showings) {
        return words == null
                ? this
                : new Measured(
                        type,
                        bytes,
                        ssim,
                        transparentPixels,
                        words.stream()
                                .filter(one -> showings.contains(one.showing()))
                                .toList());
    }
}
