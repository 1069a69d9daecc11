package gavlin.core.codec;

import gavlin.core.geometry.Size;
import gavlin.core.raster.Orientation;
import gavlin.core.raster.Pixels;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.util.Arrays;
import java.util.Iterator;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;

/**
 * A viewer's mercy, for a person who asks for it: what can be seen of a damaged JPEG, PNG or GIF, as a sound PNG of its own.
 * The JDK's readers go on where the strict ones here refuse: a file that breaks off, a wrong checksum, a stretch of nonsense.
 * Missing rows are black or grey, or clear where the file can be transparent. Colour profiles are lost with the rest.
 */
final class Salvage {
    private Salvage() {}

    /** @throws PictureRefused when not even a viewer would show it, or it is beyond the limits */
    static byte[] asPng(byte[] file, Limits limits) {
        try (ByteArrayImageInput input = new ByteArrayImageInput(file)) {
            Iterator<ImageReader> readers = ImageIO.getImageReaders(input);
            if (!readers.hasNext()) {
                throw PictureRefused.corrupt("nothing of it can be read");
            }
            ImageReader reader = readers.next();
            try {
                reader.setInput(input, false, true);
                return PngWriter.write(upright(read(reader, limits), new Bytes(file)), Tags.NONE);
            } finally {
                reader.dispose();
            }
        } catch (IOException | RuntimeException e) {
            if (e instanceof PictureRefused refused) {
                throw refused;
            }
            throw PictureRefused.corrupt("nothing of it can be read");
        }
    }

    private static BufferedImage read(ImageReader reader, Limits limits) throws IOException {
        PictureReader.claimed(reader.getWidth(0), reader.getHeight(0), limits);
        BufferedImage image =
                reader.getImageTypes(0).next().createBufferedImage(reader.getWidth(0), reader.getHeight(0));
        ImageReadParam param = reader.getDefaultReadParam();
        param.setDestination(image);
        try {
            return reader.read(0, param);
        } catch (IOException | RuntimeException e) {
            if (isBlank(image)) {
                throw e;
            }
            return image; // as far as it went
        }
    }

    private static boolean isBlank(BufferedImage image) {
        int[] line = new int[image.getWidth()];
        for (int y = 0; y < image.getHeight(); y++) {
            image.getRGB(0, y, line.length, 1, line, 0, line.length);
            if (Arrays.stream(line).anyMatch(argb -> (argb & 0xffffff) != 0)) {
                return false;
            }
        }
        return true;
    }

    private static Pixels upright(BufferedImage image, Bytes file) {
        Orientation orientation = Metadata.orientation(file);
        Size stored = new Size(image.getWidth(), image.getHeight());
        Size size = orientation.upright(stored);
        int channels = image.getColorModel().hasAlpha() ? 4 : 3;
        byte[] samples = new byte[(int) size.pixels() * channels];
        int[] line = new int[stored.width()];
        for (int y = 0; y < stored.height(); y++) {
            image.getRGB(0, y, line.length, 1, line, 0, line.length);
            byte[] row = Argb.toBytes(line, channels);
            for (int x = 0; x < line.length; x++) {
                int to = orientation.uprightY(x, y, stored) * size.width() + orientation.uprightX(x, y, stored);
                System.arraycopy(row, x * channels, samples, to * channels, channels);
            }
        }
        return new Pixels(size, channels, samples);
    }
}
