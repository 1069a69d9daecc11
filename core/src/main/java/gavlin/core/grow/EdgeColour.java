package gavlin.core.grow;

import gavlin.core.colour.Colour;
import gavlin.core.colour.Srgb;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Renderable;

/** The mean colour, in linear light, of the outermost lines on the sides that are grown. */
final class EdgeColour {
    private static final long LOOKED_AT = 256_000;

    private EdgeColour() {}

    static Colour of(Renderable<InPrepared> picture, Grow grow) {
        Size size = picture.size().within(LOOKED_AT);
        Pixels pixels = picture.render(new Framing<>(picture.size().box(), size.box()), size);
        double[] sum = new double[4];
        for (int x = 0; x < size.width(); x++) {
            add(sum, pixels, x, 0, grow.top() > 0);
            add(sum, pixels, x, size.height() - 1, grow.bottom() > 0);
        }
        for (int y = 0; y < size.height(); y++) {
            add(sum, pixels, 0, y, grow.left() > 0);
            add(sum, pixels, size.width() - 1, y, grow.right() > 0);
        }
        int rgb = 0;
        for (int c = 0; c < 3; c++) {
            rgb = rgb << 8 | (sum[3] == 0 ? 255 : Srgb.code8((float) (sum[c] / sum[3])));
        }
        return new Colour(rgb);
    }

    private static void add(double[] sum, Pixels pixels, int x, int y, boolean counts) {
        if (!counts) {
            return;
        }
        int at = (y * pixels.size().width() + x) * pixels.channels();
        double alpha = pixels.channels() == 4 ? (pixels.samples()[at + 3] & 0xff) / 255.0 : 1;
        for (int c = 0; c < 3; c++) {
            sum[c] += alpha * Srgb.linear8()[pixels.samples()[at + c] & 0xff];
        }
        sum[3] += alpha;
    }
}
