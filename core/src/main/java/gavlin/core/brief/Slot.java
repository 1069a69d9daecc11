package gavlin.core.brief;

import java.util.List;

/**
 * A place in a theme that takes a picture.
 *
 * @param id lower-case letters, digits and hyphens, unique in its sheet
 * @param standsInFor the slot that shows this one's rendition while it has none of its own, or null
 * @param sectionsMayOverride whether a section may put its own picture here
 */
public record Slot(
        String id,
        String name,
        Kind kind,
        Brief brief,
        String standsInFor,
        boolean sectionsMayOverride,
        List<Statement> statements,
        List<Showing> showings) {
    public enum Kind {
        BANNER,
        LOGO,
        SLIDE,
        AVATAR,
        ICON,
        TILE,
        PHOTO
    }
}
