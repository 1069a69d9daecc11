/** Words in a picture's file: set in the fonts that ship, and kept as words. */
package gavlin.core.words;
