package gavlin.core.lift;

import gavlin.core.codec.JpegWriter;
import gavlin.core.codec.Tags;
import gavlin.core.geometry.Size;
import gavlin.core.jpeg.Chroma;
import gavlin.core.raster.Pixels;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Path2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import javax.imageio.ImageIO;

/** Marks of which every pixel's colour and alpha is known, and what becomes of them on a ground. */
final class KnownMarks {
    static final Size SIZE = new Size(420, 260);
    static final int[] GROUNDS = {
        0xFFFFFF, 0x000000, 0xF6F2E9, 0x17313A, 0xD8CFBD, 0xD9481C, 0x23734D, 0x2040A0, 0xFFE030, 0x808080, 0xB0D8F0,
        0x5A2A6A
    };
    private static final int FINE = 8;

    private KnownMarks() {}

    /** One ink, with counters and hairlines. */
    static Pixels lamp(Color ink) {
        return drawn(g -> {
            g.setColor(ink);
            Path2D rings = new Path2D.Double(Path2D.WIND_EVEN_ODD);
            rings.append(new Ellipse2D.Double(40, 40, 150, 150), false);
            rings.append(new Ellipse2D.Double(70, 70, 90, 90), false);
            g.fill(rings);
            g.fill(new Ellipse2D.Double(95, 95, 40, 40));
            Path2D slope = new Path2D.Double();
            slope.moveTo(230, 200);
            slope.lineTo(300, 50);
            slope.lineTo(330, 50);
            slope.lineTo(260, 205);
            slope.closePath();
            g.fill(slope);
            g.fillRect(340, 60, 3, 140);
            g.fill(new Ellipse2D.Double(352, 90, 40, 70));
        });
    }

    /** Three inks that touch. */
    static Pixels sails(Color first, Color second, Color third) {
        return drawn(g -> {
            g.setColor(first);
            g.fill(new Ellipse2D.Double(30, 30, 200, 200));
            g.setColor(second);
            Path2D sail = new Path2D.Double();
            sail.moveTo(120, 20);
            sail.lineTo(390, 210);
            sail.lineTo(120, 210);
            sail.closePath();
            g.fill(sail);
            g.setColor(third);
            g.fillRect(200, 150, 170, 40);
        });
    }

    /** One ink whose edge fades over some twenty pixels. */
    static Pixels glow(int rgb) {
        byte[] samples = new byte[(int) SIZE.pixels() * 4];
        for (int y = 0; y < SIZE.height(); y++) {
            for (int x = 0; x < SIZE.width(); x++) {
                double d = Math.hypot(x - 200, y - 130);
                double t = Math.max(0, Math.min(1, (100 - d) / 22));
                put(samples, y * SIZE.width() + x, rgb, t * t * (3 - 2 * t));
            }
        }
        return new Pixels(SIZE, 4, samples);
    }

    private static Pixels drawn(java.util.function.Consumer<Graphics2D> drawing) {
        BufferedImage large = new BufferedImage(SIZE.width() * FINE, SIZE.height() * FINE, BufferedImage.TYPE_INT_ARGB);
        Graphics2D g = large.createGraphics();
        g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_OFF);
        g.scale(FINE, FINE);
        drawing.accept(g);
        g.dispose();
        byte[] samples = new byte[(int) SIZE.pixels() * 4];
        for (int y = 0; y < SIZE.height(); y++) {
            for (int x = 0; x < SIZE.width(); x++) {
                double[] sum = new double[4];
                for (int n = 0; n < FINE * FINE; n++) {
                    int argb = large.getRGB(x * FINE + n % FINE, y * FINE + n / FINE);
                    double a = argb >>> 24;
                    sum[0] += a * (argb >> 16 & 0xff);
                    sum[1] += a * (argb >> 8 & 0xff);
                    sum[2] += a * (argb & 0xff);
                    sum[3] += a;
                }
                int rgb = sum[3] == 0
                        ? 0
                        : (int) Math.round(sum[0] / sum[3]) << 16
                                | (int) Math.round(sum[1] / sum[3]) << 8
                                | (int) Math.round(sum[2] / sum[3]);
                put(samples, y * SIZE.width() + x, rgb, sum[3] / (255.0 * FINE * FINE));
            }
        }
        return new Pixels(SIZE, 4, samples);
    }

    private static void put(byte[] samples, int i, int rgb, double alpha) {
        samples[i * 4] = (byte) (rgb >> 16);
        samples[i * 4 + 1] = (byte) (rgb >> 8);
        samples[i * 4 + 2] = (byte) rgb;
        samples[i * 4 + 3] = (byte) Math.round(alpha * 255);
    }

    /** As programs blend: in coded values, rounded once. */
    static Pixels on(Pixels mark, int ground) {
        byte[] out = new byte[(int) mark.size().pixels() * 3];
        for (int i = 0; i < mark.size().pixels(); i++) {
            int x = i % mark.size().width();
            int rgb = mark.shownOver(x, i / mark.size().width(), ground);
            out[i * 3] = (byte) (rgb >> 16);
            out[i * 3 + 1] = (byte) (rgb >> 8);
            out[i * 3 + 2] = (byte) rgb;
        }
        return new Pixels(mark.size(), 3, out);
    }

    /** Through a JPEG of quality 85 with halved chroma, as most programs write. */
    static Pixels throughJpeg(Pixels pixels) {
        try {
            BufferedImage read =
                    ImageIO.read(new ByteArrayInputStream(JpegWriter.write(pixels, 85, Chroma.HALVED, Tags.NONE)));
            byte[] out = new byte[(int) pixels.size().pixels() * 3];
            for (int i = 0; i < pixels.size().pixels(); i++) {
                int rgb =
                        read.getRGB(i % pixels.size().width(), i / pixels.size().width());
                out[i * 3] = (byte) (rgb >> 16);
                out[i * 3 + 1] = (byte) (rgb >> 8);
                out[i * 3 + 2] = (byte) rgb;
            }
            return new Pixels(pixels.size(), 3, out);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
