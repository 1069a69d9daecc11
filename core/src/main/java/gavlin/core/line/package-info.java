/** A frame line along the edge of what is seen. */
package gavlin.core.line;
