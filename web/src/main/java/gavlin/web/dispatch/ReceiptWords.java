package gavlin.web.dispatch;

import gavlin.core.gauge.Verdict;
import gavlin.core.receipt.Comparison.Outcome;
import gavlin.web.board.Phrases;
import java.util.Locale;

/**
 * A receipt as people read it.
 *
 * @param verdict what to think of it
 * @param says in one sentence
 * @param visitors whether they see it
 * @param resized whether the site made it another size, which its brief should then ask
 * @param repacked whether the site compressed it
 */
public record ReceiptWords(Verdict verdict, String says, String visitors, boolean resized, boolean repacked) {
    static ReceiptWords of(Delivery.Receipt receipt) {
        Outcome told = receipt.told();
        // What was refused or replaced since is not what was received before.
        if (told == null || !receipt.state().equals(Delivery.State.SENT.word())) {
            return new ReceiptWords(verdict(receipt), unread(receipt), "", false, false);
        }
        boolean resized = told == Outcome.SCALED || told == Outcome.CROPPED;
        return new ReceiptWords(
                told == Outcome.SAME || told == Outcome.REWRITTEN
                        ? (receipt.seen() ? Verdict.FITS : Verdict.LOOK)
                        : told == Outcome.OTHER || told == Outcome.CROPPED || receipt.flattened()
                                ? Verdict.FAILS
                                : Verdict.LOOK,
                what(told, receipt) + (receipt.flattened() ? "; its transparency is gone" : ""),
                receipt.seen() ? "visitors see it" : "visitors don't see it yet; it is looked at again by itself",
                resized,
                told == Outcome.COMPRESSED);
    }

    private static Verdict verdict(Delivery.Receipt receipt) {
        return receipt.state().equals(Delivery.State.REFUSED.word()) ? Verdict.FAILS : Verdict.UNMEASURED;
    }

    private static String unread(Delivery.Receipt receipt) {
        if (!receipt.says().isEmpty()) {
            return (receipt.state().equals(Delivery.State.REFUSED.word()) ? "refused: " : "") + receipt.says();
        }
        return receipt.sentAt() == null ? "waits its turn" : "arrived; what became of it is looked at";
    }

    private static String what(Outcome told, Delivery.Receipt receipt) {
        return switch (told) {
            case SAME -> "as sent, byte for byte";
            case REWRITTEN -> "the same pixels in other bytes, " + Phrases.weight(receipt.heldBytes());
            case COMPRESSED -> "compressed again to " + Phrases.weight(receipt.heldBytes()) + likeness(receipt);
            case SCALED -> "scaled to " + receipt.heldSize() + likeness(receipt);
            case CROPPED ->
                "cut: " + Math.round(receipt.part().width()) + "×"
                        + Math.round(receipt.part().height()) + " px of it from "
                        + Math.round(receipt.part().x()) + ", "
                        + Math.round(receipt.part().y()) + ", held as "
                        + receipt.heldSize() + likeness(receipt);
            case OTHER -> "another picture lies there, " + receipt.heldSize();
        };
    }

    private static String likeness(Delivery.Receipt receipt) {
        return receipt.likeness() == null ? "" : String.format(Locale.ROOT, ", SSIM %.3f", receipt.likeness());
    }
}
