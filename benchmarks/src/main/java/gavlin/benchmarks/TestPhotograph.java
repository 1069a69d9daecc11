package gavlin.benchmarks;

import gavlin.core.codec.JpegWriter;
import gavlin.core.codec.Tags;
import gavlin.core.geometry.Size;
import gavlin.core.jpeg.Chroma;
import gavlin.core.raster.Pixels;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Iterator;
import java.util.stream.IntStream;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.MemoryCacheImageOutputStream;

/** A made picture with the detail of a photograph: clouds of several sizes, edges, and grain. */
final class TestPhotograph {
    private static final float CAMERA_QUALITY = 0.9f;

    private TestPhotograph() {}

    /** Straight sRGB. */
    static Pixels pixels(Size size, int seed) {
        int width = size.width();
        byte[] samples = new byte[width * size.height() * 3];
        IntStream.range(0, size.height()).parallel().forEach(y -> {
            for (int x = 0; x < width; x++) {
                double cloud = Math.sin(x / 211.0 + Math.sin(y / 97.0) * 2) + Math.sin(y / 61.0 + Math.sin(x / 43.0));
                double edge = Math.sin(x / 17.0) * Math.sin(y / 13.0) > 0.6 ? 40 : 0;
                double grain = grain(x, y, seed);
                int at = (y * width + x) * 3;
                samples[at] = clamp(110 + 40 * cloud + edge + grain);
                samples[at + 1] = clamp(120 + 30 * cloud - edge / 2 + grain);
                samples[at + 2] = clamp(140 - 20 * cloud + grain);
            }
        });
        return new Pixels(size, 3, samples);
    }

    /** As cameras write it: baseline, quality 90. */
    static byte[] jpeg(Size size, int seed) throws IOException {
        Pixels pixels = pixels(size, seed);
        BufferedImage image = new BufferedImage(size.width(), size.height(), BufferedImage.TYPE_3BYTE_BGR);
        byte[] bgr = ((java.awt.image.DataBufferByte) image.getRaster().getDataBuffer()).getData();
        byte[] rgb = pixels.samples();
        for (int i = 0; i < rgb.length; i += 3) {
            bgr[i] = rgb[i + 2];
            bgr[i + 1] = rgb[i + 1];
            bgr[i + 2] = rgb[i];
        }
        Iterator<ImageWriter> writers = ImageIO.getImageWritersByFormatName("jpeg");
        ImageWriter writer = writers.next();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (MemoryCacheImageOutputStream stream = new MemoryCacheImageOutputStream(out)) {
            ImageWriteParam param = writer.getDefaultWriteParam();
            param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
            param.setCompressionQuality(CAMERA_QUALITY);
            writer.setOutput(stream);
            writer.write(null, new IIOImage(image, null, null), param);
        } finally {
            writer.dispose();
        }
        return out.toByteArray();
    }

    static byte[] progressiveJpeg(Size size, int seed) {
        return JpegWriter.write(pixels(size, seed), 90, Chroma.HALVED, Tags.NONE);
    }

    /** Two even noises added: about as much as a sensor makes at moderate sensitivity, ±10 codes. */
    private static double grain(int x, int y, int seed) {
        long hash = x * 0x9E3779B97F4A7C15L ^ (y + 0x1000L * seed) * 0xC2B2AE3D27D4EB4FL;
        hash = (hash ^ hash >>> 29) * 0xBF58476D1CE4E5B9L;
        hash ^= hash >>> 32;
        return ((hash & 15) + (hash >>> 8 & 15) - 15) * 2 / 3.0;
    }

    private static byte clamp(double value) {
        return (byte) Math.max(0, Math.min(255, (int) value));
    }
}
