package gavlin.benchmarks;

import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;

/** A made logo of 1500×900 px with soft edges: a sun over waves with a glow, on nothing. */
final class TestLogo {
    private TestLogo() {}

    static Pixels pixels() {
        Size size = Size.parse("1500x900");
        byte[] samples = new byte[(int) size.pixels() * 4];
        for (int y = 0, i = 0; y < size.height(); y++) {
            for (int x = 0; x < size.width(); x++, i += 4) {
                double sun = Math.hypot(x - 750, y - 380) - 260;
                double wave = y - 560 - 40 * Math.sin(x / 90.0);
                double second = y - 660 - 30 * Math.sin(x / 70.0 + 1);
                double glow = Math.max(0, 1 - Math.max(0, sun) / 160);
                double inside = edge(-sun);
                double sea = edge(Math.min(wave, 300 - Math.hypot((x - 750) / 2.0, y - 620)));
                double deep = edge(second) * sea;
                double alpha = Math.max(Math.max(inside, sea), 0.6 * glow * glow);
                double shade = Math.max(0, Math.min(1, (y - 120) / 520.0));
                put(samples, i, mix(217 + 30 * shade, 23, sea, 45, deep), 0);
                put(samples, i, mix(72 + 110 * shade, 99, sea, 49, deep), 1);
                put(samples, i, mix(28 + 20 * shade, 122, sea, 58, deep), 2);
                put(samples, i, 255 * alpha, 3);
                if (samples[i + 3] == 0) {
                    samples[i] = samples[i + 1] = samples[i + 2] = 0;
                }
            }
        }
        return new Pixels(size, 4, samples);
    }

    private static double edge(double distance) {
        return Math.max(0, Math.min(1, distance / 3 + 0.5));
    }

    private static double mix(double sun, double sea, double isSea, double deep, double isDeep) {
        double first = sun + (sea - sun) * isSea;
        return first + (deep - first) * isDeep;
    }

    private static void put(byte[] samples, int at, double value, int channel) {
        samples[at + channel] = (byte) Math.round(value);
    }
}
