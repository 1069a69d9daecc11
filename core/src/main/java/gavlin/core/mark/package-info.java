/** Logos and icons: how they stand on a ground. */
package gavlin.core.mark;
