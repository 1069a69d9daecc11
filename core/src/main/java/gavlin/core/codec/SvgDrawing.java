package gavlin.core.codec;

import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import java.awt.Font;
import java.awt.FontFormatException;
import java.awt.GraphicsEnvironment;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;

/** Our own drawings as pixels, through the reader that takes other people's. */
public final class SvgDrawing {
    private SvgDrawing() {}

    /** @return three channels, on white where the drawing is clear */
    public static Pixels draw(String svg, Size size) {
        return SvgFormat.pixels(svg.getBytes(StandardCharsets.UTF_8), size).over(0xffffff);
    }

    /**
     * Words in drawings are set in the machine's fonts; this adds one to them, for as long as the process lives.
     *
     * @throws IOException when it is no TrueType font
     */
    public static void addFont(InputStream trueType) throws IOException {
        try {
            GraphicsEnvironment.getLocalGraphicsEnvironment()
                    .registerFont(Font.createFont(Font.TRUETYPE_FONT, trueType));
        } catch (FontFormatException e) {
            throw new IOException("not a TrueType font", e);
        }
    }
}
