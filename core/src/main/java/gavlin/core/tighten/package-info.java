/** Cutting away the empty margin around a mark. */
package gavlin.core.tighten;
