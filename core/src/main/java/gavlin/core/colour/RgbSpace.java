package gavlin.core.colour;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.function.DoubleUnaryOperator;

/**
 * An RGB space of three curves and a matrix, as most cameras' and screens' profiles describe it (ICC.1:2022, Annex F.3,
 * the three-component matrix-based model; F.2 for grey, which is one curve). Pictures are resampled in the linear light
 * of their own space and converted when they are finished, so that conversion costs nine multiplications for each
 * pixel of the result and nothing for each pixel of the source.
 *
 * <p>Relative colorimetric: both spaces' whites are one. Values may leave 0..1, where a colour lies outside sRGB.
 */
public final class RgbSpace {
    private static final double[] IDENTITY = {1, 0, 0, 0, 1, 0, 0, 0, 1};

    /** sRGB's primaries as columns, adapted to the D50 of the profile connection space (from memory; see IccTest). */
    private static final double[] SRGB_TO_PCS = {
        0.4360747, 0.3850649, 0.1430804,
        0.2225045, 0.7168786, 0.0606169,
        0.0139322, 0.0971045, 0.7141733
    };

    public static final RgbSpace SRGB = new RgbSpace(List.of(Srgb.CURVE, Srgb.CURVE, Srgb.CURVE), IDENTITY);

    /** Curves and matrices that change no 8-bit code by more than one are sRGB by another name. */
    private static final int SAME_CODES = 1;

    private final Curve[] curves;
    /** To linear sRGB, row by row. */
    private final float[] matrix = new float[9];

    private RgbSpace(List<Curve> curves, double[] matrix) {
        this.curves = curves.toArray(Curve[]::new);
        for (int i = 0; i < 9; i++) {
            this.matrix[i] = (float) matrix[i];
        }
    }

    /**
     * The space of an ICC profile for coloured or grey pictures, {@link #SRGB} itself when it is that by any name or there
     * is none; null when the profile works by lookup tables, is damaged, or is for inks.
     */
    public static RgbSpace ofProfile(byte[] icc) {
        if (icc == null) {
            return SRGB;
        }
        try {
            Tags tags = new Tags(icc);
            boolean grey = tags.says(16, "GRAY");
            if (!grey && !tags.says(16, "RGB ") || tags.at("A2B0") != null || tags.at("A2B1") != null) {
                return null;
            }
            RgbSpace space = grey ? grey(tags) : coloured(tags);
            return space.isNearlySrgb() ? SRGB : space;
        } catch (IllegalArgumentException | IndexOutOfBoundsException e) {
            return null;
        }
    }

    private static RgbSpace grey(Tags tags) {
        Curve curve = tags.curve("kTRC");
        return new RgbSpace(List.of(curve, curve, curve), IDENTITY);
    }

    private static RgbSpace coloured(Tags tags) {
        double[] toPcs = new double[9];
        String[] columns = {"rXYZ", "gXYZ", "bXYZ"};
        for (int column = 0; column < 3; column++) {
            double[] xyz = tags.xyz(columns[column]);
            for (int row = 0; row < 3; row++) {
                toPcs[3 * row + column] = xyz[row];
            }
        }
        double[] toSrgb = times(inverse(SRGB_TO_PCS), toPcs);
        return new RgbSpace(List.of(tags.curve("rTRC"), tags.curve("gTRC"), tags.curve("bTRC")), toSrgb);
    }

    public boolean isSrgb() {
        return this == SRGB;
    }

    /** @param channel 0 red, 1 green, 2 blue */
    public Curve curve(int channel) {
        return curves[channel];
    }

    /** From this space's linear light to sRGB's, in place; premultiplied or not, alpha stays. */
    public void convertToLinearSrgb(float[] samples, int channels) {
        if (isSrgb()) {
            return;
        }
        float[] m = matrix;
        for (int i = 0; i < samples.length; i += channels) {
            float r = samples[i];
            float g = samples[i + 1];
            float b = samples[i + 2];
            samples[i] = m[0] * r + m[1] * g + m[2] * b;
            samples[i + 1] = m[3] * r + m[4] * g + m[5] * b;
            samples[i + 2] = m[6] * r + m[7] * g + m[8] * b;
        }
    }

    private boolean isNearlySrgb() {
        int steps = 6;
        for (int i = 0; i < steps * steps * steps; i++) {
            int[] code = {i % steps * 51, i / steps % steps * 51, i / steps / steps * 51};
            float[] linear = new float[3];
            for (int c = 0; c < 3; c++) {
                linear[c] = curves[c].linear8()[code[c]];
            }
            convertToLinearSrgb(linear, 3);
            for (int c = 0; c < 3; c++) {
                if (Math.abs(Srgb.code8(linear[c]) - code[c]) > SAME_CODES) {
                    return false;
                }
            }
        }
        return true;
    }

    private static double[] times(double[] a, double[] b) {
        double[] out = new double[9];
        for (int i = 0; i < 9; i++) {
            for (int k = 0; k < 3; k++) {
                out[i] += a[i / 3 * 3 + k] * b[3 * k + i % 3];
            }
        }
        return out;
    }

