package gavlin.core.codec;

/** Between the packed 0xAARRGGBB ints of the JDK's images and interleaved bytes. */
final class Argb {
    private Argb() {}

    static byte[] toBytes(int[] argb, int channels) {
        byte[] out = new byte[argb.length * channels];
        for (int i = 0, o = 0; i < argb.length; i++, o += channels) {
            out[o] = (byte) (argb[i] >> 16);
            out[o + 1] = (byte) (argb[i] >> 8);
            out[o + 2] = (byte) argb[i];
            if (channels == 4) {
                out[o + 3] = (byte) (argb[i] >>> 24);
            }
        }
        return out;
    }

    /** Red, green and blue of every four bytes. */
    static byte[] withoutAlpha(byte[] rgba) {
        byte[] rgb = new byte[rgba.length / 4 * 3];
        for (int i = 0, o = 0; i < rgba.length; i += 4, o += 3) {
            rgb[o] = rgba[i];
            rgb[o + 1] = rgba[i + 1];
            rgb[o + 2] = rgba[i + 2];
        }
        return rgb;
    }

    static int[] fromBytes(byte[] samples, int channels) {
        int[] out = new int[samples.length / channels];
        for (int i = 0, o = 0; o < out.length; i += channels, o++) {
            int alpha = channels == 4 ? samples[i + 3] & 0xff : 255;
            out[o] = alpha << 24 | (samples[i] & 0xff) << 16 | (samples[i + 1] & 0xff) << 8 | samples[i + 2] & 0xff;
        }
        return out;
    }
}
