package gavlin.core.raster;

import gavlin.core.colour.RgbSpace;
import gavlin.core.geometry.Size;

/**
 * Pixels in linear light, premultiplied, interleaved, row by row from the top: {@code width · height · channels} floats.
 * Values may stray beyond 0..1 where a resampling kernel overshoots; {@link #toPixels()} clamps.
 */
public record Raster(Size size, int channels, float[] samples) {
    public Raster {
        if (samples.length != size.pixels() * channels) {
            throw new IllegalArgumentException(
                    "expected " + size.pixels() * channels + " samples for " + size + ", received " + samples.length);
        }
    }

    /** Straight 8-bit sRGB, rounded to the nearest code, of linear sRGB. A pixel of no alpha gets the colour 0, 0, 0. */
    public Pixels toPixels() {
        byte[] out = new byte[samples.length];
        new Samples(RgbSpace.SRGB, channels, 1).toCodes(samples, (int) size.pixels(), out, 0);
        return new Pixels(size, channels, out);
    }
}
