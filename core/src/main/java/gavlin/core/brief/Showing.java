package gavlin.core.brief;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.ObjectFit;
import java.util.List;

/**
 * One way a slot is seen: a page and screen, its box there, and what lies over it.
 *
 * @param page the page plan's id, or null
 * @param screenWidth CSS px, 0 when not said
 * @param box at the origin, CSS px
 * @param background 0xRRGGBB
 */
public record Showing(
        String id,
        String name,
        String page,
        int screenWidth,
        Box box,
        ObjectFit objectFit,
        int background,
        List<Obstruction> obstructions) {}
