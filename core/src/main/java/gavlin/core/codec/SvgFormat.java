package gavlin.core.codec;

import com.github.weisj.jsvg.SVGDocument;
import com.github.weisj.jsvg.parser.DocumentLimits;
import com.github.weisj.jsvg.parser.LoaderContext;
import com.github.weisj.jsvg.parser.SVGLoader;
import com.github.weisj.jsvg.view.FloatSize;
import com.github.weisj.jsvg.view.ViewBox;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import java.awt.Graphics2D;
import java.io.ByteArrayInputStream;
import java.util.logging.Level;
import java.util.logging.Logger;

/** SVG 1.1 drawings by JSVG, which knows no scripts and fetches nothing. {@link SvgCheck} has bounded the work before. */
final class SvgFormat extends DrawnFormat {
    /** It logs what it does not understand, line by line, at the sender's will. Held, so that the setting stays. */
    private static final Logger JSVG = Logger.getLogger("com.github.weisj.jsvg");

    static {
        JSVG.setLevel(Level.OFF);
    }

    private static final int MOST_NESTED = 64;
    private static final int MOST_NESTED_USES = 16;
    private static final int MOST_PATHS = SvgCheck.MOST_ELEMENTS;

    @Override
    PictureType type() {
        return PictureType.SVG;
    }

    @Override
    public Header inspect(Bytes file, Limits limits) {
        SvgCheck.check(file.array());
        return super.inspect(file, limits);
    }

    /** A drawing in a size of one's own choice, four channels. */
    static Pixels pixels(byte[] svg, Size size) {
        SvgFormat format = new SvgFormat();
        Bytes file = new Bytes(svg);
        byte[] samples = new byte[(int) size.pixels() * 4];
        Header header = format.inspect(file, Limits.DEFAULT);
        format.draw(
                file,
                header,
                header.stored().box(),
                size,
                (y, row) -> System.arraycopy(row, 0, samples, y * size.width() * 4, size.width() * 4));
        return new Pixels(size, 4, samples);
    }

    @Override
    Opened open(Bytes file) {
        LoaderContext context = LoaderContext.builder()
                .documentLimits(new DocumentLimits(MOST_NESTED, MOST_NESTED_USES, MOST_PATHS))
                .build();
        SVGDocument document = new SVGLoader().load(new ByteArrayInputStream(file.array()), null, context);
        if (document == null) {
            throw PictureRefused.corrupt("the drawing cannot be read");
        }
        FloatSize size = document.size();
        return new Opened() {
            @Override
            public double[] size() {
                return new double[] {size.width, size.height};
            }

            @Override
            public void paint(Graphics2D canvas) {
                document.render(null, canvas, new ViewBox(0, 0, size.width, size.height));
            }
        };
    }
}
