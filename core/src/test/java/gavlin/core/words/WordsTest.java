package gavlin.core.words;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.BadInput;
import gavlin.core.codec.LetterMask;
import gavlin.core.colour.Colour;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.operation.OperationType;
import gavlin.core.operation.Surroundings;
import gavlin.core.raster.Pixels;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.json.JsonMapper;

class WordsTest {
    private static final Size FILE = Size.parse("400x200");
    private static final Surroundings OPEN = new Surroundings(FILE.box(), 1);
    private static final Colour GREY = new Colour(0x808080);

    /** Lines of a block are about as long as each other: no word stands alone under a full line. */
    @Test
    void brokenLines_areEven_keepTheWidth_andLoseNoWord() {
        String text = "Five lights on one coast, open from March until the autumn gales";
        List<LetterMask.Placed> lines =
                Typeset.of(passage(text, 20).at(10, 10, 330, "left"), 1).lines();
        assertEquals(
                text,
                String.join(" ", lines.stream().map(LetterMask.Placed::text).toList()));
        List<Double> lengths = lines.stream()
                .map(line -> line.letters().advance(line.text(), line.size(), 0))
                .toList();
        assertTrue(Collections.max(lengths) <= 330);
        assertTrue(Collections.min(lengths) > 0.7 * Collections.max(lengths), lengths.toString());
    }

    @Test
    void ownLines_areKept_andStandWhereTheyAreSet() {
        Passage two = passage("Lights\nand a much longer line", 20);
        for (String align : Passage.ALIGN) {
            List<LetterMask.Placed> lines =
                    Typeset.of(two.at(50, 20, 300, align), 1).lines();
            assertEquals(2, lines.size());
            double left = 50 + (align.equals("right") ? 300 : align.equals("middle") ? 150 : 0);
            double length = lines.get(0).letters().advance("Lights", 20, 0);
            assertEquals(
                    left - (align.equals("right") ? length : align.equals("middle") ? length / 2 : 0),
                    lines.get(0).x(),
                    0.01);
            assertEquals(1.25 * 20, lines.get(1).y() - lines.get(0).y(), 1e-9);
        }
    }

    /** Twice as dense is the same twice as large. */
    @Test
    void density_scalesAllOfIt() {
        Passage passage = passage("One coast, five lights", 18).at(20, 30, 120, "middle");
        Box<InSlot> once = Typeset.of(passage, 1).box();
        Box<InSlot> twice = Typeset.of(passage, 2).box();
        assertEquals(2 * once.x(), twice.x(), 1e-6);
        assertEquals(2 * once.width(), twice.width(), 1e-6);
        assertEquals(2 * once.bottom(), twice.bottom(), 1e-6);
    }

    @Test
    void letters_areInTheirInk_inTheirBox_andNowhereElse() {
        Words words = words(passage("Lights", 40).at(100, 60, 250, "left"));
        Pixels file = words.finish(grey(3), OPEN);
        Box<InSlot> box = Typeset.of(words.passages().get(0), 1).box();
        int white = 0;
        for (int y = 0; y < 200; y++) {
            for (int x = 0; x < 400; x++) {
                int level = file.samples()[3 * (y * 400 + x)] & 0xff;
                boolean inside = x >= box.x() - 2 && x < box.right() + 2 && y >= box.y() - 6 && y < box.bottom() + 2;
                assertTrue(level == 0x80 || inside, "at " + x + ", " + y);
                white += level == 255 ? 1 : 0;
            }
        }
        assertTrue(white > 500, white + " px of plain ink");
        assertArrayEquals(file.samples(), words.finish(grey(3), OPEN).samples(), "the same bytes again");
    }

    @Test
    void boxBehind_andOutline_liesUnderTheLetters() {
        Passage plain = passage("Lights", 40).at(100, 60, 250, "left");
        Passage boxed = plain.inked(new Colour(0xFFFFFF), new Colour(0x102030));
        Pixels file = words(boxed).finish(grey(3), OPEN);
        Box<InSlot> padded = Typeset.of(boxed, 1).padded();
        int corner = 3 * ((int) (padded.y() + 2) * 400 + (int) padded.x() + 2);
        assertArrayEquals(new byte[] {0x10, 0x20, 0x30}, Arrays.copyOfRange(file.samples(), corner, corner + 3));
        Passage outlined = new Passage(
                "Lights", null, 700, 40, 0.0, new Colour(0xFFFFFF), 100, 60, 250, "left", null, 3, Colour.BLACK);
        assertTrue(count(words(outlined).finish(grey(3), OPEN), 0)
                > count(words(plain).finish(grey(3), OPEN), 0) + 300);
    }

