package gavlin.core.codec;

import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import java.nio.charset.StandardCharsets;

/** Our own drawings as pixels, through the reader that takes other people's. */
public final class SvgDrawing {
    private SvgDrawing() {}

    /** @return three channels, on white where the drawing is clear */
    public static Pixels draw(String svg, Size size) {
        return SvgFormat.pixels(svg.getBytes(StandardCharsets.UTF_8), size).over(0xffffff);
    }
}
