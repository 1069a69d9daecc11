package gavlin.web.demo;

import java.awt.image.BufferedImage;
import java.awt.image.DataBufferInt;
import java.util.stream.IntStream;

/**
 * Gives a smooth drawing the unevenness of a photograph: slow streaks of light, a finer mottle, and grain, so that the
 * weight of a file and the damage of compression are as they would be. The same drawing always gets the same texture.
 */
final class Texture {
    private static final double STREAK = 0.05;
    private static final double MOTTLE = 0.035;
    private static final double GRAIN = 5;

    private Texture() {}

    /** @param unit length of a drawing's unit in px, so that streaks grow with the picture */
    static void apply(BufferedImage image, double unit) {
        int[] pixels = ((DataBufferInt) image.getRaster().getDataBuffer()).getData();
        int width = image.getWidth();
        IntStream.range(0, image.getHeight()).parallel().forEach(y -> {
            for (int x = 0; x < width; x++) {
                double light = 1
                        + STREAK * noise(x / (190 * unit), y / (34 * unit), 11)
                        + MOTTLE * noise(x / (13 * unit), y / (9 * unit), 29)
                        + MOTTLE * noise(x / (3.1 * unit), y / (2.7 * unit), 47);
                double grain = GRAIN * (unitHash(x, y, 3) + unitHash(x, y, 5) - 1);
                pixels[y * width + x] = shaded(pixels[y * width + x], light, grain);
            }
        });
    }

    private static int shaded(int rgb, double light, double grain) {
        int out = 0xff;
        for (int shift = 16; shift >= 0; shift -= 8) {
            long value = Math.round((rgb >> shift & 0xff) * light + grain);
            out = out << 8 | (int) Math.max(0, Math.min(255, value));
        }
        return out;
    }

    /** Value noise, −1..1: random heights on a lattice, joined smoothly (K. Perlin's fade curve, from memory). */
    private static double noise(double x, double y, int seed) {
        int x0 = (int) Math.floor(x);
        int y0 = (int) Math.floor(y);
        double fx = fade(x - x0);
        double fy = fade(y - y0);
        double top = lerp(unitHash(x0, y0, seed), unitHash(x0 + 1, y0, seed), fx);
        double bottom = lerp(unitHash(x0, y0 + 1, seed), unitHash(x0 + 1, y0 + 1, seed), fx);
        return 2 * lerp(top, bottom, fy) - 1;
    }

    private static double fade(double t) {
        return t * t * (3 - 2 * t);
    }

    private static double lerp(double a, double b, double t) {
        return a + (b - a) * t;
    }

    /** 0..1, the same for the same place. */
    private static double unitHash(int x, int y, int seed) {
        int h = x * 0x27d4eb2d ^ y * 0x165667b1 ^ seed * 0x9e3779b9;
        h = (h ^ h >>> 15) * 0x85ebca6b;
        h = (h ^ h >>> 13) * 0xc2b2ae35;
        return (h >>> 8) / (double) (1 << 24);
    }
}
