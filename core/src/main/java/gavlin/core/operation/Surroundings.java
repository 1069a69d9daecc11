package gavlin.core.operation;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.InSlot;

/**
 * What a finish may need to know of its slot.
 *
 * @param open the largest part of the file that nothing opaque covers in any showing, px of the file
 * @param density px of the file for one of the slot
 */
public record Surroundings(Box<InSlot> open, int density) {}
