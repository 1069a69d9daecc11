package gavlin.core.icon;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import gavlin.core.BadInput;
import gavlin.core.Reference;
import gavlin.core.colour.Colour;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.PixelsPicture;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class BeyondTest {
    private static final Colour PAPER = new Colour(0xF6F2E9);

    @ParameterizedTest
    @CsvSource({"400x100, 600, 150", "100x400, 79, 315", "300x300, 315, 315"})
    void sharedMark_ofAnyShape_isWholeInTheMiddle_onItsGround(String size, int width, int height) {
        Pixels shared = Beyond.shared(disc(Size.parse(size)), PAPER);
        assertEquals(new Size(1200, 630), shared.size());
        int left = 1200;
        int right = 0;
        int top = 630;
        int bottom = 0;
        for (int y = 0; y < 630; y++) {
            for (int x = 0; x < 1200; x++) {
                if (Reference.rgb(shared, x, y) == 0) {
                    left = Math.min(left, x);
                    right = Math.max(right, x + 1);
                    top = Math.min(top, y);
                    bottom = Math.max(bottom, y + 1);
                }
            }
        }
        assertEquals(width, right - left, 4);
        assertEquals(height, bottom - top, 4);
        assertEquals(1200, left + right, 2, "as far from both sides");
        assertEquals(630, top + bottom, 2);
        assertEquals(PAPER.rgb(), Reference.rgb(shared, 3, 3));
    }

    @Test
    void watermark_hasHalfTheAlpha_andItsColour() {
        Pixels mark = Beyond.watermark(disc(Size.parse("400x200")), 200, 0.5);
        assertEquals(Size.parse("200x100"), mark.size());
        assertEquals(128, mark.samples()[(50 * 200 + 100) * 4 + 3] & 0xff, 1);
        assertEquals(0, mark.samples()[3] & 0xff);
        assertEquals(0, Reference.rgb(mark, 100, 50));
    }

    @Test
    void watermark_ofAnOpaquePicture_orBeyondItsLimits_isRefused() {
        Size size = Size.parse("20x20");
        PixelsPicture<InPrepared> box = new PixelsPicture<>(new Pixels(size, 3, new byte[1200]), size);
        assertEquals(
                "nothing in the mark is transparent: lift its backing first",
                assertThrows(BadInput.class, () -> Beyond.watermark(box, 100, 0.5))
                        .getMessage());
        assertThrows(BadInput.class, () -> Beyond.watermark(disc(size), 15, 0.5));
        assertThrows(BadInput.class, () -> Beyond.watermark(disc(size), 100, 0));
    }

    /** A black ellipse that touches all four sides. */
    private static PixelsPicture<InPrepared> disc(Size size) {
        byte[] samples = new byte[(int) size.pixels() * 4];
        for (int i = 0; i < size.pixels(); i++) {
            double x = (i % size.width() + 0.5) / size.width() * 2 - 1;
            double y = (i / size.width() + 0.5) / size.height() * 2 - 1;
            samples[4 * i + 3] = (byte) (x * x + y * y <= 1 ? 255 : 0);
        }
        return new PixelsPicture<>(new Pixels(size, 4, samples), size);
    }
}
