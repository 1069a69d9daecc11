package gavlin.core.raster;

import gavlin.core.colour.Curve;
import gavlin.core.colour.RgbSpace;

/**
 * How straight coded samples of one or two bytes become linear premultiplied floats, and back.
 *
 * @param space whose curves the codes follow; the floats are linear light of the same space
 * @param channels 3 or 4; the fourth is alpha, which is linear already
 * @param bytesEach bytes a sample, big-endian when 2
 */
record Samples(RgbSpace space, int channels, int bytesEach) {
    int pixelBytes() {
        return channels * bytesEach;
    }

    /** {@code count} pixels from {@code in[0]} to {@code out[0]}. */
    void toLinear(byte[] in, int count, float[] out) {
        if (bytesEach == 2) {
            wideToLinear(in, count, out);
        } else if (channels == 3 && space.isSrgb()) {
            float[] linear = space.curve(0).linear8();
            for (int i = 0; i < count * 3; i++) {
                out[i] = linear[in[i] & 0xff];
            }
        } else {
            narrowToLinear(in, count, out);
        }
    }

    private void narrowToLinear(byte[] in, int count, float[] out) {
        float[] red = space.curve(0).linear8();
        float[] green = space.curve(1).linear8();
        float[] blue = space.curve(2).linear8();
        for (int i = 0; i < count * channels; i += channels) {
            float alpha = channels == 4 ? (in[i + 3] & 0xff) / 255f : 1f;
            out[i] = red[in[i] & 0xff] * alpha;
            out[i + 1] = green[in[i + 1] & 0xff] * alpha;
            out[i + 2] = blue[in[i + 2] & 0xff] * alpha;
            if (channels == 4) {
                out[i + 3] = alpha;
            }
        }
    }

    private void wideToLinear(byte[] in, int count, float[] out) {
        float[] red = space.curve(0).linear16();
        float[] green = space.curve(1).linear16();
        float[] blue = space.curve(2).linear16();
        for (int i = 0; i < count * channels; i += channels) {
            float alpha = channels == 4 ? wide(in, i + 3) / 65_535f : 1f;
            out[i] = red[wide(in, i)] * alpha;
            out[i + 1] = green[wide(in, i + 1)] * alpha;
            out[i + 2] = blue[wide(in, i + 2)] * alpha;
            if (channels == 4) {
                out[i + 3] = alpha;
            }
        }
    }

    private static int wide(byte[] in, int sample) {
        return (in[2 * sample] & 0xff) << 8 | in[2 * sample + 1] & 0xff;
    }

    /** Rounded to the nearest codes; a pixel of no alpha gets the colour 0, 0, 0. */
    void toCodes(float[] in, int count, byte[] out, int at) {
        if (bytesEach == 1 && channels == 3 && space.isSrgb()) {
            Curve curve = space.curve(0);
            for (int i = 0; i < count * 3; i++) {
                out[at + i] = (byte) curve.code8(in[i]);
            }
        } else {
            anyToCodes(in, count, out, at);
        }
    }

    private void anyToCodes(float[] in, int count, byte[] out, int at) {
        Curve[] curves = {space.curve(0), space.curve(1), space.curve(2)};
        float most = bytesEach == 1 ? 255f : 65_535f;
        for (int i = 0; i < count * channels; i += channels) {
            float alpha = channels == 3 ? 1f : in[i + 3];
            int alphaCode = Math.round(Math.max(0f, Math.min(1f, alpha)) * most);
            if (channels == 4) {
                put(alphaCode, out, at + (i + 3) * bytesEach);
            }
            // What the colour was multiplied by, even where a kernel rang beyond 1: a flat colour stays as it is.
            float scale = alphaCode == 0 ? 0 : 1 / alpha;
            for (int c = 0; c < 3; c++) {
                float linear = in[i + c] * scale;
                put(bytesEach == 1 ? curves[c].code8(linear) : curves[c].code16(linear), out, at + (i + c) * bytesEach);
            }
        }
    }

    private void put(int code, byte[] out, int at) {
        if (bytesEach == 1) {
            out[at] = (byte) code;
        } else {
            out[at] = (byte) (code >> 8);
            out[at + 1] = (byte) code;
        }
    }
}
