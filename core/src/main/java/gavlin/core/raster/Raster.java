package gavlin.core.raster;

import gavlin.core.colour.Srgb;
import gavlin.core.geometry.Size;
import java.util.stream.IntStream;

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

    /** Straight 8-bit sRGB, rounded to the nearest code. A pixel of no alpha gets the colour 0, 0, 0. */
    public Pixels toPixels() {
        byte[] out = new byte[samples.length];
        int row = size.width() * channels;
        IntStream.range(0, size.height()).parallel().forEach(y -> {
            for (int i = y * row; i < (y + 1) * row; i += channels) {
                encode(i, channels == 3 ? 1f : Math.max(0f, Math.min(1f, samples[i + 3])), out);
            }
        });
        return new Pixels(size, channels, out);
    }

    private void encode(int at, float alpha, byte[] out) {
        int code = Math.round(alpha * 255);
        if (channels == 4) {
            out[at + 3] = (byte) code;
        }
        if (code == 0) {
            return;
        }
        float scale = 1 / alpha;
        out[at] = (byte) Srgb.code8(samples[at] * scale);
        out[at + 1] = (byte) Srgb.code8(samples[at + 1] * scale);
        out[at + 2] = (byte) Srgb.code8(samples[at + 2] * scale);
    }
}
