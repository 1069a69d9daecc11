package gavlin.core.fit;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.brief.Slot;
import gavlin.core.brief.SlotSheetReader;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.Tags;
import gavlin.core.colour.Colour;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.PixelsPicture;
import gavlin.core.words.Passage;
import gavlin.core.words.Typeset;
import gavlin.core.words.Words;
import java.util.List;
import java.util.function.IntBinaryOperator;
import org.junit.jupiter.api.Test;

/** Words in the file: where they are put, and what is measured of them. */
class WordSettingTest {
    private static final Size FILE = Size.parse("800x200");
    /** Shown whole on a wide page; on a phone only its middle, at a quarter of its size, under a menu bar. */
    private static final Slot SLOT = SlotSheetReader.read("""
            {"format":"slot-sheet/1","theme":{"name":"T"},"slots":[{"id":"top","name":"Top","kind":"banner","size":{"width":800,"height":200},
             "types":["jpeg"],"showings":[
              {"id":"wide","name":"Wide","page":"home","box":{"width":800,"height":200}},
              {"id":"phone","name":"Phone","page":"home","box":{"width":200,"height":100},"obstructions":[
                {"name":"menu","kind":"solid","box":{"x":0,"y":0,"width":200,"height":20}}]}]}],
             "pages":[{"id":"home","name":"Home","width":800,"height":400,"slots":[{"slot":"top","showing":"wide","x":0,"y":0}]}]}""").slot("top").orElseThrow();

    @Test
    void words_areSet_whereEveryShowingShowsThem_andTheyCanBeRead() {
        WordSetting set = set("Five lights", 60, (x, y) -> x > 400 ? 30 : 200, List.of());
        Box<InSlot> box = Typeset.of(set.passage(), 1).box();
        // The phone shows 400 of 800 px, and its menu covers the upper fifth.
        assertTrue(box.x() > 200 && box.right() < 600 && box.y() > 40 && box.bottom() < 200, box.toString());
        assertTrue(
                measured(set.passage(), (x, y) -> x > 400 ? 30 : 200).stream().allMatch(one -> one.margin() >= 1));
    }

    @Test
    void wordsStayOffAFace_whereAnotherPlaceReads() {
        List<Box<InSlot>> face = List.of(new Box<>(220, 60, 100, 130));
        WordSetting set = set("Open", 30, (x, y) -> 30, face);
        assertTrue(
                Typeset.of(set.passage(), 1).box().intersect(face.get(0)).isEmpty(),
                set.passage().toString());
    }

    /** Stripes of black and white under every letter: no ink reads on both. */
    @Test
    void whereNoInkReads_aBoxIsLaidBehind_andTheyDo() {
        IntBinaryOperator stripes = (x, y) -> x / 4 % 2 == 0 ? 0 : 255;
        WordSetting set = set("Five lights", 30, stripes, List.of());
        assertTrue(set.passage().behind() != null && set.says().contains("on a box"), set.says());
        assertTrue(measured(set.passage(), stripes).stream().allMatch(one -> one.margin() >= 1));
    }

    @Test
    void wantedInk_isKept_whereItReads() {
        Passage red = passage("Open", 30).inked(new Colour(0xFF8080), null);
        assertEquals(
                new Colour(0xFF8080),
                set(red, (x, y) -> 10, List.of()).passage().ink());
    }

    /** Larger than there is room for: made smaller, but never too small to be read on the phone. */
    @Test
    void tooLargeWords_becomeSmaller_andTooLongOnes_haveNoPlace() {
        WordSetting smaller = set("Five lights on one coast", 150, (x, y) -> 20, List.of());
        assertTrue(smaller.passage().size() < 150 && smaller.says().contains("as there is room for"), smaller.says());
        WordSetting none = set("Five lights on one coast ".repeat(11), 60, (x, y) -> 20, List.of());
        assertNull(none.passage());
        assertTrue(none.says().contains("too long"), none.says());
    }

    @Test
    void inscription_tellsItsSizeOnThePage_andWhatHidesIt() {
        Passage under = passage("Open", 30).at(220, 10, 200, "left");
        List<Inscription> seen = Inscription.of(under, SLOT, FILE, 1);
        assertEquals(30, seen.get(0).sizePx(), 1e-9);
        assertEquals("", seen.get(0).against());
        assertEquals(15, seen.get(1).sizePx(), 1e-9);
        assertEquals("under menu", seen.get(1).against());
        assertEquals(
                "cut off",
                Inscription.of(under.at(20, 100, 200, "left"), SLOT, FILE, 1)
                        .get(1)
                        .against());
    }

    private static WordSetting set(String text, double size, IntBinaryOperator grey, List<Box<InSlot>> kept) {
        return set(passage(text, size), grey, kept);
    }

    private static WordSetting set(Passage passage, IntBinaryOperator grey, List<Box<InSlot>> kept) {
        return WordSetting.of(picture(grey), plan(passage), SLOT, kept, passage);
    }

    private static List<Readable> measured(Passage passage, IntBinaryOperator grey) {
        List<Readable> words =
                Rendition.of(picture(grey), plan(passage), Tags.NONE).words();
        assertFalse(words.isEmpty());
        return words;
    }

    private static RenditionPlan plan(Passage passage) {
        Fit fit = Fit.chosenFor(SLOT).with(new Words(List.of(passage))).with(PictureType.JPEG, null);
        return RenditionPlan.of(SLOT, fit, new PictureFacts(FILE, false, "T", "", ""), 1);
    }

    private static Passage passage(String text, double size) {
        return new Passage(text, null, 700, size, 0.0, new Colour(0xFFFFFF), 20, 20, 700, "left", null, 0, null);
    }

    private static PixelsPicture<InPicture> picture(IntBinaryOperator grey) {
        byte[] samples = new byte[3 * 800 * 200];
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (byte) grey.applyAsInt(i / 3 % 800, i / 3 / 800);
        }
        return new PixelsPicture<>(new Pixels(FILE, 3, samples), FILE);
    }
}
