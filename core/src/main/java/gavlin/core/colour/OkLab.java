package gavlin.core.colour;

/**
 * OKLab (B. Ottosson 2020, "A perceptual color space for image processing"; matrices as published there, from memory,
 * checked by the round trip and the white point in the test).
 */
public final class OkLab {
    private OkLab() {}

    /** Lightness 0..1, green–red and blue–yellow of linear sRGB, into {@code lab[at..at+2]}. */
    public static void convertLinearToOkLab(double red, double green, double blue, float[] lab, int at) {
        double l = Math.cbrt(0.4122214708 * red + 0.5363325363 * green + 0.0514459929 * blue);
        double m = Math.cbrt(0.2119034982 * red + 0.6806995451 * green + 0.1073969566 * blue);
        double s = Math.cbrt(0.0883024619 * red + 0.2817188376 * green + 0.6299787005 * blue);
        lab[at] = (float) (0.2104542553 * l + 0.7936177850 * m - 0.0040720468 * s);
        lab[at + 1] = (float) (1.9779984951 * l - 2.4285922050 * m + 0.4505937099 * s);
        lab[at + 2] = (float) (0.0259040371 * l + 0.7827717662 * m - 0.8086757660 * s);
    }

    /** The nearest 8-bit sRGB colour, 0xRRGGBB; out-of-gamut values are clamped. */
    public static int convertOkLabToSrgb(double lightness, double a, double b) {
        double l = cube(lightness + 0.3963377774 * a + 0.2158037573 * b);
        double m = cube(lightness - 0.1055613458 * a - 0.0638541728 * b);
        double s = cube(lightness - 0.0894841775 * a - 1.2914855480 * b);
        int red = Srgb.code8((float) (4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s));
        int green = Srgb.code8((float) (-1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s));
        int blue = Srgb.code8((float) (-0.0041960863 * l - 0.7034186147 * m + 1.7076147010 * s));
        return red << 16 | green << 8 | blue;
    }

    private static double cube(double value) {
        return value * value * value;
    }
}
