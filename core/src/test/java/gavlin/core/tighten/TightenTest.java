package gavlin.core.tighten;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.BadInput;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.PixelsPicture;
import gavlin.core.raster.Renderable;
import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;

class TightenTest {
    /** A rectangle on a clear or a coloured canvas: found to the pixel, whatever its place. */
    @RepeatedTest(40)
    void markOnACanvas_isFoundToThePixel(RepetitionInfo run) {
        Random random = new Random(run.getCurrentRepetition());
        Size size = new Size(20 + random.nextInt(400), 20 + random.nextInt(300));
        int x = random.nextInt(size.width() / 2);
        int y = random.nextInt(size.height() / 2);
        Box<InPrepared> mark =
                new Box<>(x, y, 1 + random.nextInt(size.width() - x - 1), 1 + random.nextInt(size.height() - y - 1));
        boolean clear = random.nextBoolean();
        Tighten found = Tighten.chosen().settled(canvas(size, mark, clear));
        assertEquals(
                new Size((int) mark.width(), (int) mark.height()),
                found.of(size),
                "of " + size + " with a mark in " + mark + (clear ? ", clear" : ""));
        assertEquals(y, found.top());
        assertEquals(x, found.left());
    }

    /** Common practice, no source: a 408×93 mark found inside a white canvas of 500×100. */
    @Test
    void whiteCanvas_letsItsMarkOut() {
        Size size = Size.parse("500x100");
        Renderable<InPrepared> canvas = canvas(size, new Box<>(46, 4, 408, 93), false);
        Tighten found = Tighten.chosen().settled(canvas);
        assertEquals(Size.parse("408x93"), found.of(size));
        assertEquals("tightened by 4, 46, 3, 46 px", found.changeFrom(Tighten.NONE));
        Pixels all = found.apply(canvas)
                .render(new Framing<>(found.of(size).box(), found.of(size).box()), found.of(size));
        for (int i = 0; i < all.samples().length; i += 3) {
            assertEquals(0x17, all.samples()[i]);
        }
    }

    @Test
    void marginThatIsKept_isEvenWhereTheCanvasIsClear_andAsWideAsItIsElsewhere() {
        Size size = Size.parse("200x100");
        Box<InPrepared> mark = new Box<>(4, 30, 100, 40);
        Tighten tenth = new Tighten(null, null, null, null, null, 0.1, null);
        assertArrayEquals(new int[] {20, 86, 20, -6}, sides(tenth.settled(canvas(size, mark, true))));
        assertArrayEquals(new int[] {20, 86, 20, 0}, sides(tenth.settled(canvas(size, mark, false))));
        Tighten px = new Tighten(null, null, null, null, null, 0.1, 3);
        assertArrayEquals(new int[] {27, 93, 27, 1}, sides(px.settled(canvas(size, mark, true))));
        Tighten left = new Tighten(0, 0, 0, null, null, null, null);
        assertArrayEquals(new int[] {0, 0, 0, 4}, sides(left.settled(canvas(size, mark, true))), "one side by itself");
    }

    @Test
    void whatIsAddedBeyondTheEdge_isClear() {
        Size size = Size.parse("60x40");
        Tighten wider = new Tighten(0, 0, 0, -10, null, null, null);
        assertTrue(wider.transparent(false));
        Size wide = wider.of(size);
        assertEquals(Size.parse("70x40"), wide);
        Pixels pixels = wider.apply(canvas(size, new Box<>(0, 0, 60, 40), true))
                .render(new Framing<>(wide.box(), wide.box()), wide);
        assertEquals(0, pixels.samples()[3]);
        assertEquals(-1, pixels.samples()[10 * 4 + 3]);
    }

    /** JPEG's noise around a mark is no mark: the threshold is chosen by what lies along the border. */
    @Test
    void thresholds_decideWhatIsEmpty() {
        Size size = Size.parse("80x60");
        byte[] samples = new byte[80 * 60 * 4];
        samples[(10 * 80 + 10) * 4 + 3] = 40; // 16 % there
        samples[(30 * 80 + 30) * 4 + 3] = -1;
        Renderable<InPrepared> faint = new PixelsPicture<>(new Pixels(size, 4, samples), size);
        assertEquals(Size.parse("21x21"), Tighten.chosen().settled(faint).of(size));
        Tighten bold = new Tighten(null, null, null, null, 20.0, null, null);
        assertEquals(Size.parse("1x1"), bold.settled(faint).of(size));
    }

    @Test
    void emptyPicture_isRefusedInWords_andSidesThatMeetLeaveAPixel() {
        Size size = Size.parse("30x20");
        Renderable<InPrepared> empty = new PixelsPicture<>(new Pixels(size, 4, new byte[30 * 20 * 4]), size);
        BadInput refused = assertThrows(BadInput.class, () -> Tighten.chosen().settled(empty));
        assertTrue(refused.getMessage().startsWith("There is nothing to tighten"), refused.getMessage());
        Tighten all = new Tighten(90, 90, 90, 90, null, null, null);
        assertEquals(Size.parse("1x1"), all.of(size));
        assertFalse(all.changesNothing());
        assertThrows(BadInput.class, () -> new Tighten(-5000, 0, 0, 0, null, null, null));
    }

    private static int[] sides(Tighten t) {
        return new int[] {t.top(), t.right(), t.bottom(), t.left()};
    }

    private static Renderable<InPrepared> canvas(Size size, Box<InPrepared> mark, boolean clear) {
        int channels = clear ? 4 : 3;
        byte[] samples = new byte[(int) size.pixels() * channels];
        for (int i = 0; i < size.pixels(); i++) {
            int x = i % size.width();
            int y = i / size.width();
            boolean inside = x >= mark.x() && x < mark.right() && y >= mark.y() && y < mark.bottom();
            for (int c = 0; c < 3; c++) {
                samples[i * channels + c] = (byte) (inside ? 0x17 : clear ? 0 : 0xFF);
            }
            if (clear) {
                samples[i * 4 + 3] = (byte) (inside ? 255 : 0);
            }
        }
        return new PixelsPicture<>(new Pixels(size, channels, samples), size);
    }
}
