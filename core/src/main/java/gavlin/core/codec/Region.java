package gavlin.core.codec;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.OfPicture;

/**
 * A part of a picture that its file names.
 *
 * @param name such as a person's, or empty
 * @param kind what it is
 * @param area fractions of the upright picture, 0..1
 * @param source who says so, for people: {@code MWG region}, {@code IPTC image region}, {@code camera's subject area}
 */
public record Region(String name, Kind kind, Box<OfPicture> area, String source) {
    /** The kinds that matter for a crop. */
    public enum Kind {
        FACE,
        PET,
        FOCUS,
        AREA
    }
}
