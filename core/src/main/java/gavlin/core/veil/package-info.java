/** A tint between a picture and the words over it. */
package gavlin.core.veil;
