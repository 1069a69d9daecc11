package gavlin.standin;

import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.Iterator;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageInputStream;
import javax.imageio.stream.MemoryCacheImageOutputStream;

/**
 * A file that the site holds.
 *
 * @param type media type, told from the bytes
 */
record Picture(byte[] bytes, String type, int width, int height) {
    /** Larger ones are refused before they are decoded. */
    static final long MOST_PIXELS = 9_000_000;

    /** Told by what stands at the beginning of the file. @return null when it is none of the site's types */
    static Picture of(byte[] bytes) throws IOException {
        if (startsWith(bytes, 0, 'R', 'I', 'F', 'F') && startsWith(bytes, 8, 'W', 'E', 'B', 'P')) {
            return webp(bytes);
        }
        boolean jpeg = startsWith(bytes, 0, 0xff, 0xd8, 0xff);
        if (!jpeg && !startsWith(bytes, 0, 0x89, 'P', 'N', 'G')) {
            return null;
        }
        try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(bytes))) {
            Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
            if (!readers.hasNext()) {
                return null;
            }
            ImageReader reader = readers.next();
            try {
                reader.setInput(in, true, true);
                return new Picture(bytes, jpeg ? "image/jpeg" : "image/png", reader.getWidth(0), reader.getHeight(0));
            } finally {
                reader.dispose();
            }
        }
    }

    private static boolean startsWith(byte[] bytes, int at, int... signs) {
        for (int i = 0; i < signs.length; i++) {
            if (at + i >= bytes.length || (bytes[at + i] & 0xff) != signs[i]) {
                return false;
            }
        }
        return true;
    }

    /** RFC 9649, sections 2.5 to 2.7: the size stands at the beginning of each of the three kinds. */
    private static Picture webp(byte[] b) {
        if (b.length < 30) {
            return null;
        }
        int width;
        int height;
        switch (b[15]) {
            case 'X' -> {
                width = 1 + number(b, 24, 3);
                height = 1 + number(b, 27, 3);
            }
            case 'L' -> {
                int bits = number(b, 21, 4);
                width = 1 + (bits & 0x3fff);
                height = 1 + (bits >> 14 & 0x3fff);
            }
            default -> {
                width = number(b, 26, 2) & 0x3fff;
                height = number(b, 28, 2) & 0x3fff;
            }
        }
        return new Picture(b, "image/webp", width, height);
    }

    /** Little-endian. */
    private static int number(byte[] b, int at, int count) {
        int value = 0;
        for (int i = 0; i < count; i++) {
            value |= (b[at + i] & 0xff) << 8 * i;
        }
        return value;
    }

    /** The site's own centre crop to a slot's proportions, scaled to its size. WebP is left as it is: this site can't read it. */
    Picture cropped(int toWidth, int toHeight) throws IOException {
        if (type.equals("image/webp") || (long) width * toHeight == (long) height * toWidth && width == toWidth) {
            return this;
        }
        BufferedImage image = ImageIO.read(new ByteArrayInputStream(bytes));
        double scale = Math.max((double) toWidth / width, (double) toHeight / height);
        int w = (int) Math.round(toWidth / scale);
        int h = (int) Math.round(toHeight / scale);
        int x = (width - w) / 2;
        int y = (height - h) / 2;
        BufferedImage out = new BufferedImage(toWidth, toHeight, transparent(image));
        Graphics2D pen = out.createGraphics();
        pen.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
        pen.drawImage(image, 0, 0, toWidth, toHeight, x, y, x + w, y + h, null);
        pen.dispose();
        return written(out, 0.9f);
    }

    /** Compressed again, as sites do to save room. */
    Picture recompressed(float quality) throws IOException {
        return type.equals("image/jpeg") ? written(ImageIO.read(new ByteArrayInputStream(bytes)), quality) : this;
    }

    private static int transparent(BufferedImage image) {
        return image.getColorModel().hasAlpha() ? BufferedImage.TYPE_INT_ARGB : BufferedImage.TYPE_INT_RGB;
    }

    private Picture written(BufferedImage image, float quality) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageWriter writer = ImageIO.getImageWritersByMIMEType(type).next();
        try (MemoryCacheImageOutputStream to = new MemoryCacheImageOutputStream(out)) {
            writer.setOutput(to);
            ImageWriteParam how = writer.getDefaultWriteParam();
            if (type.equals("image/jpeg")) {
                how.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
                how.setCompressionQuality(quality);
            }
            writer.write(null, new IIOImage(image, null, null), how);
        } finally {
            writer.dispose();
        }
        return new Picture(out.toByteArray(), type, image.getWidth(), image.getHeight());
    }

    String sha256() {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every JDK has SHA-256", e);
        }
    }
}
