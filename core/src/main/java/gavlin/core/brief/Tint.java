package gavlin.core.brief;

import gavlin.core.raster.Over;

/**
 * A veil that the theme lays over a slot itself, under its words.
 *
 * @param ink 0xRRGGBB
 * @param strength opacity, 0..1
 */
public record Tint(int ink, double strength) {
    /** An opaque colour as it is seen under it, 0xRRGGBB. */
    public int over(int rgb) {
        return Over.lay(rgb, ink, strength);
    }
}
