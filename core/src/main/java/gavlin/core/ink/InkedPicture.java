package gavlin.core.ink;

import gavlin.core.colour.Colour;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Renderable;

/**
 * A picture whose pixels get other colours after they are rendered; where it is soft, a pixel between two of its inks comes to lie as far
 * between the two that they become.
 */
record InkedPicture(Renderable<InPrepared> before, Ink ink) implements Renderable<InPrepared> {
    @Override
    public Size size() {
        return before.size();
    }

    @Override
    public boolean hasAlpha() {
        return before.hasAlpha();
    }

    @Override
    public Pixels render(Framing<InPrepared> framing, Size out) {
        Pixels pixels = before.render(framing, out);
        int channels = pixels.channels();
        byte[] samples = pixels.samples().clone();
        int one = ink.to() == null ? -1 : Colour.parse(ink.to()).rgb();
        int[] from =
                ink.map().stream().mapToInt(c -> Colour.parse(c.from()).rgb()).toArray();
        int[] to = ink.map().stream().mapToInt(c -> Colour.parse(c.to()).rgb()).toArray();
        int last = -1;
        int mapped = -1;
        for (int at = 0; at < samples.length; at += channels) {
            if (channels == 4 && samples[at + 3] == 0) {
                continue;
            }
            int rgb = (samples[at] & 0xff) << 16 | (samples[at + 1] & 0xff) << 8 | samples[at + 2] & 0xff;
            if (rgb != last) {
                last = rgb;
                mapped = one >= 0 ? one : changed(rgb, from, to);
            }
            samples[at] = (byte) (mapped >> 16);
            samples[at + 1] = (byte) (mapped >> 8);
            samples[at + 2] = (byte) mapped;
        }
        return new Pixels(pixels.size(), channels, samples);
    }

    /** Of the two inks whose mix is nearest, with the share that each has; what is off them stays off by as much. */
    private static int changed(int rgb, int[] from, int[] to) {
        double least = Double.MAX_VALUE;
        int result = rgb;
        for (int i = 0; i < from.length; i++) {
            for (int k = i; k < from.length; k++) {
                double t = i == k ? 0 : Math.max(0, Math.min(1, along(rgb, from[i], from[k])));
                double off = 0;
                int moved = 0;
                for (int shift = 16; shift >= 0; shift -= 8) {
                    double mix = mixed(from[i], from[k], t, shift);
                    double rest = (rgb >> shift & 0xff) - mix;
                    off += rest * rest;
                    double code = mixed(to[i], to[k], t, shift) + rest;
                    moved |= (int) Math.max(0, Math.min(255, Math.round(code))) << shift;
                }
                if (off < least) {
                    least = off;
                    result = moved;
                }
            }
        }
        return result;
    }

    private static double mixed(int a, int b, double t, int shift) {
        return (a >> shift & 0xff) * (1 - t) + (b >> shift & 0xff) * t;
    }

    private static double along(int rgb, int a, int b) {
        double up = 0;
        double down = 0;
        for (int shift = 16; shift >= 0; shift -= 8) {
            double d = (b >> shift & 0xff) - (a >> shift & 0xff);
            up += ((rgb >> shift & 0xff) - (a >> shift & 0xff)) * d;
            down += d * d;
        }
        return down == 0 ? 0 : up / down;
    }
}
