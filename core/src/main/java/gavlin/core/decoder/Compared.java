package gavlin.core.decoder;

import gavlin.core.codec.PictureType;
import gavlin.core.receipt.Comparison;

/**
 * What a site holds, beside what was sent to it.
 *
 * @param type of what is held, told by its content
 */
public record Compared(Comparison told, PictureType type) {}
