/** Colour as numbers: transfer curves and spaces. */
package gavlin.core.colour;
