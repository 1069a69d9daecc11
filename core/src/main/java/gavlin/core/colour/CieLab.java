package gavlin.core.colour;

/**
 * CIE 1976 L*a*b*, and the difference that people see between two colours of it.
 *
 * @param lightness L*, 0 black to 100 white
 * @param a green to red
 * @param b blue to yellow
 */
public record CieLab(double lightness, double a, double b) {
    /** White of sRGB, D65 (IEC 61966-2-1: x 0.3127, y 0.3290). */
    private static final double WHITE_X = 0.3127 / 0.3290;

    private static final double WHITE_Z = (1 - 0.3127 - 0.3290) / 0.3290;
    private static final double SEVENTH_OF_25 = Math.pow(25, 7);

    /** Of a coded sRGB colour 0xRRGGBB, relative to D65 (CIE 15:2004, §8.2.1). */
    public static CieLab ofSrgb(int rgb) {
        double r = Srgb.decode((rgb >> 16 & 0xff) / 255.0);
        double g = Srgb.decode((rgb >> 8 & 0xff) / 255.0);
        double b = Srgb.decode((rgb & 0xff) / 255.0);
        double x = f((0.4124 * r + 0.3576 * g + 0.1805 * b) / WHITE_X);
        double y = f(0.2126 * r + 0.7152 * g + 0.0722 * b);
        double z = f((0.0193 * r + 0.1192 * g + 0.9505 * b) / WHITE_Z);
        return new CieLab(116 * y - 16, 500 * (x - y), 200 * (y - z));
    }

    private static double f(double t) {
        double edge = 6.0 / 29;
        return t > edge * edge * edge ? Math.cbrt(t) : t / (3 * edge * edge) + 4.0 / 29;
    }

    /**
     * CIEDE2000 with all parametric factors 1 (G. Sharma, W. Wu, E. N. Dalal 2005, Color Res. Appl. 30(1):21–30; the
     * numbers are those of its equations). About 1 is the least difference that people see side by side.
     */
    public double difference(CieLab other) {
        double meanChroma = (chroma(a, b) + chroma(other.a, other.b)) / 2;
        double seventh = Math.pow(meanChroma, 7);
        double stretch = 1 + 0.5 * (1 - Math.sqrt(seventh / (seventh + SEVENTH_OF_25))); // (4), (5)
        double c1 = chroma(stretch * a, b); // (6)
        double c2 = chroma(stretch * other.a, other.b);
        double h1 = hue(stretch * a, b); // (7)
        double h2 = hue(stretch * other.a, other.b);
        boolean grey = c1 * c2 == 0;

        double turn = h2 - h1; // (10)
        if (Math.abs(turn) > 180) {
            turn += turn > 0 ? -360 : 360;
        }
        double deltaL = other.lightness - lightness; // (8)
        double deltaC = c2 - c1; // (9)
        double deltaH = grey ? 0 : 2 * Math.sqrt(c1 * c2) * sin(turn / 2); // (11)

        double meanL = (lightness + other.lightness) / 2; // (12)
        double meanC = (c1 + c2) / 2; // (13)
        double meanH = h1 + h2; // (14)
        if (!grey) {
            boolean apart = Math.abs(h1 - h2) > 180;
            meanH = (apart ? h1 + h2 + (h1 + h2 < 360 ? 360 : -360) : h1 + h2) / 2;
        }
        double t = 1 // (15)
                - 0.17 * cos(meanH - 30)
                + 0.24 * cos(2 * meanH)
                + 0.32 * cos(3 * meanH + 6)
                - 0.20 * cos(4 * meanH - 63);
        double meanSeventh = Math.pow(meanC, 7);
        double turned = 30 * Math.exp(-Math.pow((meanH - 275) / 25, 2)); // (16)
        double rc = 2 * Math.sqrt(meanSeventh / (meanSeventh + SEVENTH_OF_25)); // (17)
        double away = (meanL - 50) * (meanL - 50);
        double l = deltaL / (1 + 0.015 * away / Math.sqrt(20 + away)); // (18)
        double c = deltaC / (1 + 0.045 * meanC); // (19)
        double h = deltaH / (1 + 0.015 * meanC * t); // (20)
        double rt = -sin(2 * turned) * rc; // (21)
        return Math.sqrt(l * l + c * c + h * h + rt * c * h); // (22)
    }

    private static double chroma(double a, double b) {
        return Math.hypot(a, b);
    }

    private static double hue(double a, double b) {
        if (a == 0 && b == 0) {
            return 0;
        }
        double degrees = Math.toDegrees(Math.atan2(b, a));
        return degrees < 0 ? degrees + 360 : degrees;
    }

    private static double sin(double degrees) {
        return Math.sin(Math.toRadians(degrees));
    }

    private static double cos(double degrees) {
        return Math.cos(Math.toRadians(degrees));
    }
}
