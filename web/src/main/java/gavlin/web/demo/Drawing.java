package gavlin.web.demo;

import com.github.weisj.jsvg.SVGDocument;
import com.github.weisj.jsvg.parser.SVGLoader;
import com.github.weisj.jsvg.view.ViewBox;
import gavlin.core.codec.JpegWriter;
import gavlin.core.codec.PngWriter;
import gavlin.core.codec.Tags;
import gavlin.core.geometry.Size;
import gavlin.core.jpeg.Chroma;
import gavlin.core.raster.Pixels;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferInt;

/** The demo's pictures: drawings in the repository, made as large as a camera's and given a photograph's texture. */
final class Drawing {
    private static final double QUALITY = 90;
    /** The width of most drawings, in their own units. */
    private static final double UNITS_ACROSS = 1500;

    private Drawing() {}

    /** As a camera would hand it over. */
    static byte[] photograph(String name, Size size) {
        BufferedImage image = draw(name, size, BufferedImage.TYPE_INT_RGB);
        Texture.apply(image, size.width() / UNITS_ACROSS);
        return JpegWriter.write(pixels(image, 3), QUALITY, Chroma.HALVED, Tags.NONE);
    }

    /** A mark on a transparent ground. */
    static byte[] mark(String name, Size size) {
        return PngWriter.write(pixels(draw(name, size, BufferedImage.TYPE_INT_ARGB), 4), Tags.NONE);
    }

    /** A mark as somebody once saved it: a JPEG, in a box of its own. */
    static byte[] flatMark(String name, Size size) {
        BufferedImage image = draw(name, size, BufferedImage.TYPE_INT_RGB);
        return JpegWriter.write(pixels(image, 3), QUALITY, Chroma.HALVED, Tags.NONE);
    }

    private static BufferedImage draw(String name, Size size, int type) {
        SVGDocument document = new SVGLoader().load(Drawing.class.getResource("/demo/" + name + ".svg"));
        if (document == null) {
            throw new IllegalStateException("the drawing " + name + " cannot be read");
        }
        BufferedImage image = new BufferedImage(size.width(), size.height(), type);
        Graphics2D canvas = image.createGraphics();
        canvas.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        canvas.setRenderingHint(RenderingHints.KEY_STROKE_CONTROL, RenderingHints.VALUE_STROKE_PURE);
        document.render(null, canvas, new ViewBox(0, 0, size.width(), size.height()));
        canvas.dispose();
        return image;
    }

    private static Pixels pixels(BufferedImage image, int channels) {
        int[] argb = ((DataBufferInt) image.getRaster().getDataBuffer()).getData();
        byte[] samples = new byte[argb.length * channels];
        for (int i = 0, o = 0; i < argb.length; i++, o += channels) {
            samples[o] = (byte) (argb[i] >> 16);
            samples[o + 1] = (byte) (argb[i] >> 8);
            samples[o + 2] = (byte) argb[i];
            if (channels == 4) {
                samples[o + 3] = (byte) (argb[i] >>> 24);
            }
        }
        return new Pixels(new Size(image.getWidth(), image.getHeight()), channels, samples);
    }
}
