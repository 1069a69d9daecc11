package gavlin.web.testcard;

import gavlin.core.codec.PictureType;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.InScreenshot;
import gavlin.core.geometry.Space.InShowing;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.testcard.CardReading;
import gavlin.core.testcard.Corner;
import gavlin.core.testcard.Covered;
import gavlin.web.fit.Desk;
import gavlin.web.store.Attachment;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Test cards and their readings, for programs. */
@RestController
@RequestMapping("/api/v1/sites/{site}/slots/{slot}/test-card")
class TestCardApi {
    private final TestCards cards;

    TestCardApi(TestCards cards) {
        this.cards = cards;
    }

    /**
     * @param visible slot px
     * @param scale CSS px per slot px, from left to right; {@code scaleDown} from top to bottom
     * @param at px of the screenshot
     * @param frame CSS px
     * @param compressed null where the screenshot can't tell
     */
    record Answer(
            boolean found,
            int density,
            Box<InSlot> visible,
            double scale,
            double scaleDown,
            Box<InScreenshot> at,
            Box<InShowing> frame,
            List<Covered> obstructions,
            Corner corner,
            Boolean compressed,
            List<String> says) {
        static Answer of(CardReading reading, Desk desk) {
            return new Answer(
                    true,
                    reading.density(),
                    reading.visible(),
                    reading.across(),
                    reading.down(),
                    reading.at(),
                    reading.frame(),
                    reading.obstructions(),
                    reading.corner(),
                    reading.compressed(),
                    CardWords.of(reading, desk.slot(), TestCards.size(desk)));
        }
    }

    @GetMapping
    void card(Desk desk, @RequestParam(defaultValue = "1") int density, HttpServletResponse response)
            throws IOException {
        send(cards, desk, density, PictureType.PNG, response);
    }

    @PostMapping("/readings")
    Answer read(Desk desk, @RequestParam MultipartFile screenshot, @RequestParam(defaultValue = "1") double deviceScale)
            throws IOException {
        return Answer.of(cards.read(desk, screenshot, deviceScale), desk);
    }

    static void send(TestCards cards, Desk desk, int density, PictureType type, HttpServletResponse response)
            throws IOException {
        byte[] card = cards.draw(desk, density, type);
        Attachment.announce(response, type.mediaType(), TestCards.fileName(desk, density, type), card.length);
        response.getOutputStream().write(card);
    }
}
