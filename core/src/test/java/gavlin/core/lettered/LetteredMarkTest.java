package gavlin.core.lettered;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.BadInput;
import gavlin.core.codec.Header;
import gavlin.core.codec.Letters;
import gavlin.core.codec.Limits;
import gavlin.core.codec.OwnFile;
import gavlin.core.codec.PictureReader;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.PngWriter;
import gavlin.core.codec.Tags;
import gavlin.core.drawing.KnownParts;
import gavlin.core.drawing.Made;
import gavlin.core.geometry.Size;
import gavlin.core.made.MadeKinds;
import gavlin.core.raster.Pixels;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import tools.jackson.databind.json.JsonMapper;

/** Drawn with {@link KnownParts}: the shipped fonts belong to the web module. */
class LetteredMarkTest {
    private static final JsonMapper JSON = JsonMapper.shared();
    private static final KnownParts PARTS = KnownParts.none();
    private static final Letters LETTERS = PARTS.letters();

    @Test
    void mark_isADrawing_tightAroundWhatIsDrawn() {
        Pixels pixels = drawn(mark("'name': 'Lights', 'symbol': 'ring', 'ink': '#17313A', 'symbolInk': '#D9481C'"));
        int width = pixels.size().width();
        int height = pixels.size().height();
        assertEquals(SIDE, width);
        assertTrue(covered(pixels, 0, 0, 4, height) > 0, "up to its left edge");
        assertTrue(covered(pixels, width - 4, 0, width, height) > 0, "and its right");
        assertTrue(covered(pixels, 0, 0, width, 4) > 0);
        assertTrue(covered(pixels, 0, height - 4, width, height) > 0);
        assertEquals(0xD9481C, rgb(pixels, height / 14, height / 2), "the ring's left side, in its ink");
    }

    /** Liberation Sans has capitals of 1409 units of 2048 to the em. */
    @Test
    void capital_isAsHighAsAskedFor() {
        double size = 45 / LETTERS.capHeight();
        assertEquals(1409 / 2048.0, LETTERS.capHeight(), 0.002);
        Letters.Line line = LETTERS.line("H", size, 0);
        assertEquals(45, line.bottom() - line.top(), 0.01);
        assertEquals(0, line.bottom(), 0.01, "on its base line");
    }

    @Test
    void tracking_movesLettersApart_andKerningBringsThemTogether() {
        double close = right("Lights", 0);
        assertEquals(close + 5 * 0.1 * 100, right("Lights", 0.1), 0.01, "five gaps between six letters");
        assertTrue(right("AV", 0) < right("A", 0) + right("V", 0) - 2, "a pair that is kerned");
    }

    @ParameterizedTest
    @CsvSource({"beside, true", "below, false"})
    void name_standsBesideOrBelow_itsSymbol(String place, boolean wide) {
        Size size = size(mark("'name': 'Quay', 'symbol': 'sun', 'place': '" + place + "'"));
        assertEquals(wide, size.width() > 1.5 * size.height(), size.toString());
    }

    @Test
    void lines_standOneBelowTheOther_andASymbolMayStandAlone() {
        Size one = size(mark("'name': 'Lights and Co'"));
        Size two = size(mark("'name': 'Lights\nand Co'"));
        assertTrue(two.proportion() < one.proportion() / 1.5, one + " and " + two);
        Size alone = size(mark("'symbol': 'ring'"));
        assertEquals(1, alone.proportion(), 0.01, "a ring is as wide as it is high");
        assertEquals("Ring", mark("'symbol': 'ring'").title());
    }

    @ParameterizedTest
    @EnumSource(Symbol.class)
    void everySymbol_staysInItsBox_andSaysSomethingAt32Pixels(Symbol symbol) {
        Pixels pixels = drawn(mark("'symbol': '" + symbol.word() + "'"));
        double share =
                covered(pixels, 0, 0, pixels.size().width(), pixels.size().height())
                        / (double) pixels.size().pixels();
        assertTrue(share > 0.12 && share < 0.9, symbol + " covers " + share);
    }

