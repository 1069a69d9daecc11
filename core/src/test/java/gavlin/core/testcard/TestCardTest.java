package gavlin.core.testcard;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What makes a card readable, and what is read of screenshots that are drawn here pixel by pixel. Chromium's are in the web module's tests. */
class TestCardTest {
    private static final int WHITE = 0xff;

    private static TestCard card(String size) {
        return TestCard.of(Size.parse(size), 1, "masthead");
    }

    /** A white page with part of a card on it. @param at px of the page where the card's corner lies */
    private static Pixels page(TestCard card, Size size, int atX, int atY, Box<?> seen) {
        byte[] samples = new byte[(int) size.pixels() * 3];
        Arrays.fill(samples, (byte) WHITE);
        Pixels drawn = card.draw();
        for (int y = (int) seen.y(); y < seen.bottom(); y++) {
            System.arraycopy(
                    drawn.samples(),
                    (y * drawn.size().width() + (int) seen.x()) * 3,
                    samples,
                    ((y + atY) * size.width() + atX + (int) seen.x()) * 3,
                    (int) seen.width() * 3);
        }
        return new Pixels(size, 3, samples);
    }

    private static CardReading read(TestCard card, Pixels screenshot) {
        return CardReading.of(List.of(card), screenshot, 1, true);
    }

    @ParameterizedTest
    @ValueSource(strings = {"1920x480", "2000x400", "100x100", "16x16", "940x198", "4000x3000", "1x1"})
    void cells_differFromTheirNeighbours_andEveryBlockOfNineIsThereOnce(String size) {
        CardCode code = card(size).code();
        Set<String> blocks = new HashSet<>();
        for (int y = 0; y < code.rows(); y++) {
            for (int x = 0; x < code.columns(); x++) {
                assertTrue(x == 0 || code.at(x, y) != code.at(x - 1, y));
                assertTrue(y == 0 || code.at(x, y) != code.at(x, y - 1));
                if (x + 3 <= code.columns() && y + 3 <= code.rows()) {
                    StringBuilder block = new StringBuilder();
                    for (int i = 0; i < 9; i++) {
                        block.append(code.at(x + i % 3, y + i / 3));
                    }
                    assertTrue(blocks.add(block.toString()), "twice at " + x + ", " + y);
                }
            }
        }
    }

    @Test
    void card_isTheSameEachTime_andAnotherForEachSlotSizeAndDensity() {
        TestCard card = card("300x200");
        assertArrayEquals(card.draw().samples(), card("300x200").draw().samples());
        assertNotEquals(
                card.code(), TestCard.of(Size.parse("300x200"), 1, "logo").code());
        assertNotEquals(
                card.code(), TestCard.of(Size.parse("300x200"), 2, "masthead").code());
        assertEquals(
                Size.parse("600x400"),
                TestCard.of(Size.parse("300x200"), 2, "masthead").size());
    }

    @Test
    void print_isThere_andDoesNotChangeAnyPixelsHue() {
        TestCard card = card("1920x480");
        Pixels drawn = card.draw();
        byte[] hues = Hue.of(drawn);
        int printed = 0;
        for (int y = 0; y < 480; y++) {
            for (int x = 0; x < 1920; x++) {
                int hue = card.code().at(x / card.cell(), y / card.cell());
                assertEquals(hue, hues[y * 1920 + x]);
                printed += (drawn.samples()[(y * 1920 + x) * 3] & 0xff) != Hue.code(hue, 0) ? 1 : 0;
            }
        }
        assertTrue(printed > 0.03 * 1920 * 480 && printed < 0.3 * 1920 * 480, printed + " px are printed");
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 90, 160})
    void hue_underAVeilOfAnyInk_isStillTold(int ink) {
        Pixels drawn = card("200x200").draw();
        byte[] veiled = drawn.samples().clone();
        for (int i = 0; i < veiled.length; i++) {
            veiled[i] = (byte) (((veiled[i] & 0xff) + ink) / 2);
        }
        assertArrayEquals(Hue.of(drawn), Hue.of(new Pixels(drawn.size(), 3, veiled)));
    }

    @Test
    void hue_ofGreysAndPaleColours_isNone() {
        byte[] samples = {0, 0, 0, (byte) 255, (byte) 255, (byte) 255, 100, 120, 90, (byte) 240, (byte) 220, (byte) 200
        };
        byte[] none = {Hue.NONE, Hue.NONE, Hue.NONE, Hue.NONE};
        assertArrayEquals(none, Hue.of(new Pixels(new Size(4, 1), 3, samples)));
    }

    @Test
    void wholeCard_isReadToThePixel() {
        TestCard card = card("940x198");
        CardReading reading = read(card, page(card, new Size(1100, 400), 60, 90, Box.parse("940x198")));
        assertEquals("940x198+0+0", reading.visible().toString());
        assertEquals(60, reading.at().x(), 0.05);
        assertEquals(90, reading.at().y(), 0.05);
        assertEquals(1, reading.across(), 0.0005);
        assertEquals(1, reading.down(), 0.0005);
        assertEquals(new Corner("rectangle", 0), reading.corner());
        assertEquals(List.of(), reading.obstructions());
        assertFalse(reading.compressed());
        assertFalse(reading.squashed());
    }

    @Test
    void cardCutEvenly_isAFrame_andCutOnOneSideOnly_isTakenForCovered() {
        TestCard card = card("940x198");
        CardReading even = read(card, page(card, new Size(1100, 400), 60, 90, Box.parse("740x198+100+0")));
        assertEquals(740, even.visible().width(), 0.2);
        assertEquals(List.of(), even.obstructions());
        CardReading above = read(card, page(card, new Size(1100, 400), 60, 90, Box.parse("940x138+0+60")));
        assertEquals("940x198+0+0", above.visible().toString());
        assertEquals(60, above.obstructions().get(0).box().height(), 0.2);
        assertTrue(above.obstructions().get(0).assumed());
    }

    @Test
    void partThatLeavesADoubt_orNone_isNotRead() {
        TestCard card = card("940x198");
        Size page = new Size(1100, 400);
        assertNull(read(card, page(card, page, 60, 90, Box.parse("50x198+0+0"))));
        assertNull(read(card, page(card, page, 60, 90, Box.parse("1x1"))));
        assertNull(read(card("500x100"), page(card, page, 60, 90, Box.parse("940x198"))));
        assertNull(read(card, new Pixels(new Size(1, 1), 3, new byte[3])));
    }
}
