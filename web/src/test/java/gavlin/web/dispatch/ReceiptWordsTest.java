package gavlin.web.dispatch;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.gauge.Verdict;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.receipt.Comparison;
import gavlin.core.receipt.Comparison.Outcome;
import org.junit.jupiter.api.Test;

/** What people read of a receipt, from a file's first moment to its last. */
class ReceiptWordsTest {
    private static final Size SENT = Size.parse("1600x400");
    private final Delivery delivery = new Delivery(1);

    private ReceiptWords words() {
        return ReceiptWords.of(delivery.receipt());
    }

    private void received(Outcome outcome, String part, String held, boolean flattened, boolean seen) {
        Box<InSlot> of = part == null ? null : Box.parse(part);
        delivery.sent();
        delivery.received(
                new Comparison(outcome, 0.9714, of, SENT, Size.parse(held), flattened),
                "image/jpeg",
                48_600,
                "a",
                seen);
    }

    @Test
    void waiting_thenArrived_isNotMeasuredYet() {
        assertEquals("waits its turn", words().says());
        delivery.sent();
        assertEquals("arrived; what became of it is looked at", words().says());
        assertEquals(Verdict.UNMEASURED, words().verdict());
    }

    @Test
    void sameBytes_fit_onceVisitorsSeeThem() {
        received(Outcome.SAME, "1600x400", "1600x400", false, false);
        assertEquals(Verdict.LOOK, words().verdict());
        assertTrue(words().visitors().contains("don't see it yet"));
        delivery.seen();
        assertEquals(Verdict.FITS, words().verdict());
        assertEquals("visitors see it", words().visitors());
    }

    @Test
    void cut_saysWhichPart_andOffersTheSizeForTheBrief() {
        received(Outcome.CROPPED, "1600x320+0+40", "2000x400", false, true);
        assertEquals("cut: 1600×320 px of it from 0, 40, held as 2000×400, SSIM 0.971", words().says());
        assertEquals(Verdict.FAILS, words().verdict());
        assertTrue(words().resized());
    }

    @Test
    void compressed_saysHowMuch_andLostTransparencyIsAFault() {
        received(Outcome.COMPRESSED, "1600x400", "1600x400", true, true);
        assertEquals("compressed again to 48.6 kB, SSIM 0.971; its transparency is gone", words().says());
        assertEquals(Verdict.FAILS, words().verdict());
        assertTrue(words().repacked());
    }

    @Test
    void replacedOrRefusedLater_saysSo_andNoLongerWhatWasReceivedBefore() {
        received(Outcome.SAME, "1600x400", "1600x400", false, false);
        delivery.refused(Delivery.State.REPLACED, "a later dispatch put another file there");
        assertEquals("a later dispatch put another file there", words().says());
        assertEquals("", words().visitors());
        delivery.refused(Delivery.State.REFUSED, "The file is too large.");
        assertEquals("refused: The file is too large.", words().says());
        assertEquals(Verdict.FAILS, words().verdict());
        assertFalse(words().resized());
    }
}
