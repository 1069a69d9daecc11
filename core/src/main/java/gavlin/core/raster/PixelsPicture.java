package gavlin.core.raster;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space;
import gavlin.core.geometry.Space.InPicture;

/**
 * Pixels in memory as a picture, of which any part can be rendered at any size.
 *
 * @param size px of its space; the pixels may be fewer, in the same proportions
 */
public record PixelsPicture<S extends Space>(Pixels pixels, Size size) implements Renderable<S> {
    @Override
    public boolean hasAlpha() {
        return pixels.channels() == 4;
    }

    @Override
    public Pixels render(Framing<S> framing, Size out) {
        double across = (double) pixels.size().width() / size.width();
        double down = (double) pixels.size().height() / size.height();
        Box<S> window = framing.window();
        Framing<InPicture> scaled = new Framing<>(
                new Box<>(window.x() * across, window.y() * down, window.width() * across, window.height() * down),
                framing.placed());
        PixelRows source = WithAlpha.where(pixels, framing, out);
        int channels = source.channels();
        if (scaled.window().equals(pixels.size().box())
                && scaled.placed().equals(out.box())
                && out.equals(pixels.size())) {
            return pixels;
        }
        Samples finished = new Samples(gavlin.core.colour.RgbSpace.SRGB, channels, 1);
        byte[] rendered = new byte[(int) out.pixels() * channels];
        Resampler.resample(
                source,
                scaled,
                out,
                (y, rows, band) -> finished.toCodes(band, rows * out.width(), rendered, y * out.width() * channels));
        return new Pixels(out, channels, rendered);
    }
}
