package gavlin.web.fit;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;

import gavlin.core.BadInput;
import gavlin.core.brief.Slot;
import gavlin.core.brief.SlotSheetReader;
import gavlin.core.codec.PictureType;
import gavlin.core.fit.Fit;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.web.fit.FitRequest.Corner;
import gavlin.web.fit.FitRequest.Fractions;
import gavlin.web.picture.Caption;
import gavlin.web.picture.KeepAreas;
import gavlin.web.picture.StoredPicture;
import java.time.Instant;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FitRequestTest {
    private static final Slot SLOT = slot("");
    /** With a title in the way, so that the focal point does not aim at the slot's centre. */
    private static final Slot WITH_TITLE = slot(
            ",\"showings\":[{\"id\":\"a\",\"name\":\"A\",\"box\":{\"width\":960,\"height\":240},\"obstructions\":[{\"name\":\"title\",\"kind\":\"words\",\"box\":{\"x\":0,\"y\":0,\"width\":400,\"height\":240}}]}]");

    @Test
    void nothingSaid_isChosenByGavlin() {
        Fit fit = FitRequest.of("p").toFit(SLOT, picture("6000x4000"), f -> f);
        assertEquals(Fit.chosenFor(SLOT), fit);
        assertNull(fit.type());
    }

    @Test
    void everythingSaid_isTakenAsItIs() {
        Fit fit = request(new Fractions(0.2, 0.3), 1.5, null, "cover", "#17313a", "webp", "webp-q80-a90")
                .toFit(SLOT, picture("6000x4000"), f -> f);
        assertEquals(0.2, fit.frame().focal().x());
        assertEquals("webp-q80-a90", fit.encoding().code());
        assertEquals(1.5, fit.frame().zoom());
        assertEquals(Rule.COVER, fit.rule());
        assertEquals(0x17313a, fit.backing());
        assertEquals(PictureType.WEBP, fit.type());
    }

    /** A window typed in comes back as that window, whatever the obstructions, as long as the picture has room for it. */
    @Test
    void window_anyPlaceInside_isHitExactly() {
        Random random = new Random(3);
        StoredPicture picture = picture("6000x4000");
        for (Slot slot : new Slot[] {SLOT, WITH_TITLE}) {
            for (int i = 0; i < 500; i++) {
                double width = 500 + random.nextInt(5500);
                double x = random.nextDouble() * (6000 - width);
                double y = random.nextDouble() * (4000 - width / 4);
                Box<InPrepared> window = window(slot, picture, new Corner(x, y, width));
                assertEquals(x, window.x(), 1e-6);
                assertEquals(y, window.y(), 1e-6);
                assertEquals(width, window.width(), 1e-6);
                assertEquals(width / 4, window.height(), 1e-6);
            }
        }
    }

    @ParameterizedTest
    @CsvSource({"-500, -500, 3000, 0, 0", "5900, 3900, 3000, 3000, 3250"})
    void window_overTheEdge_stopsAtIt(double x, double y, double width, double atX, double atY) {
        Box<InPrepared> window = window(SLOT, picture("6000x4000"), new Corner(x, y, width));
        assertEquals(atX, window.x(), 1e-6);
        assertEquals(atY, window.y(), 1e-6);
    }

    @Test
    void window_absurd_isRefusedByName() {
        for (Corner place :
                new Corner[] {new Corner(0.0, 0.0, 0.0), new Corner(0.0, 0.0, Double.NaN), new Corner(0.0, null, 100.0)
                }) {
            BadInput refused = assertThrows(BadInput.class, () -> window(SLOT, picture("6000x4000"), place));
            assertEquals("window", refused.field().substring(0, 6));
        }
    }

    private static Box<InPrepared> window(Slot slot, StoredPicture picture, Corner place) {
        Fit fit = request(null, null, place, null, null, null, null).toFit(slot, picture, f -> f);
        return fit.framing(slot, picture.size(), slot.brief().size()).window();
    }

    private static FitRequest request(
            Fractions focal, Double zoom, Corner window, String rule, String backing, String type, String encoding) {
        return new FitRequest(
                "p", focal, zoom, window, rule, backing, type, encoding, null, null, null, null, null, null, null, null,
                null, null);
    }

    private static Slot slot(String more) {
        String sheet =
                "{\"format\":\"slot-sheet/1\",\"theme\":{\"name\":\"T\"},\"slots\":[{\"id\":\"a\",\"name\":\"A\",\"kind\":\"banner\",\"size\":{\"width\":1920,\"height\":480},\"types\":[\"jpeg\",\"webp\"]"
                        + more + "}]}";
        return SlotSheetReader.read(sheet).slots().get(0);
    }

    private static StoredPicture picture(String size) {
        return new StoredPicture(
                1,
                "site",
                "p",
                "0".repeat(64),
                "p.jpg",
                PictureType.JPEG,
                Size.parse(size),
                false,
                1,
                "",
                new Caption("", "", "", ""),
                List.of(),
                KeepAreas.NONE,
                0,
                Instant.EPOCH,
                null,
                null);
    }
}
