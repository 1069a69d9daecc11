package gavlin.core.brief;

import gavlin.core.geometry.Size;
import java.util.List;

/**
 * A place in a theme that takes a picture.
 *
 * @param id lower-case letters, digits and hyphens, unique in its sheet
 * @param heights heights that the theme offers for it, px; the brief's own among them, or none
 * @param standsInFor the slot whose rendition is shown here while this one is empty, or null
 * @param sectionsMayOverride whether a section may put its own picture here
 * @param set null for a slot of one picture
 * @param decision which stated size holds, or null
 */
public record Slot(
        String id,
        String name,
        Kind kind,
        Brief brief,
        List<Integer> heights,
        Exists exists,
        String standsInFor,
        boolean sectionsMayOverride,
        PictureSet set,
        List<Statement> statements,
        Decision decision,
        List<Showing> showings) {
    public enum Kind {
        BANNER,
        LOGO,
        SLIDE,
        AVATAR,
        ICON,
        TILE,
        PHOTO;

        public String word() {
            return name().toLowerCase(java.util.Locale.ROOT);
        }
    }

    /** Whether what stands in it is seen against a ground, and not as a picture of its own. */
    public boolean isMark() {
        return kind == Kind.LOGO || kind == Kind.ICON;
    }

    /** All colours that lie behind it in any showing. */
    public List<Integer> grounds() {
        return showings.stream().flatMap(showing -> showing.grounds().stream()).toList();
    }

    /** The same slot, were its size this one. */
    public Slot withSize(Size size) {
        return new Slot(
                id,
                name,
                kind,
                brief.withSize(size),
                heights,
                exists,
                standsInFor,
                sectionsMayOverride,
                set,
                statements,
                decision,
                showings);
    }

    /** The same slot in another of the heights that the theme offers: its file, and every showing with it. Its own for null. */
    public Slot inHeight(Integer height) {
        if (height == null || brief.size() == null || brief.size().height() == height) {
            return this;
        }
        double factor = (double) height / brief.size().height();
        return withSize(new Size(brief.size().width(), height))
                .with(showings.stream().map(s -> s.tallerBy(factor)).toList());
    }

    /** The same slot, seen in these ways only. */
    public Slot with(List<Showing> others) {
        return new Slot(
                id,
                name,
                kind,
                brief,
                heights,
                exists,
                standsInFor,
                sectionsMayOverride,
                set,
                statements,
                decision,
                others);
    }
}
