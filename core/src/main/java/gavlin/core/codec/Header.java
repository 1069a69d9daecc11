package gavlin.core.codec;

import gavlin.core.geometry.Size;
import gavlin.core.raster.Orientation;
import java.util.List;

/**
 * What a file says of itself, read without decoding a pixel.
 *
 * @param stored width and height as stored, before turning upright
 * @param channels 3, or 4 when the file can hold transparency; what the decoded rows will have
 * @param bytesEach bytes a sample of the decoded rows, 1 or 2
 * @param frames 1 for a still picture; only the first is used
 * @param icc the embedded colour profile, or null
 * @param notes things a person should know, in words
 */
public record Header(
        PictureType type,
        Size stored,
        int channels,
        int bytesEach,
        int frames,
        Orientation orientation,
        byte[] icc,
        List<String> notes) {
    public Size upright() {
        return orientation.upright(stored);
    }
}
