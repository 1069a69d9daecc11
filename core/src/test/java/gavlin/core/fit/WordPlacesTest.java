package gavlin.core.fit;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.brief.Slot;
import gavlin.core.brief.SlotSheetReader;
import gavlin.core.fit.WordPlaces.Place;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.PixelsPicture;
import java.util.List;
import org.junit.jupiter.api.Test;

class WordPlacesTest {
    private static final Size FILE = Size.parse("600x300");

    /** White words over a picture that is dark at the bottom right alone, under a menu bar. */
    @Test
    void darkCorner_isTheBestPlace_andTheMenuBarIsNone() {
        List<Place> places = places(List.of());
        assertEquals(9, places.size());
        assertEquals("bottom right", places.get(0).name());
        assertEquals("right", places.get(0).alignment());
        assertTrue(places.get(0).passes());
        assertTrue(places.get(1).veil() > 0.2, "everywhere else a veil is needed: " + places.get(1));
        for (Place place : places.subList(6, 9)) {
            assertTrue(place.name().startsWith("top"), place.toString());
            assertEquals("menu lies there on Wide", place.says());
        }
    }

    /** A face in the dark corner: words belong elsewhere, though they could be read over it. */
    @Test
    void wordsOverAFace_areWorse_thanAVeil() {
        List<Place> places = places(List.of(new Box<>(480, 220, 60, 60)));
        assertTrue(!places.get(0).name().equals("bottom right"), places.toString());
        Place corner = places.stream()
                .filter(place -> place.name().equals("bottom right"))
                .findFirst()
                .orElseThrow();
        assertTrue(corner.says().contains("of what must be seen"), corner.says());
    }

    private static List<Place> places(List<Box<InSlot>> kept) {
        byte[] samples = new byte[3 * 600 * 300];
        for (int i = 0; i < samples.length; i++) {
            int x = i / 3 % 600;
            int y = i / 3 / 600;
            samples[i] = (byte) (x > 380 && y > 200 ? 20 : 190);
        }
        Slot slot = SlotSheetReader.read("""
                {"format":"slot-sheet/1","theme":{"name":"T"},"slots":[{"id":"top","name":"Top","kind":"banner","size":{"width":600,"height":300},
                 "types":["jpeg"],"showings":[{"id":"wide","name":"Wide","page":"home","box":{"width":600,"height":300},"obstructions":[
                  {"name":"menu","kind":"solid","box":{"x":0,"y":0,"width":600,"height":40}},
                  {"name":"title","kind":"words","box":{"x":50,"y":120,"width":180,"height":50},"text":"Lights","size":20,"weight":400,"ink":"#FFFFFF"}]}]}],
                 "pages":[{"id":"home","name":"Home","width":600,"height":400,"slots":[{"slot":"top","showing":"wide","x":0,"y":0}]}]}""").slot("top").orElseThrow();
        Pixels pixels = new Pixels(FILE, 3, samples);
        RenditionPlan plan = RenditionPlan.of(slot, Fit.chosenFor(slot), new PictureFacts(FILE, false, "T", "", ""), 1);
        return WordPlaces.of(
                        new PixelsPicture<InPicture>(pixels, FILE),
                        plan,
                        slot,
                        kept,
                        VeilAdvice.against(plan.lettering()))
                .places();
    }
}
