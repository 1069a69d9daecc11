package gavlin.core.fit;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.brief.Slot;
import gavlin.core.brief.SlotSheetReader;
import gavlin.core.colour.Contrast;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.raster.Over;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.PixelsPicture;
import gavlin.core.veil.Veil;
import java.util.Arrays;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** What is said of a veil, where the theme lays one itself and where it does not: white words on a grey of 190. */
class VeilAdviceTest {
    private static final Size FILE = Size.parse("200x100");
    private static final int GREY = 0xBEBEBE;

    @Test
    void whereTheThemesVeilIsEnough_noneIsBurntIn() {
        VeilAdvice advice = advice(",\"veil\":{\"strength\":0.45}");
        assertEquals(0, advice.least().veil().strength());
        assertTrue(
                advice.says().startsWith("The words can be read as they are: the theme lays 45 % of black"),
                advice.says());
        assertNumberForTheThemeIsJustEnough(advice.says());
    }

    @Test
    void whereItIsNot_theRestIsFound_andTheNumberToTypeInTheTheme() {
        double without = advice("").least().veil().strength();
        VeilAdvice beside = advice(",\"veil\":{\"strength\":0.2}");
        double with = beside.least().veil().strength();
        assertTrue(with > 0 && with < without - 0.1, with + " beside 20 %, " + without + " without");
        // One after the other they darken by (1 − 0.2)(1 − v).
        assertEquals(1 - without, 0.8 * (1 - with), 0.004);
        assertTrue(beside.says().contains("beside the 20 % of black that the theme lays itself"), beside.says());
        assertNumberForTheThemeIsJustEnough(beside.says());
    }

    @Test
    void whereTheThemeLaysNone_theSameNumberWouldDoThere() {
        assertTrue(
                advice("").says().contains("Where the theme lays a veil of its own, type "),
                advice("").says());
    }

    /** Dark words over a checkerboard of black and white, on which no black veil helps; the picture's lower half is plain. */
    @Test
    void whereNoVeilWillDo_theNearestPartOfThePictureIsFound_overWhichTheWordsRead() {
        Slot slot = slot(",\"background\":\"#FFFFFF\"", "#404040");
        Size picture = new Size(200, 300);
        byte[] samples = new byte[3 * 200 * 300];
        for (int i = 0; i < samples.length; i++) {
            int x = i / 3 % 200;
            int y = i / 3 / 200;
            samples[i] = (byte) (y >= 160 ? 255 : (x / 4 + y / 4) % 2 == 0 ? 0 : 255);
        }
        PixelsPicture<InPicture> source = new PixelsPicture<>(new Pixels(picture, 3, samples), picture);
        Fit fit = Fit.of(new Frame(Rule.COVER, new FocalPoint<>(0.5, 0), 1, null, null));
        RenditionPlan plan = RenditionPlan.of(slot, fit, new PictureFacts(picture, false, "T", "", ""), 1);
        assertEquals(0, plan.framing().window().y());
        assertTrue(!VeilAdvice.of(source, plan, Veil.NONE).least().found());
        QuieterWindow other = QuieterWindow.of(source, plan, Veil.NONE, window -> true);
        // The words reach from 20 to 60 px down: from 160 − 20 on all of them stand on the plain half.
        assertEquals(150, other.window().y());
        assertEquals(0, other.veil().strength());
        assertNull(QuieterWindow.of(source, plan, Veil.NONE, window -> window.y() < 100));
    }

    private static void assertNumberForTheThemeIsJustEnough(String says) {
        Matcher number = Pattern.compile(" (\\d+) % in the theme would be just enough alone")
                .matcher(says);
        assertTrue(number.find(), says);
        double strength = Integer.parseInt(number.group(1)) / 100.0;
        assertTrue(Contrast.ratio(0xFFFFFF, Over.lay(GREY, 0, strength)) >= 3);
        assertTrue(Contrast.ratio(0xFFFFFF, Over.lay(GREY, 0, strength - 0.011)) < 3);
    }

    private static VeilAdvice advice(String veil) {
        Slot slot = slot(veil, "#FFFFFF");
        byte[] samples = new byte[3 * 200 * 100];
        Arrays.fill(samples, (byte) GREY);
        RenditionPlan plan = RenditionPlan.of(slot, Fit.chosenFor(slot), new PictureFacts(FILE, false, "T", "", ""), 1);
        return VeilAdvice.of(new PixelsPicture<InPicture>(new Pixels(FILE, 3, samples), FILE), plan, null);
    }

    private static Slot slot(String members, String ink) {
        return SlotSheetReader.read("""
                {"format":"slot-sheet/1","theme":{"name":"T"},"slots":[{"id":"top","name":"Top","kind":"banner","size":{"width":200,"height":100},
                 "types":["jpeg"],"showings":[{"id":"wide","name":"Wide","box":{"width":200,"height":100}%s,"obstructions":[
                  {"name":"title","kind":"words","box":{"x":20,"y":20,"width":100,"height":40},"text":"Lights","size":24,"ink":"%s"}]}]}]}""".formatted(members, ink)).slot("top").orElseThrow();
    }
}