    /** By cofactors. */
    private static double[] inverse(double[] m) {
        double[] out = new double[9];
        double determinant = 0;
        for (int i = 0; i < 9; i++) {
            int row = i / 3;
            int column = i % 3;
            int r1 = (row + 1) % 3 * 3;
            int r2 = (row + 2) % 3 * 3;
            int c1 = (column + 1) % 3;
            int c2 = (column + 2) % 3;
            double cofactor = m[r1 + c1] * m[r2 + c2] - m[r1 + c2] * m[r2 + c1];
            out[3 * column + row] = cofactor;
            determinant += row == 0 ? m[column] * cofactor : 0;
        }
        for (int i = 0; i < 9; i++) {
            out[i] /= determinant;
        }
        return out;
    }

    /** A profile's tag table (ICC.1:2022, §7.3) and the two types of tag that are needed. */
    private static final class Tags {
        private static final int TABLE = 128;
        private static final int MAX_TAGS = 100;
        private static final int MAX_POINTS = 65_536;

        private final ByteBuffer profile;

        Tags(byte[] icc) {
            this.profile = ByteBuffer.wrap(icc).order(ByteOrder.BIG_ENDIAN);
        }

        boolean says(int at, String signature) {
            return profile.getInt(at) == number(signature);
        }

        /** A tag's data, or null. */
        ByteBuffer at(String signature) {
            int count = profile.getInt(TABLE);
            for (int i = 0; i < Math.min(count, MAX_TAGS); i++) {
                int entry = TABLE + 4 + 12 * i;
                if (says(entry, signature)) {
                    return profile.slice(profile.getInt(entry + 4), profile.getInt(entry + 8));
                }
            }
            return null;
        }

        private ByteBuffer needed(String signature) {
            ByteBuffer data = at(signature);
            if (data == null) {
                throw new IllegalArgumentException("the profile has no " + signature);
            }
            return data;
        }

        /** XYZType, §10.31. */
        double[] xyz(String signature) {
            ByteBuffer data = needed(signature);
            return new double[] {fixed(data, 8), fixed(data, 12), fixed(data, 16)};
        }

        /** curveType, §10.6, or parametricCurveType, §10.18; it must rise from 0 to 1, so that it can be turned round. */
        Curve curve(String signature) {
            ByteBuffer data = needed(signature);
            DoubleUnaryOperator decode = switch (data.getInt(0)) {
                case 0x63757276 -> sampled(data);
                case 0x70617261 -> parametric(data);
                default -> throw new IllegalArgumentException("the profile's curve is of an unknown kind");
            };
            double last = 0;
            for (int code = 0; code < 256; code++) {
                double value = decode.applyAsDouble(code / 255.0);
                if (!(value >= last - 1e-6)) {
                    throw new IllegalArgumentException("the profile's curve does not rise");
                }
                last = value;
            }
            if (Math.abs(decode.applyAsDouble(0)) > 0.01 || Math.abs(last - 1) > 0.01) {
                throw new IllegalArgumentException("the profile's curve does not run from 0 to 1");
            }
            return new Curve(decode);
        }

        private static DoubleUnaryOperator sampled(ByteBuffer data) {
            int count = data.getInt(8);
            if (count == 0) {
                return x -> x;
            }
            if (count == 1) {
                double gamma = (data.getShort(12) & 0xffff) / 256.0;
                return x -> Math.pow(x, gamma);
            }
            if (count < 0 || count > MAX_POINTS) {
                throw new IllegalArgumentException("the profile's curve has " + count + " points");
            }
            double[] points = new double[count];
            for (int i = 0; i < count; i++) {
                points[i] = (data.getShort(12 + 2 * i) & 0xffff) / 65_535.0;
            }
            return x -> {
                double at = x * (count - 1);
                int i = Math.min(count - 2, (int) at);
                return points[i] + (points[i + 1] - points[i]) * (at - i);
            };
        }

        /** The five functions of table 68. */
        private static DoubleUnaryOperator parametric(ByteBuffer data) {
            int kind = data.getShort(8);
            int[] counts = {1, 3, 4, 5, 7};
            double[] p = new double[7];
            for (int i = 0; i < counts[kind]; i++) {
                p[i] = fixed(data, 12 + 4 * i);
            }
            double g = p[0];
            double a = kind == 0 ? 1 : p[1];
            double b = p[2];
            double c = p[3];
            double d = p[4];
            return switch (kind) {
                case 0 -> x -> Math.pow(x, g);
                case 1 -> x -> x >= -b / a ? Math.pow(a * x + b, g) : 0;
                case 2 -> x -> x >= -b / a ? Math.pow(a * x + b, g) + c : c;
                case 3 -> x -> x >= d ? Math.pow(a * x + b, g) : c * x;
                default -> x -> x >= d ? Math.pow(a * x + b, g) + p[5] : c * x + p[6];
            };
        }

        private static double fixed(ByteBuffer data, int at) {
            return data.getInt(at) / 65_536.0;
        }

        private static int number(String signature) {
            return ByteBuffer.wrap(signature.getBytes(StandardCharsets.US_ASCII))
                    .getInt();
        }
    }
}
