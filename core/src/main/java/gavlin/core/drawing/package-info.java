/** What pictures have in common that are drawn from a document in place of bytes. */
package gavlin.core.drawing;
