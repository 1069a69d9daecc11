package gavlin.core.fit;

import gavlin.core.brief.Obstruction;
import gavlin.core.brief.Showing;
import gavlin.core.brief.Slot;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InShowing;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.words.Passage;
import gavlin.core.words.Typeset;
import gavlin.core.words.Words;
import java.util.ArrayList;
import java.util.List;

/**
 * Words in the file, as one showing has them.
 *
 * @param lettering what is measured of them
 * @param sizePx of their letters, CSS px
 * @param against what hides any of them there; empty where nothing does
 */
public record Inscription(Lettering lettering, double sizePx, String against) {
    /** Smaller letters are hardly read (common practice, no source). */
    public static final double LEAST_PX = 12;

    /** What is hidden of a place of words without a letter being touched, px of the file. */
    private static final double SLACK = 0.5;

    /** Of all passages in all showings. */
    static List<Inscription> of(Words words, Slot slot, Size file, int density) {
        List<Inscription> all = new ArrayList<>();
        for (Passage passage : words.passages()) {
            all.addAll(of(passage, slot, file, density));
        }
        return all;
    }

    static List<Inscription> of(Passage passage, Slot slot, Size file, int density) {
        Box<InSlot> box = Typeset.of(passage, density).box();
        return slot.showings().stream()
                .flatMap(showing -> showing.looks(file).stream())
                .map(look -> of(passage, box, look, file, density))
                .toList();
    }

    private static Inscription of(Passage passage, Box<InSlot> box, Showing look, Size file, int density) {
        Box<InShowing> placed = look.objectFit().place(file, look.box());
        double px = passage.size() * density * placed.width() / file.width();
        return new Inscription(
                new Lettering(
                        look.id(),
                        look.name(),
                        passage.text().replace("\n", " "),
                        box.intersect(file.box()),
                        0,
                        look.background(),
                        passage.ink().rgb(),
                        Lettering.least(px, passage.weight()),
                        null),
                px,
                against(box, look, placed, file));
    }

    private static String against(Box<InSlot> box, Showing look, Box<InShowing> placed, Size file) {
        Box<InSlot> frame = new Box<InShowing>(
                        0, 0, look.box().width(), look.box().height())
                .<InSlot>carry(placed, file.box())
                .intersect(file.box());
        if (box.x() < frame.x() - SLACK
                || box.y() < frame.y() - SLACK
                || box.right() > frame.right() + SLACK
                || box.bottom() > frame.bottom() + SLACK) {
            return "cut off";
        }
        for (Obstruction over : look.obstructions()) {
            if (!over.box().<InSlot>carry(placed, file.box()).intersect(box).isEmpty()) {
                return "under " + over.name();
            }
        }
        return "";
    }
}
