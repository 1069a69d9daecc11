package gavlin.benchmarks;

import gavlin.core.codec.JpegWriter;
import gavlin.core.codec.Tags;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import java.util.stream.IntStream;

/** A made picture with the detail of a photograph: clouds of several sizes, edges, and grain. */
final class TestPhotograph {
    private TestPhotograph() {}

    static byte[] jpeg(Size size, int seed) {
        int width = size.width();
        byte[] samples = new byte[width * size.height() * 3];
        IntStream.range(0, size.height()).parallel().forEach(y -> {
            for (int x = 0; x < width; x++) {
                double cloud = Math.sin(x / 211.0 + Math.sin(y / 97.0) * 2) + Math.sin(y / 61.0 + Math.sin(x / 43.0));
                double edge = Math.sin(x / 17.0) * Math.sin(y / 13.0) > 0.6 ? 40 : 0;
                int grain = (x * 7919 ^ y * 104729 ^ seed) * 31 >>> 27;
                int at = (y * width + x) * 3;
                samples[at] = clamp(110 + 40 * cloud + edge + grain);
                samples[at + 1] = clamp(120 + 30 * cloud - edge / 2 + grain);
                samples[at + 2] = clamp(140 - 20 * cloud + grain);
            }
        });
        return JpegWriter.write(new Pixels(size, 3, samples), 90, JpegWriter.Chroma.HALVED, Tags.NONE);
    }

    private static byte clamp(double value) {
        return (byte) Math.max(0, Math.min(255, (int) value));
    }
}
