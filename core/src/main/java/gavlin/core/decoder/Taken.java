package gavlin.core.decoder;

import gavlin.core.codec.Embedded;
import gavlin.core.codec.PictureType;
import gavlin.core.geometry.Size;
import java.util.List;

/**
 * What a decoder found out about a picture.
 *
 * @param size upright, px
 * @param transparentPixels how many have alpha below full: exact
 * @param notes things a person should know, in words
 * @param embedded what the file says of itself
 */
public record Taken(PictureType type, Size size, int transparentPixels, List<String> notes, Embedded embedded) {}
