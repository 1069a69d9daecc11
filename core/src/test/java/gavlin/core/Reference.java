package gavlin.core;

import gavlin.core.codec.Header;
import gavlin.core.codec.Limits;
import gavlin.core.codec.OwnFile;
import gavlin.core.codec.PictureReader;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.WorkingPicture;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;

/** Reference files beside the tests, made pictures, and the measures that compare them. */
public final class Reference {
    private Reference() {}

    public static byte[] bytes(String name) {
        try (InputStream in = Reference.class.getResourceAsStream("/" + name)) {
            if (in == null) {
                throw new IllegalArgumentException("no reference file " + name);
            }
            return in.readAllBytes();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Read by our own reader, upright. */
    public static WorkingPicture working(byte[] file) {
        try {
            Path folder = Files.createTempDirectory("gavlin");
            Header header = PictureReader.inspect(file, Limits.DEFAULT);
            return PictureReader.decode(file, header, folder.resolve("picture")).picture();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    public static Pixels upright(byte[] file) {
        WorkingPicture picture = working(file);
        return picture.render(
                new gavlin.core.geometry.Framing(
                        picture.size().box(), picture.size().box()),
                picture.size());
    }

    public static Pixels pixels(String name) {
        return OwnFile.pixels(bytes(name));
    }

    /** The logo cut out as a disc with a soft edge: artwork with real transparency. */
    public static Pixels roundMark() {
        Pixels logo = pixels("photos/skimage-logo-alpha.png");
        byte[] samples = logo.samples().clone();
        for (int y = 0; y < 500; y++) {
            for (int x = 0; x < 500; x++) {
                double inside = 235 - Math.hypot(x - 249.5, y - 249.5);
                int alpha = (int) Math.round(255 * Math.max(0, Math.min(1, inside / 6)));
                int at = (y * 500 + x) * 4;
                put(samples, at, 4, alpha == 0 ? 0 : alpha << 24 | rgb(logo, x, y));
            }
        }
        return new Pixels(logo.size(), 4, samples);
    }

    /** One colour everywhere: 0xRRGGBB for 3 channels, 0xAARRGGBB for 4. */
    public static Pixels constant(Size size, int channels, int colour) {
        byte[] samples = new byte[(int) size.pixels() * channels];
        for (int i = 0; i < samples.length; i += channels) {
            put(samples, i, channels, colour);
        }
        return new Pixels(size, channels, samples);
    }

    /** Noise that is the same for the same seed. */
    public static Pixels noise(Size size, int channels, long seed) {
        byte[] samples = new byte[(int) size.pixels() * channels];
        new Random(seed).nextBytes(samples);
        return new Pixels(size, channels, samples);
    }

    public static void put(byte[] samples, int at, int channels, int colour) {
        samples[at] = (byte) (colour >> 16);
        samples[at + 1] = (byte) (colour >> 8);
        samples[at + 2] = (byte) colour;
        if (channels == 4) {
            samples[at + 3] = (byte) (colour >>> 24);
        }
    }

    /** Colour at a place, 0xRRGGBB. */
    public static int rgb(Pixels pixels, int x, int y) {
        int i = (y * pixels.size().width() + x) * pixels.channels();
        byte[] s = pixels.samples();
        return (s[i] & 0xff) << 16 | (s[i + 1] & 0xff) << 8 | s[i + 2] & 0xff;
    }

    /** Peak signal-to-noise ratio over all samples, dB; infinite for identical pictures. */
    public static double psnr(Pixels a, Pixels b) {
        if (!a.size().equals(b.size()) || a.channels() != b.channels()) {
            throw new IllegalArgumentException(a.size() + "/" + a.channels() + " and " + b.size() + "/" + b.channels());
        }
        double squares = 0;
        for (int i = 0; i < a.samples().length; i++) {
            double d = (a.samples()[i] & 0xff) - (b.samples()[i] & 0xff);
            squares += d * d;
        }
        return 10 * Math.log10(255.0 * 255.0 * a.samples().length / squares);
    }
}