    @Test
    void onAClearFile_lettersAreOpaque_andTheRestStaysClear() {
        Pixels clear = new Pixels(FILE, 4, new byte[4 * 400 * 200]);
        Pixels file = words(passage("Lights", 40).at(100, 60, 250, "left")).finish(clear, OPEN);
        int opaque = 0;
        for (int i = 3; i < file.samples().length; i += 4) {
            opaque += file.samples()[i] == -1 ? 1 : 0;
        }
        assertTrue(opaque > 500 && opaque < 8000, opaque + " px");
        assertEquals(0, file.samples()[3]);
    }

    @ParameterizedTest
    @ValueSource(strings = {"Marée haute, 14 h", "Zażółć gęślą jaźń", "Пять маяков", "Πέντε φάροι", "Šviesos Łódź Ærø"})
    void latinGreekAndCyrillic_areAllThere(String text) {
        assertTrue(Typeset.of(passage(text, 20).at(0, 0, 390, "left"), 1).box().width() > 80);
    }

    @Test
    void letterThatNoFontHas_isNamed() {
        BadInput refused = assertThrows(BadInput.class, () -> passage("灯台", 20));
        assertTrue(refused.getMessage().contains("灯"), refused.getMessage());
    }

    /** A word longer than the place, hundreds of passages, beside the file: nothing falls over. */
    @Test
    void wordsBesideTheFile_leaveItAsItIs() {
        Pixels before = grey(3);
        for (String at : List.of("900+20", "-3000+20", "20+900", "20+-800")) {
            String[] xy = at.split("\\+", 2);
            Passage gone = passage("Lights", 20).at(Double.parseDouble(xy[0]), Double.parseDouble(xy[1]), 10, "left");
            assertArrayEquals(before.samples(), words(gone).finish(before, OPEN).samples(), at);
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "[{\"text\":\"\",\"size\":20,\"width\":10}] | at least one letter",
                "[{\"text\":\"a\",\"size\":2,\"width\":10}] | 6 to 1000 px",
                "[{\"text\":\"a\",\"size\":20,\"width\":0}] | 1 to 8192 px",
                "[{\"text\":\"a\",\"size\":20,\"width\":10,\"font\":\"times\"}] | font must be",
                "[{\"text\":\"a\",\"size\":20,\"width\":10,\"weight\":500}] | weight must be 400 or 700",
                "[{\"text\":\"a\",\"size\":20,\"width\":10,\"ink\":\"red\"}] | a colour such as",
                "[{\"text\":\"a\",\"size\":20,\"width\":10,\"glow\":1}] | a member or a value that is not known",
                "{\"text\":\"a\"} | a member or a value that is not known"
            })
    void whatIsNoPassage_isRefusedInWords(String json, String says) {
        BadInput refused = assertThrows(BadInput.class, () -> Words.TYPE.read(new JsonMapper().readTree(json)));
        assertTrue(refused.getMessage().contains(says), refused.getMessage());
    }

    @Test
    void document_readsAsItWrites() {
        Words words = words(passage("Lights\n& more", 20).inked(GREY, new Colour(0x17313A)));
        assertEquals(words, Words.TYPE.read(OperationType.write(words)));
        assertThrows(BadInput.class, () -> new Words(Collections.nCopies(7, passage("a", 20))));
        assertEquals("words “Lights & more”", words.changeFrom(Words.NONE));
    }

    static Passage passage(String text, double size) {
        return new Passage(text, null, 700, size, 0.0, new Colour(0xFFFFFF), 0, 0, 380, "left", null, 0, null);
    }

    private static Words words(Passage passage) {
        return new Words(List.of(passage));
    }

    private static Pixels grey(int channels) {
        byte[] samples = new byte[channels * 400 * 200];
        Arrays.fill(samples, (byte) 0x80);
        return new Pixels(FILE, channels, samples);
    }

    private static int count(Pixels pixels, int level) {
        int count = 0;
        for (int i = 0; i < pixels.samples().length; i += pixels.channels()) {
            count += (pixels.samples()[i] & 0xff) == level ? 1 : 0;
        }
        return count;
    }
}
