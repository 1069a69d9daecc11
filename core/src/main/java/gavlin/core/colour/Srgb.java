package gavlin.core.colour;

/** The transfer curve of sRGB, IEC 61966-2-1: code values to linear light and back. */
public final class Srgb {
    public static final Curve CURVE = new Curve(Srgb::decode);

    private Srgb() {}

    /** Linear light 0..1 of a coded value 0..1. */
    public static double decode(double coded) {
        return coded <= 0.04045 ? coded / 12.92 : Math.pow((coded + 0.055) / 1.055, 2.4);
    }

    /** Coded value 0..1 of linear light 0..1. */
    public static double encode(double linear) {
        return linear <= 0.0031308 ? linear * 12.92 : 1.055 * Math.pow(linear, 1 / 2.4) - 0.055;
    }

    /** See {@link Curve#linear8()}. */
    public static float[] linear8() {
        return CURVE.linear8();
    }

    /** See {@link Curve#linear16()}. */
    public static float[] linear16() {
        return CURVE.linear16();
    }

    /** See {@link Curve#code8(float)}. */
    public static int code8(float linear) {
        return CURVE.code8(linear);
    }
}
