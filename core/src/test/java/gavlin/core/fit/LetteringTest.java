package gavlin.core.fit;

import static org.junit.jupiter.api.Assertions.assertEquals;

import gavlin.core.brief.SlotSheetReader;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Contrast as WCAG 2.2 defines it, over the pixels that lie under a theme's words. */
class LetteringTest {
    private static final Size FILE = Size.parse("200x100");

    /** Words at 20,10 in a showing of half the file's size. */
    private static List<Lettering> lettering(String words) {
        return lettering(words, 100);
    }

    private static List<Lettering> lettering(String words, int boxWidth) {
        return Lettering.of(
                SlotSheetReader.read("""
                        {"format":"slot-sheet/1","theme":{"name":"T"},"slots":[{"id":"s","name":"S","kind":"banner",
                          "size":{"width":200,"height":100},"types":["jpeg"],"showings":[{"id":"home","name":"Home",
                          "box":{"width":%d,"height":50},"background":"#FFFFFF","objectFit":"contain",
                          "obstructions":[{"name":"title","kind":"words","box":{"x":20,"y":10,"width":40,"height":20},"ink":"#FFFFFF"%s}]}]}]}""".formatted(boxWidth, words)).slots().get(0), FILE);
    }

    private static Pixels flat(int rgb) {
        byte[] samples = new byte[(int) FILE.pixels() * 3];
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (byte) (rgb >> (16 - 8 * (i % 3)));
        }
        return new Pixels(FILE, 3, samples);
    }

    /** #767676 is the lightest grey on which white text passes, at 4.54 : 1; #949494 for large text, at 3.03 : 1 (from memory, WebAIM). */
    @ParameterizedTest
    @CsvSource({"767676, 4.54", "949494, 3.03", "000000, 21", "FFFFFF, 1"})
    void whiteWords_onAFlatGround_haveThePublishedContrast(String ground, double ratio) {
        Lettering words = lettering("").get(0);
        assertEquals(ratio, words.contrastOn(flat(Integer.parseInt(ground, 16))), 0.005);
    }

    @Test
    void words_lieWhereTheShowingPutsThem_inPixelsOfTheFile() {
        assertEquals("80x40+40+20", lettering("").get(0).box().toString());
    }

    @ParameterizedTest
    @CsvSource({"'', 4.5", "',\"size\":24', 3", "',\"size\":19,\"weight\":700', 3", "',\"size\":18,\"weight\":700', 4.5"
    })
    void largeWords_needLess(String size, double least) {
        assertEquals(least, lettering(size).get(0).least());
    }

    /** A twentieth of the ground may be white before it counts; a little more, and it does. */
    @Test
    void worstTwentieth_isWhatCounts() {
        Lettering words = lettering("").get(0);
        for (int columns : new int[] {3, 5}) { // of 80
            Pixels file = flat(0);
            for (int y = 0; y < 100; y++) {
                Arrays.fill(file.samples(), (y * 200 + 40) * 3, (y * 200 + 40 + columns) * 3, (byte) 255);
            }
            assertEquals(columns == 3 ? 21 : 1, words.contrastOn(file), 0.01, columns + " white columns");
        }
    }

    /** A file laid into a box of twice its width leaves margins on which the page's own ground shows: white, under white words. */
    @Test
    void wordsBesideTheFile_standOnThePage() {
        Lettering words = lettering("", 200).get(0); // the file lies at 50..150, the words at 20..60
        assertEquals(0.75, words.uncovered(), 1e-9);
        assertEquals(1, words.contrastOn(flat(0)), 0.01);
        assertEquals(0, lettering("").get(0).uncovered());
    }

    @Test
    void halfTransparentPixels_areLaidOverThePageAsABrowserDoes() {
        byte[] samples = new byte[(int) FILE.pixels() * 4];
        for (int i = 3; i < samples.length; i += 4) {
            samples[i] = (byte) 128; // black at half strength, over white: #7F7F7F in coded values
        }
        double ratio = lettering("").get(0).contrastOn(new Pixels(FILE, 4, samples));
        assertEquals(lettering("").get(0).contrastOn(flat(0x7f7f7f)), ratio, 0.01);
    }
}
