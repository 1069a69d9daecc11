package gavlin.core.raster;

import gavlin.core.colour.RgbSpace;
import gavlin.core.colour.Srgb;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InSlot;
import java.util.function.Function;

/**
 * A finished picture in memory: straight 8-bit sRGB, interleaved, row by row from the top.
 *
 * @param channels 3, or 4 with alpha
 * @param samples {@code width · height · channels} bytes; callers do not change them
 */
public record Pixels(Size size, int channels, byte[] samples) implements PixelRows {
    public Pixels {
        if (samples.length != size.pixels() * channels) {
            throw new IllegalArgumentException(
                    "expected " + size.pixels() * channels + " samples for " + size + ", received " + samples.length);
        }
    }

    @Override
    public void readLinear(int y, int x, int count, float[] into) {
        byte[] part = new byte[count * channels];
        System.arraycopy(samples, (y * size.width() + x) * channels, part, 0, part.length);
        new Samples(RgbSpace.SRGB, channels, 1).toLinear(part, count, into);
    }

    /** The exact number of pixels with alpha below 255. */
    public int transparentPixels() {
        int transparent = 0;
        for (int i = 3; channels == 4 && i < samples.length; i += 4) {
            if (samples[i] != -1) {
                transparent++;
            }
        }
        return transparent;
    }

    /** Whether no pixel has a colour, a clear one's forgotten colour included. */
    public boolean isGrey() {
        for (int i = 0; i < samples.length; i += channels) {
            if (samples[i] != samples[i + 1] || samples[i] != samples[i + 2]) {
                return false;
            }
        }
        return true;
    }

    /** Of a grey picture, one sample for each pixel, and alpha where there is any. */
    public byte[] greys() {
        int kept = channels - 2;
        byte[] grey = new byte[samples.length / channels * kept];
        for (int i = 0, from = 0; i < grey.length; i += kept, from += channels) {
            grey[i] = samples[from];
            if (kept == 2) {
                grey[i + 1] = samples[from + 3];
            }
        }
        return grey;
    }

    /** The same picture without its alpha channel, when that says nothing; otherwise itself. */
    public Pixels withoutIdleAlpha() {
        return channels == 4 && transparentPixels() == 0 ? over(0) : this;
    }

    /** Left and right changed over. */
    public Pixels mirrored() {
        byte[] out = new byte[samples.length];
        int width = size.width();
        for (int i = 0; i < size.pixels(); i++) {
            int row = i / width * width;
            System.arraycopy(samples, i * channels, out, (2 * row + width - 1 - i) * channels, channels);
        }
        return new Pixels(size, channels, out);
    }

    /** On a clear ground of another size, four channels; what reaches beyond it is cut off. */
    public Pixels placed(int atX, int atY, Size ground) {
        byte[] out = new byte[(int) ground.pixels() * 4];
        for (int y = Math.max(0, -atY); y < Math.min(size.height(), ground.height() - atY); y++) {
            for (int x = Math.max(0, -atX); x < Math.min(size.width(), ground.width() - atX); x++) {
                int from = (y * size.width() + x) * channels;
                int to = ((y + atY) * ground.width() + x + atX) * 4;
                System.arraycopy(samples, from, out, to, channels);
                if (channels == 3) {
                    out[to + 3] = -1;
                }
            }
        }
        return new Pixels(ground, 4, out);
    }

    /**
     * The pixels in another arrangement.
     *
     * @param columns for each column of the result, the one that stands there; rows likewise
     */
    public Pixels rearranged(Size out, int[] columns, int[] rows) {
        byte[] to = new byte[(int) out.pixels() * channels];
        for (int y = 0, o = 0; y < out.height(); y++) {
            int row = rows[y] * size.width();
            for (int x = 0; x < out.width(); x++) {
                int from = (row + columns[x]) * channels;
                for (int c = 0; c < channels; c++) {
                    to[o++] = samples[from + c];
                }
            }
        }
        return new Pixels(out, channels, to);
    }

    /**
     * A picture that fills only part of a file: made as large as that part, in whole pixels, and put there on a clear ground.
     *
     * @param part px of the file
     * @param of gives the pixels of a size
     */
    public static Pixels filling(Box<InSlot> part, Size file, Function<Size, Pixels> of) {
        if (part.equals(file.box())) {
            return of.apply(file);
        }
        Size size = new Size((int) Math.max(1, Math.round(part.width())), (int) Math.max(1, Math.round(part.height())));
        return of.apply(size).placed((int) Math.round(part.x()), (int) Math.round(part.y()), file);
    }

    /** 0xRRGGBB of one pixel as a browser lays it over a colour: in coded values (CSS Compositing 1, §5.1), not in linear light. */
    public int shownOver(int x, int y, int ground) {
        int at = (y * size.width() + x) * channels;
        int alpha = channels == 4 ? samples[at + 3] & 0xff : 255;
        int rgb = 0;
        for (int c = 0; c < 3; c++) {
            int own = samples[at + c] & 0xff;
            int under = ground >> (16 - 8 * c) & 0xff;
            rgb = rgb << 8 | (own * alpha + under * (255 - alpha) + 127) / 255;
        }
        return rgb;
    }

    /** Laid over one flat colour, in linear light; the result has no alpha. */
    public Pixels over(int rgb) {
        if (channels == 3) {
            return this;
        }
        float[] linear = Srgb.linear8();
        float[] ground = {linear[rgb >> 16 & 0xff], linear[rgb >> 8 & 0xff], linear[rgb & 0xff]};
        byte[] out = new byte[(int) size.pixels() * 3];
        for (int i = 0, o = 0; i < samples.length; i += 4, o += 3) {
            int alpha = samples[i + 3] & 0xff;
            for (int c = 0; c < 3; c++) {
                out[o + c] = alpha == 255
                        ? samples[i + c]
                        : (byte) Srgb.code8((linear[samples[i + c] & 0xff] * alpha + ground[c] * (255 - alpha)) / 255f);
            }
        }
        return new Pixels(size, 3, out);
    }
}
