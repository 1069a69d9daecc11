package gavlin.core.weight;

import gavlin.core.codec.PictureType;
import gavlin.core.codec.WebpAlpha;
import gavlin.core.jpeg.Chroma;
import gavlin.core.jpeg.JpegEncoder;
import gavlin.core.raster.Pixels;

/**
 * A picture that is encoded again and again: what doesn't depend on the quality is computed once. Several threads may ask; none
 * waits for another, as one that waits could be the one that the other waits for. Two that ask at once compute it twice.
 */
final class Subject {
    private final Pixels pixels;
    private final WebpAlpha webpAlpha;
    /** Of the density of colour that was asked for last: a search goes from one to the next. */
    private volatile Cosines latest = new Cosines(null, null);

    private volatile Quantiser quantiser;

    private record Cosines(Chroma chroma, JpegEncoder encoder) {}

    Subject(Pixels pixels) {
        this.pixels = pixels;
        this.webpAlpha = new WebpAlpha(pixels);
    }

    Pixels pixels() {
        return pixels;
    }

    WebpAlpha webpAlpha() {
        return webpAlpha;
    }

    Quantiser quantiser() {
        Quantiser known = quantiser;
        if (known == null) {
            known = new Quantiser(Palette.argb(pixels));
            quantiser = known;
        }
        return known;
    }

    JpegEncoder jpeg(Chroma chroma) {
        Cosines known = latest;
        if (known.chroma != chroma) {
            known = new Cosines(chroma, new JpegEncoder(pixels, chroma));
            latest = known;
        }
        return known.encoder;
    }

    /** Computes what an encoding needs before several threads ask for it. */
    void prepare(Encoding encoding) {
        if (encoding.type() == PictureType.JPEG) {
            jpeg(encoding.chroma());
        } else if (encoding.way() == Encoding.Way.PALETTE) {
            quantiser();
        }
    }
}