    @Test
    void symbolThatIsAPicture_isDrawnInItsProportions() {
        byte[] samples = new byte[40 * 20 * 4];
        for (int i = 0; i < samples.length; i += 4) {
            samples[i] = (byte) 200;
            samples[i + 3] = -1;
        }
        byte[] png = PngWriter.write(new Pixels(Size.parse("40x20"), 4, samples), Tags.NONE);
        LetteredMark mark = mark("'name': 'Lights', 'picture': 'a-mark-123456', 'place': 'below'");
        Pixels pixels = OwnFile.pixels(mark.svg(new KnownParts(new Made.Piece(png, PictureType.PNG, 2)))
                .getBytes(StandardCharsets.UTF_8));
        assertEquals(200 << 16, rgb(pixels, pixels.size().width() / 2, 20));
    }

    @Test
    void sameDocument_isTheSameDrawing_andReadsBackAsItWas() {
        LetteredMark mark = mark("'name': 'A & B <c>', 'symbol': 'leaf', 'tracking': 0.05");
        String svg = mark.svg(PARTS);
        assertEquals(svg, mark.svg(KnownParts.none()));
        assertTrue(svg.contains("<title>A &amp; B &lt;c></title>"), svg.substring(0, 200));
        assertFalse(svg.contains("<text"), "letters are outlines: no machine's fonts are asked for");
        assertEquals(mark, JSON.readValue(JSON.writeValueAsString(mark), LetteredMark.class));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "'font': 'x', 'name': 'a' | font must be",
                "'weight': 500, 'name': 'a' | weight must be 400 or 700",
                "'letters': 3, 'name': 'a' | the height of capitals must be",
                "'tracking': -1, 'name': 'a' | the room between letters must be",
                "'gap': 9, 'name': 'a' | the room between symbol and name must be",
                "'symbol': 'crown', 'name': 'a' | symbol must be",
                "'place': 'above', 'name': 'a' | place must be beside or below",
                "'ink': 'red', 'name': 'a' | ink",
                "'kind': 'tiles', 'name': 'a' | kind must be lettered, canvas, tile, woven or composition",
                "'name': '' | needs a name or a symbol",
                "'shine': 1, 'name': 'a' | has no “shine”",
                "'weight': 'fat', 'name': 'a' | a value of the wrong kind",
                "'name': '1~2~3~4' | at most 3 lines"
            },
            quoteCharacter = '`')
    void whatCantBe_isRefusedInTheFieldsOwnName(String members, String says) {
        BadInput refused = assertThrows(BadInput.class, () -> mark(members.replace('~', '\n')));
        assertTrue(refused.getMessage().contains(says.strip()), refused.getMessage());
    }

    @Test
    void letterThatTheFontHasNot_isNamed() {
        BadInput refused =
                assertThrows(BadInput.class, () -> mark("'name': 'Licht 灯'").svg(PARTS));
        assertTrue(refused.getMessage().contains("“灯”"), refused.getMessage());
    }

    private static final int SIDE = 2400;

    private static LetteredMark mark(String members) {
        String json = "{" + members.replace('\'', '"').replace("\n", "\\n") + "}";
        return (LetteredMark) MadeKinds.read(JSON.readTree(json));
    }

    private static double right(String text, double tracking) {
        return LETTERS.line(text, 100, tracking).right();
    }

    private static Size size(LetteredMark mark) {
        byte[] svg = mark.svg(PARTS).getBytes(StandardCharsets.UTF_8);
        Header header = PictureReader.inspect(svg, Limits.DEFAULT);
        assertEquals(PictureType.SVG, header.type());
        return header.upright();
    }

    private static Pixels drawn(LetteredMark mark) {
        return OwnFile.pixels(mark.svg(PARTS).getBytes(StandardCharsets.UTF_8));
    }

    private static int covered(Pixels pixels, int left, int top, int right, int bottom) {
        int count = 0;
        for (int y = top; y < bottom; y++) {
            for (int x = left; x < right; x++) {
                count += (pixels.samples()[(y * pixels.size().width() + x) * 4 + 3] & 0xff) > 127 ? 1 : 0;
            }
        }
        return count;
    }

    private static int rgb(Pixels pixels, int x, int y) {
        int at = (y * pixels.size().width() + x) * 4;
        byte[] samples = pixels.samples();
        return (samples[at] & 0xff) << 16 | (samples[at + 1] & 0xff) << 8 | samples[at + 2] & 0xff;
    }
}
