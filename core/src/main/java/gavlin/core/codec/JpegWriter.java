package gavlin.core.codec;

import gavlin.core.Require;
import gavlin.core.raster.Pixels;
import java.awt.color.ColorSpace;
import java.awt.image.BufferedImage;
import java.awt.image.ComponentColorModel;
import java.awt.image.DataBuffer;
import java.awt.image.DataBufferByte;
import java.awt.image.Raster;
import java.awt.image.WritableRaster;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.metadata.IIOMetadata;
import javax.imageio.metadata.IIOMetadataNode;
import javax.imageio.plugins.jpeg.JPEGImageWriteParam;
import javax.imageio.stream.MemoryCacheImageOutputStream;
import org.w3c.dom.NodeList;

/** Writes JPEG (ITU-T T.81) in JFIF: YCbCr, optimised Huffman tables, progressive; tagged sRGB; title, maker and rights as XMP and IPTC. */
public final class JpegWriter {
    private static final String NATIVE_FORMAT = "javax_imageio_jpeg_image_1.0";
    private static final int APP1 = 0xe1;
    private static final int APP2 = 0xe2;
    private static final int APP13 = 0xed;

    /** How finely colour is kept against brightness. */
    public enum Chroma {
        /** A colour sample for each pixel. */
        FULL("4:4:4", 1, 1),
        /** One for each two beside each other. */
        ACROSS("4:2:2", 2, 1),
        /** One for each 2×2 pixels. */
        HALVED("4:2:0", 2, 2);

        private final String label;
        private final int across;
        private final int down;

        Chroma(String label, int across, int down) {
            this.label = label;
            this.across = across;
            this.down = down;
        }

        public String label() {
            return label;
        }
    }

    private JpegWriter() {}

    /**
     * @param pixels without alpha
     * @param quality 1..100, fractions allowed: the scale of the example tables of T.81 Annex K
     */
    public static byte[] write(Pixels pixels, double quality, Chroma chroma, Tags tags) {
        Require.range("quality", quality, 1, 100, "");
        if (pixels.channels() != 3) {
            throw new IllegalArgumentException("JPEG has no transparency: flatten the picture over a colour first");
        }
        boolean grey = pixels.isGrey();
        BufferedImage image = grey ? asGreyImage(pixels) : asImage(pixels);
        ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
        try (ByteArrayOutputStream out = new ByteArrayOutputStream();
                MemoryCacheImageOutputStream stream = new MemoryCacheImageOutputStream(out)) {
            JPEGImageWriteParam param = (JPEGImageWriteParam) writer.getDefaultWriteParam();
            param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
            param.setCompressionQuality((float) (quality / 100));
            param.setOptimizeHuffmanTables(true);
            param.setProgressiveMode(ImageWriteParam.MODE_DEFAULT);
            IIOMetadata metadata = writer.getDefaultImageMetadata(new ImageTypeSpecifier(image), param);
            if (!grey) {
                setChroma(metadata, chroma);
            }
            writer.setOutput(stream);
            writer.write(null, new IIOImage(image, null, metadata), param);
            stream.flush();
            return withSegments(out.toByteArray(), tags);
        } catch (IOException e) {
            throw new UncheckedIOException("writing to memory failed", e);
        } finally {
            writer.dispose();
        }
    }

    private static BufferedImage asImage(Pixels pixels) {
        int width = pixels.size().width();
        WritableRaster raster = Raster.createInterleavedRaster(
                new DataBufferByte(pixels.samples(), pixels.samples().length),
                width,
                pixels.size().height(),
                3 * width,
                3,
                new int[] {0, 1, 2},
                null);
        ColorSpace srgb = ColorSpace.getInstance(ColorSpace.CS_sRGB);
        return new BufferedImage(
                new ComponentColorModel(srgb, false, false, java.awt.Transparency.OPAQUE, DataBuffer.TYPE_BYTE),
                raster,
                false,
                null);
    }

    /** One component in place of three: smaller, and no colour can creep in. */
    private static BufferedImage asGreyImage(Pixels pixels) {
        int width = pixels.size().width();
        byte[] grey = pixels.greys();
        WritableRaster raster = Raster.createInterleavedRaster(
                new DataBufferByte(grey, grey.length), width, pixels.size().height(), width, 1, new int[] {0}, null);
        ColorSpace space = ColorSpace.getInstance(ColorSpace.CS_GRAY);
        return new BufferedImage(
                new ComponentColorModel(space, false, false, java.awt.Transparency.OPAQUE, DataBuffer.TYPE_BYTE),
                raster,
                false,
                null);
    }

    private static void setChroma(IIOMetadata metadata, Chroma chroma) throws IOException {
        IIOMetadataNode root = (IIOMetadataNode) metadata.getAsTree(NATIVE_FORMAT);
        NodeList components = root.getElementsByTagName("componentSpec");
        IIOMetadataNode luma = (IIOMetadataNode) components.item(0);
        luma.setAttribute("HsamplingFactor", Integer.toString(chroma.across));
        luma.setAttribute("VsamplingFactor", Integer.toString(chroma.down));
        metadata.setFromTree(NATIVE_FORMAT, root);
    }

    /** Puts the profile and the words behind the JFIF header. */
    private static byte[] withSegments(byte[] jpeg, Tags tags) {
        int afterJfif = 4 + ((jpeg[4] & 0xff) << 8 | jpeg[5] & 0xff);
        ByteArrayOutputStream out = new ByteArrayOutputStream(jpeg.length + 2048);
        out.write(jpeg, 0, afterJfif);
        if (tags.isBrief()) {
            if (!tags.isEmpty()) {
                segment(out, APP1, "Exif\0\0", tags.toExif());
            }
        } else {
            if (!tags.isEmpty()) {
                segment(
                        out,
                        APP1,
                        "http://ns.adobe.com/xap/1.0/\0",
                        tags.toXmp().getBytes(StandardCharsets.UTF_8));
                segment(out, APP13, "", tags.toIptc());
            }
            segment(out, APP2, "ICC_PROFILE\0\u0001\u0001", SrgbProfile.bytes());
        }
        out.writeBytes(Arrays.copyOfRange(jpeg, afterJfif, jpeg.length));
        return out.toByteArray();
    }

    private static void segment(ByteArrayOutputStream out, int marker, String name, byte[] data) {
        int length = 2 + name.length() + data.length;
        out.write(0xff);
        out.write(marker);
        out.write(length >> 8);
        out.write(length);
        out.writeBytes(name.getBytes(StandardCharsets.ISO_8859_1));
        out.writeBytes(data);
    }
}
