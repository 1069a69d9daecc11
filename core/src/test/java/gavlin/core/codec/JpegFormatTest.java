package gavlin.core.codec;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.Reference;
import gavlin.core.geometry.Size;
import gavlin.core.jpeg.Chroma;
import gavlin.core.raster.Pixels;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class JpegFormatTest {
    /** Oracle: the JDK's own reader, which decodes by the same rules. */
    @ParameterizedTest
    @EnumSource(Chroma.class)
    void photograph_decodedFast_isWhatTheJdkReads(Chroma chroma) throws IOException {
        Pixels photo = Reference.pixels("photos/skimage-coffee.png");
        byte[] file = JpegWriter.write(photo, 85, chroma, new Tags("title", "maker", "rights", ""));
        BufferedImage expected = ImageIO.read(new ByteArrayInputStream(file));
        int width = expected.getWidth();
        int[] argb = expected.getRGB(0, 0, width, expected.getHeight(), null, 0, width);
        Pixels read = OwnFile.pixels(file);
        double psnr = Reference.psnr(new Pixels(read.size(), 3, Argb.toBytes(argb, 3)), read);
        assertTrue(psnr > 50, "PSNR " + psnr + " dB");
    }

    /** Inks by their own profile and by the plain rule: both must come out as the same recognisable picture. */
    @Test
    void inks_withAndWithoutProfile_becomeColoursForTheScreen() {
        Pixels with = Reference.upright(Reference.bytes("icc/cmyk-with-icc.jpg"));
        Pixels without = Reference.upright(Reference.bytes("icc/cmyk-without-icc.jpg"));
        assertEquals(Size.parse("300x200"), with.size());
        assertEquals(with.size(), without.size());
        double psnr = Reference.psnr(with, without);
        assertTrue(psnr > 12, "PSNR " + psnr + " dB: one of them may be inverted");
    }

    @Test
    void grey_file_hasThreeEqualChannels() throws IOException {
        BufferedImage grey = new BufferedImage(40, 30, BufferedImage.TYPE_BYTE_GRAY);
        for (int i = 0; i < 1200; i++) {
            grey.getRaster().setSample(i % 40, i / 40, 0, 128);
        }
        java.io.ByteArrayOutputStream out = new java.io.ByteArrayOutputStream();
        ImageIO.write(grey, "jpeg", out);
        Pixels read = OwnFile.pixels(out.toByteArray());
        // The JDK's getRGB would give 188 here: it takes grey codes for linear light.
        assertEquals(0x808080, Reference.rgb(read, 20, 15));
    }
}
