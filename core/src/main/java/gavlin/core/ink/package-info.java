/** Marks in other inks. */
package gavlin.core.ink;
