package gavlin.core.codec;

import gavlin.core.jpeg.Chroma;
import gavlin.core.jpeg.JpegEncoder;
import gavlin.core.raster.Pixels;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/** Writes JPEG (ITU-T T.81) in JFIF: YCbCr, optimised Huffman tables, progressive; tagged sRGB; title, maker and rights as XMP and IPTC. */
public final class JpegWriter {
    private static final int APP1 = 0xe1;
    private static final int APP2 = 0xe2;
    private static final int APP13 = 0xed;

    private JpegWriter() {}

    /**
     * @param pixels without alpha
     * @param quality 1..100, fractions allowed: the scale of the example tables of T.81 Annex K
     */
    public static byte[] write(Pixels pixels, double quality, Chroma chroma, Tags tags) {
        return write(new JpegEncoder(pixels, chroma), quality, tags);
    }

    /** The same of a picture that is written more than once. */
    public static byte[] write(JpegEncoder encoder, double quality, Tags tags) {
        return withSegments(encoder.write(quality), tags);
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
