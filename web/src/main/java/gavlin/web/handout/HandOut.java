package gavlin.web.handout;

import gavlin.core.brief.Brief;
import gavlin.core.brief.Showing;
import gavlin.core.brief.SizeDispute;
import gavlin.core.brief.Slot;
import gavlin.core.codec.PictureType;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.handout.SlotTemplate;
import gavlin.web.board.Phrases;
import gavlin.web.site.OpenSite;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;

/**
 * What somebody needs to know who makes a picture for a slot, without knowing Gavlin or the site.
 *
 * @param wanted the sentence that says it all
 * @param facts name and value
 * @param seen where it is seen, with what lies over it there
 * @param doubt about the size; empty when there is none
 */
record HandOut(
        String site,
        String slot,
        String wanted,
        List<String[]> facts,
        List<Seen> seen,
        String doubt,
        SlotTemplate template) {
    record Seen(String name, String box, String over) {}

    static HandOut of(OpenSite site, Slot slot) {
        List<Showing> showings = slot.showings().stream()
                .filter(s -> s.exists().given(site.chosen()))
                .toList();
        SlotTemplate template = SlotTemplate.of(slot, showings);
        return new HandOut(
                site.name(),
                slot.name(),
                wanted(slot.brief(), template.size()),
                facts(slot, template),
                showings.stream().map(HandOut::seen).toList(),
                SizeDispute.of(slot)
                        .filter(d -> !d.settled())
                        .map(d -> "The size is not settled: " + String.join(" or ", d.labels())
                                + " px. Ask before you begin.")
                        .orElse(""),
                template);
    }

    private static String wanted(Brief brief, Size size) {
        Size sharpest = size.times(brief.densities().get(brief.densities().size() - 1));
        return brief.transparency() == Brief.Transparency.REQUIRED
                ? "A mark with nothing behind it, " + size.label() + " px, or a drawing (SVG) of any size."
                : "A picture of at least " + sharpest.label()
                        + " px; one that shows more on every side leaves room to choose.";
    }

    private static List<String[]> facts(Slot slot, SlotTemplate template) {
        Brief brief = slot.brief();
        List<String[]> facts = new ArrayList<>();
        facts.add(fact(
                "size",
                template.size().label() + " px" + (brief.size() == null ? " at most, " + brief.ratio() : " exactly")));
        if (brief.densities().size() > 1 || brief.densities().get(0) > 1) {
            facts.add(fact(
                    "for sharp screens",
                    brief.densities().stream()
                            .filter(d -> d > 1)
                            .map(d -> template.size().times(d).label() + " px")
                            .collect(Collectors.joining(", "))));
        }
        facts.add(fact("file type", Phrases.types(brief.types())));
        facts.add(fact(
                "weight",
                brief.weight() == null
                        ? "no limit"
                        : "at most " + brief.weight().label()));
        facts.add(fact(
                "ground",
                switch (brief.transparency()) {
                    case REQUIRED -> "transparent: no box, no white behind it";
                    case FORBIDDEN -> "none of it transparent";
                    default -> "transparent or not";
                }));
        facts.add(fact(
                "shape",
                switch (brief.shape()) {
                    case CIRCLE -> "shown as a circle: the corners are not seen";
                    case ROUNDED -> "shown with rounded corners";
                    default -> "a rectangle";
                }));
        facts.add(fact("safe area", safe(template)));
        if (slot.set() != null) {
            facts.add(fact(
                    "pictures",
                    "up to " + slot.set().most() + ", " + slot.set().order().says()));
        }
        facts.add(fact("file name", slot.id() + "-what-it-shows-" + template.size() + "." + extension(brief.types())));
        return facts;
    }

    /** In whole pixels inside it. */
    private static String safe(SlotTemplate template) {
        Box<InSlot> safe = template.safe();
        if (template.allIsSafe()) {
            return "all of it: nothing covers it, and no screen cuts it";
        }
        if (safe.isEmpty()) {
            return "there is none: no part of it is seen everywhere";
        }
        return String.format(
                Locale.ROOT,
                "from %.0f px to %.0f px across and from %.0f px to %.0f px down: always seen, never covered",
                Math.ceil(safe.x()),
                Math.floor(safe.right()),
                Math.ceil(safe.y()),
                Math.floor(safe.bottom()));
    }

    private static String extension(List<PictureType> types) {
        return types.get(0).extension();
    }

    private static Seen seen(Showing showing) {
        String box = showing.isRange()
                ? String.format(
                        Locale.ROOT,
                        "%.0f×%.0f to %.0f×%.0f",
                        showing.box().width(),
                        showing.box().height(),
                        showing.widest().width(),
                        showing.widest().height())
                : String.format(
                        Locale.ROOT,
                        "%.0f×%.0f",
                        showing.box().width(),
                        showing.box().height());
        return new Seen(
                showing.name(),
                box,
                showing.obstructions().isEmpty()
                        ? "nothing"
                        : showing.obstructions().stream().map(o -> o.name()).collect(Collectors.joining(", ")));
    }

    private static String[] fact(String name, String value) {
        return new String[] {name, value};
    }
}
