package gavlin.core.raster;

import gavlin.core.colour.Srgb;

/** How straight sRGB samples of one or two bytes become linear premultiplied floats. */
final class Samples {
    private Samples() {}

    /**
     * @param in interleaved samples from {@code in[0]}, big-endian when two bytes each
     * @param channels 3 or 4; the fourth is alpha, which is linear already
     */
    static void toLinear(byte[] in, int bytesEach, int channels, int count, float[] out) {
        if (bytesEach == 2) {
            wideToLinear(in, channels, count, out);
        } else if (channels == 3) {
            float[] linear = Srgb.linear8();
            for (int i = 0; i < count * 3; i++) {
                out[i] = linear[in[i] & 0xff];
            }
        } else {
            float[] linear = Srgb.linear8();
            for (int i = 0; i < count * 4; i += 4) {
                float alpha = (in[i + 3] & 0xff) / 255f;
                out[i] = linear[in[i] & 0xff] * alpha;
                out[i + 1] = linear[in[i + 1] & 0xff] * alpha;
                out[i + 2] = linear[in[i + 2] & 0xff] * alpha;
                out[i + 3] = alpha;
            }
        }
    }

    private static void wideToLinear(byte[] in, int channels, int count, float[] out) {
        float[] linear = Srgb.linear16();
        for (int i = 0; i < count * channels; i += channels) {
            float alpha = channels == 4 ? wide(in, i + 3) / 65_535f : 1f;
            out[i] = linear[wide(in, i)] * alpha;
            out[i + 1] = linear[wide(in, i + 1)] * alpha;
            out[i + 2] = linear[wide(in, i + 2)] * alpha;
            if (channels == 4) {
                out[i + 3] = alpha;
            }
        }
    }

    private static int wide(byte[] in, int sample) {
        return (in[2 * sample] & 0xff) << 8 | in[2 * sample + 1] & 0xff;
    }
}
