package gavlin.core.raster;

import gavlin.core.colour.Srgb;
import gavlin.core.geometry.Size;

/**
 * A picture's rows as sRGB's coded values in place of linear light, premultiplied. Where a picture is enlarged, what lies
 * between its pixels is nearer to what was there when it is guessed so: an edge's middle is where people see it.
 */
record CodedLight(PixelRows linear) implements PixelRows {
    /** Of the curves, drawn straight in between: within 1e-6. */
    private static final int STEPS = 1 << 14;

    private static final float[] DECODED = new float[STEPS + 2];
    /** The coding curve is steep in the dark: it is kept over the square root. */
    private static final float[] ENCODED = new float[STEPS + 2];

    static {
        for (int i = 0; i < DECODED.length; i++) {
            double at = (double) i / STEPS;
            DECODED[i] = (float) Srgb.decode(at);
            ENCODED[i] = (float) Srgb.encode(at * at);
        }
    }

    @Override
    public Size size() {
        return linear.size();
    }

    @Override
    public int channels() {
        return linear.channels();
    }

    @Override
    public void readLinear(int y, int x, int count, float[] into) {
        linear.readLinear(y, x, count, into);
        int channels = channels();
        for (int i = 0; i < count * channels; i += channels) {
            float alpha = channels == 4 ? into[i + 3] : 1;
            for (int c = i; c < i + 3; c++) {
                into[c] = alpha == 0 ? 0 : alpha * curved(ENCODED, (float) Math.sqrt(into[c] / alpha));
            }
        }
    }

    /** Back to linear light, in place. */
    static void toLinear(float[] samples, int channels) {
        for (int i = 0; i < samples.length; i += channels) {
            float alpha = channels == 4 ? samples[i + 3] : 1;
            for (int c = i; c < i + 3; c++) {
                samples[c] = alpha <= 0 ? 0 : alpha * curved(DECODED, samples[c] / alpha);
            }
        }
    }

    private static float curved(float[] curve, float value) {
        float at = Math.max(0, Math.min(1, value)) * STEPS;
        int step = (int) at;
        return curve[step] + (at - step) * (curve[step + 1] - curve[step]);
    }
}
