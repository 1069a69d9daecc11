package gavlin.web.testcard;

import gavlin.core.brief.Brief;
import gavlin.core.brief.Slot;
import gavlin.core.geometry.Size;
import gavlin.core.testcard.CardReading;
import gavlin.core.testcard.Covered;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** What a reading tells, for people. */
final class CardWords {
    private CardWords() {}

    static List<String> of(CardReading reading, Slot slot, Size card) {
        List<String> says = new ArrayList<>();
        says.add(frame(reading));
        says.add(cut(reading, card));
        if (reading.squashed()) {
            says.add("The page squashes it: " + percent(reading.across()) + " of its width, " + percent(reading.down())
                    + " of its height.");
        }
        corner(reading, slot, says);
        for (Covered over : reading.obstructions()) {
            says.add((over.assumed()
                            ? "A bar lies across the frame, or the frame ends there: "
                            : over.kind().equals("words") ? "Words lie over it: " : "Something lies over it: ")
                    + "%.0f×%.0f px at %.0f, %.0f from the frame's corner."
                            .formatted(
                                    over.box().width(),
                                    over.box().height(),
                                    over.box().x(),
                                    over.box().y()));
        }
        if (reading.compressed() != null) {
            says.add(
                    reading.compressed()
                            ? "The site compressed the file again."
                            : "The file arrived as it was sent: no pixel was compressed.");
        }
        if (slot.brief().densities().size() > 1) {
            says.add("The page showed the file of density " + reading.density() + ".");
        }
        return says;
    }

    static String frame(CardReading reading) {
        return "The frame is " + label(reading.frame().width(), reading.frame().height()) + " CSS px, at "
                + percent(reading.across()) + " of the slot's size.";
    }

    static String label(double width, double height) {
        return Math.round(width) + "×" + Math.round(height);
    }

    private static String cut(CardReading reading, Size card) {
        List<String> cut = new ArrayList<>();
        addCut(cut, reading.visible().x(), "left");
        addCut(cut, card.width() - reading.visible().right(), "right");
        addCut(cut, reading.visible().y(), "top");
        addCut(cut, card.height() - reading.visible().bottom(), "bottom");
        return cut.isEmpty()
                ? "Nothing of the file is cut off."
                : "Of the file it cuts off " + String.join(", ", cut) + " px.";
    }

    private static void addCut(List<String> to, double px, String side) {
        if (px >= 0.5) {
            to.add(Math.round(px) + " " + side);
        }
    }

    private static void corner(CardReading reading, Slot slot, List<String> says) {
        boolean circle = reading.corner().shape().equals("circle");
        if (circle != (slot.brief().shape() == Brief.Shape.CIRCLE)) {
            says.add(
                    circle
                            ? "The page shows it as a circle; the brief does not say so."
                            : "The brief asks a circle; the page does not show one.");
        } else if (reading.corner().shape().equals("rounded")) {
            says.add("Its corners are rounded by %.0f px."
                    .formatted(reading.corner().radius()));
        }
    }

    private static String percent(double share) {
        return String.format(Locale.ROOT, "%.1f %%", share * 100);
    }
}
