package gavlin.core.codec;

import com.luciad.imageio.webp.WebPWriteParam;
import gavlin.core.geometry.Size;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Locale;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriter;
import javax.imageio.stream.MemoryCacheImageOutputStream;

/** The encoder of libwebp. */
final class Libwebp {
    private Libwebp() {}

    /**
     * @param quality 0..100, fractions allowed
     * @param method effort 0..6
     */
    static WebPWriteParam lossy(double quality, int method) {
        return param("Lossy", (float) (quality / 100), method);
    }

    /** @param effort 0..1, within what the method tries */
    static WebPWriteParam lossless(int method, float effort) {
        WebPWriteParam param = param("Lossless", effort, method);
        param.setExact(true);
        return param;
    }

    private static WebPWriteParam param(String kind, float quality, int method) {
        WebPWriteParam param = new WebPWriteParam(Locale.ROOT);
        param.setCompressionType(kind);
        param.setCompressionQuality(quality);
        param.setMethod(method);
        return param;
    }

    /** @param argb 0xAARRGGBB */
    static byte[] write(Size size, int[] argb, boolean withAlpha, WebPWriteParam param) {
        BufferedImage image = new BufferedImage(
                size.width(), size.height(), withAlpha ? BufferedImage.TYPE_INT_ARGB : BufferedImage.TYPE_INT_RGB);
        image.getRaster().setDataElements(0, 0, size.width(), size.height(), argb);
        ImageWriter writer = ImageIO.getImageWritersByFormatName("webp").next();
        try (ByteArrayOutputStream out = new ByteArrayOutputStream();
                MemoryCacheImageOutputStream stream = new MemoryCacheImageOutputStream(out)) {
            writer.setOutput(stream);
            writer.write(null, new IIOImage(image, null, null), param);
            stream.flush();
            return out.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException("writing to memory failed", e);
        } finally {
            writer.dispose();
        }
    }
}
