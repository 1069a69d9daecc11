package gavlin.core.codec;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.Reference;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class BmpAndIcoTest {
    /** Written by the JDK, which knows all of these kinds; width 13 makes rows end in the middle of a word. */
    @ParameterizedTest
    @ValueSource(
            ints = {
                BufferedImage.TYPE_BYTE_BINARY,
                BufferedImage.TYPE_BYTE_INDEXED,
                BufferedImage.TYPE_3BYTE_BGR,
                BufferedImage.TYPE_USHORT_555_RGB,
                BufferedImage.TYPE_USHORT_565_RGB,
                BufferedImage.TYPE_INT_RGB
            })
    void bmp_ofEachKind_hasThePixelsThatTheJdkWrote(int kind) throws IOException {
        BufferedImage image = new BufferedImage(13, 7, kind);
        Graphics2D canvas = image.createGraphics();
        canvas.setColor(new Color(0xd9481c));
        canvas.fillRect(0, 0, 9, 4);
        canvas.setColor(Color.WHITE);
        canvas.fillRect(5, 2, 3, 5);
        canvas.dispose();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        assertTrue(ImageIO.write(image, "bmp", out));
        BufferedImage expected = ImageIO.read(new java.io.ByteArrayInputStream(out.toByteArray()));
        Pixels pixels = OwnFile.pixels(out.toByteArray());
        assertEquals(Size.parse("13x7"), pixels.size());
        assertEquals(3, pixels.channels());
        for (int y = 0; y < 7; y++) {
            for (int x = 0; x < 13; x++) {
                assertEquals(expected.getRGB(x, y) & 0xffffff, Reference.rgb(pixels, x, y), x + "," + y);
            }
        }
    }

    @Test
    void bmp_cutShort_isRefused() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(40, 40, BufferedImage.TYPE_3BYTE_BGR), "bmp", out);
        byte[] cut = java.util.Arrays.copyOf(out.toByteArray(), out.size() - 1);
        PictureRefused refused = assertThrows(PictureRefused.class, () -> PictureReader.inspect(cut, Limits.DEFAULT));
        assertEquals(PictureRefused.Reason.CORRUPT, refused.reason());
    }

    @Test
    void ico_ofSeveralSizes_givesTheLargest() {
        Pixels small = Reference.noise(Size.parse("16x16"), 4, 1);
        Pixels large = Reference.noise(Size.parse("48x48"), 4, 2);
        byte[] file = ico(png(small), png(large), bitmap(32, 0xff17313a, 0));
        Header header = PictureReader.inspect(file, Limits.DEFAULT);
        assertEquals(PictureType.ICO, header.type());
        assertEquals(Size.parse("48x48"), header.upright());
        assertEquals("an icon of 3 sizes: the largest is used", header.notes().get(0));
        assertArrayEquals(
                OwnFile.pixels(png(large)).samples(), OwnFile.pixels(file).samples());
    }

    /** A bitmap without alpha of its own takes that of the mask: a set bit is transparent. */
    @Test
    void ico_bitmapWithMask_isTransparentWhereTheMaskIsSet() {
        Pixels pixels = OwnFile.pixels(ico(bitmap(24, 0x17313a, 0b1010_0000)));
        assertEquals(Size.parse("8x8"), pixels.size());
        for (int x = 0; x < 8; x++) {
            int alpha = pixels.samples()[4 * x + 3] & 0xff;
            assertEquals(x == 0 || x == 2 ? 0 : 255, alpha, "column " + x);
            assertEquals(0x17313a, Reference.rgb(pixels, x, 3));
        }
    }

    @Test
    void ico_bitmapWithAlpha_keepsItWhateverTheMaskSays() {
        Pixels pixels = OwnFile.pixels(ico(bitmap(32, 0x8017313a, 0xff)));
        assertEquals(0x80, pixels.samples()[3] & 0xff);
    }

    @Test
    void ico_insideAnIco_orThatLies_isRefused() {
        byte[] inner = ico(bitmap(24, 0x17313a, 0));
        for (byte[] file : new byte[][] {ico(inner), ico(), {0, 0, 1, 0, (byte) 200, 0, 1, 1}}) {
            PictureRefused refused =
                    assertThrows(PictureRefused.class, () -> PictureReader.inspect(file, Limits.DEFAULT));
            assertTrue(
                    refused.reason() == PictureRefused.Reason.CORRUPT
                            || refused.reason() == PictureRefused.Reason.TOO_MANY_FRAMES,
                    refused.getMessage());
        }
    }

    private static byte[] png(Pixels pixels) {
        return PngWriter.write(pixels, Tags.NONE);
    }

    private static byte[] ico(byte[]... entries) {
        int at = 6 + 16 * entries.length;
        int total = at;
        for (byte[] entry : entries) {
            total += entry.length;
        }
        ByteBuffer out = ByteBuffer.allocate(total).order(ByteOrder.LITTLE_ENDIAN);
        out.putShort((short) 0).putShort((short) 1).putShort((short) entries.length);
        for (byte[] entry : entries) {
            out.putInt(0).putInt(0).putInt(entry.length).putInt(at);
            at += entry.length;
        }
        for (byte[] entry : entries) {
            out.put(entry);
        }
        return out.array();
    }

    /** 8×8 px of one colour, with a mask whose rows are all the same. */
    private static byte[] bitmap(int bits, int colour, int maskRow) {
        ByteBuffer out = ByteBuffer.allocate(40 + 8 * 8 * bits / 8 + 8 * 4).order(ByteOrder.LITTLE_ENDIAN);
        out.putInt(40)
                .putInt(8)
                .putInt(16)
                .putShort((short) 1)
                .putShort((short) bits)
                .position(40);
        for (int i = 0; i < 64; i++) {
            out.put((byte) colour).put((byte) (colour >> 8)).put((byte) (colour >> 16));
            if (bits == 32) {
                out.put((byte) (colour >>> 24));
            }
        }
        for (int y = 0; y < 8; y++) {
            out.put((byte) maskRow).put(new byte[3]);
        }
        return out.array();
    }
}
