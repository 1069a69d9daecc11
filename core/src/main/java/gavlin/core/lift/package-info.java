/** Making a flat background behind a mark transparent, its soft edges un-mixed from it. */
package gavlin.core.lift;
